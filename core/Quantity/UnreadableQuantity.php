<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

use InvalidArgumentException;

final class UnreadableQuantity extends InvalidArgumentException
{
    public static function text(string $text, Unit $unit): self
    {
        return new self(sprintf(
            'Cannot read "%s" as %s. Write a number with an optional prefix (p n u m k M), for example %s.',
            $text,
            $unit->word(),
            $unit->example(),
        ));
    }

    public static function decimalComma(string $text): self
    {
        return new self(sprintf(
            'Cannot read "%s": it has a comma. Write decimals with a point, for example "%s".',
            $text,
            str_replace(',', '.', $text),
        ));
    }
}

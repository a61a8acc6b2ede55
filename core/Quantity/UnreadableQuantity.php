<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

use InvalidArgumentException;

final class UnreadableQuantity extends InvalidArgumentException
{
    public static function text(string $text, Unit $unit): self
    {
        return new self(
            sprintf(
                'Cannot read "%s" as %s. Write a number with an optional prefix (p n u m k M), for example %s.',
                $text,
                $unit->word(),
                $unit->example(),
            ),
        );
    }

    public static function beyond(string $text, Unit $unit): self
    {
        return new self(
            sprintf(
                '"%s" is beyond anything at a bench: up to %s can be. Check the number and its prefix.',
                mb_substr($text, 0, 40),
                Quantity::write($unit->most(), $unit),
            ),
        );
    }

    /** @param list<string> $rings */
    public static function rings(array $rings): self
    {
        return new self(
            sprintf(
                'Cannot read the rings %s. Three to six colours from the end they are nearer to, for example ' .
                    '"yellow violet red gold".',
                implode(' ', $rings),
            ),
        );
    }

    public static function decimalComma(string $text): self
    {
        return new self(
            sprintf(
                'Cannot read "%s": it has a comma. Write decimals with a point, for example "%s".',
                $text,
                str_replace(',', '.', $text),
            ),
        );
    }
}

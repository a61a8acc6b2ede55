<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Drawer;

use DomainException;

final class StockRefused extends DomainException
{
    public static function formula(string $column, string $cell): self
    {
        return new self(
            sprintf(
                '%s: "%s" begins like a formula, which a spreadsheet would run. Leave the first character out.',
                $column,
                mb_substr($cell, 0, 40),
            ),
        );
    }

    public static function tooMany(int $wanted, int $there): self
    {
        return new self(
            sprintf('%d were asked for; %d are free. Reserve fewer, or count the drawer.', $wanted, $there),
        );
    }
}

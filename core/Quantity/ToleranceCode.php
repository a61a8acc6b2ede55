<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/** Tolerance letters printed on resistors and capacitors, IEC 60062 table for symmetrical tolerances. */
enum ToleranceCode: string
{
    case B = '0.1 %';
    case C = '0.25 %';
    case D = '0.5 %';
    case F = '1 %';
    case G = '2 %';
    case J = '5 %';
    case K = '10 %';
    case M = '20 %';

    /** @return float ratio, for example 0.05 */
    public function ratio(): float
    {
        return Quantity::parse($this->value, Unit::Ratio)->value;
    }

    public static function fromLetter(string $letter): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->name === $letter) {
                return $case;
            }
        }

        return null;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\Parameter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/** Whether a word that stands on a part can be the value of one of its parameters. */
final class Value
{
    public static function fits(string $word, Parameter $parameter): bool
    {
        $unit = $parameter->unit;
        if ($unit === null || preg_match('/\d/', $word) !== 1) {
            return false;
        }
        // Without its own unit only the main value is meant.
        if (!$parameter->main && preg_match('/([a-zµΩ]+|%)$/iu', $word) !== 1) {
            return false;
        }
        try {
            Quantity::parse((string) preg_replace('/^(?:FF|TT|F|T|M)(?=\d)/', '', $word), $unit);

            return true;
        } catch (UnreadableQuantity) {
            return false;
        }
    }

    /** The number of a value, whatever it counts: for telling large ones from small ones; 0 if it is none. */
    public static function size(mixed $written): float
    {
        foreach (is_string($written) ? [Unit::Ohm, Unit::Farad, Unit::Volt] : [] as $unit) {
            try {
                return abs(Quantity::parse($written, $unit)->value);
            } catch (UnreadableQuantity) {
                continue;
            }
        }

        return 0.0;
    }

    public static function ohms(mixed $written): ?float
    {
        try {
            return is_string($written) ? Quantity::parse($written, Unit::Ohm)->value : null;
        } catch (UnreadableQuantity) {
            return null;
        }
    }
}

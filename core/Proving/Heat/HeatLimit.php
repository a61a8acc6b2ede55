<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/**
 * How hot the outside of a part may be for years: what its kind may, unless the description says more of its own class.
 */
final readonly class HeatLimit
{
    /** Wire-wound ones on stand-offs (IEC 60115-4, from memory). */
    private const WIREWOUND = [275.0, 'wire-wound; keep it clear of the board and of capacitors'];

    private function __construct(public float $celsius, public string $why) {}

    public static function of(Part $part): self
    {
        $own = self::written($part);
        if ($own !== null) {
            return new self($own, sprintf('its own class, %s', Quantity::write($own, Unit::Celsius)));
        }
        [$celsius, $why] =
            $part->kind->name() === 'resistor' && ($part->choices['style'] ?? '') === 'wirewound'
                ? self::WIREWOUND
                : [$part->kind->profile()->celsius, $part->kind->profile()->limit];

        return new self($celsius, $why);
    }

    /** @return float|null degrees Celsius that the description's body states */
    public static function written(Part $part): ?float
    {
        $text = is_array($part->written['body'] ?? null) ? $part->written['body']['temperature'] ?? null : null;
        try {
            return is_scalar($text) ? Quantity::parse((string) $text, Unit::Celsius)->value : null;
        } catch (UnreadableQuantity) {
            return null;
        }
    }
}

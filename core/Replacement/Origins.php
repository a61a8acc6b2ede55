<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Bench\BenchState;

use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * A failed part has a cause: fuse by short, short by surge or heat, heat by a dried capacitor or a blocked fan. The
 * usual ones by kind (common practice), with what the engine and the log already say about each.
 */
final readonly class Origins
{
    /** Share of a rating from which it is an explanation by itself; volts of a capacitor are used higher. */
    private const NEAR = 0.8;

    private const NEAR_VOLTS = 0.9;

    /** Kelvin above the room that shorten a neighbour's life. */
    private const HOT = 25.0;

    public function __construct(private Place $place, private BenchState $state) {}

    /** @return list<Origin> what the engine speaks for first */
    public function of(?string $fault): array
    {
        $origins = match ($this->place->original->family()) {
            Family::Capacitor => [$this->ripple(), $this->heat(), $this->overVoltage(), $this->age()],
            Family::Rectifier => [$this->reverse(), $this->current(), $this->shortBehind(), $this->surge()],
            Family::Resistor => [$this->power(), $this->shortBehind(), $this->age()],
            Family::Fuse => [
                $this->shortBehind(),
                $this->inrush(),
                new Origin(
                    'fatigue',
                    'Fatigue of the wire',
                    'Sagged or merely parted element, no short anywhere, an old fuse: nothing else is needed.',
                ),
            ],
            Family::Regulator, Family::Transistor => [
                $this->power(),
                $this->shortBehind(),
                $this->cooling(),
                $this->backfed(),
            ],
            Family::Mosfet => [
                $this->drain(),
                new Origin(
                    'drive',
                    'Drive or sense resistor gone',
                    'Gate resistor, its driver and the resistor in the source: they often go together, and take ' .
                        'the new switch with them.',
                ),
                $this->shortBehind(),
                $this->surge(),
                $this->cooling(),
            ],
            Family::Safety, Family::Varistor => [$this->surge(), $this->age()],
            Family::Optocoupler => [
                $this->age(),
                new Origin(
                    'loop',
                    'Driven too hard',
                    'The resistor before its LED, and what the reference pulls: too much light ages it.',
                ),
            ],
            default => [$this->shortBehind(), $this->heat(), $this->age()],
        };
        if ($fault === 'reversed') {
            array_unshift(
                $origins,
                new Origin(
                    'workmanship',
                    'Fitted the wrong way round',
                    'Look at the twin and the neighbours: whoever did one may have done more.',
                    '',
                    true,
                ),
            );
        }
        usort($origins, static fn(Origin $a, Origin $b): int => $b->likely <=> $a->likely);

        return $origins;
    }

    private function ripple(): Origin
    {
        return $this->against(
            'ripple',
            'Ripple current',
            Attribute::Ripple,
            Rating::RIPPLE,
            Unit::Ampere,
            'An open bridge leg doubles it; parallel ones share it badly: ripple and each leg of the rectifier.',
        );
    }

    private function overVoltage(): Origin
    {
        return $this->against(
            'overvoltage',
            'Too many volts',
            Attribute::Voltage,
            Rating::VOLTAGE,
            Unit::Volt,
            'Measure it unloaded at the highest mains; look whether the mains selector stands right.',
        );
    }

    private function reverse(): Origin
    {
        return $this->against(
            'reverse',
            'Reverse voltage',
            Attribute::Voltage,
            Rating::REVERSE,
            Unit::Volt,
            'Peak across it unloaded; missing snubber or varistor.',
        );
    }

    private function drain(): Origin
    {
        return $this->against(
            'reverse',
            'Voltage on the drain',
            Attribute::Voltage,
            Rating::VOLTAGE,
            Unit::Volt,
            'The clamp beside the transformer: its diode, capacitor and resistor.',
        );
    }

    private function current(): Origin
    {
        return $this->against(
            'overload',
            'Overload',
            Attribute::Current,
            Rating::AVERAGE,
            Unit::Ampere,
            'What the rail delivers against what it is made for.',
        );
    }

    private function power(): Origin
    {
        return $this->against(
            'overload',
            'Runs at its limit',
            Attribute::Power,
            Rating::POWER,
            Unit::Watt,
            'Volts across it against its watts; heat marks on the board.',
        );
    }

    private function against(
        string $key,
        string $title,
        Attribute $attribute,
        string $quantity,
        Unit $unit,
        string $check,
    ): Origin {
        [$rated, $asked] = [
            $this->place->original->get($attribute) ??
            ($this->place->part->values[
                $attribute === Attribute::Voltage && $quantity === Rating::REVERSE ? 'reverse' : $attribute->value
            ] ??
                null),
            $this->place->asks($quantity),
        ];
        if ($asked === null) {
            return new Origin($key, $title, $check);
        }
        $says = $this->place->says($quantity, $unit);
        if ($rated === null) {
            return new Origin($key, $title, $check, "The circuit asks {$says}; its rating is not known.");
        }
        $share = $asked / $rated;
        $near = $quantity === Rating::VOLTAGE ? self::NEAR_VOLTS : self::NEAR;

        return new Origin(
            $key,
            $title,
            $check,
            sprintf(
                'The circuit asks %s of %s: %d %% of its rating%s.',
                $says,
                Quantity::write($rated, $unit),
                (int) round(100 * $share),
                $share > $near ? '' : ', so by itself it is none',
            ),
            $share > $near,
        );
    }

    private function heat(): Origin
    {
        $hot = [];
        foreach ($this->place->supply->parts as $ref => $part) {
            $watts = $this->place->demands->value((string) $ref, Rating::POWER) ?? 0.0;
            if (
                $ref !== $this->place->part->ref &&
                $watts > 0.5 &&
                Warmth::rise($part, $watts) > self::HOT &&
                array_intersect($part->terminals, $this->place->part->terminals) !== [] &&
                !($part->kind instanceof Consumes)
            ) {
                $hot[(string) $ref] = Quantity::write($watts, Unit::Watt, 2);
            }
        }
        $seen = array_filter(
            $this->state->findings,
            fn(array $f): bool => $f['part'] === $this->place->part->ref && $f['sees'] === Seen::Heat,
        );
        $names = implode(
            ', ',
            array_map(static fn(string $ref, string $w): string => "{$ref} ({$w})", array_keys($hot), $hot),
        );

        return new Origin(
            'heat',
            'Heat from a neighbour',
            'Which hot part stands beside it on the board? Move it, shield it, or fit 105 °C.',
            ($seen !== [] ? 'Seen: it stands beside heat. ' : '') .
                ($names === '' ? '' : "Hot and joined to it: {$names}."),
            $seen !== [],
        );
    }

    private function age(): Origin
    {
        $years = $this->state->years;

        return new Origin(
            'age',
            'Age',
            'Date code; how its neighbours of the same age measure.',
            $years === null ? '' : "The unit is about {$years} years old.",
            $years !== null && $years >= 15,
        );
    }

    private function shortBehind(): Origin
    {
        $shorted = array_filter(
            $this->state->partTests,
            static fn(array $t): bool => $t['quantity'] === 'capacitance' && is_infinite($t['value']),
        );

        return new Origin(
            'short',
            'A short behind it',
            'Dead checks of what it feeds, before the new one sees power: rail to ground, each rectifier, each ' .
                'tantalum.',
            $shorted === []
                ? ''
                : 'Measured shorted: ' . implode(', ', array_unique(array_column($shorted, 'part'))) . '.',
            $shorted !== [],
        );
    }

    private function surge(): Origin
    {
        return new Origin(
            'surge',
            'A surge from the mains',
            'Varistor and suppressors: colour, cracks, warmth. What happened on that day, at the neighbours too?',
        );
    }

    private function inrush(): Origin
    {
        return new Origin(
            'inrush',
            'Inrush',
            'Thermistor or soft-start resistor; larger reservoirs than the maker fitted; the characteristic of ' .
                'the fuse.',
        );
    }

    private function cooling(): Origin
    {
        return new Origin('cooling', 'Cooling', 'Dry grease, loose screw, clogged vents, a fan that stands.');
    }

    private function backfed(): Origin
    {
        return new Origin(
            'backfed',
            'Fed backwards',
            'A large capacitor behind it discharges through it when the input falls first: the protection diode ' .
                'across it.',
        );
    }
}

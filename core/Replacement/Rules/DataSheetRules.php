<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/**
 * Controllers, op-amps, references, valves, transformers and whatever else goes by its type: the same type goes in. An
 * equivalent is judged by whoever has both data sheets; what matters there is listed, with what this circuit asks
 * (common practice).
 */
final class DataSheetRules implements FitRules
{
    private const YOURS = 'For you to judge, with both data sheets.';

    /** What is compared by kind: words, or parameters of the description with their unit. */
    private const MATTERS = [
        'pwm_controller' => [
            ['pinout', null, 'Pin by pin: families differ in two or three of them.'],
            ['start voltage', 'start', 'Above it and it may never start from its resistor.'],
            ['stop voltage', 'stop', 'Below it the auxiliary winding must stay.'],
            ['start-up current', 'start_current', 'More of it and the start-up resistor is too high.'],
            ['feedback', 'feedback', 'Which way the pin works, and its level.'],
            ['duty limit', null, 'Types of half the duty run a flyback out of reach at low mains.'],
        ],
        'integrated_switcher' => [
            ['pinout', null, 'Pin by pin.'],
            ['drain voltage', 'voltage', 'Mains peak, reflected voltage and spike.'],
            ['power', null, 'On-resistance and current limit for this load.'],
            ['frequency', null, 'The transformer is wound for one.'],
        ],
        'op_amp' => [
            ['pinout', null, 'One, two or four in a body.'],
            ['supply', null, 'Between its supply pins, at the highest mains.'],
            ['output current', 'current', 'What it has to drive.'],
            ['headroom', 'headroom', 'Whether output and inputs reach the rails that they have to.'],
            ['stability', null, 'Slower or faster: what its compensation is for.'],
        ],
        'shunt_reference' => [
            ['pinout', null, 'The same letters come with cathode and reference exchanged.'],
            ['reference voltage', 'value', '2.5 V and 1.25 V types look alike; its tolerance is the output\'s.'],
            ['least current', null, 'What the optocoupler\'s resistor leaves it.'],
        ],
        'valve' => [
            ['base', null, 'Pin by pin.'],
            ['heater volts', 'heater', 'In series chains the current counts instead.'],
            ['heater current', 'heater_current', 'The transformer gives what it gives.'],
            ['anode', 'current', 'Current, dissipation and slope at this supply; screen too.'],
        ],
        'transformer' => [
            ['secondary volts', 'secondary', 'Off load and at this load; every winding and tap.'],
            ['rating', 'power', 'With the crest of a capacitor input: 1.8 times the DC watts.'],
            ['primary', 'primary', 'Voltage, frequency, how its halves are joined.'],
            ['insulation', null, 'Safety isolating (IEC 61558) where people touch the output; thermal fuse inside.'],
            ['body', null, 'Size, fixing, stray field towards what hums.'],
        ],
    ];

    private const ANY = [
        ['pinout', null, 'Pin by pin.'],
        ['function', null, 'What it does in this circuit.'],
        ['ratings', null, 'Against what stands there at the highest mains.'],
    ];

    public function rows(Component $candidate, Place $place): array
    {
        if ($candidate->type !== '' && mb_strtoupper($candidate->type) === mb_strtoupper($place->original->type)) {
            return [new Row('type', $place->original->type, $candidate->type, '', Fit::Ok, 'The same type.')];
        }
        $name = $candidate->type === '' ? $candidate->label() : $candidate->type;
        $rows = [new Row('type', $place->original->label(), $name, '', Fit::Noted, 'Another type. ' . self::YOURS)];
        foreach (self::MATTERS[$place->part->kind->name()] ?? self::ANY as [$title, $parameter, $reason]) {
            $rows[] = new Row(
                $title,
                $parameter === null ? '' : self::written($place->part, $parameter),
                '',
                self::asked($title, $place),
                Fit::Noted,
                $reason,
            );
        }

        return $rows;
    }

    private static function written(Part $part, string $parameter): string
    {
        foreach ($part->kind->parameters() as $one) {
            if ($one->name === $parameter) {
                return match (true) {
                    isset($part->choices[$parameter]) => $part->choices[$parameter],
                    $one->unit !== null && $part->knows($parameter) => Quantity::write(
                        $part->value($parameter),
                        $one->unit,
                    ),
                    default => '',
                };
            }
        }

        return '';
    }

    /** What the solver says this circuit asks of it there; empty where it says nothing. */
    private static function asked(string $title, Place $place): string
    {
        return match ($title) {
            'drain voltage', 'supply' => $place->says(Rating::VOLTAGE, Unit::Volt),
            'output current', 'anode' => $place->says(Rating::AVERAGE, Unit::Ampere),
            'rating', 'ratings' => $place->says(Rating::POWER, Unit::Watt),
            default => '',
        };
    }
}

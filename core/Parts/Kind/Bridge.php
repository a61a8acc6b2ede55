<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

final class Bridge extends Device implements Rated, Warms
{
    private const LEGS = [
        'd1' => ['ac1', 'plus'],
        'd2' => ['ac2', 'plus'],
        'd3' => ['minus', 'ac1'],
        'd4' => ['minus', 'ac2'],
    ];

    public function name(): string
    {
        return 'bridge';
    }

    public function title(): string
    {
        return 'Bridge rectifier';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 110.0,
            limit: 'junction 150 °C',
            warms: 450.0,
            letter: 'BR',
            hot: [
                'Average current times two drops of about 0.9 V is its heat: from 3 or 4 W it wants area, from 30 W ' .
                'a heatsink.',
                'One leg open makes the others carry double.',
                'Bolted down on a thin even film of grease, not over-torqued.',
            ],
            meant: [50.0, 'an output rectifier is hot by trade'],
            probed: 1,
            family: Family::Rectifier,
            prefixes: ['BR', 'BD'],
            words: ['bridge'],
            symbols: ['D_Bridge'],
            pins: [
                '+' => 'plus',
                '-' => 'minus',
                '~' => 'ac1',
                '~2' => 'ac2',
                '1' => 'plus',
                '2' => 'ac1',
                '3' => 'ac2',
                '4' => 'minus',
            ],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('ac1', 'ac2', 'plus', 'minus');
    }

    public function parameters(): array
    {
        return [
            Parameter::optional('current', 'rated average current', Unit::Ampere, 2.0),
            Parameter::optional('reverse', 'rated reverse voltage', Unit::Volt, 400.0),
        ];
    }

    public function faults(Part $part): array
    {
        $faults = [];
        foreach (self::LEGS as $leg => [$from, $to]) {
            $faults[] = new FaultMode(
                "{$leg}_short",
                "leg {$from} to {$to} shorted",
                0.8,
                'Diode test of the four legs, both ways each.',
                degrees: [0.5, 0.05],
            );
            $faults[] = new FaultMode(
                "{$leg}_open",
                "leg {$from} to {$to} open",
                0.5,
                'Diode test of the four legs; ripple at mains frequency under load.',
                silence: 'With so light a load the other legs do its work; ripple at mains frequency hints at it.',
            );
        }

        return $faults;
    }

    public function deadChecks(Part $part): array
    {
        $checks = [];
        foreach (self::LEGS as $leg => [$from, $to]) {
            $checks[] = DeadCheck::diode($part, $from, $to, "{$part->ref}, one leg", ".{$leg}");
        }
        $checks[] = DeadCheck::diode($part, 'ac1', 'minus', "{$part->ref}, blocking direction", '.d3reverse');
        $checks[] = DeadCheck::diode($part, 'ac2', 'minus', "{$part->ref}, blocking direction", '.d4reverse');
        $checks[] = DeadCheck::diode($part, 'plus', 'ac1', "{$part->ref}, blocking direction", '.d1reverse');
        $checks[] = DeadCheck::diode($part, 'plus', 'ac2', "{$part->ref}, blocking direction", '.d2reverse');

        return $checks;
    }

    public function ratings(Part $part): array
    {
        // Each leg carries half of the rated output current.
        $ratings = [];
        foreach (array_keys(self::LEGS) as $leg) {
            array_push(
                $ratings,
                ...Rectifier::limits($part->value('current') / 2, $part->value('reverse'), ".{$leg}", "{$leg}_short"),
            );
        }

        return $ratings;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        foreach (self::LEGS as $leg => [$from, $to]) {
            Rectifier::enterJunction(
                $netlist,
                "{$part->ref}.{$leg}",
                $part->node($from),
                $part->node($to),
                match ($fault) {
                    "{$leg}_short" => 'short',
                    "{$leg}_open" => 'open',
                    default => null,
                },
                Diode::standard($part->value('current')),
                $part,
            );
        }
    }

    /** Two amperes in a free body, thirty-five on a chassis (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return max(4.0, 40.0 * $part->value('current') ** -0.6);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\BreaksDown;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A transient suppressor (TVS), anode a to cathode k: a zener that is never to conduct in good order. */
final class SuppressorDiode extends Pair implements BreaksDown, Guards
{
    protected const ENDS = ['a', 'k'];

    public function name(): string
    {
        return 'tvs';
    }

    public function title(): string
    {
        return 'Suppressor diode';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 110.0,
            limit: 'junction 150 °C',
            warms: 300.0,
            letter: 'D',
            hot: Profile::COMPARE,
            symbols: ['D_TVS'],
            pins: ['1' => 'k', '2' => 'a'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'breakdown voltage', Unit::Volt, 0.05),
            Parameter::choice('style', 'style', 'one way', 'both ways'),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                2.0,
                'Ohms across it, one leg lifted: it sacrifices itself by shorting.',
                degrees: [5.0, 0.05],
                looks: [Look::CrackedBody, Look::BlownApart],
            ),
            new FaultMode(
                'leaky',
                'leaky',
                0.4,
                'Current at nine tenths of its voltage, out of circuit.',
                graded: true,
                degrees: [30e3, 1e3, 50.0],
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'a', 'k', "{$part->ref}, one way"),
            DeadCheck::diode($part, 'k', 'a', "{$part->ref}, the other way round", '.reverse'),
        ];
    }

    public function breakdown(Part $part, ?string $fault): float
    {
        return match ($fault) {
            'short' => 0.0,
            // Some milliamperes go past it before it breaks down.
            'leaky' => 0.5 * $part->value('value'),
            default => $part->value('value'),
        };
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $k] = [$part->node('a'), $part->node('k')];
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $a, $k, $part->degree(0.2));

            return;
        }
        if ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $a, $k, $part->degree($part->value('value') / 0.02));
        }
        $netlist->junction(
            $part->ref,
            $a,
            $k,
            $part->choice('style') === 'one way'
                ? SegmentTable::junction(1e-9, 1.8, 0.05, $part->value('value'), 0.5, 1e-3)
                : SegmentTable::varistor($part->value('value'), 50.0),
        );
    }
}

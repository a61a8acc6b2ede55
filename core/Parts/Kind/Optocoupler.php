<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * An optocoupler: LED a to k, transistor c to e on the other side of the isolation. Collector current is the transfer
 * ratio times the LED current (types of the 4N35 and 817 kind: 50 to 200 %, fading over the years).
 */
final class Optocoupler extends Device
{
    public function name(): string
    {
        return 'optocoupler';
    }

    public function title(): string
    {
        return 'Optocoupler';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its transfer ratio ages with heat',
            warms: 300.0,
            letter: 'OK',
            hot: Profile::COMPARE,
            family: Family::Optocoupler,
            junction: [0.9, 1.4],
            prefixes: ['OK', 'OC', 'PC'],
            words: ['optocoupler', 'opto'],
            types: ['/^(pc817|4n\\d\\d|cny|tlp|sfh|el817)/i'],
        );
    }

    private const LED_OHMS = 10.0;

    public function terminals(): Terminals
    {
        return Terminals::of('a', 'k', 'c', 'e');
    }

    public function islands(Part $part): array
    {
        return [['a', 'k'], ['c', 'e']];
    }

    public function parameters(): array
    {
        return [Parameter::optional('transfer', 'current transfer ratio', Unit::Ratio, 1.0, 0.4)];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'led_open',
                'LED open',
                0.8,
                'Diode test of its LED; drive it with a few milliamperes and watch the transistor side.',
            ),
            new FaultMode(
                'short',
                'transistor side shorted',
                0.4,
                'Ohms from collector to emitter, unpowered.',
                degrees: [300.0, 20.0, 0.3],
            ),
            new FaultMode('open', 'transistor side open', 0.5, 'Drive its LED and watch the transistor side.'),
            new FaultMode(
                'weak',
                'transfer ratio faded',
                1.0,
                'Transfer ratio at 5 mA, out of circuit.',
                graded: true,
                degrees: [0.4, 0.1, 0.02],
                in: Unit::Ratio,
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'a', 'k', "{$part->ref}, its LED"),
            DeadCheck::resistance($part, 'c', 'e', "{$part->ref}, collector to emitter", '.ce'),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $k, $c, $e] = [$part->node('a'), $part->node('k'), $part->node('c'), $part->node('e')];
        $inner = "{$part->ref}:led";
        $netlist->resistor("{$part->ref}.led", $a, $inner, $fault === 'led_open' ? 1e9 : self::LED_OHMS);
        $netlist->junction(
            "{$part->ref}.light",
            $inner,
            $k,
            SegmentTable::junction(1e-13, 1.8, 2.0, corners: SegmentTable::SIGNAL_CORNERS),
        );
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $c, $e, $part->degree(20.0));
        }
        $transfer = match ($fault) {
            'weak' => $part->degree(0.08) * $part->value('transfer'),
            'open' => 1e-9,
            default => $part->value('transfer'),
        };
        $netlist->controlled(
            $part->ref,
            $c,
            $e,
            [[$a, $inner], [$c, $e]],
            [[[$transfer / ($fault === 'led_open' ? 1e9 : self::LED_OHMS), 0.0], 0.0], [[0.0, 0.05], -0.005]],
        );
    }
}

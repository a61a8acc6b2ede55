<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * An operational amplifier as error amplifier, terminals plus, minus, out, vp and vn: its output stage pushes from vp
 * or pulls to vn in proportion to the input difference, and stops 1.5 V short of either supply (741 and 358 families,
 * common practice).
 */
final class OpAmp extends Device
{
    public function name(): string
    {
        return 'op_amp';
    }

    public function title(): string
    {
        return 'Operational amplifier';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'rated for 70 to 85 °C around it',
            warms: 300.0,
            letter: 'U',
            hot: Profile::COMPARE,
            words: ['opamp', 'op-amp'],
            types: ['/^(lm358|tl07|tl08|ne5532|741)/i'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Exchanged;
    }

    private const TRANSCONDUCTANCE = 5.0;

    public function terminals(): Terminals
    {
        return Terminals::of('plus', 'minus', 'out', 'vp', 'vn');
    }

    public function parameters(): array
    {
        return [
            Parameter::optional('current', 'output current limit', Unit::Ampere, 0.02),
            Parameter::optional('quiescent', 'supply current', Unit::Ampere, 1.5e-3, 0.4),
            Parameter::optional('headroom', 'voltage lost to each supply', Unit::Volt, 1.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'stuck_high',
                'output stuck high',
                0.6,
                'Compare its two inputs: the output must follow the sign of their difference.',
            ),
            new FaultMode(
                'stuck_low',
                'output stuck low',
                0.6,
                'Compare its two inputs: the output must follow the sign of their difference.',
            ),
            new FaultMode('short', 'supply pins shorted', 0.4, 'Ohms between its supply pins.', degrees: [30.0, 0.05]),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'vp', 'vn', "{$part->ref}, across its supply pins", '.supply')];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$plus, $minus, $out, $vp, $vn] = array_map($part->node(...), ['plus', 'minus', 'out', 'vp', 'vn']);
        $headroom = $part->value('headroom');
        if ($netlist->isUnpowered) {
            $netlist->chip("{$part->ref}.asleep", $vp, $vn, 10e3);
        }
        $netlist->controlled(
            "{$part->ref}.quiescent",
            $vp,
            $vn,
            [[$vp, $vn]],
            [[[0.0], $part->value('quiescent')], [[$netlist->isUnpowered ? 1e-9 : 1e-3], 0.0]],
        );
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $vp, $vn, $part->degree(8.0));

            return;
        }
        $push = $fault === 'stuck_high' ? 1.0 : ($fault === 'stuck_low' ? -1.0 : 0.0);
        foreach (['push' => [$vp, $out, 1.0], 'pull' => [$out, $vn, -1.0]] as $name => [$from, $to, $sign]) {
            $netlist->controlled(
                "{$part->ref}.{$name}",
                $from,
                $to,
                [[$plus, $minus], [$from, $to]],
                [
                    $push === 0.0 ? [[$sign * self::TRANSCONDUCTANCE, 0.0], 0.0] : [[0.0, 0.0], $sign * $push],
                    [[0.0, 0.05], -0.05 * $headroom],
                    [[0.0, 0.0], $part->value('current')],
                ],
            );
        }
    }
}

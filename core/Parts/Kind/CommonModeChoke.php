<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * Two equal windings in the two mains leads, a1 to a2 and b1 to b2. The mains current cancels in it: at mains frequency
 * only its copper counts.
 */
final class CommonModeChoke extends Device implements Guards, Rated
{
    public function name(): string
    {
        return 'common_mode_choke';
    }

    public function title(): string
    {
        return 'Common-mode choke';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'winding on the mains side, class A (IEC 60085)',
            warms: 300.0,
            letter: 'L',
            hot: ['Mains current squared times its resistance.'],
            words: ['common-mode'],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('a1', 'a2', 'b1', 'b2');
    }

    public function islands(Part $part): array
    {
        return [['a1', 'a2'], ['b1', 'b2']];
    }

    public function parameters(): array
    {
        return [
            Parameter::optionalMain('value', 'inductance of one winding', Unit::Henry, 0.3),
            Parameter::optional('resistance', 'resistance of one winding', Unit::Ohm, 0.3, 0.2),
            Parameter::optional('current', 'rated current', Unit::Ampere),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'a_open',
                'winding a open',
                0.3,
                'Ohms across each winding.',
                looks: [Look::BurntEnd, Look::CrackedJoint],
            ),
            new FaultMode(
                'b_open',
                'winding b open',
                0.3,
                'Ohms across each winding.',
                looks: [Look::BurntEnd, Look::CrackedJoint],
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'a1', 'a2', "winding a of {$part->ref}", '.a'),
            DeadCheck::resistance($part, 'b1', 'b2', "winding b of {$part->ref}", '.b'),
        ];
    }

    public function ratings(Part $part): array
    {
        return $part->knows('current') ? [Rating::rms($part->value('current'), '.a')] : [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        foreach (['a', 'b'] as $winding) {
            $netlist->resistor(
                "{$part->ref}.{$winding}",
                $part->node("{$winding}1"),
                $part->node("{$winding}2"),
                $fault === "{$winding}_open" ? 1e9 : $part->value('resistance'),
            );
        }
    }
}

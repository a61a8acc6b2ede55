<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/**
 * A transistor that conducts like a diode with a few millivolts of drop while its driver works, anode a to cathode k.
 * With the driver dead its body diode carries on, and runs hot.
 */
final class SynchronousRectifier extends Pair implements Rated
{
    protected const ENDS = ['a', 'k'];

    public function name(): string
    {
        return 'synchronous_rectifier';
    }

    public function title(): string
    {
        return 'Synchronous rectifier';
    }

    public function profile(): Profile
    {
        return new Profile(celsius: 105.0, limit: 'junction 150 °C', warms: 300.0, letter: 'D', hot: Profile::COMPARE);
    }

    public function parameters(): array
    {
        return [
            Parameter::optional('on', 'on resistance', Unit::Ohm, 5e-3, 0.2),
            Parameter::optional('current', 'rated average current', Unit::Ampere, 20.0),
            Parameter::optional('reverse', 'rated reverse voltage', Unit::Volt, 100.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('short', 'shorted', 2.5, 'Diode test both ways: under 0.1 V both ways.'),
            new FaultMode(
                'undriven',
                'not driven',
                1.0,
                'Its drop under load is that of a diode, not of a few milliohms; it runs hot.',
                looks: [Look::BrownedBoard],
            ),
            new FaultMode('open', 'open', 0.4, 'Diode test: OL both ways.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'a', 'k', "{$part->ref}, its body diode"),
            DeadCheck::diode($part, 'k', 'a', "{$part->ref}, the other way round", '.reverse'),
        ];
    }

    public function ratings(Part $part): array
    {
        return Rectifier::limits($part->value('current'), $part->value('reverse'));
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        // Unpowered there is no drive: only the body diode is there to be measured.
        $driven = $fault === null && !$netlist->isUnpowered;
        Rectifier::enterJunction(
            $netlist,
            $part->ref,
            $part->node('a'),
            $part->node('k'),
            $fault,
            $driven
                ? SegmentTable::through(
                    [[0.0, 0.0], [0.01, 0.01 / $part->value('on')]],
                    sprintf('max(0, {v})/%.6g', $part->value('on')),
                )
                : Diode::standard($part->value('current')),
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Quantity\Unit;

/**
 * Controller and high-voltage switch in one package: drain d, source s, feedback fb, supply vcc against s. It takes its
 * start-up and, if nothing else feeds it, its running current straight from the drain, so it needs no start-up
 * resistor.
 */
final class IntegratedSwitcher extends Device implements Decides, LivesBetween, Rated, Warms
{
    public function name(): string
    {
        return 'integrated_switcher';
    }

    public function title(): string
    {
        return 'Integrated switcher';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'junction 125 to 150 °C, then its thermal protection cuts in',
            warms: 300.0,
            letter: 'U',
            hot: Profile::HOT_SWITCH,
            probed: 5,
            words: ['switcher'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Exchanged;
    }

    public function terminals(): Terminals
    {
        return Terminals::of('d', 's', 'vcc', 'fb');
    }

    public function parameters(): array
    {
        return [
            ...UnderVoltageLockout::parameters(5.8, 4.8, 0.2e-3, 0.8e-3, 12.0),
            Parameter::optional('voltage', 'rated drain voltage', Unit::Volt, 700.0),
            Parameter::optional('current', 'rated drain current', Unit::Ampere, 0.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'drain to source shorted',
                3.0,
                'Ohms from drain to source, both ways.',
                looks: [Look::Crater, Look::CrackedCase],
            ),
            new FaultMode(
                'dead',
                'dead, does not start',
                1.5,
                'Drain voltage present, supply pin at its start voltage, no output.',
            ),
            new FaultMode('no_supply', 'supply pin not fed from the drain', 0.5, 'Its supply pin stays at nothing.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 's', 'd', "{$part->ref}, body diode", '.body'),
            DeadCheck::resistance($part, 'd', 's', "{$part->ref}, drain to source", '.ds'),
            DeadCheck::resistance($part, 'vcc', 's', "{$part->ref}, supply pin to source", '.supply'),
        ];
    }

    public function ratings(Part $part): array
    {
        return [
            Rating::voltage($part->value('voltage'), '.body')->destroyedAt(1.15, 'short', Breaking::BreaksDown, 0.01),
            Rating::average($part->value('current'))->destroyedAt(6.0, 'short', Breaking::IsOverloaded, 0.02),
        ];
    }

    public function rest(Part $part): array
    {
        return ['state' => UnderVoltageLockout::OFF];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        return UnderVoltageLockout::decide(
            $part,
            $record,
            $part->node('vcc'),
            $part->node('s'),
            $fault !== 'dead' && $fault !== 'short',
        );
    }

    public function thresholds(Part $part): array
    {
        return [$part->node('vcc'), $part->node('s'), $part->value('stop'), $part->value('start')];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return UnderVoltageLockout::dwell($part, $record, $part->node('vcc'), $part->node('s'));
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$d, $s, $vcc, $fb] = [$part->node('d'), $part->node('s'), $part->node('vcc'), $part->node('fb')];
        $drive = Mosfet::driveNode($part);
        UnderVoltageLockout::enterSupply($part, $netlist, $vcc, $s);
        $netlist->junction("{$part->ref}.body", $s, $d, SegmentTable::junction(1e-11, 1.2, 0.1));
        $netlist->chip("{$part->ref}.drive", $drive, $s, 10e3);
        $netlist->chip("{$part->ref}.fb_pin", $fb, $s, 1e6);
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $d, $s, 0.05);

            return;
        }
        if ($fault !== 'no_supply') {
            $netlist->controlled(
                "{$part->ref}.tap",
                $d,
                $vcc,
                [[$vcc, $s], [$d, $vcc]],
                [[[-1e-2, 0.0], 1.02e-2 * $part->value('start')], [[0.0, 0.0], 3e-3], [[0.0, 1e-4], -1e-3]],
            );
        }
        if (UnderVoltageLockout::isRunning($part)) {
            $netlist->controlled(
                "{$part->ref}.pull_up",
                $vcc,
                $fb,
                [[$fb, $s], [$vcc, $fb]],
                [[[-1e-4, 0.0], 5e-4], [[0.0, 0.1], 0.0]],
            );
            $netlist->controlled(
                "{$part->ref}.signal",
                $s,
                $drive,
                [[$fb, $s], [$drive, $s]],
                [[[0.02, -0.01], -0.02], [[0.0, -0.01], 0.05]],
            );
        }
    }

    /** On its copper (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return 25.0;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Apart;
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
 * An active power-factor stage between the rectified mains (in) and the bulk capacitor (out), both against common: it
 * draws a current in proportion to the voltage and lifts the bulk to its setting; off, the bulk sits at the rectified
 * mains through its diode. Its loop is slower than the mains by nature (boost stages in data-sheet families; averaged).
 */
final class PowerFactorStage extends Device implements Adjusts, Decides, Rated, Warms
{
    public function name(): string
    {
        return 'pfc';
    }

    public function title(): string
    {
        return 'Power-factor stage';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'choke of class B, switch with a junction of 150 °C',
            warms: 300.0,
            letter: 'PF',
            hot: Profile::COMPARE,
        );
    }

    public function apart(): Apart
    {
        return Apart::Exchanged;
    }

    /**
     * Stiffness of its loop as a multiple of full-load current over bulk voltage: soft enough to leave the ripple
     * alone.
     */
    private const STIFFNESS = 10.0;

    public function terminals(): Terminals
    {
        return Terminals::of('in', 'out', 'common')->maybe('vcc');
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'bulk voltage', Unit::Volt, 0.03),
            Parameter::main('power', 'power limit', Unit::Watt, 0.1),
            Parameter::optional('efficiency', 'efficiency', Unit::Ratio, 0.95, 0.02),
            Parameter::optional('supply', 'supply voltage it needs at vcc', Unit::Volt, 10.0),
            Parameter::optional('reverse', 'rated voltage of its diode and switch', Unit::Volt, 600.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'switch_short',
                'its switch shorted',
                2.5,
                'Ohms from its drain to the bulk minus.',
                looks: [Look::Crater],
            ),
            new FaultMode('dead', 'does not boost', 1.2, 'The bulk sits at the plain rectified mains.'),
            new FaultMode('diode_short', 'boost diode shorted', 0.6, 'Diode test of the boost diode, both ways.'),
            new FaultMode('diode_open', 'boost diode open', 0.5, 'Diode test of the boost diode.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::diode($part, 'in', 'out', "{$part->ref}, boost diode through its choke", '.diode'),
            DeadCheck::diode($part, 'common', 'in', "{$part->ref}, body diode of its switch", '.switch'),
        ];
    }

    public function ratings(Part $part): array
    {
        return [Rating::reverse($part->value('reverse'), '.diode')];
    }

    public function rest(Part $part): array
    {
        return ['on' => 0.0, 'conductance' => 0.0, 'current' => 0.0];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        $line = $record->signal($part->node('in'), $part->node('common'))->rms;
        if ($part->value('on') <= 0 || $line < 1.0 || !$record->has("{$part->ref}.steer")) {
            return ['conductance' => 0.0, 'current' => 0.0];
        }
        $current = $record->currentSignal("{$part->ref}.steer")->average;

        return [
            'conductance' => ($current * $part->value('value')) / $part->value('efficiency') / $line ** 2,
            'current' => $current,
        ];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        $fed =
            !$part->has('vcc') ||
            $record->signal($part->node('vcc'), $part->node('common'))->average >
                $part->value('supply') * ($part->value('on') > 0 ? 0.8 : 1.0);

        return ['on' => $fault === null && $fed ? 1.0 : 0.0];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return 0.1;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$in, $out, $common] = [$part->node('in'), $part->node('out'), $part->node('common')];
        $choked = "{$part->ref}:choke";
        $netlist->resistor("{$part->ref}.choke", $in, $choked, 0.2);
        Rectifier::enterJunction(
            $netlist,
            "{$part->ref}.diode",
            $choked,
            $out,
            match ($fault) {
                'diode_short' => 'short',
                'diode_open' => 'open',
                default => null,
            },
            Diode::standard(5.0),
        );
        $netlist->junction("{$part->ref}.body", $common, $choked, SegmentTable::junction(1e-10, 1.2, 0.05));
        if ($fault === 'switch_short') {
            $netlist->resistor("{$part->ref}.short", $choked, $common, 0.05);
        }
        if (($part->values['on'] ?? 0.0) <= 0) {
            return;
        }
        [$bulk, $current, $conductance] = [$part->value('value'), $part->value('current'), $part->value('conductance')];
        $most = $part->value('power') / $bulk;
        $stiff = (self::STIFFNESS * $most) / $bulk;
        $netlist->controlled(
            "{$part->ref}.steer",
            $common,
            $out,
            [[$out, $common]],
            [[[-$stiff], $stiff * $bulk + $current], [[0.0], $most]],
        );
        if ($conductance > 0) {
            $netlist->resistor("{$part->ref}.drawn", $in, $common, 1 / $conductance);
            // What it delivers swells and ebbs with the square of the line: that, less its mean, which the loop has.
            $netlist->tabled(
                "{$part->ref}.swell",
                $common,
                $out,
                $in,
                $common,
                SegmentTable::square(($conductance * $part->value('efficiency')) / $bulk, $bulk),
            );
            $netlist->controlled("{$part->ref}.mean", $out, $common, [[$out, $common]], [[[0.0], $current]]);
        }
    }

    /** Choke, switch and diode with what cools them. */
    public function perWatt(Part $part): float
    {
        return 45.0 / ($part->value('power') * (1 / $part->value('efficiency') - 1) + 0.05);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/** An indicator, anode a to cathode k; forward voltage stated at 10 mA. */
final class Led extends Pair implements ShowsSigns, Rated
{
    protected const ENDS = ['a', 'k'];

    /** It is seen to be lit above this average current, amperes (common practice). */
    private const LIT = 0.5e-3;

    public function name(): string
    {
        return 'led';
    }

    public function title(): string
    {
        return 'LED';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'junction 125 °C',
            warms: 300.0,
            letter: 'LED',
            hot: Profile::COMPARE,
            junction: [1.5, 3.4],
            prefixes: ['LED'],
            words: ['led'],
            symbols: ['LED'],
            pins: ['1' => 'k', '2' => 'a'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::optionalMain('forward', 'forward voltage at 10 mA', Unit::Volt, 0.08),
            Parameter::optional('current', 'rated current', Unit::Ampere, 0.02),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('open', 'open', 0.6, 'Diode test; most meters light it faintly.'),
            new FaultMode('short', 'shorted', 0.1, 'Diode test: under 0.1 V both ways.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::diode($part, 'a', 'k', "{$part->ref}, conducting direction")];
    }

    public function ratings(Part $part): array
    {
        return [Rating::average($part->value('current'))->destroyedAt(6.0, 'open', Breaking::BurnsOut, 1.0)];
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return [
            $part->ref .
            ($fault === null && $record->currentSignal($part->ref)->average > self::LIT ? ' lit' : ' dark'),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$anode, $cathode] = [$part->node('a'), $part->node('k')];
        if ($fault !== null) {
            $netlist->resistor($part->ref, $anode, $cathode, $fault === 'short' ? 1.0 : 1e9);

            return;
        }
        $forward = $part->knows('forward') ? $part->value('forward') : 2.0;
        $emission = 2.0;
        $series = 5.0;
        $saturation = 10e-3 / expm1(($forward - $series * 10e-3) / ($emission * SegmentTable::THERMAL_VOLTAGE));
        $netlist->junction($part->ref, $anode, $cathode, SegmentTable::junction($saturation, $emission, $series));
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Quantity\Unit;

/** An aluminium electrolytic, terminals plus and minus. ESR from tan(delta) where none is given (IEC 60384-4 relation). */
final class Electrolytic extends Pair implements Rated, StoresCharge
{
    protected const ENDS = ['plus', 'minus'];

    public function name(): string
    {
        return 'electrolytic';
    }

    public function title(): string
    {
        return 'Electrolytic capacitor';
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'capacitance', Unit::Farad, 0.2),
            Parameter::optional('voltage', 'working voltage', Unit::Volt),
            Parameter::optional('ripple', 'rated ripple current', Unit::Ampere),
            Parameter::optional('esr', 'equivalent series resistance', Unit::Ohm, null, 0.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('dried', 'dried out', 8.0, 'Capacitance and ESR with one leg lifted.', graded: true, looks: 'bulging vent, crust at the base, next to a heatsink', silence: 'Another capacitor nearby, a stiff supply or a light load carries on for it: capacitance and ESR tell.'),
            new FaultMode('leaky', 'leaky', 2.5, 'Leakage at working voltage through a resistor.', graded: true, looks: 'warm to a thermal probe', silence: 'What feeds it is stiff: it shows in warmth and in a leakage test.'),
            new FaultMode('short', 'shorted', 2.0, 'Ohms stay low and do not climb; lift one leg.'),
            new FaultMode('reversed', 'fitted the wrong way round', 0.3, 'Compare its stripe with the board, its neighbours and its twin: it looks perfectly normal.', looks: 'stripe on the wrong side', silence: 'Another capacitor nearby, a stiff supply or a light load carries on for it: capacitance and ESR tell.'),
            new FaultMode('open', 'open or cracked joint', 1.5, 'Bridge it with a good one of the same value, unplugged between.', silence: 'Another capacitor nearby, a stiff supply or a light load carries on for it: capacitance and ESR tell.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'plus', 'minus', "{$part->ref}, once it stops climbing"), DeadCheck::esr($part, 'plus', 'minus')];
    }

    public function ratings(Part $part): array
    {
        $ratings = $part->knows('voltage') ? [Rating::voltage($part->value('voltage'))->destroyedAt(1.35, 'short', 'vents and shorts', 2.0)] : [];

        return $part->knows('ripple') ? [...$ratings, Rating::ripple($part->value('ripple'))] : $ratings;
    }

    public function asFound(Part $part, ?string $fault): array
    {
        $farads = $part->value('value');
        $esr = $part->knows('esr') ? $part->value('esr') : self::typicalEsr($farads);
        // A good one passes 0.01 C V, and data sheets allow three microamperes to the smallest.
        $good = ['farads' => $farads, 'esr' => $esr, 'leak' => self::working($part) / max(3e-6, 0.01 * $farads * self::working($part))];

        return match ($fault) {
            'short' => ['farads' => INF, 'esr' => 0.1, 'leak' => 0.1],
            'open' => ['farads' => 0.0, 'esr' => 1e9, 'leak' => 1e9],
            'dried' => ['farads' => $farads * 0.1, 'esr' => $esr * 15] + $good,
            'leaky' => ['leak' => self::leakOhms($farads, self::working($part))] + $good,
            default => $good,
        };
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$plus, $minus] = [$part->node('plus'), $part->node('minus')];
        $found = $this->asFound($part, $fault);
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $plus, $minus, $found['esr']),
            'open' => $netlist->resistor("{$part->ref}.open", $plus, $minus, $found['leak']),
            default => $netlist->capacitor($part->ref, $plus, $minus, $found['farads'], $found['esr']),
        };
        if ($fault === 'reversed') {
            // It conducts from about a volt and a half, as the oxide of its cathode foil does (common practice).
            $netlist->junction("{$part->ref}.reversed", $plus, $minus, SegmentTable::junction(1e-9, 3.0, 40.0 * $found['esr'] + 5.0));
        }
        if ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $plus, $minus, $found['leak']);
        }
    }

    /** ESR = tan(delta) / (2 pi f C) at 100 Hz with tan(delta) = 0.12, a general-purpose type; never below 10 mOhm. */
    public static function typicalEsr(float $farads): float
    {
        return max(0.01, 0.12 / (2 * M_PI * 100 * $farads));
    }

    private static function working(Part $part): float
    {
        return $part->knows('voltage') ? $part->value('voltage') : 25.0;
    }

    /** A bad leak passes of the order of 100 mA from a large reservoir, a few milliamperes from a small one (common practice). */
    private static function leakOhms(float $farads, float $working): float
    {
        return $working / min(0.25, max(0.004, 40 * $farads));
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Circuit;

use Oculant\Core\Circuit\Branch\Branch;
use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\Inductor;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Expectation\Behaviour;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * What every solved circuit must obey whatever is in it: Kirchhoff's laws, Tellegen's theorem, no direct current
 * through a capacitor and no direct voltage across a winding in the steady state, and for linear networks
 * superposition, reciprocity, Thevenin's theorem and the greatest power at a matched load. (Desoer and Kuh, Basic
 * Circuit Theory 1969, from memory; the averages also Erickson and Maksimovic, Fundamentals of Power Electronics, as
 * charge and volt-second balance.)
 */
final class NetworkTheoremsTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, string>}> */
    public static function cases(): iterable
    {
        foreach (
            [
                'tuner-feed',
                'deck-intercom',
                'auction-scale',
                'dimmer-drive',
                'tide-recorder',
                'salinity-bridge',
                'gallery-organ',
            ]
            as $name
        ) {
            yield $name => [$name, []];
        }
        yield 'a half-wave feed with a leaky reservoir' => ['tuner-feed', ['C1' => 'leaky']];
        yield 'a bridge with one leg open' => ['auction-scale', ['BR1' => 'leg_open']];
        yield 'a dried reservoir' => ['deck-intercom', ['C1' => 'dried']];
        yield 'a shorted winding' => ['tuner-feed', ['T1' => 'shorted_turns']];
        yield 'a battery feed' => ['buoy-lantern', []];
    }

    /** @param array<string, string> $faults */
    #[DataProvider('cases')]
    public function testCurrentsBalanceAtEveryNode(string $name, array $faults): void
    {
        $record = self::solved($name, $faults);
        $sums = $sizes = [];
        foreach ($record->netlist()->branches() as $branchName => $branch) {
            foreach ($record->current((string) $branchName) as $step => $amperes) {
                foreach ($branch->incidence() as $node => $coefficient) {
                    $sums[$node][$step] = ($sums[$node][$step] ?? 0.0) + $coefficient * $amperes;
                    $sizes[$node] = max($sizes[$node] ?? 0.0, abs($coefficient * $amperes));
                }
            }
        }
        self::assertGreaterThan(5, count($sums));
        foreach ($sums as $node => $steps) {
            $worst = max(array_map(abs(...), $steps));
            // A nanosiemens from every node to the reference is part of the model.
            self::assertLessThan(
                1e-6 + 1e-5 * $sizes[$node],
                $worst,
                "{$name}, node {$node}: {$worst} A are left over",
            );
        }
    }

    /** @param array<string, string> $faults */
    #[DataProvider('cases')]
    public function testWhatSourcesGiveIsWhatTheRestTakesAtEveryInstant(string $name, array $faults): void
    {
        $record = self::solved($name, $faults);
        $powers = [];
        $size = 0.0;
        foreach (array_keys($record->netlist()->branches()) as $branchName) {
            $volts = $record->across((string) $branchName);
            foreach ($record->current((string) $branchName) as $step => $amperes) {
                $powers[$step] = ($powers[$step] ?? 0.0) + $volts[$step] * $amperes;
                $size = max($size, abs($volts[$step] * $amperes));
            }
        }
        self::assertGreaterThan(1e-3, $size);
        self::assertLessThan(1e-5 * $size + 1e-4, max(array_map(abs(...), $powers)));
    }

    /** @param array<string, string> $faults */
    #[DataProvider('cases')]
    public function testNoDirectCurrentThroughACapacitorNorVoltageAcrossAWinding(string $name, array $faults): void
    {
        $record = self::solved($name, $faults);
        foreach ($record->netlist()->branches() as $branchName => $branch) {
            if ($branch instanceof Capacitor) {
                $signal = $record->currentSignal((string) $branchName);
                self::assertLessThan(1e-6 + 2e-3 * $signal->rms, abs($signal->average), (string) $branchName);
            } elseif ($branch instanceof Inductor) {
                $volts = $record->across((string) $branchName);
                $size = max(array_map(abs(...), $volts));
                self::assertLessThan(1e-3 + 2e-3 * $size, abs(array_sum($volts) / count($volts)), (string) $branchName);
            }
        }
        self::assertGreaterThan(
            0,
            count(array_filter($record->netlist()->branches(), static fn(Branch $b): bool => $b instanceof Capacitor)),
        );
    }

    public function testSourcesAddUp(): void
    {
        $both = self::ladder(12.0, 5.0)->waveform('c', '0');
        $first = self::ladder(12.0, 0.0)->waveform('c', '0');
        $second = self::ladder(0.0, 5.0)->waveform('c', '0');
        foreach ($both as $step => $volts) {
            self::assertEqualsWithDelta($first[$step] + $second[$step], $volts, 1e-4);
        }
        self::assertGreaterThan(1.0, max($both) - min($both));
    }

    /** A source moved to where the response was seen gives that response where the source was. */
    public function testALinearNetworkIsReciprocal(): void
    {
        $network = static function (string $driven): Netlist {
            $netlist = new Netlist('0', 50);
            // A source in series with a fixed resistance: the same network whichever end is driven.
            $netlist->source('V1', 'a', '0', 50, $driven === 'a' ? 10 : 0, 0);
            $netlist->resistor('R1', 'a', 'b', 330);
            $netlist->capacitor('C1', 'b', '0', 4.7e-6, 2);
            $netlist->inductor('L1', 'b', 'c', 0.3);
            $netlist->resistor('R2', 'c', 'd', 120);
            $netlist->resistor('R3', 'a', 'd', 2200);
            $netlist->source('V2', 'd', '0', 50, $driven === 'd' ? 10 : 0, 0);

            return $netlist;
        };
        $forward = SteadyState::of($network('a'));
        $back = SteadyState::of($network('d'));
        foreach ($forward->current('V2') as $step => $amperes) {
            self::assertEqualsWithDelta($back->current('V1')[$step], $amperes, 1e-7);
        }
        self::assertGreaterThan(1e-4, $forward->currentSignal('V2')->rms);
    }

    public function testTheveninEquivalentGivesTheSameToAnyLoad(): void
    {
        $loaded = static function (?float $ohms): float {
            $netlist = new Netlist('0', 0);
            $netlist->source('V', 'a', '0', 10, 0, 24);
            $netlist->resistor('R1', 'a', 'b', 470);
            $netlist->resistor('R2', 'b', '0', 1000);
            $netlist->resistor('R3', 'b', 'c', 220);
            if ($ohms !== null) {
                $netlist->resistor('RL', 'c', '0', $ohms);
            }

            return SteadyState::of($netlist)->signal('c', '0')->average;
        };
        $open = $loaded(null);
        $inner = 220 + 1 / (1 / 480 + 1 / 1000);
        self::assertEqualsWithDelta((24 * 1000) / 1480, $open, 1e-4);
        foreach ([10.0, 330.0, 4700.0] as $ohms) {
            self::assertEqualsWithDelta(($open * $ohms) / ($ohms + $inner), $loaded($ohms), 1e-4);
        }
        // The load that takes most is the inner resistance itself.
        $power = static fn(float $ohms): float => $loaded($ohms) ** 2 / $ohms;
        self::assertGreaterThan($power(0.9 * $inner), $power($inner));
        self::assertGreaterThan($power(1.1 * $inner), $power($inner));
    }

    /** Series resonance: at f = 1 / (2 pi sqrt(LC)) the reactances cancel and the resistance alone is left. */
    public function testSeriesResonanceLeavesTheResistance(): void
    {
        $current = static function (float $henries): float {
            $netlist = new Netlist('0', 50);
            $netlist->source('V', 'a', '0', 0.01, 10 * M_SQRT2, 0);
            $netlist->inductor('L', 'a', 'b', $henries);
            $netlist->capacitor('C', 'b', 'c', 10e-6, 1e-3);
            $netlist->resistor('R', 'c', '0', 200);

            return SteadyState::of($netlist)->currentSignal('R')->rms;
        };
        $resonant = 1 / ((2 * M_PI * 50) ** 2 * 10e-6);

        self::assertEqualsWithDelta(10 / 200, $current($resonant), 2e-3);
        self::assertLessThan($current($resonant), $current(0.5 * $resonant));
        self::assertLessThan($current($resonant), $current(1.5 * $resonant));
    }

    /** Three dividers by hand on a bridge: balanced it shows nothing, whatever hangs across it. */
    public function testABalancedBridgeShowsNothing(): void
    {
        $across = static function (float $fourth): float {
            $netlist = new Netlist('0', 0);
            $netlist->source('V', 'a', '0', 1, 0, 10);
            $netlist->resistor('R1', 'a', 'x', 1000);
            $netlist->resistor('R2', 'x', '0', 2200);
            $netlist->resistor('R3', 'a', 'y', 470);
            $netlist->resistor('R4', 'y', '0', $fourth);
            $netlist->resistor('meter', 'x', 'y', 50);

            return SteadyState::of($netlist)->signal('x', 'y')->average;
        };

        self::assertEqualsWithDelta(0.0, $across(470 * 2.2), 1e-6);
        self::assertLessThan(-0.001, $across(470 * 2.3));
    }

    /** Full-wave rectified sine into a resistance: average 2/pi of the peak, less two drops (any handbook). */
    public function testRectifiedMeanOfASine(): void
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V', 'a', 'b', 0.1, 100, 0);
        $table = SegmentTable::junction(14.1e-9, 1.984, 0.034);
        foreach (
            [['D1', 'a', 'p'], ['D2', 'b', 'p'], ['D3', '0', 'a'], ['D4', '0', 'b']]
            as [$name, $anode, $cathode]
        ) {
            $netlist->junction($name, $anode, $cathode, $table);
        }
        $netlist->resistor('R', 'p', '0', 100);
        $signal = SteadyState::of($netlist)->signal('p', '0');

        self::assertEqualsWithDelta((2 / M_PI) * 100 - 2 * 0.8, $signal->average, 0.6);
        self::assertEqualsWithDelta((100 - 1.6) / M_SQRT2, $signal->rms, 0.8);
        self::assertSame(2, $signal->ripplePerCycle);
    }

    private static function ladder(float $amplitude, float $direct): CycleRecord
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V1', 'a', '0', 5, $amplitude, 0);
        $netlist->resistor('R1', 'a', 'b', 100);
        $netlist->capacitor('C1', 'b', '0', 22e-6, 0.2);
        $netlist->inductor('L1', 'b', 'c', 0.2);
        $netlist->resistor('R2', 'c', '0', 470);
        $netlist->source('V2', 'c', '0', 220, 0, $direct);

        return SteadyState::of($netlist);
    }

    /** @param array<string, string> $faults */
    private static function solved(string $name, array $faults): CycleRecord
    {
        $supply = Supplies::demo($name);

        return (new Behaviour($supply))->run($supply->mode(null), $faults)->longest()->record;
    }
}

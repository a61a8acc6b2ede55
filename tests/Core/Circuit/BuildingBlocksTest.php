<?php

declare(strict_types=1);

namespace Tests\Core\Circuit;

use Oculant\Core\Circuit\Branch\ControlledSource;
use Oculant\Core\Circuit\LuFactors;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Circuit\ReducedNetwork;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Circuit\Signal;
use Oculant\Core\Circuit\SpiceNetlist;
use Oculant\Core\Circuit\StateFinder;
use Oculant\Core\Circuit\StateOperator;
use Oculant\Core\Circuit\SteadyState;
use PHPUnit\Framework\TestCase;

final class BuildingBlocksTest extends TestCase
{
    /** Worked by hand: 2x + y = 3, x + 3y = 5 has x = 0.8, y = 1.4. */
    public function testSolvesByHand(): void
    {
        $x = LuFactors::of([2.0, 1.0, 1.0, 3.0], 2)->solve([3.0, 5.0]);

        self::assertEqualsWithDelta(0.8, $x[0], 1e-12);
        self::assertEqualsWithDelta(1.4, $x[1], 1e-12);
    }

    public function testPivotsWhereTheFirstElementVanishes(): void
    {
        $x = LuFactors::of([0.0, 1.0, 1.0, 0.0], 2)->solve([7.0, 9.0]);

        self::assertSame([9.0, 7.0], $x);
    }

    public function testSolvesARandomSystemBackToItsRightSide(): void
    {
        mt_srand(5);
        $n = 12;
        $a = $b = [];
        for ($k = 0; $k < $n * $n; $k++) {
            $a[] = mt_rand(-1000, 1000) / 100;
        }
        for ($k = 0; $k < $n; $k++) {
            $b[] = mt_rand(-1000, 1000) / 100;
        }
        $x = LuFactors::of($a, $n)->solve($b);
        for ($row = 0; $row < $n; $row++) {
            $sum = 0.0;
            for ($column = 0; $column < $n; $column++) {
                $sum += $a[$row * $n + $column] * $x[$column];
            }
            self::assertEqualsWithDelta($b[$row], $sum, 1e-8);
        }
    }

    /** 3 V peak sine: rms 2.121, no average; on 10 V DC the meter's AC function still reads 2.121. */
    public function testSignalReadsAsAMeterDoes(): void
    {
        $samples = array_map(static fn(int $k): float => 10 + 3 * sin((2 * M_PI * $k) / 200), range(1, 200));
        $signal = Signal::of($samples);

        self::assertEqualsWithDelta(10.0, $signal->average, 1e-9);
        self::assertEqualsWithDelta(3 / M_SQRT2, $signal->acRms, 1e-9);
        self::assertEqualsWithDelta(6.0, $signal->peakToPeak, 0.01);
        self::assertEqualsWithDelta(sqrt(100 + 4.5), $signal->rms, 1e-9);
        self::assertSame(1, $signal->ripplePerCycle);
        self::assertSame(0, Signal::of([5.0, 5.0, 5.0, 5.0])->ripplePerCycle);
    }

    public function testChordsAreContinuousAndRise(): void
    {
        foreach (
            [SegmentTable::junction(14.1e-9, 1.984, 0.034), SegmentTable::junction(1e-9, 1.8, 0.2, 9.1)]
            as $table
        ) {
            foreach ($table->bounds as $k => $bound) {
                $below = $table->slopes[$k] * $bound + $table->offsets[$k];
                $above = $table->slopes[$k + 1] * $bound + $table->offsets[$k + 1];
                self::assertEqualsWithDelta($below, $above, 1e-9 + 1e-6 * abs($above));
                self::assertGreaterThan(0, $table->slopes[$k]);
                self::assertSame($k + 1, $table->region($bound + 1e-9));
                self::assertSame($k, $table->region($bound - 1e-9));
            }
        }
    }

    public function testZenerHoldsItsVoltageAtItsTestCurrent(): void
    {
        $table = SegmentTable::junction(1e-9, 1.8, 0.2, 9.1, 5.0, 5e-3);

        self::assertEqualsWithDelta(-5e-3, $table->current(-9.1), 2e-4);
        self::assertEqualsWithDelta(0.0, $table->current(-5.0), 1e-6);
        self::assertGreaterThan(1e-3, $table->current(0.75));
    }

    /** The law is continuous in every corner: off, regulating, dropout, limiting. */
    public function testRegulatorLawIsContinuous(): void
    {
        $netlist = new Netlist('0V', 50.0);
        $netlist->regulator('U', 'in', 'out', '0V', false, 12.0, 0.02, 1.4, 0.6, 2.2);
        $regulator = $netlist->branches()['U'];
        self::assertInstanceOf(ControlledSource::class, $regulator);
        $current = static function (float $out, float $across) use ($regulator): float {
            [$slopes, $offset] = $regulator->law($regulator->region([$out, $across], 0));

            return $slopes[0] * $out + $slopes[1] * $across + $offset;
        };
        $regions = [];
        foreach ([[12.5, 5.0], [11.98, 5.0], [11.9, 5.0], [11.9, 2.0], [11.0, 1.0], [0.0, 20.0]] as [$out, $across]) {
            $regions[] = $regulator->region([$out, $across], 0);
            foreach ([1e-7, -1e-7] as $nudge) {
                self::assertEqualsWithDelta($current($out, $across), $current($out + $nudge, $across + $nudge), 1e-4);
            }
        }
        self::assertSame([ControlledSource::OFF, 1, 3, 2, ControlledSource::OFF, 3], $regions);
    }

    public function testOperatorsAreMadeOncePerState(): void
    {
        $network = ReducedNetwork::stepping($this->rectifier(), 1e-4);
        $first = $network->operator([0]);

        self::assertSame($first, $network->operator([0]));
        self::assertNotSame($first, $network->operator([5]));
    }

    public function testPowersOfTheStateMatrixMatchRepeatedProducts(): void
    {
        $network = ReducedNetwork::stepping($this->rectifier(), 1e-4);
        $operator = $network->operator([6]);
        $matrix = $one = $operator->transition(1, $network);
        for ($k = 1; $k < 13; $k++) {
            $matrix = StateOperator::product($one, $matrix, $network->states);
        }

        self::assertEqualsWithDelta($matrix[0], $operator->transition(13, $network)[0], 1e-12);
    }

    public function testTheWalkFindsWhatNewtonFinds(): void
    {
        $network = ReducedNetwork::stepping($this->rectifier(), 1e-4);
        $finder = new StateFinder($network);
        $cold = $network->operator($network->regions([0.0]));
        foreach ([1.0, 0.5, 0.04, -1.0] as $sine) {
            $found = $finder->find($cold, [0.0], $sine, [[0.0], 0.0, 0.0]);
            self::assertTrue($finder->agrees($found, $finder->controls($found, [0.0], $sine)));
        }
    }

    public function testCurrentsBalanceAtTheReservoir(): void
    {
        $record = SteadyState::of($this->rectifier());
        $diode = $record->currentSignal('D')->average;
        $load = $record->currentSignal('R')->average;

        self::assertEqualsWithDelta($load, $diode, 0.005 * $load);
        self::assertEqualsWithDelta(0.0, $record->currentSignal('C')->average, 0.005 * $load);
        self::assertEqualsWithDelta(-$diode, $record->currentSignal('V')->average, 0.005 * $load);
        self::assertGreaterThan(
            3 * $load,
            $record->currentSignal('D')->maximum,
            'charging pulses are several times the load',
        );
    }

    public function testWarmStartGivesTheSameReading(): void
    {
        $cold = SteadyState::of($this->rectifier());
        $warm = SteadyState::of($this->rectifier(), $cold->warmStart());

        self::assertEqualsWithDelta($cold->signal('p', '0')->average, $warm->signal('p', '0')->average, 1e-3);
    }

    public function testSpiceCardsNameEveryBranchOnce(): void
    {
        $cards = SpiceNetlist::write($this->rectifier(), "title\nof two lines", [['p', 'p', '0']]);

        self::assertStringStartsWith("* title of two lines\n", $cards);
        self::assertSame(1, preg_match_all('/^Dd /m', $cards));
        self::assertSame(1, preg_match_all('/^Cc /m', $cards));
        self::assertStringContainsString('meas tran p_avg AVG p', $cards);
        self::assertStringEndsWith(".end\n", $cards);
    }

    public function testMessageOfAnUnsettledCircuitNamesTheCycles(): void
    {
        self::assertStringContainsString('within 80 mains cycles', NoStableReading::afterCycles(80)->getMessage());
    }

    private function rectifier(): Netlist
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V', 'a', '0', 0.5, 20, 0);
        $netlist->junction('D', 'a', 'p', SegmentTable::junction(14.1e-9, 1.984, 0.034));
        $netlist->capacitor('C', 'p', '0', 1000e-6, 0.1);
        $netlist->resistor('R', 'p', '0', 100);

        return $netlist;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Circuit;

use Oculant\Core\Circuit\CircuitIsSingular;
use Oculant\Core\Circuit\LuFactors;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Expectation\Unsettled;
use PHPUnit\Framework\TestCase;

/** Against closed formulae of circuit theory (any handbook; for the rectifier, peak less one drop). */
final class SteadyStateTest extends TestCase
{
    public function testLowPassOfAlternatingVoltage(): void
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V', 'a', '0', 0.001, 10 * M_SQRT2, 0);
        $netlist->resistor('R', 'a', 'b', 1000);
        $netlist->capacitor('C', 'b', '0', 3.3e-6, 1e-3);
        $expected = 10 / sqrt(1 + (2 * M_PI * 50 * 1000 * 3.3e-6) ** 2);

        self::assertEqualsWithDelta($expected, SteadyState::of($netlist)->signal('b', '0')->acRms, 0.005 * $expected);
    }

    public function testInductorDividesByItsReactance(): void
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V', 'a', '0', 0.001, 10 * M_SQRT2, 0);
        $netlist->resistor('R', 'a', 'b', 100);
        $netlist->inductor('L', 'b', '0', 0.5);
        $reactance = 2 * M_PI * 50 * 0.5;

        self::assertEqualsWithDelta(
            (10 * $reactance) / hypot(100, $reactance),
            SteadyState::of($netlist)->signal('b', '0')->acRms,
            0.05,
        );
    }

    public function testUnloadedRectifierHoldsThePeak(): void
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V', 'a', '0', 0.1, 20, 0);
        $netlist->junction('D', 'a', 'b', SegmentTable::junction(14.1e-9, 1.984, 0.034));
        $netlist->capacitor('C', 'b', '0', 1000e-6, 0.05);
        $netlist->resistor('R', 'b', '0', 1e6);
        $signal = SteadyState::of($netlist)->signal('b', '0');

        self::assertEqualsWithDelta(19.55, $signal->average, 0.15);
        self::assertLessThan(0.01, $signal->peakToPeak);
    }

    public function testFullWaveRippleComesTwiceACycleAndHalfWaveOnce(): void
    {
        foreach ([['a', 'b', 2], ['a', 'a', 1]] as [$first, $second, $expected]) {
            $netlist = new Netlist('0', 50);
            $netlist->source('V1', 'a', '0', 0.5, 20, 0);
            $netlist->source('V2', 'b', '0', 0.5, -20, 0);
            $netlist->junction('D1', $first, 'p', SegmentTable::junction(14.1e-9, 1.984, 0.034));
            $netlist->junction('D2', $second, 'p', SegmentTable::junction(14.1e-9, 1.984, 0.034));
            $netlist->capacitor('C', 'p', '0', 1000e-6, 0.05);
            $netlist->resistor('R', 'p', '0', 40);

            self::assertSame($expected, SteadyState::of($netlist)->signal('p', '0')->ripplePerCycle);
        }
    }

    /** C dV = I dt: at small ripple, the fall between two pulses is I times most of a half cycle over C. */
    public function testRippleIsNearTheHandbookEstimate(): void
    {
        $netlist = new Netlist('0', 50);
        $netlist->source('V1', 'a', '0', 0.05, 20, 0);
        $netlist->source('V2', 'b', '0', 0.05, -20, 0);
        foreach (['a', 'b'] as $node) {
            $netlist->junction("D{$node}", $node, 'p', SegmentTable::junction(14.1e-9, 1.984, 0.034));
        }
        $netlist->capacitor('C', 'p', '0', 4700e-6, 0.01);
        $netlist->resistor('R', 'p', '0', 40);
        $signal = SteadyState::of($netlist)->signal('p', '0');
        $estimate = $signal->average / 40 / (100 * 4700e-6);

        self::assertGreaterThan(0.7 * $estimate, $signal->peakToPeak);
        self::assertLessThan(1.0 * $estimate, $signal->peakToPeak);
    }

    public function testDirectVoltageIsOneRestingSolve(): void
    {
        $netlist = new Netlist('0', 0);
        $netlist->source('V', 'a', '0', 1.0, 0, 12);
        $netlist->resistor('R', 'a', '0', 11);
        $netlist->capacitor('C', 'a', '0', 1e-3, 0.1);

        self::assertEqualsWithDelta(11.0, SteadyState::of($netlist)->signal('a', '0')->average, 1e-6);
    }

    public function testChordsStayWithinTwelveMillivoltsOfTheExponential(): void
    {
        $table = SegmentTable::junction(14.1e-9, 1.984, 0.034);
        foreach ([1e-3, 7e-3, 0.05, 0.3, 1.0, 5.0] as $current) {
            $exact = 1.984 * SegmentTable::THERMAL_VOLTAGE * log1p($current / 14.1e-9) + 0.034 * $current;
            $low = 0.0;
            $high = 3.0;
            for ($k = 0; $k < 60; $k++) {
                $middle = ($low + $high) / 2;
                $table->current($middle) < $current ? ($low = $middle) : ($high = $middle);
            }
            self::assertEqualsWithDelta($exact, $low, 0.012, "{$current} A");
        }
    }

    public function testSaysWhenEquationsHaveNoSolution(): void
    {
        $this->expectException(CircuitIsSingular::class);
        $this->expectExceptionMessage('no single solution');
        LuFactors::of([1.0, 2.0, 2.0, 4.0], 2);
    }

    public function testWhatIsLeftOpenIsTold(): void
    {
        $told = static fn(CircuitIsSingular $e): string => Unsettled::from($e)->sentence();
        self::assertSame(
            'Its equations leave the voltage of node RAW open: no stable reading.',
            $told(CircuitIsSingular::atRow(3)->at('RAW')),
        );
        self::assertSame(
            'Its equations leave the voltage of the core of T1 open: no stable reading.',
            $told(CircuitIsSingular::atRow(3)->at('flux:T1')),
        );
        self::assertSame(
            'Its equations leave the voltage of a point inside T1 open: no stable reading.',
            $told(CircuitIsSingular::atRow(3)->at('T1:tap')),
        );
        self::assertStringContainsString(
            'leave the voltage of RAW open',
            CircuitIsSingular::atRow(3)->at('RAW')->getMessage(),
        );
        self::assertSame('Its equations leave a voltage open: no stable reading.', $told(CircuitIsSingular::atRow(3)));
    }

    /** The tracing JIT has been seen to change results; the function JIT must not. */
    public function testFunctionJitAgreesWithTheInterpreter(): void
    {
        $script = __DIR__ . '/../../Support/solve.php';
        $plain = shell_exec(PHP_BINARY . ' -d opcache.enable_cli=0 ' . escapeshellarg($script));
        $jit = shell_exec(
            PHP_BINARY .
                ' -d opcache.enable_cli=1 -d opcache.jit=function -d opcache.jit_buffer_size=32M ' .
                escapeshellarg($script),
        );

        self::assertNotEmpty($plain);
        self::assertSame($plain, $jit);
    }
}

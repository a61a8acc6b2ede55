<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Expectation\DissipationFactor;
use Oculant\Core\Replacement\Conditions;
use Oculant\Core\Replacement\Judgement;
use Oculant\Core\Replacement\PartJudge;
use Oculant\Core\Replacement\Trial;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** A measurement of one part. Windows of junctions and contacts: common practice. */
final class PartJudgeTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, float, bool, bool, string|null}> demo, part, trial, value,
     *     lifted, good, fault
     */
    public static function measurements(): iterable
    {
        yield 'a good silicon diode' => ['auction-scale', 'D1', 'drop', 0.58, true, true, null];
        yield 'a shorted one' => ['auction-scale', 'D1', 'drop', 0.02, true, false, 'short'];
        yield 'an open one' => ['auction-scale', 'D1', 'drop', INF, true, false, 'open'];
        yield 'one that leaks backwards' => ['auction-scale', 'D1', 'reverse', 0.6, true, false, 'short'];
        yield 'a good Schottky' => ['wheelhouse-display', 'D12', 'drop', 0.22, true, true, null];
        yield 'a silicon drop on a Schottky' => ['wheelhouse-display', 'D12', 'drop', 0.62, true, false, 'open'];
        yield 'the body diode of a MOSFET' => ['wheelhouse-display', 'Q11', 'body', 0.52, true, true, null];
        yield 'drain to source conducts' => ['wheelhouse-display', 'Q11', 'ds', 0.4, true, false, 'short'];
        yield 'a leaky gate' => ['wheelhouse-display', 'Q11', 'gs', 20e3, true, false, 'leaky_gate'];
        yield 'a gate that blocks' => ['wheelhouse-display', 'Q11', 'gs', INF, true, true, null];
        yield 'a resistor on its mark' => ['wheelhouse-display', 'R11', 'R11', 221e3, true, true, null];
        yield 'drifted upwards' => ['wheelhouse-display', 'R11', 'R11', 310e3, true, false, 'drifted'];
        yield 'an open one by itself' => ['wheelhouse-display', 'R11', 'R11', INF, true, false, 'open'];
        yield 'a resistor that fell is seldom one' => ['wheelhouse-display', 'R11', 'R11', 120e3, true, false, null];
        yield 'a cold inrush thermistor' => ['wheelhouse-display', 'RT1', 'ohms', 10.5, true, true, null];
        yield 'a varistor that still stands' => ['wheelhouse-display', 'RV1', 'breakdown', 470.0, true, true, null];
        yield 'a tired varistor' => ['wheelhouse-display', 'RV1', 'breakdown', 360.0, true, false, 'leaky'];
        yield 'a faded optocoupler' => ['wheelhouse-display', 'OK11', 'transfer', 0.15, true, false, 'weak'];
        yield 'an open fuse' => ['wheelhouse-display', 'F1', 'F1', INF, true, false, 'open'];
        yield 'a good small fuse' => ['wheelhouse-display', 'F1', 'F1', 0.12, true, true, null];
        yield 'a zener on its mark' => ['salinity-bridge', 'D1', 'breakdown', 11.9, true, true, null];
        yield 'a zener that fell' => ['salinity-bridge', 'D1', 'breakdown', 9.1, true, false, 'drifted'];
        yield 'a zener that conducts at nothing' => ['salinity-bridge', 'D1', 'breakdown', 0.1, true, false, 'short'];
        yield 'a worn capacitor' => ['wheelhouse-display', 'C12', 'capacitance', 180e-6, true, false, 'dried'];
        yield 'a capacitance meter that sees a short' => [
            'wheelhouse-display',
            'C12',
            'capacitance',
            INF,
            true,
            false,
            'short',
        ];
        yield 'a capacitor that leaks' => ['wheelhouse-display', 'C12', 'leakage', 5e-3, true, false, 'leaky'];
        yield 'dried by its ESR' => ['wheelhouse-display', 'C12', 'esr', 1.8, true, false, 'dried'];
        yield 'a good ESR' => ['wheelhouse-display', 'C12', 'esr', 0.05, true, true, null];
    }

    #[DataProvider('measurements')]
    public function testMeasurements(
        string $demo,
        string $ref,
        string $trial,
        float $value,
        bool $lifted,
        bool $good,
        ?string $fault,
    ): void {
        $judged = self::judge($demo, $ref, $trial, $value, new Conditions($lifted));

        self::assertSame($good, $judged->verdict->word->isGood(), $judged->verdict->sentence);
        self::assertSame($fault, $judged->fault, $judged->verdict->sentence);
        self::assertNotSame('', $judged->verdict->why);
    }

    /**
     * In circuit the engine says what a good unit shows: 220k beside the bulk's bleeder and the controller is not 220k.
     */
    public function testInCircuitEverythingInParallelCounts(): void
    {
        $alone = self::judge('wheelhouse-display', 'R13', 'R13', 5.0e3, new Conditions(true));
        $inCircuit = self::judge('wheelhouse-display', 'R13', 'R13', 5.0e3, new Conditions(false));

        self::assertFalse($alone->verdict->word->isGood(), 'half its mark by itself');
        self::assertTrue($inCircuit->verdict->word->isGood(), 'with what stands beside it');
        self::assertSame('short', self::judge('tide-recorder', 'U1', 'U1.through', 0.1, new Conditions(false))->fault);
        $neverMind = self::judge('tide-recorder', 'R1', 'R1', INF, new Conditions(false));
        self::assertNull($neverMind->fault, 'with R1 open its neighbours would still show some kilohms');
        self::assertStringContainsString('No fault of this part by itself', $neverMind->verdict->why);
    }

    /** B equation of thermistors: 10 ohms at 25 C with B = 3000 K are 4.6 ohms at 50 C (hand calculation). */
    public function testAThermistorIsJudgedAtItsTemperature(): void
    {
        self::assertEqualsWithDelta(4.59, 10 * exp(3000 * (1 / 323.15 - 1 / 298.15)), 0.01);
        self::assertTrue(
            self::judge(
                'wheelhouse-display',
                'RT1',
                'ohms',
                4.6,
                new Conditions(true, 100e3, 50.0),
            )->verdict->word->isGood(),
        );
        self::assertFalse(
            self::judge(
                'wheelhouse-display',
                'RT1',
                'ohms',
                4.6,
                new Conditions(true, 100e3, 25.0),
            )->verdict->word->isGood(),
        );
    }

    /**
     * ESR = tan(delta) / (2 pi f C), IEC 60384-4: 1000 uF 25 V with 0.16 at 120 Hz is 0.212 ohms; data-sheet table from
     * memory.
     */
    public function testEsrFollowsFromTheDissipationFactor(): void
    {
        self::assertEqualsWithDelta(0.212, DissipationFactor::mostEsr(1000e-6, 25.0, 120.0), 0.001);
        self::assertEqualsWithDelta(
            0.12 / (2 * M_PI * 120 * 100e-6),
            DissipationFactor::mostEsr(100e-6, 50.0, 120.0),
            0.001,
        );
        self::assertSame(
            0.16 + 3 * 0.02,
            DissipationFactor::maximum(4000e-6, 25.0),
            'two hundredths for each millifarad above the first',
        );
        self::assertLessThan(
            DissipationFactor::mostEsr(1000e-6, 25.0, 120.0),
            DissipationFactor::mostEsr(1000e-6, 25.0, 100e3),
            'the share of the oxide fades with frequency',
        );
        self::assertGreaterThan(
            DissipationFactor::mostEsr(1000e-6, 25.0, 100e3, true),
            DissipationFactor::mostEsr(1000e-6, 25.0, 100e3),
        );
        // Large low-voltage ones read tens of milliohms, small or high-voltage ones ohms or tenths (common practice).
        self::assertLessThan(0.1, DissipationFactor::typicalEsr(4700e-6, 35.0, 100e3));
        self::assertGreaterThan(1.0, DissipationFactor::typicalEsr(10e-6, 400.0, 100e3));
    }

    public function testEveryPartThatCanBeTestedHasTrials(): void
    {
        foreach (['wheelhouse-display', 'gallery-organ', 'landing-crane', 'salinity-bridge'] as $demo) {
            $supply = Supplies::demo($demo);
            foreach ($supply->parts as $ref => $part) {
                $trials = (new PartJudge($supply))->trials((string) $ref);
                self::assertSame(
                    count($trials),
                    count(array_unique(array_map(static fn(Trial $t): string => $t->id, $trials))),
                    "{$demo} {$ref}",
                );
                if ($part->kind->deadChecks($part) !== []) {
                    self::assertNotSame([], $trials, "{$demo} {$ref}");
                }
            }
        }
    }

    private static function judge(
        string $demo,
        string $ref,
        string $trial,
        float $value,
        Conditions $conditions,
    ): Judgement {
        $judge = new PartJudge(Supplies::demo($demo));
        $found = array_values(array_filter($judge->trials($ref), static fn(Trial $t): bool => $t->id === $trial))[0];

        return $judge->judge($ref, $found, $value, $conditions);
    }
}

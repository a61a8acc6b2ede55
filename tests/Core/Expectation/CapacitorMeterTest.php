<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Capacitance, ESR and leakage meters, in circuit and with a leg lifted. */
final class CapacitorMeterTest extends TestCase
{
    /** Capacitors side by side add up; their series resistances share like resistors (any handbook). */
    public function testInCircuitEverythingAcrossTheSameNodesReadsAsOne(): void
    {
        $meter = new CapacitorMeter(self::pair());

        self::assertEqualsWithDelta(1100e-6, $meter->read('C1', CapacitorMeter::CAPACITANCE, false), 1e-9);
        self::assertEqualsWithDelta(1000e-6, $meter->read('C1', CapacitorMeter::CAPACITANCE, true), 1e-9);
        self::assertEqualsWithDelta(1 / (1 / 0.2 + 1 / 0.8), $meter->read('C2', CapacitorMeter::ESR, false), 1e-9);
        self::assertEqualsWithDelta(0.8, $meter->read('C2', CapacitorMeter::ESR, true), 1e-9);
        // A wire between them is no difference, a resistor is.
        self::assertSame(['C1', 'C2'], array_map(static fn($part): string => $part->ref, $meter->across('C1')));
        self::assertSame(['C3'], array_map(static fn($part): string => $part->ref, $meter->across('C3')));
    }

    /** The same by solving the circuit at 100 kHz: what an ESR meter does. */
    public function testAgreesWithTheSolvedCircuitAtAnEsrMetersFrequency(): void
    {
        $netlist = new Netlist('0', 100e3);
        $netlist->source('V', 'a', '0', 1.0, 0.2, 0);
        $netlist->capacitor('C1', 'a', '0', 1000e-6, 0.2);
        $netlist->capacitor('C2', 'a', '0', 100e-6, 0.8);
        $record = SteadyState::of($netlist);
        $ohms = $record->signal('a', '0')->acRms / $record->currentSignal('V')->acRms;

        self::assertEqualsWithDelta(
            $ohms,
            (new CapacitorMeter(self::pair()))->read('C1', CapacitorMeter::ESR, false),
            0.03 * $ohms,
        );
    }

    /** @return iterable<string, array{string, bool, float, VerdictWord}> quantity, lifted, value, word */
    public static function verdicts(): iterable
    {
        yield 'as marked' => ['capacitance', true, 980e-6, VerdictWord::Fine];
        yield 'at the end of its tolerance of 20 %' => ['capacitance', true, 810e-6, VerdictWord::Fine];
        yield 'worn' => ['capacitance', true, 600e-6, VerdictWord::Low];
        yield 'dried out' => ['capacitance', true, 90e-6, VerdictWord::VeryLow];
        yield 'open' => ['capacitance', true, 2e-9, VerdictWord::Dead];
        yield 'the meter sees a leak' => ['capacitance', true, 1900e-6, VerdictWord::High];
        yield 'series resistance of a good one' => ['esr', true, 0.25, VerdictWord::Fine];
        yield 'a tired one' => ['esr', true, 0.5, VerdictWord::High];
        yield 'dried out by its resistance' => ['esr', true, 3.0, VerdictWord::VeryHigh];
        yield 'leakage within 0.01 C V' => ['leakage', true, 100e-6, VerdictWord::Fine];
        yield 'a real leak' => ['leakage', true, 20e-3, VerdictWord::VeryHigh];
    }

    #[DataProvider('verdicts')]
    public function testVerdict(string $quantity, bool $isLifted, float $value, VerdictWord $word): void
    {
        $verdict = CapacitorJudge::of(self::pair(), 'C1', $quantity, $isLifted, $value);

        self::assertSame($word, $verdict->word);
        self::assertStringStartsWith('C1 ', $verdict->sentence);
        self::assertNotSame('', $verdict->why);
    }

    public function testABadReadingInCircuitAsksForALiftedLeg(): void
    {
        self::assertStringContainsString(
            'Lift one leg',
            CapacitorJudge::of(self::pair(), 'C1', 'esr', false, 2.0)->why,
        );
        self::assertStringContainsString(
            'together with the other one in parallel',
            CapacitorJudge::of(self::pair(), 'C1', 'esr', false, 0.15)->why,
        );
    }

    /**
     * 0.01 C V of a 1000 uF, 25 V electrolytic: 250 uA; a small one is allowed three microamperes (data sheets, from
     * memory).
     */
    public function testLeakageOfGoodSpecimens(): void
    {
        $meter = new CapacitorMeter(self::pair());

        self::assertEqualsWithDelta(250e-6, $meter->read('C1', CapacitorMeter::LEAKAGE, true), 1e-6);
        self::assertEqualsWithDelta(3e-6, $meter->read('C3', CapacitorMeter::LEAKAGE, true), 1e-7);
        self::assertGreaterThan(5e-3, $meter->read('C1', CapacitorMeter::LEAKAGE, true, ['C1' => 'leaky']));
    }

    private static function pair(): Description
    {
        return Supplies::of(
            [
                [
                    'ref' => 'B1',
                    'kind' => 'battery',
                    'value' => '20 V',
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1000u',
                    'voltage' => '25 V',
                    'esr' => '0.2',
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                ['ref' => 'W1', 'kind' => 'wire', 'terminals' => ['a' => 'A', 'b' => 'B']],
                [
                    'ref' => 'C2',
                    'kind' => 'electrolytic',
                    'value' => '100u',
                    'voltage' => '25 V',
                    'esr' => '0.8',
                    'terminals' => ['plus' => 'B', 'minus' => '0V'],
                ],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '10', 'terminals' => ['a' => 'B', 'b' => 'C']],
                [
                    'ref' => 'C3',
                    'kind' => 'electrolytic',
                    'value' => '1u',
                    'voltage' => '25 V',
                    'terminals' => ['plus' => 'C', 'minus' => '0V'],
                ],
            ],
            ['TP1' => ['A', '0V']],
        );
    }

    /**
     * Common practice: an ESR meter does not tell a short from a splendid capacitor; so a bridged bleeder and a shorted
     * capacitor are one suspect.
     */
    public function testAShortBesideACapacitorReadsAsLowSeriesResistance(): void
    {
        $supply = Supplies::demo('gallery-organ');
        $meter = new DeadMeter($supply);
        $check = $supply->deadChecks()['C1.esr'];
        $good = $meter->read($check, $supply->mode(null));

        self::assertGreaterThan(1.0, $good);
        self::assertLessThan(0.1 * $good, $meter->read($check, $supply->mode(null), ['R1' => 'short']));
        self::assertLessThan(0.1 * $good, $meter->read($check, $supply->mode(null), ['C1' => 'short']));
        self::assertSame(INF, $meter->read($check, $supply->mode(null), ['C1' => 'open']));
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\BudgetLine;
use Oculant\Core\Expectation\Stress;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class WarmthTest extends TestCase
{
    public function testHeatIsTheSameWhetherAskedForOneOrAll(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $phase = (new Behaviour($supply))->run($supply->mode(null))->longest();
        foreach (Stress::heats($phase) as $ref => $watts) {
            self::assertEqualsWithDelta(
                Stress::heat((string) $ref, $phase->record),
                max(0.0, $watts),
                1e-9,
                (string) $ref,
            );
        }
    }

    /** Ohm's law on the solved mean voltages: the dropper of a shunt regulator is meant to be warm. */
    public function testTheDropperOfAShuntRegulatorIsWarm(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        $volts = $seen->reading('TP3', 'dc') - $seen->reading('TP4', 'dc');

        self::assertEqualsWithDelta(
            $volts ** 2 / $supply->part('R1')->value('value'),
            $seen->heat['R1'],
            0.03 * $seen->heat['R1'],
        );
    }

    public function testAPartThatShouldBeWarmAndIsColdDoesNotWork(): void
    {
        $part = Supplies::demo('tide-recorder')->part('U1');
        $good = Warmth::rise($part, 2.0);

        self::assertSame(VerdictWord::AsExpected, Warmth::judge($part, $good, 2.0)->word);
        self::assertSame(VerdictWord::Low, Warmth::judge($part, 5.0, 2.0)->word);
        self::assertStringContainsString('does not work', Warmth::judge($part, 5.0, 2.0)->sentence);
        self::assertSame(VerdictWord::VeryHigh, Warmth::judge($part, 150.0, 0.3)->word);
        self::assertStringContainsString('rule of thumb', Warmth::judge($part, 150.0, 0.3)->why);
    }

    /**
     * What a converter loses warms its switch and its transformer as people find them (common practice: 20 to 60 K),
     * and no watt is made up: input, less output, less what the rest loses, less clamps and snubbers.
     */
    #[TestWith(['flyback', 'T11', 'Q11'])]
    #[TestWith(['industrial', 'T1', 'Q1'])]
    #[TestWith(['television', 'T1', 'Q2'])]
    public function testAConverterSharesItsLosses(string $family, string $transformer, string $switch): void
    {
        $supply = Supplies::drafted($family);
        $budget = Budget::of($supply, $supply->mode(null));
        foreach ([$transformer, $switch] as $ref) {
            $rise = Warmth::rise($supply->part($ref), $budget->line($ref)->watts ?? 0.0);
            self::assertGreaterThan(15.0, $rise, $ref);
            self::assertLessThan(70.0, $rise, $ref);
        }
        $parts = array_sum(
            array_map(
                static fn(BudgetLine $line): float => $line->role === BudgetLine::PART ? $line->watts : 0.0,
                $budget->lines,
            ),
        );
        self::assertLessThan(1.05 * ($budget->inputWatts - $budget->outputWatts), $parts);
    }

    /**
     * Behind a flyback the rectifier's current is a triangle over half of the cycle: by hand 2.02 A mean are 3.30 A rms
     * and 8.1 A peak (mean x sqrt(4 / 3D), 2 mean / D with D = 0.5; textbook).
     */
    public function testARectifierInPulsesCarriesMoreThanItsMean(): void
    {
        $supply = Supplies::drafted('flyback');
        $line = Budget::of($supply, $supply->mode(null))->line('D12');

        self::assertEqualsWithDelta(1.633, ($line->rms ?? 0.0) / ($line->average ?? 1.0), 0.01);
        self::assertEqualsWithDelta(4.0, ($line->peak ?? 0.0) / ($line->average ?? 1.0), 0.01);
    }

    /** A transformer of 3 VA and one of 300 VA are both some 30 K warm outside at rated load (common practice). */
    public function testSizeDecidesWhatAWattDoes(): void
    {
        $rise = static function (string $power, float $regulation): float {
            $part = Supplies::of(
                [
                    ...Supplies::primary('T2A', '12 V', $power, "{$regulation} %", second: '0V'),
                    [
                        'ref' => 'RL1',
                        'kind' => 'load',
                        'current' => '10 mA',
                        'at' => '12 V',
                        'terminals' => ['a' => 'A', 'b' => '0V'],
                    ],
                ],
                ['TP1' => ['A', '0V']],
            )->part('T1');
            $volts = $part->value('power');

            return Warmth::rise($part, ($volts * $regulation) / 100 / (1 + $regulation / 100) + 0.03 * $volts + 0.3);
        };
        self::assertEqualsWithDelta(30.0 + 5.0, $rise('3 VA', 30.0), 8.0);
        self::assertEqualsWithDelta(30.0 + 5.0, $rise('300 VA', 6.0), 8.0);
        // 1N4007 at an ampere: some 45 K above the board on free leads (data sheets, from memory).
        $diode = Supplies::demo('auction-scale')->part('D1');
        self::assertEqualsWithDelta(45.0, Warmth::rise($diode, 0.9), 20.0);
    }

    public function testRiseGrowsWithPowerAndLevelsOff(): void
    {
        $part = Supplies::demo('tide-recorder')->part('R1');
        self::assertGreaterThan(Warmth::rise($part, 0.1), Warmth::rise($part, 0.2));
        self::assertLessThan(2 * Warmth::rise($part, 5.0), Warmth::rise($part, 10.0));
        // A resistor at its rated power: some 120 K (data-sheet derating curves, from memory).
        self::assertEqualsWithDelta(120.0, Warmth::rise($part, $part->value('power')), 15.0);
    }
}

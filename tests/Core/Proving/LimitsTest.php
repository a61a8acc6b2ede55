<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Bench\SafetyTest as Kind;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Proving\Heat\ExponentialFit;
use Oculant\Core\Proving\Heat\HeatJudge;
use Oculant\Core\Proving\Instrument\ScpiNumber;
use Oculant\Core\Proving\Load\LoadJudge;
use Oculant\Core\Proving\Load\LoadStep;
use Oculant\Core\Proving\Load\LoadTest as Test;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Safety\RuleSet;
use Oculant\Core\Proving\Safety\SafetyJudge;
use Oculant\Core\Proving\StartsPlan;
use Oculant\Core\Quantity\Unit;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Every limit of the proving from both sides. */
final class LimitsTest extends TestCase
{
    /**
     * EN 50678 (from memory): 0.3 ohm, 0.1 ohm more for every 7.5 m or part of it beyond the first 5 m, 1 ohm at most;
     * a
     * tester errs by 5 % (usual ones, from memory), and what is within that of the limit does not pass (ISO 14253-1).
     *
     * @return iterable<string, array{float, float, bool}> metres of cord, ohms, passes
     */
    public static function cords(): iterable
    {
        yield 'short cord' => [2.0, 0.285, true];
        yield 'short cord, within the tester\'s error' => [2.0, 0.287, false];
        yield 'five metres are a short one' => [5.0, 0.287, false];
        yield 'five metres and a bit' => [5.1, 0.38, true];
        yield 'no more than that' => [5.1, 0.382, false];
        yield 'twelve and a half' => [12.5, 0.382, false];
        yield 'more than twelve and a half' => [12.6, 0.476, true];
        yield 'and no more there' => [12.6, 0.477, false];
        yield 'as long as a cord may be' => [100.0, 0.952, true];
        yield 'never more than an ohm' => [100.0, 0.953, false];
    }

    #[DataProvider('cords')]
    public function testTheEarthOfACord(float $metres, float $ohms, bool $passes): void
    {
        self::assertSame($passes, self::safety()->judge(Kind::Earth, 'I', $ohms, $metres)['passed']);
    }

    /** @return iterable<string, array{Kind, string, float, bool}> */
    public static function results(): iterable
    {
        // 1.06 Mohm less 5 % is above a megohm, 1.05 is not.
        yield 'insulation, class I' => [Kind::Insulation, 'I', 1.06e6, true];
        yield 'insulation, class I, too near' => [Kind::Insulation, 'I', 1.05e6, false];
        yield 'insulation, class II' => [Kind::Insulation, 'II', 2.11e6, true];
        yield 'insulation, class II, too near' => [Kind::Insulation, 'II', 2.1e6, false];
        yield 'touch current' => [Kind::Touch, 'II', 0.476e-3, true];
        yield 'touch current, too near' => [Kind::Touch, 'II', 0.477e-3, false];
        yield 'conductor current' => [Kind::Conductor, 'I', 3.33e-3, true];
        yield 'conductor current, too near' => [Kind::Conductor, 'I', 3.34e-3, false];
    }

    #[DataProvider('results')]
    public function testResultsNearTheirLimit(Kind $test, string $class, float $value, bool $passes): void
    {
        $judged = self::safety()->judge($test, $class, $value);

        self::assertSame($passes, $judged['passed']);
        self::assertSame(!$passes && $test->condemns(), $judged['condemns']);
    }

    /** A quarter watt is no load: nothing of it leaks. 20 uA beside class Y capacitors are noise (common practice). */
    public function testWhatCapacitorsDoNotExplainIsSaid(): void
    {
        $sentence = static fn(float $amperes): string => self::safety()->judge(Kind::Touch, 'II', $amperes)['sentence'];

        self::assertSame('Within its limit.', $sentence(19e-6));
        self::assertStringContainsString('something leaks', $sentence(21e-6));
    }

    /** An electrolytic of the 85 C class; hottest room 40 C; ten kelvin are a margin (common practice). */
    public function testHeatHasTenKelvinToSpareOrNoMargin(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $budget = Budget::of($supply, $supply->mode(null));
        $judge = new HeatJudge($supply, $budget, $budget);
        // In a room of 20 degrees: worst = 40 + rise.
        $word = static fn(float $celsius): string => $judge->judge('C1', $celsius, 20.0)['word'];

        self::assertSame(HeatJudge::FINE, $word(20.0 + 34.9));
        self::assertSame(HeatJudge::THIN, $word(20.0 + 35.1));
        self::assertSame(HeatJudge::THIN, $word(20.0 + 44.9));
        self::assertSame(HeatJudge::OVER, $word(20.0 + 45.1));
        $cooler = new HeatJudge($supply, $budget, $budget, 30.0);
        self::assertSame(HeatJudge::FINE, $cooler->judge('C1', 20.0 + 44.9, 20.0)['word']);
    }

    /**
     * Regulation of a rail without a regulator may be 1.35 times the computed one (transformers differ, common
     * practice), of a regulated one twice it; beside one per cent and the meter.
     *
     * @return iterable<string, array{string, string, float}> demo, point, times
     */
    public static function regulations(): iterable
    {
        yield 'transformer and reservoir' => ['dimmer-drive', 'TP3', 1.35];
        yield 'behind a regulator' => ['deck-intercom', 'TP4', 2.0];
    }

    #[DataProvider('regulations')]
    public function testRegulation(string $demo, string $point, float $times): void
    {
        [$test, $judge] = self::load($demo);
        [$none, $full] = [
            $test->steps[LoadStep::NONE]->expected[$point]['dc'],
            $test->steps[LoadStep::FULL]->expected[$point]['dc'],
        ];
        $meter = MeterProfile::usual()->expanded('dc', $full) / abs($full);
        $most = ($times * abs(abs($none) - abs($full))) / abs($full) + 0.01 + $meter;
        $good = static fn(float $share): bool => $judge->between([
            LoadStep::NONE => ['rails' => [$point => ['dc' => $full * (1 + $share)]], 'watts' => null],
            LoadStep::FULL => ['rails' => [$point => ['dc' => $full]], 'watts' => null],
        ])[0]['good'];

        self::assertTrue($good($most - 1e-4));
        self::assertFalse($good($most + 1e-4));
    }

    /** One rail while the other goes to full load: twice the computed change and one per cent. */
    public function testCrossRegulation(): void
    {
        [$test, $judge] = self::load('dimmer-drive');
        $step = LoadStep::CROSS . 'TP4';
        [$alone, $with] = [
            $test->steps[LoadStep::PART]->expected['TP3']['dc'],
            $test->steps[$step]->expected['TP3']['dc'],
        ];
        $most = (2 * abs(abs($alone) - abs($with))) / abs($with) + 0.01;
        $rows = static fn(float $share): array => $judge->between([
            LoadStep::PART => ['rails' => ['TP3' => ['dc' => $with * (1 + $share)]], 'watts' => null],
            $step => ['rails' => ['TP3' => ['dc' => $with]], 'watts' => null],
        ]);

        self::assertSame(['TP3'], array_column($rows($most), 'point'), 'no row for a rail that was not read');
        self::assertTrue($rows($most - 1e-4)[0]['good']);
        self::assertFalse($rows($most + 1e-4)[0]['good']);
        self::assertTrue($rows(-$most + 1e-4)[0]['good']);
        self::assertFalse($rows(-$most - 1e-4)[0]['good']);
        self::assertSame([], $judge->between([$step => ['rails' => ['TP3' => ['dc' => $with]], 'watts' => null]]));
    }

    /** Five points of efficiency either way (common practice). */
    public function testEfficiency(): void
    {
        [$test, $judge] = self::load('dimmer-drive');
        $step = $test->steps[LoadStep::FULL];
        $row = static fn(float $efficiency): array => $judge->between([
            LoadStep::FULL => [
                'rails' => [
                    'TP3' => ['dc' => 24.0, 'amperes' => 0.5],
                    'TP4' => ['dc' => -24.0, 'amperes' => 0.5],
                ],
                'watts' => 24.0 / $efficiency,
            ],
        ])[0];
        $good = $step->efficiency();

        self::assertTrue($row($good - 0.049)['good']);
        self::assertStringContainsString('is lost than in a good unit', $row($good - 0.051)['sentence']);
        self::assertTrue($row($good + 0.049)['good']);
        self::assertStringContainsString('check the input watts', $row($good + 0.051)['sentence']);
    }

    public function testRippleUpToItsWindow(): void
    {
        [$test, $judge] = self::load('dimmer-drive');
        $high = $test->steps[LoadStep::FULL]->expected['TP3']['ripple_high'];

        self::assertTrue($judge->ripple(LoadStep::FULL, 'TP3', $high)['good']);
        self::assertFalse($judge->ripple(LoadStep::FULL, 'TP3', $high * 1.001)['good']);
    }

    /** @return iterable<string, array{string, float, float}> field, most or least, and beyond */
    public static function startPlans(): iterable
    {
        yield 'cycles' => ['cycles', 500, 501];
        yield 'one cycle' => ['cycles', 1, 0];
        yield 'on' => ['on', 600, 601];
        yield 'shortest on' => ['on', 1, 0.9];
        yield 'off' => ['off', 3600, 3601];
        yield 'shortest off' => ['off', 1, 0.9];
        yield 'volts' => ['volts', 300, 301];
        yield 'limit' => ['limit', 16, 16.1];
        yield 'least limit' => ['limit', 0.01, 0.009];
    }

    #[DataProvider('startPlans')]
    public function testAPlanOfStartsIsTakenUpToItsLimits(string $field, float $most, float $beyond): void
    {
        $usual = ['cycles' => 10, 'on' => 5, 'off' => 10, 'volts' => 230, 'limit' => 2, 'low' => 11, 'high' => 13];

        self::assertEqualsWithDelta($most, StartsPlan::of([$field => $most] + $usual)->toArray()[$field], 1e-9);
        $this->expectException(PlanRefused::class);
        StartsPlan::of([$field => $beyond] + $usual);
    }

    public function testAStartIsGoodBetweenItsLimits(): void
    {
        $plan = StartsPlan::of([
            'cycles' => 10,
            'on' => 5,
            'off' => 10,
            'volts' => 230,
            'limit' => 2,
            'low' => 11,
            'high' => 13,
        ]);

        self::assertSame(
            [false, true, true, false, false],
            array_map($plan->isGood(...), [10.99, 11.0, 13.0, 13.01, null]),
        );
    }

    /**
     * Prefixes of IEEE 488.2, table 7-2: NOHM, UV, MA of current is milli, MAOHM is mega, MOHM too (for ohms and
     * hertz).
     *
     * @return iterable<string, array{string, Unit, float}>
     */
    public static function answers(): iterable
    {
        yield 'bare' => ['13.8', Unit::Volt, 13.8];
        yield 'nano' => ['5 NA', Unit::Ampere, 5e-9];
        yield 'micro' => ['5UV', Unit::Volt, 5e-6];
        yield 'milli' => ['5 mV', Unit::Volt, 5e-3];
        yield 'kilo' => ['5 KOHM', Unit::Ohm, 5e3];
        yield 'mega' => ['5 MAOHM', Unit::Ohm, 5e6];
    }

    #[DataProvider('answers')]
    public function testPrefixesOfAnInstrument(string $answer, Unit $unit, float $value): void
    {
        self::assertEqualsWithDelta($value, ScpiNumber::read($answer, $unit)->value, 1e-6 * $value);
    }

    /** Four points lie on many curves: five are needed before a rest is foretold. */
    public function testACurveTakesFivePoints(): void
    {
        $points = array_map(static fn(int $k): array => [60.0 * $k, 70.0 - 48.0 * exp(-$k / 3.0)], range(0, 4));

        self::assertNotNull(ExponentialFit::through($points));
        self::assertNull(ExponentialFit::through(array_slice($points, 0, 4)));
    }

    private static function safety(): SafetyJudge
    {
        return new SafetyJudge(Supplies::demo('deck-intercom'), RuleSet::published()['repaired']);
    }

    /** @return array{Test, LoadJudge} */
    private static function load(string $demo): array
    {
        static $tests = [];
        $supply = Supplies::demo($demo);
        $test = $tests[$demo] ??= Test::of($supply, Expectations::of($supply, $supply->mode(null)));

        return [$test, new LoadJudge($test, MeterProfile::usual())];
    }
}

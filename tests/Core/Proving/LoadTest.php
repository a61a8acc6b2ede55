<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Proving\Load\LoadJudge;
use Oculant\Core\Proving\Load\LoadStep;
use Oculant\Core\Proving\Load\LoadTest as Test;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Proving\Load\ReservoirCheck;
use Oculant\Core\Proving\Load\ReservoirRipple;
use Oculant\Core\Proving\Load\WireGauge;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Proving\PlanRefused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class LoadTest extends TestCase
{
    private static function test(string $demo): Test
    {
        $supply = Supplies::demo($demo);

        return Test::of($supply, Expectations::of($supply, $supply->mode(null)));
    }

    /** ASTM B258, table of standard diameters (from memory): millimetres. */
    #[DataProvider('gauges')]
    public function testDiametersAreThoseOfTheStandard(int $gauge, float $millimetres): void
    {
        self::assertEqualsWithDelta($millimetres, WireGauge::diameter($gauge), 0.002 * $millimetres);
    }

    /** @return iterable<string, array{int, float}> */
    public static function gauges(): iterable
    {
        yield '0000' => [-3, 11.684];
        yield '0' => [0, 8.252];
        yield '10' => [10, 2.588];
        yield '12' => [12, 2.053];
        yield '18' => [18, 1.024];
        yield '24' => [24, 0.5106];
        yield '36' => [36, 0.127];
    }

    /**
     * IEC 60204-1 table 6, B1, and 700 circular mils to the ampere (both from memory); the trade's 8 A for 2.2 mm is on
     * the safe side of both.
     */
    public function testAWireIsRatedByTheLowerOfTwoRules(): void
    {
        // 1 mm² is 1.128 mm thick: 10.3 A in a duct, 1973.5 circular mils / 700 = 2.82 A.
        self::assertEqualsWithDelta(2.82, WireGauge::amperes(1.1284, WireGauge::DUCT), 0.02);
        // AWG 12: 6530 circular mils: 9.3 A, as American tables have it.
        self::assertEqualsWithDelta(9.3, WireGauge::amperes(WireGauge::diameter(12), WireGauge::DUCT), 0.1);
        // 16 mm²: 59 A in a duct is more than 45 A by the other rule.
        self::assertEqualsWithDelta(45.1, WireGauge::amperes(2 * sqrt(16 / M_PI), WireGauge::DUCT), 0.3);
        self::assertGreaterThan(8.0, WireGauge::amperes(2.2, WireGauge::DUCT), 'common practice');
    }

    /** 2.1 A to the square millimetre in a chassis (common practice, the cautious school), where nobody chose. */
    public function testTheCautiousSchoolIsTheUsualOne(): void
    {
        $square = 2 * sqrt(1 / M_PI);

        self::assertEqualsWithDelta(2.1, WireGauge::amperes($square), 1e-6);
        self::assertEqualsWithDelta(2.1, WireGauge::amperes($square, ambient: 20.0), 1e-6, 'cool air adds nothing');
        self::assertEqualsWithDelta(2.1, WireGauge::amperes($square, insulation: 'silicone'), 1e-6);
        self::assertEqualsWithDelta(1.715, WireGauge::amperes($square, ambient: 50.0), 1e-3);
    }

    /**
     * Correction factors of IEC 60204-1, annex D, for PVC (from memory): 30 C 1.15, 50 C 0.82, 60 C 0.58; grouping of
     * IEC 60364-5-52, B.52.17 (from memory): two 0.8, nine 0.5.
     *
     * @return iterable<string, array{float, string, int, float}>
     */
    public static function surroundings(): iterable
    {
        yield '30 C' => [30.0, 'pvc', 1, 1.15];
        yield '50 C' => [50.0, 'pvc', 1, 0.82];
        yield '60 C' => [60.0, 'pvc', 1, 0.58];
        yield 'at what it stands' => [70.0, 'pvc', 1, 0.0];
        yield 'beyond' => [80.0, 'pvc', 1, 0.0];
        yield 'XLPE at 70 C' => [70.0, 'xlpe', 1, 0.82];
        yield 'two in a bundle' => [40.0, 'pvc', 2, 0.8];
        yield 'nine in a bundle' => [40.0, 'pvc', 9, 0.5];
        yield 'more than nine' => [40.0, 'pvc', 20, 0.5];
    }

    #[DataProvider('surroundings')]
    public function testHeatAndNeighboursTakeFromWhatAWireCarries(
        float $ambient,
        string $insulation,
        int $wires,
        float $factor,
    ): void {
        $usual = WireGauge::amperes(2.0, WireGauge::DUCT);

        self::assertEqualsWithDelta(
            $factor * $usual,
            WireGauge::amperes(2.0, WireGauge::DUCT, $ambient, $insulation, $wires),
            0.01 * $usual,
        );
    }

    /** Rule of thumb: unregulated rails sit 20 to 40 % high unloaded, regulated ones do not move. */
    public function testARailWithoutARegulatorGivesWay(): void
    {
        $soft = self::test('dimmer-drive');
        $firm = self::test('deck-intercom');

        self::assertSame(['TP3' => false, 'TP4' => false], $soft->regulated);
        self::assertSame(['TP4' => true], $firm->regulated);
        self::assertEqualsWithDelta(
            1.22,
            $soft->steps[LoadStep::NONE]->expected['TP3']['dc'] / $soft->steps[LoadStep::FULL]->expected['TP3']['dc'],
            0.1,
        );
        self::assertSame(['none', 'part', 'full', 'cross:TP3', 'cross:TP4'], array_keys($soft->steps));
    }

    /** A 7812 is rated 1 A and limits at 2.2 A as described; what its transformer can give ends sooner. */
    public function testACurrentLimitIsFound(): void
    {
        $limits = self::test('buoy-lantern')->limits;

        self::assertGreaterThan(1.2, $limits['TP4']['amperes']);
        self::assertLessThan(2.0, $limits['TP4']['amperes']);
    }

    /** Many older switchers do not run unloaded (rule of thumb): this one is described with a minimum load. */
    public function testAMinimumLoadIsFound(): void
    {
        $test = self::test('net-loft-radio');

        self::assertFalse($test->steps[LoadStep::NONE]->settles);
        self::assertNotNull($test->minimum);
        self::assertLessThanOrEqual(0.5, $test->minimum);
    }

    /** 12 V at 0.6 A: 20 ohm, 7.2 W, so a resistor of 14 W or more; a lamp of 12 V. */
    public function testLoadsAreMadeOfWhatThereIs(): void
    {
        $made = Rail::made(12.0, 0.6, true);

        self::assertSame(
            ['600 mA', '20 Ω', '22 Ω, 13 W or more', 'constant current 600 mA'],
            [$made['current'], $made['ohms'], $made['resistor'], $made['electronic']],
        );
        self::assertSame('lamps of 12 V, 7.2 W together', $made['lamp']);
        self::assertSame('constant resistance 20 Ω', Rail::made(12.0, 0.6, false)['electronic']);
        self::assertNull(Rail::made(3.3, 0.6, true)['lamp']);
    }

    public function testWhatWasReadIsJudgedStepByStepAndBetweenThem(): void
    {
        $test = self::test('dimmer-drive');
        $judge = new LoadJudge($test, MeterProfile::usual());
        self::assertTrue($judge->reading(LoadStep::FULL, 'TP3', 24.8)['good']);
        self::assertSame('low', $judge->reading(LoadStep::FULL, 'TP3', 19.0)['word']);
        self::assertSame('too much ripple', $judge->ripple(LoadStep::FULL, 'TP3', 4.0)['word']);
        // The mains 5 % up takes an unregulated rail along.
        self::assertTrue($judge->reading(LoadStep::FULL, 'TP3', 27.6, 1.05)['good']);
        self::assertFalse($judge->reading(LoadStep::FULL, 'TP3', 29.0, 1.0)['good']);

        $rail = static fn(float $volts): array => ['dc' => $volts];
        $read = [
            LoadStep::NONE => ['rails' => ['TP3' => $rail(30.4), 'TP4' => $rail(-30.4)], 'watts' => null],
            LoadStep::FULL => ['rails' => ['TP3' => $rail(20.0), 'TP4' => $rail(-24.9)], 'watts' => 45.0],
        ];
        $between = array_column($judge->between($read), null, 'title');
        self::assertFalse(
            $between['Regulation of reservoir C1, no to full load']['good'],
            '52 % where a good unit gives way by 22 %',
        );
        self::assertTrue($between['Regulation of reservoir C2, no to full load']['good']);
        self::assertSame('52.0 %', $between['Regulation of reservoir C1, no to full load']['value']);
        self::assertFalse($between['Efficiency, Full load']['good']);
        self::assertStringContainsString(
            'more is lost than in a good unit',
            $between['Efficiency, Full load']['sentence'],
        );
    }

    public function testTheRippleCurrentOfAReservoirFollowsFromWhatWasRead(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $usual = Expectations::of($supply, $supply->mode(null));
        $check = new ReservoirCheck($supply, self::test('dimmer-drive'), $usual);
        $rows = $check->rows([
            LoadStep::NONE => ['rails' => ['TP3' => ['dc' => 30.4]], 'watts' => null],
            LoadStep::FULL => ['rails' => ['TP3' => ['dc' => 24.9]], 'watts' => null],
        ]);

        // 0.52 A, conducting for 2 arccos(24.9 / 30.4) / 314 s = 3.9 ms of every 10: 0.52 A * sqrt(pi² / 8 * 10 / 3.9 -
        // 1).
        self::assertSame(['Ripple current of C1, from no and full load'], array_column($rows, 'title'));
        self::assertSame('777 mA', $rows[0]['value']);
        self::assertSame([], $check->rows([]));
    }

    public function testASupplyWithoutRailsSaysWhatIsMissing(): void
    {
        $this->expectException(PlanRefused::class);
        $this->expectExceptionMessage('give the points at the outputs a "rail"');
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '10k',
                    'power' => '10 W',
                    'terminals' => ['a' => 'L', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['L', '0V']],
        );
        Test::of($supply, Expectations::roughly($supply, $supply->mode(null)));
    }

    /** What feeds its own board has no load that could be taken off. */
    public function testAUnitWithItsLoadsOnBoardIsTestedAsItIsUsed(): void
    {
        $supply = Supplies::demo('gallery-organ');

        self::assertSame(
            ['full'],
            array_keys(Test::of($supply, Expectations::roughly($supply, $supply->mode(null)))->steps),
        );
    }

    /** Both ripple equations against the engine's own waveform of a rectifier with its reservoir. */
    public function testRippleEquationsAgreeWithTheWaveform(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $phase = (new Behaviour($supply))->run($supply->mode(null))->longest();
        $volts = $phase->record->signal('RAW+', '0V');
        $capacitor = $phase->record->currentSignal('C1');
        $load = $phase->record->currentSignal('RL1')->average;

        self::assertEqualsWithDelta($volts->acRms, ReservoirRipple::rms($volts->peakToPeak), 0.1 * $volts->acRms);
        self::assertEqualsWithDelta(
            $capacitor->acRms,
            ReservoirRipple::current(
                $load,
                $volts->average,
                self::test('dimmer-drive')->steps[LoadStep::NONE]->expected['TP3']['dc'],
                50.0,
            ),
            0.1 * $capacitor->acRms,
        );
        // A missing leg of the bridge: one pulse a cycle.
        self::assertGreaterThan(
            1.3 * ReservoirRipple::current($load, 24.0, 30.0, 50.0),
            ReservoirRipple::current($load, 24.0, 30.0, 50.0, false),
        );
    }
}

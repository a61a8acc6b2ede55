<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Proving\Calibration\CalibrationJudge;
use Oculant\Core\Proving\Calibration\CalibrationPlan;
use Oculant\Core\Proving\Calibration\Shunt;
use Oculant\Core\Proving\GuardBand;
use Oculant\Core\Proving\MeterEffect;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** ISO 14253-1, and the meter's own accuracy. */
final class GuardBandTest extends TestCase
{
    /** @return iterable<string, array{float, string}> */
    public static function zones(): iterable
    {
        // ISO 14253-1, figure of the zones: limits 9.8 to 10.2, U = 0.05: acceptance zone 9.85 to 10.15, rejection
        // outside 9.75 to 10.25.
        yield 'in the middle' => [10.0, GuardBand::PASS];
        yield 'at the edge of the acceptance zone' => [10.15, GuardBand::PASS];
        yield 'within the limit, within U of it' => [10.19, GuardBand::UNSURE];
        yield 'beyond the limit, within U of it' => [10.24, GuardBand::UNSURE];
        yield 'beyond both' => [10.26, GuardBand::FAIL];
        yield 'below, within U' => [9.76, GuardBand::UNSURE];
        yield 'below both' => [9.74, GuardBand::FAIL];
    }

    #[DataProvider('zones')]
    public function testZones(float $value, string $word): void
    {
        $band = GuardBand::judge($value, 9.8, 10.2, 0.05);

        self::assertSame($word, $band->word);
        self::assertEqualsWithDelta(4.0, (float) $band->ratio, 1e-9, 'tolerance 0.2 over U 0.05');
    }

    public function testAMeterNoBetterThanTheToleranceSettlesNothing(): void
    {
        $band = GuardBand::judge(10.0, 9.9, 10.1, 0.12);

        self::assertSame(GuardBand::UNSURE, $band->word);
        self::assertStringContainsString('no better than the tolerance', $band->remark());
        self::assertFalse($band->isMeterEnough());
        self::assertStringContainsString(
            '2.0 to 1; 4 to 1 is asked for',
            GuardBand::judge(10.0, 9.9, 10.1, 0.05)->remark(),
        );
    }

    public function testALimitOnOneSide(): void
    {
        self::assertTrue(GuardBand::judge(0.2, -INF, 0.3, 0.01)->passes());
        self::assertSame(GuardBand::UNSURE, GuardBand::judge(0.295, -INF, 0.3, 0.01)->word);
        self::assertNull(GuardBand::judge(0.2, -INF, 0.3, 0.01)->ratio);
    }

    /**
     * 10.00 V on a 6000-count meter of 0.5 % + 2: range 60 V, a count is 10 mV: 50 mV + 20 mV; U = 2 * 70 mV / sqrt 3
     * (GUM 4.3.7).
     */
    public function testAccuracyIsPercentagePlusCounts(): void
    {
        $meter = MeterProfile::usual();
        self::assertEqualsWithDelta(0.07, $meter->halfWidth('dc', 10.0), 1e-9);
        self::assertEqualsWithDelta(0.0808, $meter->expanded('dc', 10.0), 1e-4);
        // 0.025 % + 2 on 50 000 counts: range 50 V, a count is 1 mV: 2.5 mV + 2 mV.
        self::assertEqualsWithDelta(
            0.0045,
            MeterProfile::of([
                'accuracy' => ['dc' => ['percent' => 0.025, 'counts' => 2]],
                'counts' => 50_000,
            ])->halfWidth('dc', 10.0),
            1e-9,
        );
    }

    /**
     * A sine: 1/sqrt 2 of its crest on both; a square wave: 1.111 times its true value on an averaging meter
     * (textbook).
     */
    public function testAnAveragingMeterErrsOnWhatIsNoSine(): void
    {
        $sine = array_map(static fn(int $k): float => sin((2 * M_PI * $k) / 400), range(0, 399));
        $square = array_map(static fn(int $k): float => $k < 200 ? 1.0 : -1.0, range(0, 399));
        $averaging = MeterProfile::of(['true_rms' => false]);

        self::assertEqualsWithDelta(M_SQRT1_2, MeterProfile::usual()->shows($sine), 1e-6);
        self::assertEqualsWithDelta(M_SQRT1_2, $averaging->shows($sine), 1e-3);
        self::assertEqualsWithDelta(1.0, MeterProfile::usual()->shows($square), 1e-9);
        self::assertEqualsWithDelta(1.111, $averaging->shows($square), 1e-3);
    }

    /**
     * On the winding of a rectifier the voltage is no clean sine; on the mains it is. A meter of 20 kilohm loads a
     * divider of 100 kilohm.
     */
    public function testWhatAMeterMakesOfAPointIsSaid(): void
    {
        $intercom = Supplies::demo('deck-intercom');
        $slow = new MeterEffect(
            $intercom,
            $intercom->mode(null),
            MeterProfile::of(['true_rms' => false, 'bandwidth' => 60]),
        );
        self::assertNull($slow->at('TP1', 'ac'), 'a sine at 50 Hz');
        self::assertNull((new MeterEffect($intercom, $intercom->mode(null), MeterProfile::usual()))->at('TP3', 'ac'));
        self::assertStringContainsString(
            'This meter averages',
            (string) (new MeterEffect($intercom, $intercom->mode(null), MeterProfile::of(['true_rms' => false])))->at(
                'TP3',
                'ac',
            ),
        );
        self::assertStringContainsString('reads AC up to 60 Hz', (string) $slow->at('TP3', 'ac'), 'ripple at 100 Hz');

        $divider = Supplies::of(
            [
                [
                    'ref' => 'W1',
                    'kind' => 'battery',
                    'value' => '10 V',
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '100k', 'terminals' => ['a' => 'A', 'b' => 'M']],
                ['ref' => 'R2', 'kind' => 'resistor', 'value' => '100k', 'terminals' => ['a' => 'M', 'b' => '0V']],
            ],
            ['TP1' => ['M', '0V'], 'TP2' => ['A', '0V']],
        );
        $old = new MeterEffect($divider, $divider->mode(null), MeterProfile::of(['input' => 200_000]));
        // 5 V behind 50 kilohm into 200 kilohm: 4 V (and the 10 megohm that every expectation holds).
        self::assertStringContainsString(
            'a good unit shows 3.98 V with it instead of 4.97 V',
            (string) $old->at('TP1', 'dc'),
        );
        self::assertNull($old->at('TP2', 'dc'), 'a stiff point does not care');
        self::assertNull($old->at('TP9', 'dc'));
    }

    public function testAProfileIsChecked(): void
    {
        $this->expectException(PlanRefused::class);
        $this->expectExceptionMessage('"900" for counts');
        MeterProfile::of(['counts' => 900]);
    }

    /** 3 A through 0.1 ohm of 1 %: 300 mV. Two wires add 50 milliohm of leads, half of the shunt. */
    public function testAShuntIsReadAtItself(): void
    {
        $four = new Shunt(0.1, 0.01, true);
        $two = new Shunt(0.1, 0.01, false);

        self::assertEqualsWithDelta(3.0, $four->amperes(0.3), 1e-9);
        self::assertEqualsWithDelta(
            (2 * 0.03) / sqrt(3),
            $four->expanded(
                0.3,
                MeterProfile::of(['accuracy' => ['dc' => ['percent' => 0.001, 'counts' => 0]], 'counts' => 1_000_000]),
            ),
            1e-3,
            'the shunt\'s own tolerance rules',
        );
        self::assertGreaterThan(
            10 * $four->expanded(0.3, MeterProfile::usual()),
            $two->expanded(0.3, MeterProfile::usual()),
        );
        self::assertSame('', $four->remark(3.0));
        self::assertStringContainsString('four-wire', $two->remark(3.0));
        self::assertStringContainsString('10 W', (new Shunt(0.1, 0.01, true))->remark(10.0));
    }

    /** Four to one (ANSI/NCSL Z540.3): 3 A within 0.1 A asks for a shunt of 25 mA, that is 0.83 %. */
    public function testAShuntIsFitOrFineForACheck(): void
    {
        self::assertStringContainsString('fit for calibration here', (new Shunt(0.1, 0.0083, true))->fitness(3.0, 0.1));
        self::assertStringContainsString('not fit', (new Shunt(0.1, 0.0084, true))->fitness(3.0, 0.1));
    }

    /** A rail that follows the mains has no setting that could be off, though it stands at its mark. */
    public function testOnlyRegulatedRailsHaveLimits(): void
    {
        $part = static fn(string $ref, string $kind, array $nodes, array $values): array => [
            'ref' => $ref,
            'kind' => $kind,
            'terminals' => $nodes,
        ] + $values;
        $written = Supplies::arrayOf(
            [
                ...Supplies::primary('T500mA', '20 V', '20 VA', '10 %'),
                $part('BR1', 'bridge', ['ac1' => 'A', 'ac2' => 'B', 'plus' => 'RAW', 'minus' => '0V'], []),
                $part(
                    'C1',
                    'electrolytic',
                    ['plus' => 'RAW', 'minus' => '0V'],
                    ['value' => '4700u', 'voltage' => '50 V'],
                ),
                $part('U1', 'regulator', ['in' => 'RAW', 'out' => 'OUT', 'common' => '0V'], ['value' => '12 V']),
                $part('RL1', 'load', ['a' => 'OUT', 'b' => '0V'], ['current' => '0.2 A', 'at' => '12 V']),
            ],
            ['TP1' => ['RAW', '0V'], 'TP2' => ['OUT', '0V']],
        );
        $written['points'][0]['rail'] = '27.3 V';
        $written['points'][1]['rail'] = '12 V';
        $supply = DescriptionReader::fromArray($written);
        $mode = $supply->mode(null);
        $expected = Expectations::of($supply, $mode);
        self::assertEqualsWithDelta(
            26.5,
            $expected->window('TP1', 'dc')->nominal,
            0.05 * 26.5,
            'it stands at its mark',
        );

        self::assertSame(['TP2'], array_column(CalibrationPlan::of($supply, $mode, $expected)->points, 'point'));
    }

    public function testDisplayAndOutputAreJudgedApart(): void
    {
        $judge = new CalibrationJudge(
            MeterProfile::of(['accuracy' => ['dc' => ['percent' => 0.01, 'counts' => 1]], 'counts' => 100_000]),
        );
        $row = ['unit' => 'V', 'nominal' => 24.0, 'low' => 23.76, 'high' => 24.24, 'read' => 24.02, 'minutes' => 30.0];
        self::assertSame(GuardBand::PASS, $judge->judge($row + ['shown' => 24.1])['word']);
        $off = $judge->judge($row + ['shown' => 24.6]);
        self::assertSame(GuardBand::FAIL, $off['word'], 'the output is right and its display is not');
        self::assertStringContainsString('+580 mV off', (string) $off['display']);
        self::assertStringContainsString(
            'Only 5 min warm',
            implode(' ', $judge->judge(['minutes' => 5.0] + $row)['remarks']),
        );
        self::assertTrue($judge->drift(24.0, 24.02, 0.24, Unit::Volt)['good']);
        self::assertFalse($judge->drift(24.0, 24.1, 0.24, Unit::Volt)['good']);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\PowerUp;

use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\PowerUp\BleedResistor;
use Oculant\Core\PowerUp\DischargeLine;
use Oculant\Core\PowerUp\FuseChoice;
use Oculant\Core\PowerUp\LampLimiter;
use Oculant\Core\PowerUp\Reforming;
use Oculant\Core\PowerUp\Region;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Every limit of making safe and powering up, from both sides. */
final class LimitsTest extends TestCase
{
    /**
     * From 1 uF to 100 000 uF and 6 to 450 V: leakage limit 0.01 C V, at least 3 uA (general-purpose data sheets); the
     * resistor lets through ten times that, at least 1 mA, at most 5 mA or what leaves a watt in the part at half the
     * voltage (common practice). Worked by hand, then the next of E12.
     *
     * @return iterable<string, array{float, float, float, float, float, float}> farads, volts; limit in amperes, ohms,
     *     watts of the resistor, volts across it when formed
     */
    public static function reformed(): iterable
    {
        yield '1 uF 6 V' => [1e-6, 6.0, 3e-6, 6.8e3, 0.25, 0.0204];
        yield '10 uF 25 V' => [10e-6, 25.0, 3e-6, 27e3, 0.25, 0.081];
        yield '100 uF 63 V' => [100e-6, 63.0, 63e-6, 68e3, 0.25, 4.284];
        yield '47 uF 450 V' => [47e-6, 450.0, 211.5e-6, 220e3, 1.0, 45.0];
        // 4 W / 450 V = 8.9 mA are bearable.
        yield '470 uF 450 V' => [470e-6, 450.0, 2.115e-3, 56e3, 5.0, 45.0];
        // Ten times 6.3 mA.
        yield '10 000 uF 63 V' => [10e-3, 63.0, 6.3e-3, 1e3, 5.0, 6.3];
        // Ten times 25 mA would be 250 mA; 4 W / 25 V = 160 mA are bearable: 156 ohms.
        yield '100 000 uF 25 V' => [0.1, 25.0, 25e-3, 180.0, 5.0, 2.5];
        yield '100 000 uF 6 V' => [0.1, 6.0, 6e-3, 100.0, 0.5, 0.6];
    }

    #[DataProvider('reformed')]
    public function testAResistorToReformThrough(
        float $farads,
        float $volts,
        float $limit,
        float $ohms,
        float $watts,
        float $drop,
    ): void {
        $one = Reforming::for(Supplies::demo('tuner-feed')->part('C1'), $volts, $farads);

        self::assertEqualsWithDelta($limit, $one->limit($volts), 1e-9);
        self::assertEqualsWithDelta($ohms, $one->ohms, 1e-6);
        self::assertSame($watts, $one->watts());
        self::assertGreaterThanOrEqual(
            $volts ** 2 / $one->ohms,
            $one->watts(),
            'it survives a capacitor that is short',
        );
        self::assertEqualsWithDelta($drop, $one->drop($volts), 1e-6);
        self::assertLessThanOrEqual(0.1 * $volts, $one->drop($volts), 'the part holds its own voltage');
        self::assertLessThanOrEqual((0.5 * $volts) / $one->ohms, $one->hopeless(), 'what it is given up at can flow');
        self::assertEqualsWithDelta(5 * $one->ohms * $farads + 600, $one->hold(), 1e-6);
    }

    /** @return iterable<string, array{float, float, bool}> IEC 61010-1, 6.3.1 c: 45 uC up to 15 kV, 350 mJ above */
    public static function charges(): iterable
    {
        yield 'as much as may be' => [61.0, 45e-6 / 61.0, false];
        yield 'more' => [61.0, 46e-6 / 61.0, true];
        yield 'much charge at the touch limit' => [60.0, 1e-3, false];
        yield 'at 15 kV the charge decides' => [15e3, 3.1e-9, true];
        yield 'and is little' => [15e3, 2.9e-9, false];
        // 3.1 nC/V at 15.1 kV are 47 uC, and 353 mJ.
        yield 'above it the energy' => [15.1e3, 3.1e-9, true];
        yield 'less than 350 mJ' => [15.1e3, 3.05e-9, false];
        // 25 kV on 1.9 nF: 47.5 uC, and 594 mJ.
        yield 'a picture tube' => [25e3, 1.9e-9, true];
        yield 'a small one' => [25e3, 1.1e-9, false];
    }

    #[DataProvider('charges')]
    public function testWhatAHandFeels(float $volts, float $farads, bool $is): void
    {
        self::assertSame($is, StoredCharge::isFelt($volts, $farads));
    }

    public function testALineSaysWhichLimitItIsOver(): void
    {
        $why = static fn(float $volts, float $farads): string => (new DischargeLine(
            'C1',
            'C1',
            $volts,
            $farads,
            $volts,
            1.0,
            null,
            1.0,
            true,
            false,
            null,
        ))->view()['why'];

        self::assertStringContainsString('46 µC of charge', $why(90.0, 0.51e-6));
        self::assertStringContainsString('only startles (45 µC', $why(90.0, 0.49e-6));
        self::assertStringContainsString('594 mJ (limit 350 mJ above 15 kV', $why(25e3, 1.9e-9));
        self::assertStringNotContainsString('µC', $why(25e3, 1.9e-9));
        self::assertStringContainsString('touch limit of 60 V DC, and too little', $why(60.0, 11e-3));
        self::assertStringContainsString('More than 20 J', $why(60.0, 11.2e-3));
    }

    /** Half C V squared: 220 uF at 325 V hold 11.6 J (any handbook). */
    public function testStoredEnergy(): void
    {
        $line = new DischargeLine('C1', 'C1', 325.0, 220e-6, 325.0, 1.0, null, 1.0, true, true, null);

        self::assertEqualsWithDelta(11.62, $line->joules(), 0.01);
        self::assertSame('12 J', $line->view()['energy']);
    }

    /**
     * Four seconds to 5 V: R = 4 s / (C ln(V / 5 V)); ten times the rating for an instant (common practice), 20 s worth
     * of its watts in all; 350 V an element.
     *
     * @return iterable<string, array{float, float, float, float, int}> volts, farads; ohms, watts, how many in series
     */
    public static function bleeders(): iterable
    {
        // 4 / (220e-6 x 4.174) = 4356: 4.7 k is nearest of E12 by ratio; 22 W at first: 5 W.
        yield 'bulk of an off-line supply' => [325.0, 220e-6, 4.7e3, 5.0, 1];
        // 4 / (47e-6 x 4.5) = 18.9 k: 18 k; 11 W at first.
        yield 'valve reservoir' => [450.0, 47e-6, 18e3, 2.0, 2];
        yield 'one element stands 350 V' => [350.0, 47e-6, 22e3, 1.0, 1];
        yield 'and no more' => [351.0, 47e-6, 22e3, 1.0, 2];
        yield 'nor two 700' => [701.0, 47e-6, 18e3, 5.0, 3];
        // 4 / (0.047 x 2.485) = 34: 33 ohms; 109 W at first, 85 J: 109 / 10 = 11 W.
        yield 'heavy reservoir' => [60.0, 47e-3, 33.0, 25.0, 1];
    }

    #[DataProvider('bleeders')]
    public function testAResistorToDischargeThrough(
        float $volts,
        float $farads,
        float $ohms,
        float $watts,
        int $count,
    ): void {
        $one = BleedResistor::for($volts, $farads);

        self::assertEqualsWithDelta($ohms, $one->ohms, 1e-6);
        self::assertSame($watts, $one->watts);
        self::assertSame($count, $one->count());
    }

    /**
     * Longest life from 1.5 times the steady current on, little guarded beyond 6 times (common practice).
     *
     * @return iterable<string, array{string, string}> rating, words
     */
    public static function fuses(): iterable
    {
        yield 'hardly more than it carries' => ['F0.7A', 'little room'];
        yield 'one and a half times' => ['F0.8A', 'is right'];
        yield 'five times' => ['F2.5A', 'is right'];
        yield 'seven times' => ['F3.5A', 'larger one'];
    }

    #[DataProvider('fuses')]
    public function testAFuseBesideWhatItCarries(string $rating, string $words): void
    {
        // Half an ampere through 100 ohms, from 50 V direct.
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'F1', 'kind' => 'fuse', 'rating' => $rating, 'terminals' => ['a' => 'L', 'b' => 'B']],
                // 230 V x 1.1 over 506 ohms: half an ampere at the higher end of the mains.
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '506',
                    'power' => '500 W',
                    'terminals' => ['a' => 'B', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['B', '0V']],
        );

        self::assertStringContainsString($words, FuseChoice::of($supply)[0]['rating']);
    }

    /** The R10 series of IEC 60127-2 (from memory): the next from one and a half times half an ampere on. */
    public function testTheFuseThatWouldDoIsOfTheSeries(): void
    {
        $would = static function (string $ohms): string {
            $supply = Supplies::of(
                [
                    ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                    ['ref' => 'F1', 'kind' => 'fuse', 'rating' => 'T10A', 'terminals' => ['a' => 'L', 'b' => 'B']],
                    [
                        'ref' => 'R1',
                        'kind' => 'resistor',
                        'value' => $ohms,
                        'power' => '900 W',
                        'terminals' => ['a' => 'B', 'b' => '0V'],
                    ],
                ],
                ['TP1' => ['B', '0V']],
            );

            return preg_match('/at most, (.*) would do/', FuseChoice::of($supply)[0]['rating'], $m) === 1 ? $m[1] : '';
        };
        $series = [
            ['12k3', '32 mA'], // 253 V / 12.3 k = 20.6 mA, one and a half times that 30.9 mA
            ['9k6', '40 mA'],
            ['7k7', '50 mA'],
            ['6k1', '63 mA'],
            ['4k8', '80 mA'],
            ['3k85', '100 mA'],
            ['3k1', '125 mA'],
            ['2k4', '160 mA'],
            ['1k92', '200 mA'],
            ['1k54', '250 mA'],
            ['1k23', '315 mA'],
            ['960', '400 mA'],
            ['770', '500 mA'],
            ['610', '630 mA'],
            ['480', '800 mA'],
            ['385', '1 A'],
        ];

        foreach ($series as [$ohms, $fuse]) {
            self::assertSame($fuse, $would($ohms), $ohms);
        }
    }

    /** 40 W of load: three times that is 120 W, and the box has 150 W. Half as much would not let it come up. */
    public function testTheLampIsThreeTimesWhatTheUnitTakes(): void
    {
        $lamp = static function (string $ohms): array {
            $plan = LampLimiter::plan(self::resistive($ohms), []);
            self::assertNotNull($plan);

            return [$plan['method']['watts'], $plan['reason']];
        };

        // 230 V squared over 1058 ohms is 50 W, over 1323 ohms 40 W, over 13.2 k 4 W.
        self::assertSame(150.0, $lamp('1058')[0]);
        self::assertSame(150.0, $lamp('1323')[0]);
        self::assertSame(15.0, $lamp('13k2')[0]);
        self::assertStringContainsString('it takes about 40 W', $lamp('1323')[1]);
    }

    /** @return iterable<string, array{float, float, list<string>}> wall volts and hertz, words of the titles */
    public static function walls(): iterable
    {
        yield 'its own' => [230.0, 50.0, []];
        yield 'eleven per cent more' => [256.0, 50.0, []];
        yield 'thirteen per cent more' => [260.0, 50.0, ['Not into this wall']];
        yield 'eleven per cent less' => [204.0, 50.0, []];
        yield 'thirteen per cent less' => [200.0, 50.0, ['too low']];
        yield 'a hertz off' => [230.0, 51.0, []];
        yield 'ten hertz off' => [230.0, 60.0, ['60 Hz']];
    }

    /** @param list<string> $words */
    #[DataProvider('walls')]
    public function testTheWallAndTheUnit(float $volts, float $hertz, array $words): void
    {
        $titles = array_column(Region::notes(self::resistive('1k'), $volts, $hertz, 50.0), 'title');

        self::assertCount(count($words), $titles, implode('; ', $titles));
        foreach ($words as $k => $word) {
            self::assertStringContainsString($word, $titles[$k]);
        }
    }

    /** A step-down transformer has half as much again as 50 W at 0.7 power factor: 107 VA, so the next size. */
    public function testTheStepDownTransformerHasRoom(): void
    {
        $text = static fn(float $watts): string => Region::notes(self::resistive('1k'), 460.0, 50.0, $watts)[0]['text'];

        self::assertStringContainsString('of 200 VA', $text(50.0));
        self::assertStringContainsString('of 100 VA', $text(46.0));
        self::assertStringContainsString('2 times', $text(46.0));
    }

    private static function resistive(string $ohms): Description
    {
        return Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'F1', 'kind' => 'fuse', 'rating' => 'T2A', 'terminals' => ['a' => 'L', 'b' => 'B']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => $ohms,
                    'power' => '500 W',
                    'terminals' => ['a' => 'B', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['B', '0V']],
        );
    }
}

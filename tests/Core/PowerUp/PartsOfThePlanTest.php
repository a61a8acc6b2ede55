<?php

declare(strict_types=1);

namespace Tests\Core\PowerUp;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\PowerUp\Cautions;
use Oculant\Core\PowerUp\FuseChoice;
use Oculant\Core\PowerUp\InterlockNeeds;
use Oculant\Core\PowerUp\Limits;
use Oculant\Core\PowerUp\Plan;
use Oculant\Core\PowerUp\Reforming;
use Oculant\Core\PowerUp\Region;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Reforming, fuses, interlocks and the wall, against data-sheet formulae, IEC 60127 and the transformer equation. */
final class PartsOfThePlanTest extends TestCase
{
    /**
     * I = 0.01 C V: 47 uF at 400 V may leak 188 uA, 100 uF at 25 V 25 uA; never asked for less than 3 uA
     * (general-purpose data sheets).
     */
    public function testTheLeakageLimitIsTheDataSheetFormula(): void
    {
        $part = Supplies::demo('net-loft-radio')->part('C1');

        self::assertEqualsWithDelta(188e-6, Reforming::for($part, 400.0, 47e-6)->limit(400.0), 1e-9);
        self::assertEqualsWithDelta(25e-6, Reforming::for($part, 25.0, 100e-6)->limit(25.0), 1e-9);
        self::assertEqualsWithDelta(3e-6, Reforming::for($part, 16.0, 4.7e-6)->limit(16.0), 1e-9);
    }

    /**
     * Through its resistor a shorted one draws milliamperes and no more; at its limit nearly all the voltage is across
     * the capacitor.
     */
    public function testTheResistorLimitsAndStillLetsTheLeakageThrough(): void
    {
        foreach (Reforming::of(Supplies::demo('gallery-organ')) as $one) {
            self::assertLessThanOrEqual(5e-3, $one->volts / $one->ohms, $one->part->ref);
            self::assertLessThan(0.35 * $one->volts, $one->limit($one->volts) * $one->ohms, $one->part->ref);
            // R C five times over, and ten minutes beside it.
            self::assertEqualsWithDelta(5 * $one->ohms * $one->farads + 600, $one->hold(), 1e-6);
            $view = $one->view();
            self::assertCount(5, $view['steps']);
            self::assertStringContainsString('MIL-HDBK-1131', $view['source']);
        }
    }

    /**
     * IEC 60127-2 (from memory): opens within minutes from 2.1 times its rating; low breaking capacity 35 A or ten
     * times the rating.
     */
    public function testTheFuseIsTheOneOnTheBoardAndNeverALargerOne(): void
    {
        $fuse = FuseChoice::of(Supplies::demo('tide-recorder'))[0];

        self::assertStringStartsWith('T250mA', $fuse['fit']);
        self::assertStringContainsString('525 mA', $fuse['larger']);
        self::assertStringContainsString('35 A', $fuse['breaking']);
        self::assertStringContainsString('460 A', $fuse['breaking'], '230 V over half an ohm of wiring');
        self::assertStringContainsString('time-lag', mb_strtolower($fuse['characteristic']));
        self::assertContains('BR1.d1', array_column($fuse['checks'], 'id'));
        self::assertStringContainsString('Replaced once', $fuse['once']);
    }

    /** The description of the net loft radio says "27 ohms of 10 W": the engine finds the least load by itself. */
    public function testTheMinimumLoadIsComputed(): void
    {
        $need = InterlockNeeds::of(Supplies::demo('net-loft-radio'))[0];

        self::assertSame(1, preg_match('/^(\d+) Ω, (\d+) W/', $need['stands_in'], $found), $need['stands_in']);
        self::assertGreaterThanOrEqual(12.0, (float) $found[1]);
        self::assertLessThanOrEqual(60.0, (float) $found[1]);
        self::assertGreaterThanOrEqual(
            ((2 * 13.8 ** 2) / (float) $found[1]) * 0.99,
            (float) $found[2],
            'twice what it burns (common practice)',
        );
    }

    /**
     * Flux goes with volts over hertz: a 60 Hz core on 50 Hz carries 120 %; ripple goes with one over the frequency.
     */
    public function testSixtyHertzGearOnFiftyHertz(): void
    {
        $written =
            ['mains' => ['voltage' => '230 V', 'frequency' => '60 Hz', 'tolerance' => '10 %']] +
            Supplies::demoArray('tide-recorder');
        [$note] = Region::notes(\Oculant\Core\Supply\DescriptionReader::fromArray($written), 230.0, 50.0, 20.0);

        self::assertTrue($note['danger']);
        self::assertStringContainsString('120 %', $note['text']);
        self::assertStringContainsString('1.2 times', $note['text']);
        self::assertSame([], Region::notes(Supplies::demo('tide-recorder'), 230.0, 50.0, 20.0));
        self::assertSame([], Region::notes(Supplies::demo('buoy-lantern'), 230.0, 50.0, 20.0), 'no mains in it');
    }

    public function testAHundredAndTwentyVoltUnitIsKeptFromThisWall(): void
    {
        $supply = Supplies::drafted('linear', ['mains' => '120 V']);
        $notes = Region::notes($supply, 230.0, 50.0, 30.0);

        self::assertTrue($notes[0]['danger']);
        self::assertStringContainsString('1.92 times', $notes[0]['text']);
        self::assertStringContainsString('not an autotransformer', $notes[0]['text']);
        self::assertStringContainsString(
            'too low',
            Region::notes(Supplies::demo('tide-recorder'), 120.0, 50.0, 20.0)[0]['title'],
        );
    }

    public function testATapIsAnAutotransformerForWhatHangsOnIt(): void
    {
        [$note] = Region::notes(Supplies::drafted('heavy'), 230.0, 50.0, 100.0);

        self::assertStringContainsString('tap at 120 V', $note['title']);
        self::assertStringContainsString('live against earth', $note['text']);
    }

    public function testAUnitThatWasBookedInForAnotherMainsIsLookedAt(): void
    {
        self::assertSame(
            'Booked in for 120 V 60 Hz, described for 230 V',
            Region::booked(Supplies::demo('tide-recorder'), '120 V 60 Hz')[0]['title'],
        );
        self::assertSame([], Region::booked(Supplies::demo('tide-recorder'), '220-240 V'));
        self::assertSame([], Region::booked(Supplies::demo('tide-recorder'), 'as on the plate'));
    }

    public function testEveryLimitNamesItsSource(): void
    {
        foreach (Limits::all() as $limit) {
            self::assertStringStartsWith('IEC ', $limit['source']);
        }
        self::assertContains('60 V DC, 30 V rms, 42.4 V peak', array_column(Limits::all(), 'limit'));
    }

    public function testCautionsFitTheSupplyAndTheStep(): void
    {
        $titles = static fn(array $cautions): array => array_column($cautions, 'title');

        self::assertContains('Valve high tension', $titles(Cautions::makingSafe(Supplies::demo('gallery-organ'))));
        self::assertContains('Oscilloscope earth', $titles(Cautions::makingSafe(Supplies::demo('wheelhouse-display'))));
        self::assertContains('Bulk capacitor C1', $titles(Cautions::makingSafe(Supplies::demo('wheelhouse-display'))));
        self::assertSame(
            [],
            Cautions::makingSafe(Supplies::demo('tide-recorder')),
            'no wall of warnings where nothing bites',
        );
        self::assertSame(['Mains'], $titles(Cautions::energising(Supplies::demo('tide-recorder'))));
        self::assertSame(
            ['Mains plug out, and tied back'],
            $titles(Cautions::feeding(Supplies::demo('wheelhouse-display'))),
        );
        self::assertSame([], Cautions::energising(Supplies::demo('buoy-lantern')));
    }

    public function testEverySectionOfEveryFamilyCanBeComputed(): void
    {
        foreach (['linear', 'zener_shunt', 'valve', 'doubler', 'adaptor', 'dc_fed'] as $family) {
            $supply = Supplies::drafted($family);
            foreach (['safe', 'feed', 'lamp', 'reform', 'needs'] as $section) {
                self::assertNotSame([], (new Plan($supply))->section($section), "{$family} {$section}");
            }
            self::assertNotSame(
                [],
                (new Plan($supply))->methods(new BenchState($supply->mode(null)->id), 0.0, 230.0, 50.0)['methods'],
            );
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Waveforms;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class WaveformsTest extends TestCase
{
    public function testReservoirRippleWithItsValleyAgainstTheDropout(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $waves = new Waveforms($supply, $supply->mode('loaded'), ['C1' => 'dried']);
        $point = $supply->point('TP3');
        $volts = $waves->volts($point->node, $point->against);
        [$need] = $waves->headroom($point->node, $point->against);

        self::assertSame(['U1', 14.0], [$need['ref'], $need['needs']]);
        self::assertSame(min($volts['healthy']), $need['valley']);
        self::assertGreaterThan(14.0, $need['valley']);
        self::assertLessThan(14.0, $need['faulty_valley'], 'a dried reservoir lets the regulator drop out');
        self::assertTrue($need['drops_out']);
        self::assertFalse(
            (new Waveforms($supply, $supply->mode('loaded'), ['R1' => 'open']))->headroom(
                $point->node,
                $point->against,
            )[0]['drops_out'] ?? true,
        );
        $dual = Supplies::demo('tide-recorder');
        self::assertSame(
            -17.0,
            (new Waveforms($dual, $dual->mode('loaded')))->headroom($dual->point('TP7')->node, '0V')[0]['level'] ??
                null,
            'a negative rail needs its headroom downwards',
        );
    }

    /**
     * Charge balance: what the bridge delivers in pulses is what the load takes (the capacitor's mean current is
     * nothing).
     */
    public function testChargingPulsesCarryTheLoadCurrentOnAverage(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $waves = new Waveforms($supply, $supply->mode('loaded'));
        $capacitor = $waves->amperes('C1')['healthy'] ?? [];
        $mean = array_sum($capacitor) / count($capacitor);

        self::assertEqualsWithDelta(0.0, $mean, 0.01 * max($capacitor));
        self::assertGreaterThan(1.8 * abs(min($capacitor)), max($capacitor), 'short charging pulses, long discharge');
    }

    public function testOneCycleOfTheMains(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $waves = new Waveforms($supply, $supply->mode('loaded'));

        self::assertSame([0.1, 20.0], [$waves->times()[0], $waves->times()[199]]);
        self::assertContains('BR1', $waves->partsWithCurrent());
        self::assertNull($waves->amperes('BR1')['faulty']);
        self::assertNull($waves->amperes('R99')['healthy'] ?? null);
    }

    public function testADirectFeedStandsStill(): void
    {
        $supply = Supplies::demo('buoy-lantern');

        self::assertSame([0.0], (new Waveforms($supply, $supply->mode(null)))->times());
    }

    public function testSaysWhatTheFaultTakesWithIt(): void
    {
        $supply = Supplies::demo('auction-scale');
        $waves = new Waveforms($supply, $supply->mode(null), ['D1' => 'short']);

        self::assertNotSame([], $waves->chain);
        self::assertTrue($waves->hasStableFault);
    }
}

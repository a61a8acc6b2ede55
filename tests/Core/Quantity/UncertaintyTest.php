<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Uncertainty;
use PHPUnit\Framework\TestCase;

final class UncertaintyTest extends TestCase
{
    /**
     * JCGM 100:2008 4.3.7, example: a rectangular half-width of a has the standard uncertainty a / sqrt(3) = 0.58 a.
     */
    public function testRectangularDistribution(): void
    {
        self::assertEqualsWithDelta(0.577, Uncertainty::fromHalfWidth(1.0), 0.001);
    }

    /**
     * JCGM 100:2008 H.1.3.1 to H.1.4: components 25, 9.7, 2.9 and 16.6 nm combine to about 32 nm (end-gauge example).
     */
    public function testCombinesTheEndGaugeExample(): void
    {
        self::assertEqualsWithDelta(32, Uncertainty::combine([25.0, 9.7, 2.9, 16.6]), 0.6);
    }

    public function testMeterAccuracyIsPercentageAndCounts(): void
    {
        // 15 V on a 60 V range of 6000 counts: 0.5 % is 75 mV, two counts of 10 mV are 20 mV.
        self::assertEqualsWithDelta(0.095, Meter::forDc()->halfWidth(15.0), 1e-9);
        self::assertSame(60.0, Meter::range(15.0));
        self::assertSame(6.0, Meter::range(5.2));
    }

    /**
     * A uniform distribution holds 90 % within 0.9 of its half-width; a triangular one within 1.3675 of either's
     * (arithmetic); many within 1.645 sigma (GUM table G.1).
     */
    public function testAWindowFollowsTheShapeOfTheSum(): void
    {
        $one = Uncertainty::fromHalfWidth(1.0);

        self::assertEqualsWithDelta(0.9, Uncertainty::window90([$one]), 1e-3);
        self::assertEqualsWithDelta(1.3675, Uncertainty::window90([$one, $one]), 0.03);
        self::assertEqualsWithDelta(1.645 * $one * sqrt(12), Uncertainty::window90(array_fill(0, 12, $one)), 1e-6);
        self::assertSame(0.0, Uncertainty::window90([0.0]));
    }
}

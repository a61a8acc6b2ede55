<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Expectation\CapacitorLife;
use PHPUnit\Framework\TestCase;

final class CapacitorLifeTest extends TestCase
{
    /**
     * The ten-degree rule as data sheets work it: 2000 h at 105 C with rated ripple are 8000 h at 85 C, 32 000 h at 65
     * C.
     */
    public function testLifeDoublesForEachTenDegrees(): void
    {
        self::assertEqualsWithDelta(2000.0, CapacitorLife::hours(2000.0, 105.0, 105.0, 1.0), 1e-6);
        self::assertEqualsWithDelta(8000.0, CapacitorLife::hours(2000.0, 105.0, 85.0, 1.0), 1e-6);
        self::assertEqualsWithDelta(32_000.0, CapacitorLife::hours(2000.0, 105.0, 65.0, 1.0), 1e-6);
        // Rule of thumb of the trade: 2000 h at 105 C is about 20 000 h at 70 C.
        self::assertEqualsWithDelta(20_000.0, CapacitorLife::hours(2000.0, 105.0, 70.0, 1.0), 3000.0);
    }

    /**
     * Without ripple the inside is 5 K cooler: the square root of two more (closed form); one and a half times the
     * rating costs 4^(1.25 / 2).
     */
    public function testRippleHeatsFromInside(): void
    {
        self::assertEqualsWithDelta(
            M_SQRT2,
            CapacitorLife::hours(2000.0, 105.0, 85.0, 0.0) / CapacitorLife::hours(2000.0, 105.0, 85.0, 1.0),
            1e-9,
        );
        self::assertEqualsWithDelta(
            4 ** -0.625,
            CapacitorLife::hours(2000.0, 105.0, 85.0, 1.5) / CapacitorLife::hours(2000.0, 105.0, 85.0, 1.0),
            1e-9,
        );
        self::assertSame(5.0, CapacitorLife::rise(105.0, 1.0));
        self::assertSame(
            2.5,
            CapacitorLife::rise(85.0, 0.5),
            'ten kelvin for a type of 85 C, with the square of the current',
        );
    }

    public function testNobodyPromisesForEver(): void
    {
        self::assertSame(CapacitorLife::MOST, CapacitorLife::hours(10_000.0, 105.0, 25.0, 0.0));
        self::assertSame("20\u{202F}000 h, 10 years at 2000 h a year", CapacitorLife::words(20_000.0, 2000.0));
        self::assertStringContainsString('its seal ages first', CapacitorLife::words(100_000.0, 1000.0));
        self::assertSame('900 h, 11 months at 1000 h a year', CapacitorLife::words(900.0, 1000.0));
    }
}

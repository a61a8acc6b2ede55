<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use InvalidArgumentException;
use Oculant\Core\Quantity\PreferredValues;
use PHPUnit\Framework\TestCase;

/** IEC 60063, table 1: E6 to E24 as printed; E96 samples from the same standard. */
final class PreferredValuesTest extends TestCase
{
    public function testE6AndE12AreTheStandardsOwnNumbers(): void
    {
        self::assertSame([1.0, 1.5, 2.2, 3.3, 4.7, 6.8], PreferredValues::E6->decade());
        self::assertSame([1.0, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2], PreferredValues::E12->decade());
    }

    public function testE24KeepsItsHistoricalValues(): void
    {
        foreach ([2.7, 3.0, 3.3, 3.6, 3.9, 4.3, 4.7, 8.2] as $value) {
            self::assertContains($value, PreferredValues::E24->decade());
        }
    }

    public function testE96HasThreeDigits(): void
    {
        foreach ([1.02, 1.47, 2.26, 4.99, 9.76] as $value) {
            self::assertContains($value, PreferredValues::E96->decade());
        }
        self::assertCount(96, PreferredValues::E96->decade());
    }

    public function testFindsTheNearestByRatioAndTheNextAbove(): void
    {
        self::assertSame(4700.0, PreferredValues::E12->nearest(5000));
        self::assertSame(2200e-6, PreferredValues::E6->atLeast(1600e-6));
        self::assertSame(10.0, PreferredValues::E6->atLeast(6.9));
        self::assertSame(3.3, PreferredValues::E6->atLeast(3.3));
    }

    public function testRefusesNothingAndLess(): void
    {
        $this->expectException(InvalidArgumentException::class);
        PreferredValues::E12->nearest(0.0);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\ToleranceCode;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class QuantityTest extends TestCase
{
    /**
     * Letter-for-point marks: IEC 60062, the standard's own examples for resistors (R33, 3R3, 33R, 330R, 33K2, 3M3)
     * and capacitors (p33, 3p3, 33n, 332n, 3µ3); the rest is how technicians write.
     *
     * @return iterable<string, array{string, Unit, float}>
     */
    public static function readable(): iterable
    {
        yield '3R3' => ['3R3', Unit::Ohm, 3.3];
        yield '33R' => ['33R', Unit::Ohm, 33.0];
        yield '330R' => ['330R', Unit::Ohm, 330.0];
        yield '33K2' => ['33K2', Unit::Ohm, 33200.0];
        yield '3M3' => ['3M3', Unit::Ohm, 3.3e6];
        yield '3p3' => ['3p3', Unit::Farad, 3.3e-12];
        yield '33n' => ['33n', Unit::Farad, 33e-9];
        yield '3µ3' => ['3µ3', Unit::Farad, 3.3e-6];
        yield '4k7' => ['4k7', Unit::Ohm, 4700.0];
        yield '0R1' => ['0R1', Unit::Ohm, 0.1];
        yield '2200u' => ['2200u', Unit::Farad, 2200e-6];
        yield '2200 µF' => ['2200 µF', Unit::Farad, 2200e-6];
        yield '315mA' => ['315mA', Unit::Ampere, 0.315];
        yield '-15 V' => ['-15 V', Unit::Volt, -15.0];
        yield 'true minus' => ["\u{2212}15.02 V", Unit::Volt, -15.02];
        yield '120 mV' => ['120 mV', Unit::Volt, 0.12];
        yield '5 %' => ['5 %', Unit::Ratio, 0.05];
        yield '±20%' => ['±20%', Unit::Ratio, 0.2];
        yield '30 VA' => ['30 VA', Unit::VoltAmpere, 30.0];
        yield '1e-3' => ['1e-3', Unit::Farad, 1e-3];
    }

    #[DataProvider('readable')]
    public function testReadsWhatTechniciansWrite(string $text, Unit $unit, float $expected): void
    {
        self::assertEqualsWithDelta($expected, Quantity::parse($text, $unit)->value, abs($expected) * 1e-12);
    }

    /** @return iterable<string, array{string, Unit}> */
    public static function unreadable(): iterable
    {
        yield 'letters' => ['12.5x', Unit::Volt];
        yield 'empty' => ['', Unit::Volt];
        yield 'two points' => ['1.2.3', Unit::Ohm];
        yield 'other unit' => ['15 A', Unit::Volt];
        yield 'word' => ['lots', Unit::Farad];
    }

    #[DataProvider('unreadable')]
    public function testRefusesTheRestWithAnExample(string $text, Unit $unit): void
    {
        $this->expectException(UnreadableQuantity::class);
        $this->expectExceptionMessage($unit->example());
        Quantity::parse($text, $unit);
    }

    public function testSaysHowToWriteADecimalComma(): void
    {
        $this->expectExceptionMessage('Write decimals with a point, for example "12.5"');
        Quantity::parse('12,5', Unit::Volt);
    }

    public function testWritesEngineeringNotation(): void
    {
        self::assertSame('4.7 kΩ', Quantity::of(4700, Unit::Ohm)->format());
        self::assertSame('2200 µF', Quantity::of(2200e-6, Unit::Farad)->format());
        self::assertSame("\u{2212}15.02 V", Quantity::volts(-15.02));
        self::assertSame('230 V', Quantity::volts(229.93));
        self::assertSame('0.00 V', Quantity::volts(-0.0001));
        self::assertSame('20 mV', Quantity::volts(0.02));
    }

    /** IEC 60062, letters for symmetrical tolerances. */
    public function testKnowsToleranceLetters(): void
    {
        self::assertSame(0.05, ToleranceCode::fromLetter('J')?->ratio());
        self::assertSame(0.2, ToleranceCode::fromLetter('M')?->ratio());
        self::assertSame(0.001, ToleranceCode::fromLetter('B')?->ratio());
        self::assertNull(ToleranceCode::fromLetter('?'));
    }
}

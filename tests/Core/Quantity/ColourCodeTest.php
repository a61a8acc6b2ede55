<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use Oculant\Core\Quantity\ColourCode;
use Oculant\Core\Quantity\UnreadableQuantity;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Against the table of IEC 60062, from memory. */
final class ColourCodeTest extends TestCase
{
    /** @return iterable<string, array{string, float, float, float|null}> */
    public static function rings(): iterable
    {
        yield 'three rings' => ['brown black brown', 100.0, 0.2, null];
        yield 'four rings' => ['yellow violet red gold', 4700.0, 0.05, null];
        yield 'a gold multiplier' => ['brown black gold gold', 1.0, 0.05, null];
        yield 'a silver multiplier' => ['red red silver silver', 0.22, 0.1, null];
        yield 'five rings' => ['brown black black red brown', 10e3, 0.01, null];
        yield 'six rings' => ['green blue black yellow brown red', 5.6e6, 0.01, 50.0];
        yield 'a fine one' => ['red red black black violet brown', 220.0, 0.001, 100.0];
        yield 'other words for two of them' => ['gray red purple silver', 820e6, 0.1, null];
    }

    #[DataProvider('rings')]
    public function testRings(string $rings, float $ohms, float $tolerance, ?float $tempco): void
    {
        $read = ColourCode::read(explode(' ', $rings));

        self::assertEqualsWithDelta($ohms, $read->ohms, 1e-6 * $ohms);
        self::assertSame($tolerance, $read->tolerance);
        self::assertSame($tempco, $read->tempco);
    }

    /** @return iterable<string, array{string}> */
    public static function nonsense(): iterable
    {
        yield 'two rings' => ['brown black'];
        yield 'gold as a figure' => ['gold brown black gold'];
        yield 'seven rings' => ['brown black black red brown red red'];
        yield 'no colour' => ['brown black mauve'];
        yield 'black as a tolerance' => ['brown black red black'];
        yield 'a link of no ohms' => ['black black black'];
    }

    #[DataProvider('nonsense')]
    public function testWhatIsNoCodeIsRefused(string $rings): void
    {
        $this->expectException(UnreadableQuantity::class);
        $this->expectExceptionMessage('Cannot read the rings');
        ColourCode::read(explode(' ', $rings));
    }
}

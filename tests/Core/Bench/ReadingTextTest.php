<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\ReadingText;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class ReadingTextTest extends TestCase
{
    /** @return iterable<string, array{string, ?string, ?string, float}> text, target, quantity, value */
    public static function texts(): iterable
    {
        yield '13.9' => ['13.9', null, null, 13.9];
        yield '-15.02' => ['-15.02', null, null, -15.02];
        yield 'true minus' => ["\u{2212}15.02", null, null, -15.02];
        yield 'OL' => ['OL', null, null, INF];
        yield 'ol' => ['ol', null, null, INF];
        yield '0R4' => ['0R4', null, 'resistance', 0.4];
        yield '4k7' => ['4k7', null, 'resistance', 4700.0];
        yield '37.5 ac' => ['37.5 ac', null, 'ac', 37.5];
        yield 'tp3 13.9' => ['tp3 13.9', 'TP3', null, 13.9];
        yield 'TP3 120mV' => ['TP3 120mV', 'TP3', null, 0.12];
        yield '0.3 ohm' => ['f1 0.3 ohm', 'F1', 'resistance', 0.3];
        yield 'ripple' => ['tp3 1.4 ripple', 'TP3', 'ripple', 1.4];
        yield '13.9 V' => ['13.9 V', null, null, 13.9];
        yield 'above the megohm range' => ['>20M', null, 'resistance', INF];
        yield 'OL on the 2 M range' => ['f1 OL 2M', 'F1', 'resistance', INF];
        yield 'tp2 18 vac' => ['tp2 18 vac', 'TP2', 'ac', 18.0];
    }

    #[DataProvider('texts')]
    public function testUnderstands(string $text, ?string $target, ?string $quantity, float $value): void
    {
        $parsed = ReadingText::parse($text, Supplies::demo('tuner-feed'));

        self::assertSame($target, $parsed->target);
        self::assertSame($quantity, $parsed->quantity);
        self::assertSame($value, $parsed->value);
    }

    /** @return iterable<array{string}> */
    public static function nonsense(): iterable
    {
        yield ['12,5x'];
        yield ['about 12'];
        yield ['tp9 13.9'];
        yield ['--5'];
    }

    #[DataProvider('nonsense')]
    public function testSaysWhatItTakesInstead(string $text): void
    {
        try {
            ReadingText::parse($text, Supplies::demo('tuner-feed'));
            self::fail('It was taken.');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString("\"{$text}\"", $refused->getMessage());
            self::assertStringContainsString('13.9', $refused->getMessage());
        }
    }

    /** On a low range OL is a lower bound, not an open circuit (common practice). */
    public function testOverRangeOnALowRangeAsksForTheHighestOne(): void
    {
        $this->expectExceptionMessage(
            'OL on the 200 Ω range only says that there is more than that. Turn to the highest range',
        );
        ReadingText::parse('f1 OL 200', Supplies::demo('tuner-feed'));
    }

    public function testHintsAtTheDecimalPoint(): void
    {
        $this->expectExceptionMessage('Use a point for decimals');
        ReadingText::parse('12,5x', Supplies::demo('tuner-feed'));
    }
}

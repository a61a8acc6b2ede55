<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\WattsRead;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** V squared over R, worked by hand: 1 kohm of a quarter watt. No margin above four fifths (common practice). */
final class WattsReadTest extends TestCase
{
    /** @return iterable<string, array{float, string}> volts, words */
    public static function readings(): iterable
    {
        yield '24 mW: nobody asks' => [4.9, ''];
        yield '26 mW' => [5.1, 'R1 turns 26 mW of its 250 mW into heat.'];
        yield '196 mW' => [14.0, 'R1 turns 196 mW of its 250 mW into heat.'];
        yield '204 mW' => [14.28, 'R1 turns 204 mW of its 250 mW into heat: no margin.'];
        yield '249 mW' => [15.8, 'R1 turns 250 mW of its 250 mW into heat: no margin.'];
        yield 'a quarter watt and more' => [15.9, 'R1 turns 253 mW of its 250 mW into heat: too much for it.'];
        yield 'the other way round' => [-15.9, 'R1 turns 253 mW of its 250 mW into heat: too much for it.'];
        yield 'nothing was read' => [INF, ''];
    }

    #[DataProvider('readings')]
    public function testWattsOfAResistorUnderTheLeads(float $volts, string $words): void
    {
        $supply = Supplies::of(
            [
                ...Supplies::primary('T1A', '12 V', '20', '10 %', false, '0V'),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'B']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '1k',
                    'power' => '0.25 W',
                    'terminals' => ['a' => 'B', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['B', '0V'], 'TP2' => ['A', '0V']],
        );

        self::assertSame($words, WattsRead::words($supply, 'TP1', $volts));
        self::assertSame('', WattsRead::words($supply, 'TP2', $volts), 'no resistor lies there');
    }
}

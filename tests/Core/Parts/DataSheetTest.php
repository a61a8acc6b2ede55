<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Expectation\Settling;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * Parts as they come from the registry, without anything set by hand, against what the data sheets of their usual types
 * say (typical values from memory, with the spread such types have) and the formulae printed there.
 */
final class DataSheetTest extends TestCase
{
    /**
     * @return iterable<string, array{string, array<string, mixed>, float, float, float}> kind, values, amperes, least
     *     and most volts across
     */
    public static function drops(): iterable
    {
        yield '1N400x at 1 A: 0.93 V typical, 1.1 V at most' => ['diode', ['type' => '1N4007'], 1.0, 0.85, 1.1];
        yield '1N400x at 10 mA' => ['diode', ['type' => '1N4007'], 0.01, 0.6, 0.75];
        yield 'Schottky of the 1 A, 40 V class at 1 A: 0.6 V at most' => ['schottky', [], 1.0, 0.3, 0.6];
        yield 'Schottky at 10 mA' => ['schottky', [], 0.01, 0.15, 0.35];
        yield 'fast diode at 1 A: 1.3 V at most' => ['fast_diode', [], 1.0, 0.8, 1.3];
        yield 'ultrafast diode at 1 A: up to 1.7 V' => ['ultrafast_diode', [], 1.0, 0.8, 1.7];
        yield 'red light-emitting diode at 10 mA' => ['led', ['forward' => '1.9 V'], 0.01, 1.8, 2.0];
        yield 'zener 12 V, backwards, at its test current' => [
            'zener',
            ['value' => '12 V', 'flip' => true],
            0.005,
            11.4,
            12.7,
        ];
        yield 'suppressor diode of 15 V stand-off stays out of the way' => [
            'tvs',
            ['value' => '15 V', 'flip' => true],
            0.001,
            15.0,
            20.0,
        ];
    }

    /** @param array<string, mixed> $values */
    #[DataProvider('drops')]
    public function testDropsWhatItsDataSheetSays(
        string $kind,
        array $values,
        float $amperes,
        float $least,
        float $most,
    ): void {
        [$anode, $cathode] = ($values['flip'] ?? false) === true ? ['0V', 'X'] : ['X', '0V'];
        unset($values['flip']);
        $feed = 100.0;
        $record = self::solved([
            [
                'ref' => 'B1',
                'kind' => 'battery',
                'value' => "{$feed} V",
                'terminals' => ['plus' => 'IN', 'minus' => '0V'],
            ],
            [
                'ref' => 'R1',
                'kind' => 'resistor',
                'value' => (string) round(($feed - ($least + $most) / 2) / $amperes, 3),
                'power' => '200 W',
                'terminals' => ['a' => 'IN', 'b' => 'X'],
            ],
            ['ref' => 'D1', 'kind' => $kind, 'terminals' => ['a' => $anode, 'k' => $cathode]] + $values,
        ]);
        $volts = $record->signal('X', '0V')->average;

        self::assertGreaterThanOrEqual($least, $volts);
        self::assertLessThanOrEqual($most, $volts);
    }

    /** @return iterable<string, array{float, float}> upper over lower resistor, output by 1.25 V (1 + R2/R1) */
    public static function adjustments(): iterable
    {
        yield '5 V' => [720 / 240, 5.0];
        yield '12 V' => [2070 / 240, 12.03];
        yield 'the reference alone' => [0.001, 1.25];
    }

    /** Adjustable three-terminal regulator: Vout = 1.25 V (1 + R2/R1) + Iadj R2. */
    #[DataProvider('adjustments')]
    public function testAdjustableRegulatorFollowsItsFormula(float $ratio, float $expected): void
    {
        $record = self::solved([
            ['ref' => 'B1', 'kind' => 'battery', 'value' => '24 V', 'terminals' => ['plus' => 'IN', 'minus' => '0V']],
            [
                'ref' => 'U1',
                'kind' => 'adjustable_regulator',
                'value' => '1.25 V',
                'terminals' => ['in' => 'IN', 'out' => 'OUT', 'adj' => 'ADJ'],
            ],
            ['ref' => 'R1', 'kind' => 'resistor', 'value' => '240', 'terminals' => ['a' => 'OUT', 'b' => 'ADJ']],
            [
                'ref' => 'R2',
                'kind' => 'resistor',
                'value' => (string) (240 * $ratio),
                'terminals' => ['a' => 'ADJ', 'b' => '0V'],
            ],
            [
                'ref' => 'RL1',
                'kind' => 'load',
                'current' => '100 mA',
                'at' => '5 V',
                'terminals' => ['a' => 'OUT', 'b' => '0V'],
            ],
        ]);

        // 50 to 100 uA of adjustment current through R2 comes on top.
        self::assertEqualsWithDelta(
            $expected + 75e-6 * 240 * $ratio,
            $record->signal('OUT', '0V')->average,
            0.03 * $expected,
        );
    }

    /** Shunt reference: Vka = 2.495 V (1 + R1/R2), at anything from a milliampere up. */
    public function testShuntReferenceFollowsItsFormula(): void
    {
        $at = static fn(int $series): float => self::solved([
            ['ref' => 'B1', 'kind' => 'battery', 'value' => '20 V', 'terminals' => ['plus' => 'IN', 'minus' => '0V']],
            [
                'ref' => 'R1',
                'kind' => 'resistor',
                'value' => (string) $series,
                'power' => '5 W',
                'terminals' => ['a' => 'IN', 'b' => 'K'],
            ],
            ['ref' => 'U1', 'kind' => 'shunt_reference', 'terminals' => ['k' => 'K', 'a' => '0V', 'ref' => 'REF']],
            ['ref' => 'R2', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'K', 'b' => 'REF']],
            ['ref' => 'R3', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'REF', 'b' => '0V']],
        ])->signal('K', '0V')->average;

        self::assertEqualsWithDelta(4.99, $at(2200), 0.05);
        self::assertEqualsWithDelta($at(2200), $at(1000), 0.03, 'it holds while the current doubles');
    }

    /**
     * Optocoupler at a transfer ratio of one: as much through the transistor as through the light, until it saturates.
     */
    public function testOptocouplerPassesItsRatio(): void
    {
        $collector = static fn(int $pullUp): CycleRecord => self::solved([
            ['ref' => 'B1', 'kind' => 'battery', 'value' => '12 V', 'terminals' => ['plus' => 'IN', 'minus' => '0V']],
            ['ref' => 'R1', 'kind' => 'resistor', 'value' => '2.2k', 'terminals' => ['a' => 'IN', 'b' => 'A']],
            [
                'ref' => 'R2',
                'kind' => 'resistor',
                'value' => (string) $pullUp,
                'terminals' => ['a' => 'IN', 'b' => 'C'],
            ],
            [
                'ref' => 'OK1',
                'kind' => 'optocoupler',
                'transfer' => '100 %',
                'terminals' => ['a' => 'A', 'k' => '0V', 'c' => 'C', 'e' => '0V'],
            ],
        ]);
        $light = $collector(470)->currentSignal('R1')->average;

        self::assertEqualsWithDelta((12 - 1.2) / 2200, $light, 3e-4);
        self::assertEqualsWithDelta($light, $collector(470)->currentSignal('R2')->average, 0.15 * $light);
        self::assertLessThan(0.5, $collector(10000)->signal('C', '0V')->average, 'saturated');
    }

    /** A bipolar transistor as an emitter follower stands one base-emitter drop below its base. */
    public function testAFollowerStandsOneJunctionBelowItsBase(): void
    {
        $record = self::solved([
            ['ref' => 'B1', 'kind' => 'battery', 'value' => '12 V', 'terminals' => ['plus' => 'IN', 'minus' => '0V']],
            ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'IN', 'b' => 'B']],
            ['ref' => 'Z1', 'kind' => 'zener', 'value' => '5.6 V', 'terminals' => ['a' => '0V', 'k' => 'B']],
            [
                'ref' => 'Q1',
                'kind' => 'transistor',
                'gain' => '100',
                'current' => '1 A',
                'terminals' => ['c' => 'IN', 'b' => 'B', 'e' => 'E'],
            ],
            [
                'ref' => 'RL1',
                'kind' => 'load',
                'current' => '50 mA',
                'at' => '5 V',
                'terminals' => ['a' => 'E', 'b' => '0V'],
            ],
        ]);

        self::assertEqualsWithDelta(0.7, $record->signal('B', 'E')->average, 0.12);
        self::assertEqualsWithDelta(4.9, $record->signal('E', '0V')->average, 0.25);
    }

    /** Op-amp with feedback: gain 1 + R2/R1, and never beyond its rails. */
    public function testAnErrorAmplifierHasItsGainAndItsRails(): void
    {
        $output = static fn(float $input): float => self::solved([
            ['ref' => 'B1', 'kind' => 'battery', 'value' => '12 V', 'terminals' => ['plus' => 'IN', 'minus' => '0V']],
            [
                'ref' => 'R1',
                'kind' => 'resistor',
                'value' => (string) round(1000 * (12 / $input - 1), 2),
                'terminals' => ['a' => 'IN', 'b' => 'P'],
            ],
            ['ref' => 'R2', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'P', 'b' => '0V']],
            [
                'ref' => 'U1',
                'kind' => 'op_amp',
                'terminals' => ['plus' => 'P', 'minus' => 'M', 'out' => 'O', 'vp' => 'IN', 'vn' => '0V'],
            ],
            ['ref' => 'R3', 'kind' => 'resistor', 'value' => '20k', 'terminals' => ['a' => 'O', 'b' => 'M']],
            ['ref' => 'R4', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'M', 'b' => '0V']],
        ])->signal('O', '0V')->average;

        self::assertEqualsWithDelta(3.0, $output(1.0), 0.03);
        self::assertEqualsWithDelta(7.5, $output(2.5), 0.06);
        self::assertLessThan(12.0, $output(6.0));
        self::assertGreaterThan(9.0, $output(6.0));
    }

    /**
     * A mains transformer: the open-circuit voltage is its rating times one plus the regulation; at rated load it meets
     * the rating.
     */
    public function testATransformerMeetsItsRatingAtRatedLoad(): void
    {
        $secondary = static function (?string $ohms): float {
            $parts = [...Supplies::primary('T500mA', '24 V', '48 VA', '10 %', second: '0V')];
            $parts[] = [
                'ref' => 'RL1',
                'kind' => 'load',
                'value' => $ohms ?? '1M',
                'terminals' => ['a' => 'A', 'b' => '0V'],
            ];

            return self::solved($parts)->signal('A', '0V')->acRms;
        };

        self::assertEqualsWithDelta(26.4, $secondary(null), 0.3);
        self::assertEqualsWithDelta(24.0, $secondary('12'), 0.4);
    }

    /**
     * Thyristor crowbar: nothing until its gate is driven, then about a volt across it (data sheets of small types: 1
     * to 1.7 V).
     */
    public function testAThyristorHoldsAboutAVoltOnceFired(): void
    {
        $across = static fn(string $zener): float => self::solved([
            ['ref' => 'B1', 'kind' => 'battery', 'value' => '15 V', 'terminals' => ['plus' => 'IN', 'minus' => '0V']],
            [
                'ref' => 'R1',
                'kind' => 'resistor',
                'value' => '10',
                'power' => '50 W',
                'terminals' => ['a' => 'IN', 'b' => 'X'],
            ],
            ['ref' => 'Z1', 'kind' => 'zener', 'value' => $zener, 'terminals' => ['a' => 'G', 'k' => 'X']],
            ['ref' => 'R2', 'kind' => 'resistor', 'value' => '100', 'terminals' => ['a' => 'G', 'b' => '0V']],
            ['ref' => 'SCR1', 'kind' => 'thyristor', 'terminals' => ['a' => 'X', 'k' => '0V', 'g' => 'G']],
        ])->signal('X', '0V')->average;

        self::assertGreaterThan(13.0, $across('18 V'));
        self::assertEqualsWithDelta(1.2, $across('6.2 V'), 0.6);
    }

    /** @param list<array<string, mixed>> $parts */
    private static function solved(array $parts): CycleRecord
    {
        $supply = self::description($parts);

        return Settling::of($supply, $supply->mode(null))->longest()->record;
    }

    /** @param list<array<string, mixed>> $parts */
    private static function description(array $parts): Description
    {
        $ends = $parts[1]['terminals'];

        return Supplies::of($parts, ['TP1' => [(string) reset($ends), (string) end($ends)]]);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * One small circuit for each kind, fed with direct voltage: what it does when good, by arithmetic or data sheet, and
 * when it fails.
 */
final class WiderKindsTest extends TestCase
{
    /**
     * Circuits around one part X1 between FEED and 0V with the point TP1 on OUT.
     *
     * @return iterable<string, array{string, list<array<string, mixed>>, array<string, string>, float, float}> feed,
     *     parts, faults, volts expected at OUT, within
     */
    public static function circuits(): iterable
    {
        $load = static fn(string $ohms): array => self::pair('RL1', 'resistor', 'OUT', '0V', ['value' => $ohms]);
        $series = static fn(string $ohms): array => self::pair('R1', 'resistor', 'FEED', 'OUT', ['value' => $ohms]);
        foreach (['wire', 'trace', 'connector', 'joint'] as $kind) {
            yield "a good {$kind} carries the feed" => [
                '12 V',
                [self::pair('X1', $kind, 'FEED', 'OUT'), $load('100')],
                [],
                12.0,
                0.15,
            ];
            yield "an open {$kind} leaves nothing" => [
                '12 V',
                [self::pair('X1', $kind, 'FEED', 'OUT'), $load('100')],
                ['X1' => 'open'],
                0.0,
                0.05,
            ];
        }
        yield 'two equal resistors halve' => ['10 V', [$series('1k'), $load('1k')], [], 5.0, 0.01];
        yield 'a drifted upper resistor takes more' => [
            '12 V',
            [$series('1k'), $load('1k')],
            ['R1' => 'drifted'],
            4.0,
            0.05,
        ];
        yield 'a potentiometer at its middle halves' => [
            '10 V',
            [
                self::part(
                    'X1',
                    'potentiometer',
                    ['a' => 'FEED', 'wiper' => 'OUT', 'b' => '0V'],
                    ['value' => '10k', 'position' => '0.5'],
                ),
                $load('10M'),
            ],
            [],
            5.0,
            0.05,
        ];
        yield 'a trimmer set to a quarter' => [
            '10 V',
            [
                self::part(
                    'X1',
                    'trimmer',
                    ['a' => 'FEED', 'wiper' => 'OUT', 'b' => '0V'],
                    ['value' => '1k', 'position' => '0.75'],
                ),
                $load('10M'),
            ],
            [],
            2.5,
            0.1,
        ];
        yield 'a zener holds its voltage' => [
            '20 V',
            [$series('470'), self::pair('X1', 'zener', '0V', 'OUT', ['value' => '9.1 V'], 'a', 'k'), $load('10k')],
            [],
            9.1,
            0.35,
        ];
        yield 'a silicon diode drops 0.6 to 0.8 V' => [
            '5 V',
            [self::pair('X1', 'diode', 'FEED', 'OUT', [], 'a', 'k'), $load('47')],
            [],
            4.25,
            0.15,
        ];
        yield 'a Schottky diode drops less' => [
            '5 V',
            [self::pair('X1', 'schottky', 'FEED', 'OUT', [], 'a', 'k'), $load('47')],
            [],
            4.65,
            0.2,
        ];
        yield 'a shorted diode drops nothing' => [
            '5 V',
            [self::pair('X1', 'diode', 'FEED', 'OUT', [], 'a', 'k'), $load('47')],
            ['X1' => 'short'],
            5.0,
            0.1,
        ];
        yield 'a reversed diode blocks' => [
            '5 V',
            [self::pair('X1', 'diode', 'OUT', 'FEED', [], 'a', 'k'), $load('1k')],
            [],
            0.0,
            0.01,
        ];
        yield 'a suppressor stays out of the way' => [
            '12 V',
            [$series('100'), self::pair('X1', 'tvs', '0V', 'OUT', ['value' => '18 V'], 'a', 'k'), $load('10k')],
            [],
            11.9,
            0.1,
        ];
        yield 'a shorted suppressor pulls the line down' => [
            '12 V',
            [$series('100'), self::pair('X1', 'tvs', '0V', 'OUT', ['value' => '18 V'], 'a', 'k'), $load('10k')],
            ['X1' => 'short'],
            0.1,
            0.15,
        ];
        yield 'a varistor below its voltage does nothing' => [
            '100 V',
            [$series('1k'), self::pair('X1', 'varistor', 'OUT', '0V', ['value' => '300 V']), $load('100k')],
            [],
            99.0,
            0.5,
        ];
        yield 'a shorted varistor does' => [
            '100 V',
            [$series('1k'), self::pair('X1', 'varistor', 'OUT', '0V', ['value' => '300 V']), $load('100k')],
            ['X1' => 'short'],
            0.0,
            0.5,
        ];
        yield 'a spark gap below its voltage does nothing' => [
            '100 V',
            [$series('1k'), self::pair('X1', 'spark_gap', 'OUT', '0V'), $load('100k')],
            [],
            99.0,
            0.5,
        ];
        yield 'a closed thermal switch carries' => [
            '24 V',
            [self::pair('X1', 'thermal_switch', 'FEED', 'OUT'), $load('100')],
            [],
            24.0,
            0.2,
        ];
        yield 'a constant-current load draws what it says' => [
            '12 V',
            [$series('10'), self::pair('X1', 'current_load', 'OUT', '0V', ['value' => '0.5 A'])],
            [],
            7.0,
            0.2,
        ];
        yield 'a constant-power load draws what it says' => [
            '12 V',
            [$series('2'), self::pair('X1', 'power_load', 'OUT', '0V', ['value' => '10 W', 'at' => '10 V'])],
            [],
            10.0,
            0.3,
        ];
        yield 'a shunt reference with its pins joined is 2.495 V' => [
            '12 V',
            [
                $series('1k'),
                self::part('X1', 'shunt_reference', ['k' => 'OUT', 'a' => '0V', 'ref' => 'OUT']),
                $load('100k'),
            ],
            [],
            2.495,
            0.03,
        ];
        yield 'a shunt reference behind a divider doubles' => [
            '12 V',
            [
                $series('470'),
                self::part('X1', 'shunt_reference', ['k' => 'OUT', 'a' => '0V', 'ref' => 'REF']),
                self::pair('R2', 'resistor', 'OUT', 'REF', ['value' => '10k']),
                self::pair('R3', 'resistor', 'REF', '0V', ['value' => '10k']),
            ],
            [],
            4.99,
            0.06,
        ];
        yield 'a fixed regulator holds its voltage' => [
            '16 V',
            [
                self::part('X1', 'regulator', ['in' => 'FEED', 'out' => 'OUT', 'common' => '0V'], ['value' => '12 V']),
                $load('47'),
            ],
            [],
            12.0,
            0.1,
        ];
        yield 'a fixed regulator drops out below its need' => [
            '12.5 V',
            [
                self::part('X1', 'regulator', ['in' => 'FEED', 'out' => 'OUT', 'common' => '0V'], ['value' => '12 V']),
                $load('47'),
            ],
            [],
            10.9,
            0.5,
        ];
        yield 'an adjustable one stands at 1.25 V times its divider' => [
            '20 V',
            [
                self::part('X1', 'adjustable_regulator', ['in' => 'FEED', 'out' => 'OUT', 'adj' => 'ADJ']),
                self::pair('R2', 'resistor', 'OUT', 'ADJ', ['value' => '240']),
                self::pair('R3', 'resistor', 'ADJ', '0V', ['value' => '2k4']),
                $load('100'),
            ],
            [],
            13.87,
            0.25,
        ];
        yield 'an emitter follower stands a junction below its base' => [
            '12 V',
            [
                self::part('X1', 'transistor', ['c' => 'FEED', 'b' => 'BASE', 'e' => 'OUT'], ['gain' => '100']),
                self::pair('R2', 'resistor', 'FEED', 'BASE', ['value' => '1k']),
                self::pair('R3', 'resistor', 'BASE', '0V', ['value' => '1k']),
                $load('470'),
            ],
            [],
            5.25,
            0.25,
        ];
        yield 'a transistor shorted from collector to emitter gives the feed' => [
            '12 V',
            [
                self::part('X1', 'transistor', ['c' => 'FEED', 'b' => 'BASE', 'e' => 'OUT'], ['gain' => '100']),
                self::pair('R2', 'resistor', 'FEED', 'BASE', ['value' => '1k']),
                self::pair('R3', 'resistor', 'BASE', '0V', ['value' => '1k']),
                $load('470'),
            ],
            ['X1' => 'short'],
            12.0,
            0.3,
        ];
        yield 'an op-amp as a follower' => [
            '12 V',
            [
                self::part('X1', 'op_amp', [
                    'plus' => 'IN',
                    'minus' => 'OUT',
                    'out' => 'OUT',
                    'vp' => 'FEED',
                    'vn' => '0V',
                ]),
                self::pair('R2', 'resistor', 'FEED', 'IN', ['value' => '10k']),
                self::pair('R3', 'resistor', 'IN', '0V', ['value' => '10k']),
                $load('10k'),
            ],
            [],
            6.0,
            0.05,
        ];
        yield 'a step-down converter' => [
            '24 V',
            [
                self::part(
                    'X1',
                    'dc_converter',
                    ['in' => 'FEED', 'out' => 'OUT', 'common' => '0V'],
                    ['value' => '5 V', 'limit' => '2 A', 'lowest' => '7 V'],
                ),
                self::pair('C1', 'electrolytic', 'OUT', '0V', ['value' => '220u'], 'plus', 'minus'),
                $load('5'),
            ],
            [],
            5.0,
            0.1,
        ];
        yield 'a step-down converter with its switch shorted' => [
            '24 V',
            [
                self::part(
                    'X1',
                    'dc_converter',
                    ['in' => 'FEED', 'out' => 'OUT', 'common' => '0V'],
                    ['value' => '5 V', 'limit' => '2 A', 'lowest' => '7 V'],
                ),
                $load('50'),
            ],
            ['X1' => 'short'],
            24.0,
            0.3,
        ];
        yield 'a constant-current driver holds its current' => [
            '48 V',
            [
                self::part(
                    'X1',
                    'current_driver',
                    ['in' => 'FEED', 'out' => 'OUT', 'common' => '0V'],
                    ['value' => '0.1 A', 'top' => '40 V'],
                ),
                $load('220'),
            ],
            [],
            22.0,
            0.8,
        ];
        yield 'a constant-current driver with nothing on it' => [
            '48 V',
            [
                self::part(
                    'X1',
                    'current_driver',
                    ['in' => 'FEED', 'out' => 'OUT', 'common' => '0V'],
                    ['value' => '0.1 A', 'top' => '40 V'],
                ),
                $load('1M'),
            ],
            [],
            40.0,
            1.0,
        ];
        yield 'an optocoupler pulls its collector down' => [
            '12 V',
            [
                self::part('X1', 'optocoupler', ['a' => 'LED', 'k' => '0V', 'c' => 'OUT', 'e' => '0V']),
                self::pair('R2', 'resistor', 'FEED', 'LED', ['value' => '1k']),
                $series('10k'),
            ],
            [],
            0.3,
            0.4,
        ];
        yield 'an optocoupler without light lets go' => [
            '12 V',
            [
                self::part('X1', 'optocoupler', ['a' => 'LED', 'k' => '0V', 'c' => 'OUT', 'e' => '0V']),
                self::pair('R2', 'resistor', 'FEED', 'LED', ['value' => '1k']),
                $series('10k'),
            ],
            ['X1' => 'led_open'],
            12.0,
            0.2,
        ];
        yield 'a relay pulls in and carries' => [
            '24 V',
            [
                self::part(
                    'X1',
                    'relay',
                    ['c1' => 'FEED', 'c2' => '0V', 'com' => 'FEED', 'no' => 'OUT'],
                    ['value' => '24 V'],
                ),
                $load('100'),
            ],
            [],
            24.0,
            0.2,
        ];
        yield 'a relay with an open coil does not' => [
            '24 V',
            [
                self::part(
                    'X1',
                    'relay',
                    ['c1' => 'FEED', 'c2' => '0V', 'com' => 'FEED', 'no' => 'OUT'],
                    ['value' => '24 V'],
                ),
                $load('100'),
            ],
            ['X1' => 'coil_open'],
            0.0,
            0.05,
        ];
        yield 'a relay on half its voltage does not pull in' => [
            '12 V',
            [
                self::part(
                    'X1',
                    'relay',
                    ['c1' => 'FEED', 'c2' => '0V', 'com' => 'FEED', 'no' => 'OUT'],
                    ['value' => '24 V'],
                ),
                $load('100'),
            ],
            [],
            0.0,
            0.05,
        ];
        yield 'a thyristor without gate current blocks' => [
            '12 V',
            [
                self::pair('R1', 'resistor', 'FEED', 'OUT', ['value' => '10', 'power' => '20 W']),
                self::part('X1', 'thyristor', ['a' => 'OUT', 'g' => 'GATE', 'k' => '0V']),
                self::pair('R2', 'resistor', 'GATE', '0V', ['value' => '1k']),
            ],
            [],
            12.0,
            0.1,
        ];
        yield 'a thyristor fired is a crowbar' => [
            '12 V',
            [
                self::pair('R1', 'resistor', 'FEED', 'OUT', ['value' => '10', 'power' => '20 W']),
                self::part('X1', 'thyristor', ['a' => 'OUT', 'g' => 'GATE', 'k' => '0V']),
                self::pair('R2', 'resistor', 'FEED', 'GATE', ['value' => '220']),
            ],
            [],
            1.0,
            0.6,
        ];
        yield 'a mosfet driven hard is a small resistance' => [
            '12 V',
            [
                $series('100'),
                self::part(
                    'X1',
                    'mosfet',
                    ['d' => 'OUT', 'g' => 'FEED', 's' => '0V'],
                    ['duty' => 'linear', 'on' => '0.5'],
                ),
            ],
            [],
            0.06,
            0.1,
        ];
        yield 'a heater draws its current at its voltage' => [
            '8.3 V',
            [$series('2'), self::pair('X1', 'heater', 'OUT', '0V', ['value' => '6.3 V', 'current' => '1 A'])],
            [],
            6.3,
            0.2,
        ];
        yield 'an open fuse' => [
            '12 V',
            [self::pair('X1', 'fuse', 'FEED', 'OUT', ['rating' => 'F1A']), $load('100')],
            ['X1' => 'open'],
            0.0,
            0.05,
        ];
        yield 'a leaky tantalum loads a weak line' => [
            '12 V',
            [
                $series('10k'),
                self::pair('X1', 'tantalum', 'OUT', '0V', ['value' => '10u', 'voltage' => '25 V'], 'plus', 'minus'),
                $load('1M'),
            ],
            ['X1' => 'short'],
            0.0,
            0.3,
        ];
    }

    /**
     * @param list<array<string, mixed>> $parts
     * @param array<string, string>      $faults
     */
    #[DataProvider('circuits')]
    public function testDoesWhatItShould(string $feed, array $parts, array $faults, float $volts, float $within): void
    {
        $seen = $this->seen($this->supply($feed, $parts), $faults);

        self::assertTrue($seen->settled);
        self::assertEqualsWithDelta($volts, $seen->reading('TP1', 'dc'), $within);
    }

    public function testABenchSupplyLimitsItsCurrent(): void
    {
        $array = $this->supply('12 V', [
            self::pair('R1', 'resistor', 'FEED', 'OUT', ['value' => '1']),
            self::pair('RL1', 'resistor', 'OUT', '0V', ['value' => '1']),
        ])->written;
        $array['modes'][] = [
            'id' => 'limited',
            'name' => 'From the bench supply',
            'absent' => ['W1'],
            'adds' => [
                [
                    'ref' => 'B1',
                    'kind' => 'bench_supply',
                    'value' => '12 V',
                    'limit' => '0.5 A',
                    'terminals' => ['plus' => 'FEED', 'minus' => '0V'],
                ],
            ],
        ];
        $supply = DescriptionReader::fromArray($array);

        self::assertEqualsWithDelta(
            0.5,
            (new Behaviour($supply))->live($supply->mode('limited'))->reading('TP1', 'dc'),
            0.05,
            'half an ampere through an ohm',
        );
    }

    /**
     * @return iterable<string, array{string, string, float}> load, its wattage, volts across it at 12 V and half an
     *     ampere
     */
    public static function benchLoads(): iterable
    {
        yield 'next to nothing' => ['1M', '1 W', 12.0];
        yield 'a light load' => ['1k2', '1 W', 12.0];
        yield 'just under the limit' => ['25', '10 W', 12.0];
        yield 'over it' => ['4', '10 W', 2.0];
        yield 'a short' => ['0R01', '10 W', 0.005];
    }

    #[DataProvider('benchLoads')]
    public function testABenchSupplyHoldsItsVoltageUpToItsLimit(string $ohms, string $watts, float $volts): void
    {
        $supply = Supplies::of(
            [
                [
                    'ref' => 'B1',
                    'kind' => 'bench_supply',
                    'value' => '12 V',
                    'limit' => '0.5 A',
                    'terminals' => ['plus' => 'FEED', 'minus' => '0V'],
                ],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => $ohms,
                    'power' => $watts,
                    'terminals' => ['a' => 'FEED', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['FEED', '0V']],
        );

        self::assertEqualsWithDelta(
            $volts,
            (new Behaviour($supply))->live($supply->mode(null))->reading('TP1', 'dc'),
            0.06,
        );
    }

    public function testABatteryFeedsThroughItsOwnResistance(): void
    {
        $array = $this->supply('12 V', [
            self::pair('RL1', 'resistor', 'FEED', '0V', ['value' => '10', 'power' => '50 W']),
            self::pair('R1', 'resistor', 'FEED', 'OUT', ['value' => '1']),
            self::pair('R2', 'resistor', 'OUT', '0V', ['value' => '1M']),
        ])->written;
        $array['parts'][0] = [
            'ref' => 'B1',
            'kind' => 'battery',
            'value' => '12.6 V',
            'resistance' => '0.5',
            'terminals' => ['plus' => 'FEED', 'minus' => '0V'],
        ];
        $supply = DescriptionReader::fromArray($array);

        self::assertEqualsWithDelta(
            (12.6 * 10) / 10.5,
            (new Behaviour($supply))->live($supply->mode(null))->reading('TP1', 'dc'),
            0.05,
        );
    }

    /**
     * A lamp in series lets a healthy light load have nearly all, and takes the voltage on itself when something is
     * shorted (common practice).
     */
    public function testALimiterLampGlowsOnAShortAndStaysDarkOtherwise(): void
    {
        $supply = Supplies::drafted('heavy');
        $good = $this->seen($supply, [], 'limited');
        $short = $this->seen($supply, ['C2' => 'short'], 'limited');

        self::assertContains('limiter lamp glows dim', $good->signs, 'the transformer and the bleeders take a little');
        self::assertNotContains('limiter lamp glows dim', $short->signs);
        self::assertSame([], $short->broken(), 'the lamp saves the fuse');
    }

    public function testAnInrushThermistorIsWarmUnderLoadAndColdWithout(): void
    {
        $supply = Supplies::drafted('flyback', ['load' => '4 A']);
        $loaded = (new Behaviour($supply))->run($supply->mode('loaded'))->longest()->parts['RT1']->value('ohms');
        $unloaded = (new Behaviour($supply))->run($supply->mode('unloaded'))->longest()->parts['RT1']->value('ohms');

        self::assertLessThan(0.6 * $unloaded, $loaded);
    }

    public function testTheFanOfTheInverterFollowsItsThermistor(): void
    {
        $supply = Supplies::drafted('inverter');
        $fan = array_key_first(
            array_filter($supply->points, static fn($p): bool => str_contains(mb_strtolower($p->name), 'fan')),
        );
        self::assertNotNull($fan);

        self::assertGreaterThan(
            $this->seen($supply, [], 'loaded')->reading((string) $fan, 'dc') + 1,
            $this->seen($supply, [], 'warm')->reading((string) $fan, 'dc'),
        );
    }

    /** @return iterable<string, array{PartKind}> */
    public static function kinds(): iterable
    {
        foreach (PartKinds::all() as $name => $kind) {
            yield (string) $name => [$kind];
        }
    }

    /** Every kind says how it is called, what it needs, and for each fault how it is proven; weights are positive. */
    #[DataProvider('kinds')]
    public function testEveryKindSpeaksForItself(PartKind $kind): void
    {
        self::assertMatchesRegularExpression('/^[a-z_]+$/', $kind->name());
        self::assertNotSame('', $kind->title());
        self::assertNotSame([], $kind->terminals()->required);
        $names = array_map(static fn($p): string => $p->name, $kind->parameters());
        self::assertSame($names, array_unique($names));
        foreach ($kind->parameters() as $parameter) {
            self::assertNotSame('', $parameter->title);
        }
        if ($kind instanceof Consumes) {
            self::assertNotInstanceOf(Rated::class, $kind, 'what the supply is there for has no margin of its own');
        }
    }

    public function testEveryFaultOfEveryFamilyIsExplainedInWords(): void
    {
        $seen = [];
        foreach (
            ['television', 'inverter', 'many_rail', 'heavy', 'valve', 'industrial', 'dc_fed', 'zener_shunt']
            as $family
        ) {
            foreach (Supplies::drafted($family)->parts as $part) {
                foreach ($part->kind->faults($part) as $fault) {
                    $seen[$part->kind->name()] = true;
                    self::assertGreaterThan(0.0, $fault->weight, "{$part->kind->name()} {$fault->name}");
                    self::assertStringEndsWith('.', $fault->proof, "{$part->kind->name()} {$fault->name}");
                    self::assertNotSame('', $fault->title);
                    self::assertSame($fault, $part->fault($fault->name) == $fault ? $fault : null);
                }
            }
        }
        self::assertGreaterThan(30, count($seen), 'the families use most kinds');
    }

    /** @param list<array<string, mixed>> $parts */
    private function supply(string $feed, array $parts): Description
    {
        $array = Supplies::arrayOf(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'impedance' => '0.01', 'terminals' => ['l' => 'FEED', 'n' => '0V']],
                ...$parts,
            ],
            ['TP1' => ['OUT', '0V']],
            [['id' => 'on', 'name' => 'On']],
        );
        $array['mains'] = ['dc' => $feed, 'tolerance' => '5 %'];

        return DescriptionReader::fromArray($array);
    }

    /** @param array<string, string> $faults */
    private function seen(Description $supply, array $faults, ?string $mode = null): Observation
    {
        return (new Behaviour($supply))->live($supply->mode($mode), $faults);
    }

    /**
     * @param array<string, string> $terminals
     * @param array<string, string> $values
     *
     * @return array<string, mixed>
     */
    private static function part(string $ref, string $kind, array $terminals, array $values = []): array
    {
        return ['ref' => $ref, 'kind' => $kind] + $values + ['terminals' => $terminals];
    }

    /**
     * @param array<string, string> $values
     *
     * @return array<string, mixed>
     */
    private static function pair(
        string $ref,
        string $kind,
        string $from,
        string $to,
        array $values = [],
        string $a = 'a',
        string $b = 'b',
    ): array {
        return self::part($ref, $kind, [$a => $from, $b => $to], $values);
    }
}

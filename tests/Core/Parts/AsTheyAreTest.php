<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;
use Tests\Support\Switchers;

/** Parts as benches know them, each beside a figure from elsewhere. */
final class AsTheyAreTest extends TestCase
{
    /** @return iterable<string, array{float, float, ?float}> volts, volt-amperes, regulation */
    public static function nameplates(): iterable
    {
        yield '12 V 3 VA 30 %' => [12.0, 3.0, 0.3];
        yield '18 V 30 VA 12 %' => [18.0, 30.0, 0.12];
        yield '24 V 100 VA, regulation not given' => [24.0, 100.0, null];
    }

    /** A transformer gives its rated volts at its rated load (IEC 61558-1: rated output voltage at rated output). */
    #[DataProvider('nameplates')]
    public function testATransformerKeepsItsNameplate(float $volts, float $power, ?float $regulation): void
    {
        $supply = self::supply(
            [
                [
                    'ref' => 'T1',
                    'kind' => 'transformer',
                    'primary' => '230 V',
                    'secondary' => "{$volts} V",
                    'power' => "{$power} VA",
                    'terminals' => ['p1' => 'L', 'p2' => 'N', 's1' => 'A', 's2' => '0V'],
                ] + ($regulation === null ? [] : ['regulation' => 100 * $regulation . ' %']),
                [
                    'ref' => 'RL1',
                    'kind' => 'load',
                    'value' => (string) round($volts ** 2 / $power, 3),
                    'terminals' => ['a' => 'A', 'b' => '0V'],
                ],
            ],
            'A',
        );
        $behaviour = new Behaviour($supply);
        self::assertEqualsWithDelta(
            $volts,
            $behaviour->live($supply->mode('loaded'))->reading('TP1', 'ac'),
            0.02 * $volts,
        );
        if ($regulation !== null) {
            self::assertEqualsWithDelta(
                $volts * (1 + $regulation),
                $behaviour->live($supply->mode('unloaded'))->reading('TP1', 'ac'),
                0.03 * $volts,
            );
        }
    }

    /**
     * A bad joint of a rectifier is in series with it: V = (12 - Vf) R / (R + joint), Ohm's law; a diode test by 1 mA
     * sees a few millivolts of it.
     */
    public function testABadJointOfARectifierSagsUnderLoadAndPassesTheDiodeTest(): void
    {
        $supply = self::supply(
            [
                [
                    'ref' => 'W1',
                    'kind' => 'bench_supply',
                    'value' => '12 V',
                    'limit' => '3 A',
                    'terminals' => ['plus' => 'IN', 'minus' => '0V'],
                ],
                ['ref' => 'D1', 'kind' => 'diode', 'current' => '1 A', 'terminals' => ['a' => 'IN', 'k' => 'A']],
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '100', 'terminals' => ['a' => 'A', 'b' => '0V']],
            ],
            'A',
        );
        $bad = $supply->withParts(['D1' => $supply->part('D1')->failedBy(50.0)]);
        $mode = $supply->mode('loaded');

        self::assertEqualsWithDelta(
            ((12 - 0.78) * 100) / 150,
            (new Behaviour($bad))->live($mode, ['D1' => 'resistive'])->reading('TP1', 'dc'),
            0.1,
        );
        $check = $supply->deadChecks()['D1'];
        self::assertEqualsWithDelta(
            (new DeadMeter($bad))->read($check, $mode),
            (new DeadMeter($bad))->read($check, $mode, ['D1' => 'resistive']),
            0.06,
        );
    }

    /**
     * A winding is what is said of it: volts with and without load, ohms of the copper (Ohm's law: V0 - V = I (Rs + Rp
     * (Ns/Np)^2)).
     */
    public function testAWindingIsGivenByWhatIsKnownOfIt(): void
    {
        $with = static fn(array $facts): Description => self::supply(
            [
                [
                    'ref' => 'T1',
                    'kind' => 'transformer',
                    'primary' => '230 V',
                    'power' => '20 VA',
                    'terminals' => ['p1' => 'L', 'p2' => 'N', 's1' => 'A', 's2' => '0V'],
                ] + $facts,
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '7.2', 'terminals' => ['a' => 'A', 'b' => '0V']],
            ],
            'A',
        );
        $ac = static fn(Description $supply, string $mode): float => (new Behaviour($supply))
            ->live($supply->mode($mode))
            ->reading('TP1', 'ac');

        self::assertEqualsWithDelta(14.4, $ac($with(['unloaded' => '14.4 V']), 'unloaded'), 0.1);
        $both = $with(['unloaded' => '13.2 V', 'secondary' => '12 V']);
        self::assertEqualsWithDelta(13.2, $ac($both, 'unloaded'), 0.1);
        self::assertEqualsWithDelta(12.0, $ac($both, 'loaded'), 0.15, '12 V over 7.2 ohm is 20 VA');
        // 1.667 A through 0.5 ohm and 60 ohm of primary seen through the turns.
        $copper = $with(['unloaded' => '14 V', 'ohms' => '0R5', 'primary_ohms' => '60']);
        $total = 0.5 + 60 * (14 / 230) ** 2;
        self::assertEqualsWithDelta((14 * 7.2) / (7.2 + $total), $ac($copper, 'loaded'), 0.15);
        $meter = new DeadMeter($copper);
        self::assertEqualsWithDelta(
            60.0,
            $meter->read($copper->deadChecks()['T1.primary'], $copper->mode('unloaded')),
            0.5,
        );
        self::assertEqualsWithDelta(
            0.5,
            $meter->read($copper->deadChecks()['T1.secondary'], $copper->mode('unloaded')),
            0.05,
        );
    }

    /**
     * What is not said of a transformer is in doubt, and every fact narrows what a good one may read (common practice:
     * small ones by makers' tables 10 to 40 %).
     */
    public function testEveryFactOfATransformerNarrowsItsWindow(): void
    {
        $width = static function (array $facts): float {
            $supply = self::supply(
                [
                    [
                        'ref' => 'T1',
                        'kind' => 'transformer',
                        'primary' => '230 V',
                        'power' => '6 VA',
                        'terminals' => ['p1' => 'L', 'p2' => 'N', 's1' => 'A', 's2' => '0V'],
                    ] + $facts,
                    ['ref' => 'RL1', 'kind' => 'load', 'value' => '47', 'terminals' => ['a' => 'A', 'b' => '0V']],
                ],
                'A',
            );
            $window = Expectations::of($supply, $supply->mode('unloaded'), 230.0)->window('TP1');

            return $window->high - $window->low;
        };
        $bare = $width(['secondary' => '15 V']);
        $regulation = $width(['secondary' => '15 V', 'regulation' => '25 %']);
        $measured = $width(['secondary' => '15 V', 'unloaded' => '18.6 V']);

        self::assertGreaterThan(3.0, $bare, '15 V of 6 VA reads 17 to 20 V without load, depending on the maker');
        self::assertLessThan(0.7 * $bare, $regulation);
        self::assertLessThan(0.6 * $regulation, $measured);
    }

    public function testATransformerOfWhichNothingIsSaidIsRefusedInWords(): void
    {
        foreach (
            [
                [[], 'without load ("unloaded": "18.2 V")'],
                [['secondary' => '15 V', 'unloaded' => '12 V'], 'Exchange them'],
            ]
            as [$facts, $words]
        ) {
            try {
                Supplies::of(
                    [
                        ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']],
                        [
                            'ref' => 'T1',
                            'kind' => 'transformer',
                            'terminals' => ['p1' => 'L', 'p2' => 'N', 's1' => 'A', 's2' => '0V'],
                        ] + $facts,
                    ],
                    ['TP1' => ['A', '0V']],
                );
                self::fail('It was taken.');
            } catch (DescriptionRefused $refused) {
                self::assertStringContainsString($words, $refused->getMessage());
            }
        }
    }

    /**
     * A crowbar holds by itself as long as current flows, and shows nothing to an ohmmeter (thyristor data sheets;
     * common practice).
     */
    public function testALatchedStateIsASecondRestingStateOfAGoodUnit(): void
    {
        $supply = self::supply(
            [
                [
                    'ref' => 'B1',
                    'kind' => 'bench_supply',
                    'value' => '12 V',
                    'limit' => '1 A',
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                ['ref' => 'SCR1', 'kind' => 'thyristor', 'terminals' => ['a' => 'A', 'g' => 'G', 'k' => '0V']],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'G', 'b' => '0V']],
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '100', 'terminals' => ['a' => 'A', 'b' => '0V']],
            ],
            'A',
        );
        $mode = $supply->mode('loaded');
        self::assertEqualsWithDelta(12.0, (new Behaviour($supply))->live($mode)->reading('TP1', 'dc'), 0.3);
        // On-state drop of a small thyristor: about a volt and a half at most (data sheets).
        self::assertLessThan(1.6, (new Behaviour($supply))->live($mode, ['SCR1' => 'fired'])->reading('TP1', 'dc'));
        $check = $supply->deadChecks()['SCR1'];
        self::assertSame(
            (new DeadMeter($supply))->read($check, $mode),
            (new DeadMeter($supply))->read($check, $mode, ['SCR1' => 'fired']),
        );

        // From gate to cathode a power type shows tens of ohms, a sensitive one a junction: a resistor across it reads
        // like either (common practice; data sheets of both).
        $gate = (new DeadMeter($supply))->span($supply->deadChecks()['R1'], $mode);
        self::assertNotNull($gate);
        self::assertLessThan(50.0, $gate[0]);
        self::assertGreaterThan(900.0, $gate[1]);

        $switcher = Switchers::of('flyback', 12.0, 10.0);
        self::assertLessThan(
            0.5,
            (new Behaviour($switcher))->live($switcher->mode('loaded'), ['U1' => 'latched'])->reading('TP3', 'dc'),
        );
    }

    /**
     * Base to emitter a Darlington shows two junctions, or hardly more than one where resistors inside go past the
     * second at the milliampere of a meter (TIP120 family data sheets; common practice).
     */
    public function testADarlingtonShowsOneJunctionOrTwo(): void
    {
        $of = static function (string $gain): array {
            $supply = self::supply(
                [
                    [
                        'ref' => 'B1',
                        'kind' => 'bench_supply',
                        'value' => '12 V',
                        'limit' => '1 A',
                        'terminals' => ['plus' => 'A', 'minus' => '0V'],
                    ],
                    ['ref' => 'RL1', 'kind' => 'load', 'value' => '10k', 'terminals' => ['a' => 'A', 'b' => '0V']],
                    ['ref' => 'R2', 'kind' => 'resistor', 'value' => '1M', 'terminals' => ['a' => 'B', 'b' => '0V']],
                    [
                        'ref' => 'Q1',
                        'kind' => 'transistor',
                        'gain' => $gain,
                        'current' => '5 A',
                        'power' => '60 W',
                        'terminals' => ['c' => 'A', 'b' => 'B', 'e' => '0V'],
                    ],
                ],
                'A',
            );
            $check = $supply->deadChecks()['Q1.be'];
            $meter = new DeadMeter($supply);

            return $meter->span($check, $supply->mode('loaded')) ?? [$meter->read($check, $supply->mode('loaded'))];
        };
        [$low, $high] = $of('1000');
        self::assertGreaterThan(0.55, $low);
        self::assertLessThan(0.8, $low);
        self::assertGreaterThan(1.2, $high);
        self::assertLessThan(1.6, $high);
        foreach ($of('60') as $plain) {
            self::assertEqualsWithDelta(0.62, $plain, 0.12);
        }
    }

    /** One diode of a doubler open: the other capacitor alone, about half (common practice). */
    public function testADoublerWithOneDiodeOpenGivesHalf(): void
    {
        $supply = Supplies::drafted('doubler');
        $mode = $supply->mode(null);
        $good = (new Behaviour($supply))->live($mode)->reading('TP4', 'dc');
        foreach (['D1', 'D2'] as $diode) {
            self::assertEqualsWithDelta(
                0.5,
                (new Behaviour($supply))->live($mode, [$diode => 'open'])->reading('TP4', 'dc') / $good,
                0.08,
                $diode,
            );
        }
    }

    /**
     * To a meter the windings of a switching transformer are wire: well under an ohm at the output (common practice).
     */
    public function testWindingsOfASwitchingTransformerAreWire(): void
    {
        foreach (['wheelhouse-display', 'net-loft-radio'] as $name) {
            $supply = Supplies::demo($name);
            $meter = new DeadMeter($supply);
            self::assertLessThan(0.5, $meter->read($supply->deadChecks()['T11.secondary'], $supply->mode(null)));
            self::assertLessThan(10.0, $meter->read($supply->deadChecks()['T11.primary'], $supply->mode(null)));
            self::assertGreaterThan(
                1e6,
                $meter->read($supply->deadChecks()['T11.secondary'], $supply->mode(null), [
                    'T11' => 'secondary_open',
                    'D12' => 'open',
                ]),
            );
        }
    }

    /**
     * Unpowered, a 78xx is neither a few kilohms nor open: by type and meter anything from a kilohm or two to megohms
     * (common practice).
     */
    public function testOhmsThroughASleepingRegulatorAreARange(): void
    {
        $supply = Supplies::demo('salinity-bridge');
        $stacked = Supplies::demo('auction-scale');
        $span = (new DeadMeter($stacked))->span($stacked->deadChecks()['C1'], $stacked->mode(null));
        self::assertNotNull($span);
        self::assertLessThan(2.7e3, $span[0]);
        self::assertGreaterThan(2.6e3, $span[1]);
        self::assertNull((new DeadMeter($supply))->span($supply->deadChecks()['C1.esr'], $supply->mode(null)));
    }

    /** BC547 data sheet: base to emitter 0.58 to 0.70 V at 2 mA (from memory). */
    public function testASmallTransistorDropsWhatItsDataSheetSays(): void
    {
        $supply = self::supply(
            [
                [
                    'ref' => 'V1',
                    'kind' => 'bench_supply',
                    'value' => '10 V',
                    'limit' => '1 A',
                    'terminals' => ['plus' => 'VCC', 'minus' => '0V'],
                ],
                [
                    'ref' => 'Q1',
                    'kind' => 'transistor',
                    'current' => '0.1 A',
                    'gain' => '200',
                    'terminals' => ['c' => 'VCC', 'b' => 'B', 'e' => 'E'],
                ],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'VCC', 'b' => 'B']],
                ['ref' => 'R2', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'B', 'b' => '0V']],
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '2.1k', 'terminals' => ['a' => 'E', 'b' => '0V']],
            ],
            'B',
            'E',
        );
        $drop = (new Behaviour($supply))->live($supply->mode('loaded'))->reading('TP1', 'dc');
        self::assertGreaterThan(0.58, $drop);
        self::assertLessThan(0.7, $drop);
    }

    /** Child's law: i grows with the 3/2 power of the voltage (textbook). */
    public function testAValveDrawsByThePowerOfThreeHalves(): void
    {
        $drawn = [];
        foreach ([100.0, 200.0] as $volts) {
            $supply = self::supply(
                [
                    [
                        'ref' => 'V1',
                        'kind' => 'bench_supply',
                        'value' => "{$volts} V",
                        'limit' => '1 A',
                        'terminals' => ['plus' => 'HT', 'minus' => '0V'],
                    ],
                    ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1', 'terminals' => ['a' => 'HT', 'b' => 'B']],
                    [
                        'ref' => 'RL1',
                        'kind' => 'valve',
                        'current' => '40 mA',
                        'at' => '200 V',
                        'terminals' => ['a' => 'B', 'k' => '0V'],
                    ],
                ],
                'HT',
                'B',
            );
            $drawn[] = (new Behaviour($supply))->live($supply->mode('loaded'))->reading('TP1', 'dc');
        }
        self::assertEqualsWithDelta(0.04, $drawn[1], 0.002);
        self::assertEqualsWithDelta(2 ** 1.5, $drawn[1] / $drawn[0], 0.15);
    }

    /**
     * A 78xx into a short gives what its safe area and its heat leave, not its peak current: the raw voltage stays up
     * (78xx data sheet, from memory).
     */
    public function testARegulatorIntoAShortFoldsBack(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $mode = $supply->mode(null);
        $short = (new Behaviour($supply))->live($mode, ['C3' => 'short']);
        $good = (new Behaviour($supply))->live($mode);
        self::assertLessThan(0.2 * abs($good->reading('TP4', 'dc')), abs($short->reading('TP4', 'dc')));
        self::assertGreaterThan(0.6 * $good->reading('TP3', 'dc'), $short->reading('TP3', 'dc'));
    }

    /**
     * A fan is a winding, or a circuit that switches one: with the plug out a meter finds tens of ohms or nothing at
     * all (common practice). It must not convict what stands beside it.
     */
    public function testAFanIsNoResistorToAMeter(): void
    {
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'L', 'b' => 'OUT']],
                [
                    'ref' => 'M1',
                    'kind' => 'fan',
                    'value' => '12 V',
                    'current' => '150 mA',
                    'terminals' => ['plus' => 'OUT', 'minus' => '0V'],
                ],
            ],
            ['TP1' => ['OUT', '0V']],
        );
        $meter = new DeadMeter($supply);
        [$low, $high] = $meter->span($supply->deadChecks()['TP1'], $supply->mode(null)) ?? [NAN, NAN];

        self::assertLessThan(40.0, $low, 'a winding of half its 80 ohms');
        self::assertGreaterThan(5e3, $high, 'a circuit that is asleep');
        self::assertGreaterThan(
            9e3,
            $meter->read($supply->deadChecks()['TP1'], $supply->mode(null), ['M1' => 'open']),
            'R1 alone, by the mains',
        );
    }

    /**
     * A load that is known by its ohms is a resistor; known by its current it is a board, and a board without power may
     * show a meter anything (common practice).
     */
    public function testALoadKnownByItsCurrentIsABoardToAMeter(): void
    {
        $span = static function (array $load): array {
            $supply = Supplies::of(
                [
                    ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                    ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1M', 'terminals' => ['a' => 'L', 'b' => 'OUT']],
                    ['ref' => 'RL1', 'kind' => 'load', 'terminals' => ['a' => 'OUT', 'b' => '0V']] + $load,
                ],
                ['TP1' => ['OUT', '0V']],
            );

            return (new DeadMeter($supply))->span($supply->deadChecks()['TP1'], $supply->mode(null)) ?? [NAN, NAN];
        };
        [$low, $high] = $span(['current' => '0.5 A', 'at' => '12 V']);
        self::assertLessThan(13.0, $low, 'half its 24 ohms');
        self::assertGreaterThan(2e3, $high, 'a hundred times as many');
        self::assertNan($span(['value' => '24'])[0], 'a resistor has no span');
    }

    /** @param list<array<string, mixed>> $parts */
    private static function supply(array $parts, string $node, string $against = '0V'): Description
    {
        $isMains = !in_array('bench_supply', array_column($parts, 'kind'), true);

        return DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'One part on the bench',
            'revision' => 'A',
            'reference' => '0V',
            'mains' => ['voltage' => '230 V', 'frequency' => '50 Hz', 'tolerance' => '0 %'],
            'parts' => [
                ...$isMains ? [['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']]] : [],
                ...$parts,
            ],
            'stages' => [
                [
                    'id' => 'all',
                    'name' => 'All',
                    'parts' => [...$isMains ? ['W1'] : [], ...array_column($parts, 'ref')],
                ],
            ],
            'modes' => [
                ['id' => 'loaded', 'name' => 'Loaded'],
                ['id' => 'unloaded', 'name' => 'Load off', 'absent' => ['RL1']],
            ],
            'points' => [
                [
                    'id' => 'TP1',
                    'name' => 'here',
                    'node' => $node,
                    'against' => $against,
                    'how' => 'there',
                    'stage' => 'all',
                ],
            ],
        ]);
    }
}

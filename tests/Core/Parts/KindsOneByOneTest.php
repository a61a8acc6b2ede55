<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each kind alone on a direct feed behind a resistor, where its share of the voltage can be worked out by hand. */
final class KindsOneByOneTest extends TestCase
{
    private const SERIES = 1000.0;

    private const FEED = 12.0;

    /**
     * @return iterable<string, array{array<string, mixed>, float, float, string}> part, its voltage by hand, allowed
     *     error, reckoning
     */
    public static function parts(): iterable
    {
        $across = static fn(string $a, string $b): array => [$a => 'X', $b => '0V'];
        yield 'resistor' => [
            ['kind' => 'resistor', 'value' => '1k', 'terminals' => $across('a', 'b')],
            6.0,
            0.01,
            'half of 12 V',
        ];
        yield 'load in ohms' => [
            ['kind' => 'load', 'value' => '3k', 'terminals' => $across('a', 'b')],
            9.0,
            0.01,
            '3 of 4 kilohms',
        ];
        yield 'load by current' => [
            ['kind' => 'load', 'current' => '5 mA', 'at' => '10 V', 'terminals' => $across('a', 'b')],
            8.0,
            0.01,
            '10 V at 5 mA is 2 kilohms',
        ];
        yield 'diode' => [['kind' => 'diode', 'terminals' => $across('a', 'k')], 0.69, 0.04, '11 mA through silicon'];
        yield 'diode the other way' => [['kind' => 'diode', 'terminals' => $across('k', 'a')], 12.0, 0.02, 'blocks'];
        yield 'zener' => [
            ['kind' => 'zener', 'value' => '5.1 V', 'terminals' => $across('k', 'a')],
            5.11,
            0.03,
            '5.1 V at 5 mA plus 5 ohm at 1.9 mA more',
        ];
        yield 'zener forward' => [
            ['kind' => 'zener', 'value' => '5.1 V', 'terminals' => $across('a', 'k')],
            0.75,
            0.1,
            'a junction',
        ];
        yield 'zener above the feed' => [
            ['kind' => 'zener', 'value' => '15 V', 'terminals' => $across('k', 'a')],
            12.0,
            0.05,
            'does not conduct',
        ];
        yield 'LED' => [
            ['kind' => 'led', 'forward' => '1.9 V', 'terminals' => $across('a', 'k')],
            1.9,
            0.04,
            '10 mA is its stated current',
        ];
        yield 'electrolytic at rest' => [
            ['kind' => 'electrolytic', 'value' => '100u', 'terminals' => $across('plus', 'minus')],
            12.0,
            0.01,
            'passes no direct current',
        ];
        yield 'film capacitor at rest' => [
            ['kind' => 'capacitor', 'value' => '100n', 'terminals' => $across('a', 'b')],
            12.0,
            0.01,
            'passes no direct current',
        ];
        yield 'fuse' => [
            ['kind' => 'fuse', 'rating' => 'F1A', 'terminals' => $across('a', 'b')],
            0.0012,
            0.0005,
            '0.1 ohm',
        ];
        yield 'switch' => [['kind' => 'switch', 'terminals' => $across('a', 'b')], 0.0, 0.001, 'a contact'];
        yield 'connector' => [['kind' => 'connector', 'terminals' => $across('a', 'b')], 0.0, 0.001, 'a contact'];
        yield 'joint' => [['kind' => 'joint', 'terminals' => $across('a', 'b')], 0.0, 0.001, 'a contact'];
    }

    /** @param array<string, mixed> $part */
    #[DataProvider('parts')]
    public function testTakesItsShareOfTheVoltage(array $part, float $volts, float $within, string $reckoning): void
    {
        $supply = self::behindAResistor($part);
        $record = SteadyState::of(CircuitBuilder::live($supply, $supply->partsIn($supply->mode(null))));

        self::assertEqualsWithDelta($volts, $record->signal('X', '0V')->average, $within, $reckoning);
    }

    /** @return iterable<string, array{array<string, mixed>, string, float}> part, fault, ohms that an ohmmeter shows */
    public static function faulty(): iterable
    {
        $across = static fn(string $a, string $b): array => [$a => 'X', $b => '0V'];
        yield 'resistor open' => [
            ['kind' => 'resistor', 'value' => '1k', 'terminals' => $across('a', 'b')],
            'open',
            INF,
        ];
        yield 'resistor doubled' => [
            ['kind' => 'resistor', 'value' => '1k', 'terminals' => $across('a', 'b')],
            'drifted',
            2000.0,
        ];
        yield 'resistor bridged' => [
            ['kind' => 'resistor', 'value' => '1k', 'terminals' => $across('a', 'b')],
            'short',
            0.1,
        ];
        yield 'electrolytic shorted' => [
            ['kind' => 'electrolytic', 'value' => '100u', 'voltage' => '25 V', 'terminals' => $across('plus', 'minus')],
            'short',
            0.1,
        ];
        yield 'electrolytic leaky' => [
            ['kind' => 'electrolytic', 'value' => '100u', 'voltage' => '25 V', 'terminals' => $across('plus', 'minus')],
            'leaky',
            6250.0,
        ];
        yield 'electrolytic dried' => [
            ['kind' => 'electrolytic', 'value' => '100u', 'voltage' => '25 V', 'terminals' => $across('plus', 'minus')],
            'dried',
            INF,
        ];
        yield 'film shorted' => [
            ['kind' => 'capacitor', 'value' => '100n', 'terminals' => $across('a', 'b')],
            'short',
            0.1,
        ];
        yield 'diode shorted' => [['kind' => 'diode', 'terminals' => $across('a', 'k')], 'short', 0.05];
        yield 'zener shorted' => [
            ['kind' => 'zener', 'value' => '5.1 V', 'terminals' => $across('k', 'a')],
            'short',
            0.5,
        ];
        yield 'fuse open' => [['kind' => 'fuse', 'rating' => 'F1A', 'terminals' => $across('a', 'b')], 'open', INF];
        yield 'switch burnt' => [['kind' => 'switch', 'terminals' => $across('a', 'b')], 'resistive', 15.0];
        yield 'connector worn' => [['kind' => 'connector', 'terminals' => $across('a', 'b')], 'resistive', 15.0];
        yield 'joint cracked' => [['kind' => 'joint', 'terminals' => $across('a', 'b')], 'open', INF];
        yield 'load shorted' => [['kind' => 'load', 'value' => '3k', 'terminals' => $across('a', 'b')], 'short', 0.1];
    }

    /** @param array<string, mixed> $part */
    #[DataProvider('faulty')]
    public function testReadsItsFaultOnTheOhmmeter(array $part, string $fault, float $ohms): void
    {
        $supply = self::behindAResistor($part);
        $reading = (new DeadMeter($supply))->read($supply->deadChecks()['TP1'], $supply->mode(null), ['P1' => $fault]);

        is_infinite($ohms)
            ? self::assertGreaterThan(1e6, $reading)
            : self::assertEqualsWithDelta($ohms, $reading, 0.03 * $ohms + 0.02);
    }

    /** @return iterable<string, array{PartKind}> */
    public static function kinds(): iterable
    {
        foreach (PartKinds::all() as $name => $kind) {
            yield $name => [$kind];
        }
    }

    #[DataProvider('kinds')]
    public function testIsDescribedForPeople(PartKind $kind): void
    {
        self::assertMatchesRegularExpression('/^[a-z_]+$/', $kind->name());
        self::assertMatchesRegularExpression('/^[A-Z]/', $kind->title());
        foreach ($kind->parameters() as $parameter) {
            self::assertNotSame('', $parameter->title);
            self::assertGreaterThanOrEqual(0.0, $parameter->tolerance);
            self::assertLessThan(1.0, $parameter->tolerance);
        }
    }

    public function testEveryFaultSaysHowItIsConfirmed(): void
    {
        foreach (glob(__DIR__ . '/../../../database/demo/supplies/*.json') ?: [] as $path) {
            foreach (DescriptionReader::fromJson((string) file_get_contents($path))->parts as $part) {
                foreach ($part->kind->faults($part) as $fault) {
                    self::assertMatchesRegularExpression('/^[a-z0-9_]+$/', $fault->name);
                    self::assertNotSame('', $fault->title);
                    self::assertStringEndsWith('.', $fault->proof);
                }
            }
        }
    }

    /**
     * The order of the trade (common practice; MIL-HDBK-217F and 338B from memory): electrolytics before semiconductors
     * before resistors before film capacitors.
     */
    public function testPriorWeightsKeepTheOrderOfTheTrade(): void
    {
        $weight = static function (array $part): float {
            $supply = self::behindAResistor($part);
            $made = $supply->part('P1');

            return array_sum(array_map(static fn($f): float => $f->weight, $made->kind->faults($made)));
        };
        $across = static fn(string $a, string $b): array => [$a => 'X', $b => '0V'];
        $electrolytic = $weight(['kind' => 'electrolytic', 'value' => '100u', 'terminals' => $across('plus', 'minus')]);
        $diode = $weight(['kind' => 'diode', 'terminals' => $across('a', 'k')]);
        $resistor = $weight(['kind' => 'resistor', 'value' => '1k', 'terminals' => $across('a', 'b')]);
        $dropper = $weight(['kind' => 'resistor', 'value' => '220k', 'terminals' => $across('a', 'b')]);
        $film = $weight(['kind' => 'capacitor', 'value' => '100n', 'terminals' => $across('a', 'b')]);

        self::assertGreaterThan($diode, $electrolytic);
        self::assertGreaterThan($resistor, $diode);
        self::assertGreaterThan($film, $resistor);
        self::assertGreaterThan($resistor, $dropper, 'high values open more often');
    }

    public function testATransformerWithTwoSecondariesFeedsBoth(): void
    {
        $supply = DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'Two windings',
            'reference' => '0V',
            'mains' => ['voltage' => '230 V'],
            'parts' => [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']],
                [
                    'ref' => 'T1',
                    'kind' => 'transformer',
                    'secondary' => '12 V',
                    'secondary2' => '6 V',
                    'power' => '20 VA',
                    'regulation' => '10 %',
                    'terminals' => ['p1' => 'L', 'p2' => 'N', 's1' => 'A', 's2' => '0V', 's3' => 'C', 's4' => 'D'],
                ],
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '1k', 'terminals' => ['a' => 'A', 'b' => '0V']],
                ['ref' => 'RL2', 'kind' => 'load', 'value' => '1k', 'terminals' => ['a' => 'C', 'b' => 'D']],
            ],
            'points' => [
                ['id' => 'TP1', 'node' => 'A', 'against' => '0V'],
                ['id' => 'TP2', 'node' => 'C', 'against' => 'D'],
            ],
        ]);
        $behaviour = new Behaviour($supply);
        $good = $behaviour->live($supply->mode(null));
        self::assertEqualsWithDelta(13.2, $good->reading('TP1', 'ac'), 0.15);
        self::assertEqualsWithDelta(6.6, $good->reading('TP2', 'ac'), 0.1);
        $half = $behaviour->live($supply->mode(null), ['T1' => 'secondary2_open']);
        self::assertEqualsWithDelta(13.2, $half->reading('TP1', 'ac'), 0.15);
        self::assertEqualsWithDelta(0.0, $half->reading('TP2', 'ac'), 0.05);
    }

    /** @param array<string, mixed> $part */
    private static function behindAResistor(array $part): Description
    {
        return DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'One part',
            'reference' => '0V',
            'mains' => ['dc' => self::FEED . ' V'],
            'parts' => [
                ['ref' => 'W1', 'kind' => 'mains', 'impedance' => '1m', 'terminals' => ['l' => 'IN', 'n' => '0V']],
                [
                    'ref' => 'RS',
                    'kind' => 'resistor',
                    'value' => self::SERIES,
                    'terminals' => ['a' => 'IN', 'b' => 'X'],
                ],
                ['ref' => 'P1'] + $part,
            ],
            'points' => [['id' => 'TP1', 'node' => 'X', 'against' => '0V']],
        ]);
    }
}

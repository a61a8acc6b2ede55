<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\Kind\Electrolytic;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class PartKindsTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function supplies(): iterable
    {
        foreach (['tide-recorder', 'deck-intercom', 'auction-scale', 'dimmer-drive', 'tuner-feed'] as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('supplies')]
    public function testEveryFaultOfEveryPartSettlesInEveryMode(string $name): void
    {
        $supply = Supplies::demo($name);
        $behaviour = new Behaviour($supply);
        foreach ($supply->modes as $mode) {
            foreach ($supply->parts as $ref => $part) {
                foreach ($part->kind->faults($part) as $fault) {
                    self::assertGreaterThan(0, $fault->weight);
                    self::assertTrue(
                        $behaviour->live($mode, [$ref => $fault->name])->settled,
                        "{$ref} {$fault->name} in {$mode->id}",
                    );
                }
            }
        }
    }

    public function testNamesAndParametersAreUnique(): void
    {
        foreach (PartKinds::all() as $name => $kind) {
            self::assertSame($name, $kind->name());
            $parameters = array_column(array_map(static fn($p): array => ['n' => $p->name], $kind->parameters()), 'n');
            self::assertSame($parameters, array_unique($parameters));
            self::assertSame($kind->terminals()->all(), array_unique($kind->terminals()->all()));
        }
    }

    /**
     * 78xx data-sheet family: a 7815 gives 14.4 to 15.6 V (4 %), a 7805 4.8 to 5.2 V; so must the window of a good
     * unit.
     */
    public function testRegulatorWindowIsTheDataSheetsOutputLimits(): void
    {
        foreach (
            [['tide-recorder', 'TP4', 14.4, 15.6], ['auction-scale', 'TP4', 4.8, 5.2]]
            as [$name, $point, $low, $high]
        ) {
            $supply = Supplies::demo($name);
            $window = Expectations::of($supply, $supply->mode('loaded'), 230.0)->window($point);
            self::assertEqualsWithDelta($low, $window->low, 0.01 * $high);
            self::assertEqualsWithDelta($high, $window->high, 0.01 * $high);
        }
    }

    /** 78xx data-sheet family: dropout voltage 2 V typical at 1 A. */
    public function testRegulatorDropsTwoVoltsAtOneAmpere(): void
    {
        $supply = DescriptionReader::fromArray(self::directFed(15.0, 12.0));
        $record = SteadyState::of(CircuitBuilder::live($supply, $supply->partsIn($supply->mode(null))));

        self::assertEqualsWithDelta(2.0, $record->signal('IN', 'OUT')->average, 0.05);
    }

    /**
     * IEC 60127-2 (from memory): 1.5 times the rating is carried, 2.1 times opens within minutes, ten times at once.
     */
    public function testFuseOpensAsItsStandardSays(): void
    {
        $fuse = self::fuse('1A');

        self::assertNull(Fuse::opening($fuse, 1.5));
        self::assertSame(Breaking::PartsSlowly, Fuse::opening($fuse, 2.1)[0] ?? null);
        self::assertTrue(Fuse::opening($fuse, 2.1)[2] ?? null);
        self::assertSame(Breaking::PartsViolently, Fuse::opening($fuse, 12.0)[0] ?? null);
        self::assertFalse(Fuse::opening($fuse, 12.0)[2] ?? null);
    }

    /**
     * The limits of IEC 60127-2, sheets 2 and 3 (from memory), in seconds by the multiple of the rating.
     *
     * @return iterable<string, array{string, float, float, float}>
     */
    public static function openings(): iterable
    {
        yield 'F, 2.75 times' => ['F1A', 2.75, 0.05, 2.0];
        yield 'F, 4 times' => ['F1A', 4.0, 0.01, 0.3];
        yield 'F, 10 times' => ['F1A', 10.0, 0.001, 0.02];
        yield 'T, 2.75 times' => ['T1A', 2.75, 0.6, 10.0];
        yield 'T, 4 times' => ['T1A', 4.0, 0.15, 3.0];
        yield 'T, 10 times' => ['T1A', 10.0, 0.02, 0.3];
        yield 'no letter lies between, 4 times' => ['1A', 4.0, 0.1, 0.5];
    }

    #[DataProvider('openings')]
    public function testFuseOpensWithinTheLimitsOfItsLetter(string $rating, float $times, float $low, float $high): void
    {
        $seconds = Fuse::opening(self::fuse($rating), $times)[1] ?? NAN;

        self::assertGreaterThanOrEqual($low, $seconds);
        self::assertLessThanOrEqual($high, $seconds);
    }

    private static function fuse(string $rating): Part
    {
        return DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'One fuse',
            'reference' => '0V',
            'mains' => ['dc' => '24 V'],
            'parts' => [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'IN', 'n' => '0V']],
                ['ref' => 'F1', 'kind' => 'fuse', 'rating' => $rating, 'terminals' => ['a' => 'IN', 'b' => 'OUT']],
                [
                    'ref' => 'RL1',
                    'kind' => 'load',
                    'current' => '10 mA',
                    'at' => '24 V',
                    'terminals' => [
                        'a' => 'OUT',
                        'b' => '0V',
                    ],
                ],
            ],
            'points' => [['id' => 'TP1', 'node' => 'OUT', 'against' => '0V']],
        ])->part('F1');
    }

    /** ESR = tan(delta) / (2 pi f C), IEC 60384-4: 2200 uF with 0.12 at 100 Hz is 87 milliohms. */
    public function testEsrFollowsFromTheDissipationFactor(): void
    {
        self::assertEqualsWithDelta(0.0868, Electrolytic::typicalEsr(2200e-6), 0.0001);
    }

    /** Common practice: an unregulated rail sits 20 to 40 % above its loaded voltage when nothing is drawn. */
    public function testUnloadedRailSitsHighAsRuleOfThumbSays(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $behaviour = new Behaviour($supply);
        $ratio =
            $behaviour->live($supply->mode('unloaded'))->reading('TP3', 'dc') /
            $behaviour->live($supply->mode('loaded'))->reading('TP3', 'dc');

        self::assertGreaterThan(1.15, $ratio);
        self::assertLessThan(1.45, $ratio);
    }

    /**
     * Circuit theory: an open leg turns full-wave ripple at twice the mains frequency into ripple at mains frequency,
     * about twice as large.
     */
    public function testOpenBridgeLegDoublesTheRipple(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $behaviour = new Behaviour($supply);
        $good = $behaviour->live($supply->mode('loaded'))->reading('TP3', 'ripple');
        $bad = $behaviour->live($supply->mode('loaded'), ['BR1' => 'd1_open'])->reading('TP3', 'ripple');

        self::assertGreaterThan(1.7, $bad / $good);
        self::assertLessThan(2.8, $bad / $good);
    }

    public function testShortedReservoirOpensTheFuseAndLeavesNothing(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $observation = (new Behaviour($supply))->live($supply->mode('loaded'), ['C1' => 'short']);

        self::assertArrayHasKey('F1', $observation->broken());
        self::assertContains('F1 open', $observation->signs);
        self::assertEqualsWithDelta(0.0, $observation->reading('TP4', 'dc'), 0.01);
    }

    public function testLampGoesDarkWithItsRail(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $behaviour = new Behaviour($supply);

        self::assertContains('LED2 lit', $behaviour->live($supply->mode('loaded'))->signs);
        self::assertContains('LED2 dark', $behaviour->live($supply->mode('loaded'), ['U2' => 'open'])->signs);
    }

    /** @return array<string, mixed> */
    private static function directFed(float $setting, float $feed): array
    {
        return [
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'Direct feed',
            'reference' => '0V',
            'mains' => ['dc' => "{$feed} V"],
            'parts' => [
                ['ref' => 'W1', 'kind' => 'mains', 'impedance' => '1m', 'terminals' => ['l' => 'IN', 'n' => '0V']],
                [
                    'ref' => 'U1',
                    'kind' => 'regulator',
                    'value' => "{$setting} V",
                    'terminals' => ['in' => 'IN', 'out' => 'OUT', 'common' => '0V'],
                ],
                ['ref' => 'RL', 'kind' => 'load', 'value' => '10', 'terminals' => ['a' => 'OUT', 'b' => '0V']],
            ],
            'points' => [['id' => 'TP1', 'node' => 'OUT', 'against' => '0V']],
        ];
    }
}

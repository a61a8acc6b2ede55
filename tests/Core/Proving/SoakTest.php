<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Practice\RunningUnit;
use Oculant\Core\Proving\Calibration\CalibrationPlan;
use Oculant\Core\Proving\Instrument\ScpiNumber;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Proving\Soak\SoakDraft;
use Oculant\Core\Proving\Soak\SoakPlan;
use Oculant\Core\Proving\Soak\Summary;
use Oculant\Core\Proving\Soak\Watch;
use Oculant\Core\Quantity\Unit;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class SoakTest extends TestCase
{
    /** @param list<array<string, mixed>> $channels */
    private static function plan(array $channels): SoakPlan
    {
        return SoakPlan::of(
            ['stages' => [['hours' => 1, 'share' => 0.5], ['hours' => 2, 'share' => 1]], 'channels' => $channels],
            230.0,
        );
    }

    public function testOneBadReadingIsNoAlarmAndThreeInARowAre(): void
    {
        $watch = new Watch(self::plan([['title' => 'rail', 'quantity' => 'dc', 'low' => 11.5, 'high' => 12.5]]));
        self::assertSame([], $watch->scan([0 => 12.7]));
        self::assertSame([], $watch->scan([0 => 12.0]));
        self::assertSame(
            [[], [], ['rail 12.7 V: above 12.5 V.'], []],
            array_map(static fn(float $v): array => array_column($watch->scan([0 => $v]), 'sentence'), [
                12.7,
                12.7,
                12.7,
                12.7,
            ]),
            'and it alarms once',
        );
        $watch->scan([0 => 12.0]);
        self::assertCount(
            1,
            array_merge(...array_map(static fn(): array => $watch->scan([0 => 12.7]), range(1, 3))),
            'again, once it had been well',
        );
    }

    public function testFarOutsideOneReadingIsEnough(): void
    {
        $watch = new Watch(
            self::plan([
                ['title' => 'rail', 'quantity' => 'dc', 'low' => 11.5, 'high' => 12.5],
                ['title' => 'C1', 'quantity' => 'celsius', 'high' => 85],
            ]),
        );

        self::assertCount(1, $watch->scan([0 => 0.0]));
        self::assertCount(0, $watch->scan([1 => 90.0]));
        self::assertCount(1, $watch->scan([1 => 150.0]));
    }

    /** Rule of thumb: +1.5 % mains is +1.5 % on an unregulated rail, and no fault. */
    public function testTheMainsIsTakenOut(): void
    {
        $plan = self::plan([
            ['title' => 'reservoir', 'quantity' => 'dc', 'low' => 24.0, 'high' => 25.2, 'slope' => 24.6 / 230],
            ['title' => 'mains', 'quantity' => 'ac', 'target' => 'mains', 'low' => 200, 'high' => 260],
        ]);
        $watch = new Watch($plan);
        $up = 230 * 1.04;
        for ($k = 0; $k < 5; $k++) {
            self::assertSame([], $watch->scan([0 => 24.6 * 1.04, 1 => $up]));
        }
        $alone = array_merge(
            ...array_map(static fn(): array => $watch->scan([0 => 24.6 * 1.04, 1 => 230.0]), range(1, 3)),
        );
        self::assertCount(1, $alone, 'the same volts with the mains where it should be');
    }

    /** A watchman that was killed leaves what it had counted. */
    public function testAWatchGoesOnWhereItWas(): void
    {
        $plan = self::plan([['title' => 'rail', 'quantity' => 'dc', 'low' => 11.5, 'high' => 12.5]]);
        $first = new Watch($plan);
        $first->scan([0 => 12.7]);
        $first->scan([0 => 12.7]);
        $second = Watch::resumed($plan, json_decode(json_encode($first->toArray(), JSON_THROW_ON_ERROR), true));

        self::assertCount(1, $second->scan([0 => 12.7]));
        self::assertSame(
            [],
            Watch::resumed($plan, json_decode(json_encode($second->toArray(), JSON_THROW_ON_ERROR), true))->scan([
                0 => 12.7,
            ]),
        );
    }

    public function testStagesFollowTheClock(): void
    {
        $plan = self::plan([['quantity' => 'dc']]);

        self::assertSame([0, 0, 1, null], array_map($plan->stageAt(...), [0.0, 3599.0, 3600.0, 10_800.0]));
        self::assertSame(10_800.0, $plan->seconds());
        self::assertSame([0.0, 3600.0], [$plan->startOf(0), $plan->startOf(1)]);
        self::assertSame('channel 1', $plan->channels[0]->title);
        self::assertEquals($plan, SoakPlan::of($plan->toArray(), 230.0));
    }

    public function testAPlanThatCannotRunIsRefused(): void
    {
        foreach (
            [
                [['stages' => [['hours' => 0, 'share' => 1]]], 'above 0 and up to 100 hours'],
                [['channels' => [['quantity' => 'smell']]], 'A channel watches one of'],
                [['channels' => [['quantity' => 'dc', 'low' => 13, 'high' => 12]]], 'not below the upper limit'],
                [['channels' => [['quantity' => 'dc', 'low' => 'low']]], 'is no alarm limit'],
                [['interval' => 0.1], 'every 1 to 60 seconds'],
            ]
            as [$change, $says]
        ) {
            try {
                SoakPlan::of(
                    $change + ['stages' => [['hours' => 1, 'share' => 1]], 'channels' => [['quantity' => 'dc']]],
                    230.0,
                );
                self::fail($says);
            } catch (PlanRefused $e) {
                self::assertStringContainsString($says, $e->getMessage());
            }
        }
    }

    /**
     * What is drafted from a description raises no alarm on a good unit of that kind, whatever the mains does within
     * its tolerance.
     */
    public function testADraftedSoakIsQuietOnAGoodUnit(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $usual = Expectations::of($supply, $supply->mode(null));
        $heats = array_column(
            array_map(static fn($l): array => [$l->ref, $l->watts], Budget::of($supply, $supply->mode(null))->lines),
            1,
            0,
        );
        $channels = SoakDraft::channels($supply, LoadTest::of($supply, $usual), $usual, $heats);
        self::assertGreaterThan(0.05, $channels[0]->slope, 'an unregulated rail follows the mains');
        $plan = SoakPlan::of(
            [
                'stages' => [['hours' => 1, 'share' => 1]],
                'channels' => array_map(static fn(Channel $c): array => $c->toArray(), $channels),
            ],
            230.0,
        );
        $watch = new Watch($plan);
        $unit = new RunningUnit($supply, [], 7);
        $unit->set(0.0, 230.0, null, ['TP3' => 1.0, 'TP4' => 1.0]);
        $bad = new RunningUnit($supply, ['C1' => 'dried'], 7);
        $bad->set(0.0, 230.0);
        $scan = static function (RunningUnit $of, float $t, float $mains) use ($channels): array {
            $values = [];
            foreach ($channels as $k => $c) {
                $values[$k] = match (true) {
                    $c->target === 'mains' => $mains,
                    $c->quantity === 'celsius' => $of->celsius($c->target, $t),
                    default => $of->reading($c->target, 'dc', $t, $mains),
                };
            }

            return $values;
        };
        for ($t = 0.0; $t < 14_400; $t += 60) {
            self::assertSame([], $watch->scan($scan($unit, $t, 230 * (1 + 0.09 * sin($t / 700)))), "after {$t} s");
        }
        $alarms = array_merge(
            ...array_map(static fn(int $k): array => $watch->scan($scan($bad, 15_000.0 + $k, 230.0)), range(1, 5)),
        );
        self::assertContains(
            'reservoir C1',
            array_map(static fn(array $a): string => $channels[$a['channel']]->title, $alarms),
            'a dried reservoir is seen',
        );
    }

    public function testASummarySaysWhereTemperaturesWent(): void
    {
        $plan = self::plan([
            ['title' => 'rail', 'quantity' => 'dc', 'low' => 11, 'high' => 13],
            ['title' => 'T1', 'quantity' => 'celsius', 'high' => 90],
            ['title' => 'nothing came', 'quantity' => 'dc'],
        ]);
        $curve = array_map(static fn(int $k): array => [60.0 * $k, 70 - 48 * exp((-60 * $k) / 900)], range(0, 100));
        $rows = Summary::of($plan, [
            ['low' => 11.9, 'high' => 12.1, 'mean' => 12.0, 'count' => 100, 'last' => 12.0, 'curve' => []],
            ['low' => 22.0, 'high' => 69.9, 'mean' => 60.0, 'count' => 100, 'last' => 69.9, 'curve' => $curve],
        ]);

        self::assertSame(['rail', 'T1'], array_column($rows, 'channel'));
        self::assertSame('11 V to 13 V', $rows[0]['limits']);
        self::assertStringStartsWith('steady', (string) $rows[1]['steady']);
        self::assertEqualsWithDelta(70.0, (float) $rows[1]['end'], 0.3);
    }

    /**
     * The trimmer of the landing crane's supply sets its output; nothing else moves with it that is measured on the
     * output side.
     */
    public function testAdjustmentsAreFoundByTurningThem(): void
    {
        $supply = Supplies::of(
            [
                ...Supplies::primary('T500mA', '15 V', '20 VA', '12 %', second: 'B'),
                [
                    'ref' => 'BR1',
                    'kind' => 'bridge',
                    'terminals' => ['ac1' => 'A', 'ac2' => 'B', 'plus' => 'RAW', 'minus' => '0V'],
                ],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '2200u',
                    'terminals' => ['plus' => 'RAW', 'minus' => '0V'],
                ],
                [
                    'ref' => 'RV1',
                    'kind' => 'trimmer',
                    'value' => '10k',
                    'terminals' => ['a' => 'RAW', 'wiper' => 'REF', 'b' => '0V'],
                ],
                [
                    'ref' => 'RV2',
                    'kind' => 'trimmer',
                    'value' => '10k',
                    'terminals' => ['a' => 'REF', 'wiper' => 'SET', 'b' => '0V'],
                ],
                ['ref' => 'RL1', 'kind' => 'resistor', 'value' => '100k', 'terminals' => ['a' => 'SET', 'b' => '0V']],
            ],
            ['TP1' => ['REF', '0V'], 'TP2' => ['SET', '0V']],
        );
        $plan = CalibrationPlan::of($supply, $supply->mode(null), Expectations::roughly($supply, $supply->mode(null)));

        self::assertSame(
            ['RV1', 'RV2'],
            array_map(static fn($a): string => $a->ref, $plan->adjustments),
            'the one that moves both comes first',
        );
        self::assertSame(['TP1', 'TP2'], array_keys($plan->adjustments[0]->moves));
        self::assertArrayHasKey('TP2', $plan->adjustments[1]->moves);
    }

    public function testARunningUnitWarmsUpAndAgesAtItsTime(): void
    {
        $unit = new RunningUnit(Supplies::demo('deck-intercom'), [], 5, [
            ['part' => 'C1', 'fault' => 'dried', 'after' => 7200.0],
        ]);
        self::assertSame(0.0, round($unit->reading('TP4', 'dc', 0.0), 2));
        $unit->set(10.0, 230.0);
        self::assertEqualsWithDelta(12.0, $unit->reading('TP4', 'dc', 20.0), 0.5);
        self::assertLessThan($unit->celsius('U1', 3000.0), $unit->celsius('U1', 100.0));
        self::assertLessThan(2.0, $unit->reading('TP3', 'ripple', 7000.0));
        self::assertGreaterThan(5.0, $unit->reading('TP3', 'ripple', 7300.0), 'dried out after two hours');
        $hot = $unit->celsius('U1', 9000.0);
        $unit->set(9000.0, 0.0);
        self::assertLessThan($hot, $unit->celsius('U1', 12_000.0));
        self::assertSame(0.0, $unit->watts(12_000.0));
    }

    public function testOverloadAndMissingValuesAreStates(): void
    {
        $read = ScpiNumber::list('1.2E1,9.9E37,9.91E37', Unit::Volt, 3);

        self::assertSame(['value', 'overload', 'none'], array_map(static fn($m): string => $m->state, $read));
        self::assertSame([true, false, false], array_map(static fn($m): bool => $m->isValue(), $read));
    }
}

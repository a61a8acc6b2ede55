<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Soak\SoakPlan;
use Oculant\Core\Proving\Soak\Watch;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A soak is planned, and alarms, at its limits. */
final class SoakLimitsTest extends TestCase
{
    /** @return iterable<string, array{string, mixed, mixed, string}> field; last taken, first that is not; path */
    public static function plans(): iterable
    {
        $stage = static fn(mixed $hours, mixed $share): array => [['hours' => $hours, 'share' => $share]];
        yield 'a hundred hours' => ['stages', $stage(100, 1), $stage(100.1, 1), 'stages.0.hours'];
        yield 'a moment' => ['stages', $stage(0.01, 1), $stage(0, 1), 'stages.0.hours'];
        yield 'a fifth above full load' => ['stages', $stage(1, 1.2), $stage(1, 1.21), 'stages.0.share'];
        yield 'no load' => ['stages', $stage(1, 0), $stage(1, -0.01), 'stages.0.share'];
        yield 'one stage' => ['stages', $stage(1, 1), [], 'stages'];
        yield 'a scan a minute' => ['interval', 60, 60.1, 'interval'];
        yield 'a scan a second' => ['interval', 1, 0.9, 'interval'];
        $channel = ['quantity' => 'dc', 'low' => 11, 'high' => 13];
        yield 'as many channels' => ['channels', array_fill(0, 24, $channel), array_fill(0, 25, $channel), 'channels'];
        yield 'one channel' => ['channels', [$channel], [], 'channels'];
        yield 'a hair between its limits' => [
            'channels',
            [['low' => 12.999] + $channel],
            [['low' => 13] + $channel],
            'channels.0.low',
        ];
        yield 'what is watched' => [
            'channels',
            [['quantity' => 'celsius'] + $channel],
            [['quantity' => 'lumen'] + $channel],
            'channels.0.quantity',
        ];
    }

    #[DataProvider('plans')]
    public function testAPlanIsTakenUpToItsLimit(string $field, mixed $last, mixed $beyond, string $path): void
    {
        $plan = [
            'stages' => [['hours' => 1, 'share' => 0.5]],
            'channels' => [['quantity' => 'dc', 'low' => 11, 'high' => 13]],
            'interval' => 5,
        ];
        self::assertGreaterThan(0.0, SoakPlan::of([$field => $last] + $plan, 230.0)->seconds());
        try {
            SoakPlan::of([$field => $beyond] + $plan, 230.0);
            self::fail('what is beyond was taken');
        } catch (PlanRefused $refused) {
            self::assertSame($path, $refused->field, $refused->getMessage());
        }
    }

    /**
     * Between 11 and 13 V, two volts wide: at the limits all is well; three scans in a row outside are an alarm, and
     * one that lies half a width out (common practice).
     *
     * @return iterable<string, array{list<float>, int}> volts scan by scan; alarms in all
     */
    public static function scans(): iterable
    {
        yield 'at both limits' => [[11.0, 13.0, 11.0, 13.0], 0];
        yield 'twice outside' => [[13.01, 13.01], 0];
        yield 'three times' => [[13.01, 13.01, 13.01], 1];
        yield 'four times is said once' => [[13.01, 13.01, 13.01, 13.01], 1];
        yield 'back in between begins anew' => [[13.01, 13.01, 12.0, 13.01, 13.01], 0];
        yield 'and once back is said again' => [[13.01, 13.01, 13.01, 12.0, 13.01, 13.01, 13.01], 2];
        yield 'half a width out' => [[14.0], 0];
        yield 'more' => [[14.01], 1];
        yield 'half a width below' => [[10.0], 0];
        yield 'less' => [[9.99], 1];
        yield 'on either side in turn' => [[13.01, 10.99, 13.01], 1];
    }

    /** @param list<float> $volts */
    #[DataProvider('scans')]
    public function testWhenARailIsAnAlarm(array $volts, int $alarms): void
    {
        $watch = new Watch(
            SoakPlan::of(
                [
                    'stages' => [['hours' => 1, 'share' => 1]],
                    'channels' => [['title' => 'rail', 'quantity' => 'dc', 'low' => 11, 'high' => 13]],
                ],
                230.0,
            ),
        );
        $set = array_merge(...array_map(static fn(float $v): array => $watch->scan([$v]), $volts));

        self::assertCount($alarms, $set);
        foreach ($set as $alarm) {
            self::assertStringContainsString($alarm['value'] > 12.0 ? 'above 13 V' : 'below 11 V', $alarm['sentence']);
        }
    }
}

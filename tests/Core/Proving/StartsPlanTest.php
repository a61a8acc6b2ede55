<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\StartsPlan;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class StartsPlanTest extends TestCase
{
    private const PLAN = [
        'cycles' => 20,
        'on' => 5,
        'off' => 30,
        'volts' => 230,
        'limit' => 0.5,
        'low' => 11.4,
        'high' => 12.6,
    ];

    public function testAGoodStartEndsBetweenItsVolts(): void
    {
        $plan = StartsPlan::of(self::PLAN);

        self::assertTrue($plan->isGood(12.0));
        self::assertTrue($plan->isGood(11.4), 'the limits belong to it');
        self::assertFalse($plan->isGood(11.3));
        self::assertFalse($plan->isGood(12.7), 'too much is no good start either');
        self::assertFalse($plan->isGood(null), 'nor is what the meter could not show');
    }

    public function testANegativeRail(): void
    {
        $plan = StartsPlan::of(['low' => -12.6, 'high' => -11.4] + self::PLAN);

        self::assertTrue($plan->isGood(-12.0));
        self::assertFalse($plan->isGood(-2.0));
    }

    public function testComesBackAsItWasKept(): void
    {
        self::assertEquals(StartsPlan::of(self::PLAN), StartsPlan::of(StartsPlan::of(self::PLAN)->toArray()));
    }

    /**
     * @param array<string, mixed> $change
     */
    #[DataProvider('refusals')]
    public function testRefuses(array $change, string $field, string $says): void
    {
        try {
            StartsPlan::of($change + self::PLAN);
            self::fail('it was taken');
        } catch (PlanRefused $e) {
            self::assertSame($field, $e->field);
            self::assertStringContainsString($says, $e->getMessage());
        }
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refusals(): iterable
    {
        yield 'none at all' => [['cycles' => 0], 'cycles', 'a number from 1 to 500'];
        yield 'far too many' => [['cycles' => 501], 'cycles', 'a number from 1 to 500'];
        yield 'words' => [['on' => 'a moment'], 'on', 'Seconds on'];
        yield 'no pause' => [['off' => 0], 'off', 'from 1 to 3600'];
        yield 'a source without limit' => [['limit' => 0], 'limit', 'from 0.01 to 16'];
        yield 'limits the wrong way round' => [['low' => 12.6, 'high' => 11.4], 'low', 'not below the highest'];
        yield 'nothing said of volts' => [['low' => null], 'low', 'The lowest voltage'];
    }
}

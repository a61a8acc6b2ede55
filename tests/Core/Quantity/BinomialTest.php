<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use InvalidArgumentException;
use Oculant\Core\Quantity\Binomial;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class BinomialTest extends TestCase
{
    /** @return iterable<string, array{int, int, float, float}> events, trials, lower and upper limit */
    public static function table(): iterable
    {
        yield '0 of 8' => [0, 8, 0.0, 0.3694];
        yield '0 of 10' => [0, 10, 0.0, 0.3085];
        yield '1 of 10' => [1, 10, 0.0025, 0.445];
        yield '3 of 10' => [3, 10, 0.0667, 0.6525];
        yield '5 of 10' => [5, 10, 0.1871, 0.8129];
        yield '10 of 10' => [10, 10, 0.6915, 1.0];
        yield '2 of 20' => [2, 20, 0.0123, 0.317];
        yield '0 of 30' => [0, 30, 0.0, 0.1157];
    }

    /**
     * Clopper and Pearson 1934, 95 % two-sided limits as printed in statistical tables (from memory, four decimals).
     */
    #[DataProvider('table')]
    public function testAgreesWithThePrintedTables(int $k, int $n, float $low, float $high): void
    {
        [$a, $b] = Binomial::limits($k, $n);

        self::assertEqualsWithDelta($low, $a, 6e-5);
        self::assertEqualsWithDelta($high, $b, 6e-5);
    }

    /** The defining property: at the limits the tails are exactly 2.5 %. */
    public function testTheTailsAreWhatTheyShouldBe(): void
    {
        foreach ([[1, 3], [4, 17], [40, 200], [199, 1000]] as [$k, $n]) {
            [$low, $high] = Binomial::limits($k, $n);
            self::assertEqualsWithDelta(0.025, 1 - Binomial::atMost($k - 1, $n, $low), 1e-9);
            self::assertEqualsWithDelta(0.025, Binomial::atMost($k, $n, $high), 1e-9);
        }
    }

    /** Pascal's triangle: 4 throws of a coin. */
    public function testSumsByHand(): void
    {
        self::assertEqualsWithDelta(1 / 16, Binomial::atMost(0, 4, 0.5), 1e-12);
        self::assertEqualsWithDelta(11 / 16, Binomial::atMost(2, 4, 0.5), 1e-12);
        self::assertSame(1.0, Binomial::atMost(4, 4, 0.5));
        self::assertSame(0.0, Binomial::atMost(-1, 4, 0.5));
    }

    /** A unit that failed one start in three: eight clean ones leave four per cent to luck. */
    public function testCleanTrialsAgainstLuck(): void
    {
        self::assertSame(8, Binomial::cleanTrials(1 / 3));
        self::assertEqualsWithDelta(0.039, (2 / 3) ** 8, 5e-4);
        self::assertSame(5, Binomial::cleanTrials(0.5));
        self::assertSame(29, Binomial::cleanTrials(0.1));
        self::assertSame(1, Binomial::cleanTrials(1.0));
        self::assertNull(Binomial::cleanTrials(0.0));
    }

    /** The rule of three of medical statistics: no event in n trials leaves at most about 3/n (one-sided). */
    public function testRuleOfThree(): void
    {
        foreach ([30, 100, 300] as $n) {
            self::assertEqualsWithDelta(3 / $n, Binomial::limits(0, $n, 0.9)[1], (0.05 * 3) / $n);
        }
    }

    public function testRefusesWhatCannotBe(): void
    {
        $this->expectException(InvalidArgumentException::class);
        $this->expectExceptionMessage('There cannot be 4 events in 3 trials');
        Binomial::limits(4, 3);
    }
}

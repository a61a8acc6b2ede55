<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Misfits;
use Oculant\Core\Diagnosis\Unforeseen;
use PHPUnit\Framework\TestCase;

/** What is put down to slips, and to what nobody described. */
final class MisfitsTest extends TestCase
{
    /** Densities of a reading that fits, 1, and of one that is nothing but a slip, 0.01. */
    private const SLIP = 0.01;

    public function testOneSlipIsFreeAndEachFurtherOneIsFiveTimesAsRare(): void
    {
        $misfits = new Misfits();
        $odd = ['C1:dried' => log(self::SLIP), Hypothesis::UNKNOWN => log(self::SLIP)];

        self::assertEqualsWithDelta($odd, $misfits->weigh($odd, self::SLIP), 1e-9);
        $second = $misfits->weigh($odd, self::SLIP);
        self::assertEqualsWithDelta(log(self::SLIP / 5), $second['C1:dried'], 1e-9);
        self::assertEqualsWithDelta(log(self::SLIP / 5), $misfits->weigh($odd, self::SLIP)['C1:dried'], 1e-9);
        // "None of these" foretells nothing that could be a slip.
        self::assertSame(log(self::SLIP), $second[Hypothesis::UNKNOWN]);
    }

    public function testReadingsThatFitCostNothingHoweverMany(): void
    {
        $misfits = new Misfits();
        $fits = ['C1:dried' => 0.0];
        for ($k = 0; $k < 20; $k++) {
            self::assertSame($fits, $misfits->weigh($fits, self::SLIP));
        }
    }

    public function testTheOrderOfTheReadingsDoesNotMatter(): void
    {
        $steps = array_map(log(...), [0.01, 0.02, 0.05, 0.015]);
        $sum = static function (array $steps): float {
            $misfits = new Misfits();

            return array_sum(
                array_map(
                    static fn(float $log): float => $misfits->weigh(['C1:dried' => $log], self::SLIP)['C1:dried'],
                    $steps,
                ),
            );
        };
        self::assertEqualsWithDelta($sum($steps), $sum(array_reverse($steps)), 1e-9);
        self::assertLessThan(array_sum($steps), $sum($steps));
    }

    /** Laplace's rule of succession: after n readings left alone the next one is with (n + 1) / (n + 2). */
    public function testWhatNobodyDescribedIsExpectedToGoOnAsItDid(): void
    {
        $unforeseen = new Unforeseen();
        for ($left = 0; $left < 8; $left++) {
            self::assertEqualsWithDelta(($left + 1) / ($left + 2), $unforeseen->next(1.0, 0.0), 0.02);
        }
        // One that was moved, after eight that were not.
        self::assertEqualsWithDelta(1 / 10, $unforeseen->next(0.0, 1.0), 0.02);
    }
}

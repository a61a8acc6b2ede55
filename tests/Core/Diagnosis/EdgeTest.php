<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Edge;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use PHPUnit\Framework\TestCase;

/** A supply at the edge between running and trying again; checked by hand. */
final class EdgeTest extends TestCase
{
    /** B should tick, but this unit runs as under A: 0.06 of one half, against A's 0.94 of 1 and 0.06 of one half. */
    public function testAUnitMayStandOnTheOtherSide(): void
    {
        $step = (new Edge($this->dictionary()))->soften('loaded', [
            'A' => 0.0,
            'B' => -20.0,
            'C' => 0.0,
            'healthy' => -20.0,
        ]);

        self::assertEqualsWithDelta(log(0.94 + 0.06 * 0.5), $step['A'], 1e-6);
        self::assertEqualsWithDelta(log(0.06 * 0.5), $step['B'], 1e-6);
        self::assertSame(
            [0.0, -20.0],
            [$step['C'], $step['healthy']],
            'what does not make it try again stands as it is',
        );
    }

    /** Ten readings of the other side are one surprise, not ten. */
    public function testItIsWrongOncePerModeNotOncePerReading(): void
    {
        $edge = new Edge($this->dictionary());
        $sum = 0.0;
        for ($k = 0; $k < 10; $k++) {
            $sum += $edge->soften('loaded', ['A' => 0.0, 'B' => -8.0])['B'];
        }
        self::assertEqualsWithDelta(log(0.06 * 0.5), $sum, 1e-3);
        $again = $edge->soften('unloaded', ['A' => 0.0, 'B' => -8.0])['B'];
        self::assertEqualsWithDelta(
            log(0.06 * 0.5 + 0.94 * exp(-8.0)),
            $again,
            1e-2,
            'in another mode it may be wrong once more',
        );
    }

    /** The steps add up to the mixture, in whatever order the readings come. */
    public function testTheOrderOfReadingsDoesNotMatter(): void
    {
        $readings = [['A' => -0.3, 'B' => -4.0], ['A' => -2.0, 'B' => -0.1], ['A' => -0.5, 'B' => -1.5]];
        $total = function (array $order) use ($readings): float {
            $edge = new Edge($this->dictionary());

            return array_sum(
                array_map(static fn(int $k): float => $edge->soften('loaded', $readings[$k])['B'], $order),
            );
        };

        self::assertEqualsWithDelta($total([0, 1, 2]), $total([2, 0, 1]), 1e-9);
    }

    public function testHundredsOfReadingsNeitherOverflowNorVanish(): void
    {
        $edge = new Edge($this->dictionary());
        foreach (range(1, 400) as $ignored) {
            $step = $edge->soften('loaded', ['A' => 4.0, 'B' => -27.0]);
        }

        self::assertEqualsWithDelta([4.0, 4.0], [$step['A'], $step['B']], 1e-9);
    }

    public function testASupplyThatNeverTriesAgainIsTakenAtItsWord(): void
    {
        $edge = new Edge(
            new FaultDictionary([], [], ['loaded' => ['healthy' => ['LED1 lit'], 'A' => ['LED1 dark']]], [], [], []),
        );

        self::assertSame(['A' => -7.0], $edge->soften('loaded', ['A' => -7.0]));
    }

    /** @return FaultDictionary in which A squeals and B ticks, and C leaves it running */
    private function dictionary(): FaultDictionary
    {
        return new FaultDictionary(
            [],
            [],
            ['loaded' => [Hypothesis::HEALTHY => [], 'A' => ['squeals'], 'B' => ['ticks'], 'C' => []]],
            [],
            [],
            [],
        );
    }
}

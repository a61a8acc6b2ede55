<?php

declare(strict_types=1);

namespace Tests\Core\Circuit;

use Oculant\Core\Circuit\ControlResponse;
use Oculant\Core\Circuit\LuFactors;
use PHPUnit\Framework\TestCase;

/** One device after the other takes another law: the same as solving the whole network anew. */
final class ControlResponseTest extends TestCase
{
    /** Thevenin by hand: 10 V behind 1 kohm, loaded with 1 kohm, then with 1 mA on top. */
    public function testALoadedSourceByHand(): void
    {
        $open = new ControlResponse([0.0, 10.0], [10.0], [1000.0], 2, [0 => 0]);
        $loaded = $open->with(0, 0, [1e-3], 0.0, ControlResponse::ANY);

        self::assertNotNull($loaded);
        self::assertEqualsWithDelta(5.0, $loaded->rows[1], 1e-12);
        self::assertEqualsWithDelta(500.0, $loaded->coupling[0], 1e-9, 'two times 1 kohm in parallel');

        $drawn = $loaded->with(0, 0, [0.0], 1e-3, ControlResponse::ANY);
        self::assertNotNull($drawn);
        self::assertEqualsWithDelta(4.5, $drawn->rows[1], 1e-12, '1 mA through 500 ohms');
        self::assertEqualsWithDelta(5.0, $drawn->direct[0], 1e-12, 'without what the device draws by itself');
    }

    public function testADeviceThatMayNotMoveIsRefused(): void
    {
        self::assertNull(
            (new ControlResponse([0.0, 10.0], [10.0], [1000.0], 2, [0 => 0]))->with(
                1,
                0,
                [1e-3],
                0.0,
                ControlResponse::ANY,
            ),
        );
    }

    /**
     * To 1000 S and back, a million times what is beside it: ten of sixteen digits are left, which is not enough to go
     * on with.
     */
    public function testWhatWouldLeaveTooFewDigitsIsRefused(): void
    {
        $on = (new ControlResponse([0.0, 10.0], [10.0], [1000.0], 2, [0 => 0]))->with(
            0,
            0,
            [1000.0],
            0.0,
            ControlResponse::ENOUGH,
        );
        self::assertNotNull($on);
        self::assertNull($on->with(0, 0, [-1000.0], 0.0, ControlResponse::ENOUGH));

        $off = $on->with(0, 0, [-1000.0], 0.0, ControlResponse::ANY);
        self::assertNotNull($off);
        self::assertEqualsWithDelta(10.0, $off->rows[1], 1e-8);
    }

    /** What is lost adds up on the way, and is forgotten where a response counts as worked out anew. */
    public function testTheLossAddsUp(): void
    {
        $response = new ControlResponse([0.0, 10.0], [10.0], [1000.0], 2, [0 => 0]);
        $steps = 0;
        while ($response !== null && $steps < 20) {
            $response = $response
                ->with(0, 0, [0.1], 0.0, ControlResponse::ENOUGH)
                ?->with(0, 0, [-0.1], 0.0, ControlResponse::ENOUGH);
            $steps++;
        }
        self::assertSame(2, $steps, 'a little less than a hundredth is left each time');

        $response = new ControlResponse([0.0, 10.0], [10.0], [1000.0], 2, [0 => 0]);
        for ($k = 0; $k < 20; $k++) {
            $response = $response
                ?->with(0, 0, [0.1], 0.0, ControlResponse::ENOUGH)
                ?->with(0, 0, [-0.1], 0.0, ControlResponse::ENOUGH)
                ?->afresh();
        }
        self::assertEqualsWithDelta(10.0, $response->rows[1] ?? NAN, 1e-6);
    }

    /**
     * Random networks of four controls and three devices, one of which follows two controls, in ten orders each,
     * against one LU of the whole.
     */
    public function testEveryOrderGivesWhatOneSolveOfTheWholeGives(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(29));
        $controlAt = [0, 1, 3];
        for ($round = 0; $round < 10; $round++) {
            $free = $coupling = $rows = [];
            for ($k = 0; $k < 4; $k++) {
                $free[] = [
                    self::between($random, -5, 5),
                    self::between($random, -5, 5),
                    self::between($random, -20, 20),
                ];
                array_push($rows, ...$free[$k]);
                for ($d = 0; $d < 3; $d++) {
                    $coupling[] = self::between($random, 0, 100) + ($controlAt[$d] === $k ? 200 : 0);
                }
            }
            $laws = [
                [[self::between($random, 0, 1)], 0.01],
                [[self::between($random, 0, 0.01), self::between($random, 0, 0.01)], -0.02],
                [[self::between($random, 0, 1)], 0.0],
            ];
            $expected = self::whole($free, $coupling, $laws, $controlAt);
            for ($go = 0; $go < 10; $go++) {
                $response = new ControlResponse($rows, array_column($free, 2), $coupling, 3, [0, 1, 2]);
                foreach ($random->shuffleArray([0, 1, 2]) as $d) {
                    $response = $response?->with($d, $controlAt[$d], $laws[$d][0], $laws[$d][1], ControlResponse::ANY);
                }
                self::assertNotNull($response);
                foreach ($expected as $at => $volts) {
                    self::assertEqualsWithDelta($volts, $response->rows[$at], 1e-9 * max(1.0, abs($volts)));
                }
            }
        }
    }

    private static function between(\Random\Randomizer $random, float $low, float $high): float
    {
        return $low + (($high - $low) * $random->getInt(0, 1_000_000)) / 1e6;
    }

    /**
     * w = free - coupling (slopes w + offsets), solved for w column by column.
     *
     * @param list<list<float>>               $free      [control][column], the last column direct
     * @param list<float>                     $coupling  [control * 3 + device]
     * @param list<array{list<float>, float}> $laws      slopes and offset per device
     * @param list<int>                       $controlAt first control of each device
     *
     * @return list<float> [control * 3 + column]
     */
    private static function whole(array $free, array $coupling, array $laws, array $controlAt): array
    {
        $matrix = array_fill(0, 16, 0.0);
        $right = array_map(static fn(int $column): array => array_column($free, $column), [0, 1, 2]);
        for ($k = 0; $k < 4; $k++) {
            $matrix[$k * 4 + $k] += 1.0;
            foreach ($laws as $d => [$slopes, $offset]) {
                foreach ($slopes as $j => $slope) {
                    $matrix[$k * 4 + $controlAt[$d] + $j] += $coupling[$k * 3 + $d] * $slope;
                }
                $right[2][$k] -= $coupling[$k * 3 + $d] * $offset;
            }
        }
        $columns = array_map(LuFactors::of($matrix, 4)->solve(...), $right);

        return array_merge(...array_map(static fn(int $k): array => array_column($columns, $k), [0, 1, 2, 3]));
    }
}

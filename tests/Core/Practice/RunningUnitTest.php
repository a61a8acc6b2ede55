<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Practice\RunningUnit;
use Oculant\Core\Practice\SimulatedUnit;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** The unit behind the stand-ins, beside the engine that it is solved with. */
final class RunningUnitTest extends TestCase
{
    /** Between two steps of the mains a reading is read off; it must be what the engine solves there. */
    public function testReadingsBetweenTheStepsAreWhatTheEngineSolves(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $own = (new SimulatedUnit($supply, [], 9))->asBuilt();
        $unit = new RunningUnit($supply, [], 9);
        foreach ([212.0, 226.5, 233.0, 249.0] as $mains) {
            $unit->set(0.0, $mains);
            $solved = (new Behaviour($own))->live($own->mode(null), [], $mains)->reading('TP3', 'dc');
            self::assertEqualsWithDelta($solved, $unit->reading('TP3', 'dc', 1.0), 0.004 * $solved, "at {$mains} V");
        }
    }

    public function testWattsAreThoseOfTheEnginesBudget(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $own = (new SimulatedUnit($supply, [], 3))->asBuilt();
        $unit = new RunningUnit($supply, [], 3);
        $unit->set(0.0, 230.0);
        $budget = Budget::of($own, $own->mode(null), 230.0);

        self::assertEqualsWithDelta($budget->inputWatts, $unit->watts(1.0), 1e-9);
        self::assertEqualsWithDelta($budget->feedAmperes, $unit->amperes(1.0), 1e-9);
    }

    /** First order with the time constant of its kind: 1 - 1/e of the way after one of them (elementary). */
    public function testAPartWarmsUpAsOneMassDoes(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $own = (new SimulatedUnit($supply, [], 3))->asBuilt();
        $unit = new RunningUnit($supply, [], 3);
        $unit->set(0.0, 230.0);
        $end = Warmth::rise($supply->part('T1'), (new Behaviour($own))->live($own->mode(null), [], 230.0)->heat['T1']);

        self::assertEqualsWithDelta(21.0 + $end * (1 - exp(-1)), $unit->celsius('T1', 2400.0), 0.15);
        self::assertEqualsWithDelta(21.0 + $end, $unit->celsius('T1', 24_000.0), 0.15);
        self::assertEqualsWithDelta(21.0, $unit->celsius('room', 24_000.0), 0.1);
    }

    /** With half of its load a part makes less heat; what it had before is where it comes from. */
    public function testALighterLoadLetsItCool(): void
    {
        $unit = new RunningUnit(Supplies::demo('deck-intercom'), [], 3);
        $unit->set(0.0, 230.0);
        $hot = $unit->celsius('U1', 10_000.0);
        $unit->set(10_000.0, 230.0, null, ['TP4' => 0.3]);
        self::assertEqualsWithDelta($hot, $unit->celsius('U1', 10_001.0), 0.2);

        self::assertLessThan($hot - 10.0, $unit->celsius('U1', 20_000.0));
    }

    public function testAFaultOpensTheFuseAndItStaysOpen(): void
    {
        $unit = new RunningUnit(Supplies::demo('deck-intercom'), ['BR1' => 'd1_short'], 3);
        $unit->set(0.0, 230.0);
        self::assertLessThan(1.0, abs($unit->reading('TP4', 'dc', 1.0)));
        $unit->set(10.0, 0.0);

        self::assertGreaterThan(1e6, $unit->ohms('F1'));
        self::assertNan($unit->ohms('TP99'));
    }

    public function testAShyUnitStartsSometimesAndAlwaysOnceMended(): void
    {
        $starts = static function (RunningUnit $unit): int {
            $good = 0;
            for ($k = 0; $k < 40; $k++) {
                $unit->set(20.0 * $k, 230.0);
                $good += $unit->reading('TP4', 'dc', 20.0 * $k + 5) > 11.0 ? 1 : 0;
                $unit->set(20.0 * $k + 10, 0.0);
            }

            return $good;
        };
        $shy = $starts(new RunningUnit(Supplies::demo('deck-intercom'), [], 3, shy: 0.4));
        self::assertGreaterThan(14, $shy);
        self::assertLessThan(34, $shy);
        self::assertSame(40, $starts(new RunningUnit(Supplies::demo('deck-intercom'), [], 3)));
    }

    public function testARepairTakesItsFaultAndItsAgeing(): void
    {
        $unit = new RunningUnit(Supplies::demo('deck-intercom'), ['U1' => 'open'], 3, [
            ['part' => 'C1', 'fault' => 'dried', 'after' => 100.0],
        ]);
        $unit->repair('U1');
        $unit->repair('C1');
        $unit->set(0.0, 230.0);

        self::assertEqualsWithDelta(12.0, $unit->reading('TP4', 'dc', 500.0), 0.5);
        self::assertLessThan(3.0, $unit->reading('TP3', 'ripple', 500.0));
    }
}

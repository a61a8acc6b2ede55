<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Stress;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class WarmthTest extends TestCase
{
    public function testHeatIsTheSameWhetherAskedForOneOrAll(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $record = (new Behaviour($supply))->run($supply->mode(null))->longest()->record;
        foreach (Stress::heats($record) as $ref => $watts) {
            self::assertEqualsWithDelta(Stress::heat((string) $ref, $record), $watts, 1e-9, (string) $ref);
        }
    }

    /** Ohm's law on the solved mean voltages: the dropper of a shunt regulator is meant to be warm. */
    public function testTheDropperOfAShuntRegulatorIsWarm(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        $volts = $seen->reading('TP3', 'dc') - $seen->reading('TP4', 'dc');

        self::assertEqualsWithDelta(
            $volts ** 2 / $supply->part('R1')->value('value'),
            $seen->heat['R1'],
            0.03 * $seen->heat['R1'],
        );
    }

    public function testAPartThatShouldBeWarmAndIsColdDoesNotWork(): void
    {
        $part = Supplies::demo('tide-recorder')->part('U1');
        $good = Warmth::rise($part, 2.0);

        self::assertSame(VerdictWord::AsExpected, Warmth::judge($part, $good, 2.0)->word);
        self::assertSame(VerdictWord::Low, Warmth::judge($part, 5.0, 2.0)->word);
        self::assertStringContainsString('does not work', Warmth::judge($part, 5.0, 2.0)->sentence);
        self::assertSame(VerdictWord::VeryHigh, Warmth::judge($part, 150.0, 0.3)->word);
        self::assertStringContainsString('rule of thumb', Warmth::judge($part, 150.0, 0.3)->why);
    }

    public function testRiseGrowsWithPowerAndLevelsOff(): void
    {
        $part = Supplies::demo('tide-recorder')->part('R1');
        self::assertGreaterThan(Warmth::rise($part, 0.1), Warmth::rise($part, 0.2));
        self::assertLessThan(2 * Warmth::rise($part, 5.0), Warmth::rise($part, 10.0));
        // A resistor at its rated power: some 120 K (data-sheet derating curves, from memory).
        self::assertEqualsWithDelta(120.0, Warmth::rise($part, $part->value('power')), 15.0);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** What off-line supplies do when a part fails: facts of the trade (common practice). */
final class SwitchingFaultsTest extends TestCase
{
    public function testAnOpenStartResistorMeansBulkPresentAndNothingElse(): void
    {
        $seen = $this->seen('flyback', ['R11' => 'open']);

        self::assertEqualsWithDelta(
            230 * M_SQRT2,
            $seen->reading('TP2', 'dc'),
            8,
            'the bulk stays charged: the well-known trap',
        );
        self::assertEqualsWithDelta(0, $seen->reading('TP5', 'dc'), 0.1);
        self::assertContains('F1 intact', $seen->signs);
    }

    public function testAHighVoltageStartHasNoStartResistorToFail(): void
    {
        $supply = Supplies::drafted('flyback', ['start' => 'high voltage']);

        self::assertTrue($supply->part('U11')->has('hv'));
        self::assertLessThan(20e3, $supply->part('R11')->value('value'), 'it only feeds the start pin');
        self::assertEqualsWithDelta(
            12.0,
            (new Behaviour($supply))->live($supply->mode(null))->reading('TP5', 'dc'),
            0.3,
        );
    }

    public function testADriedControllerCapacitorKeepsItFromStarting(): void
    {
        $seen = $this->seen('flyback', ['C11' => 'dried']);

        self::assertLessThan(
            6.0,
            $seen->reading('TP5', 'dc'),
            'it cannot hold the controller over until the auxiliary winding feeds it',
        );
    }

    public function testAShortedOutputMakesItTick(): void
    {
        $seen = $this->seen('flyback', ['C12' => 'short']);

        self::assertContains('ticks', $seen->signs);
        self::assertLessThan(1.0, $seen->reading('TP5', 'dc'));
        // Between stop and start voltage, whatever each phase would come to if it lasted (data-sheet families of such
        // controllers).
        $part = Supplies::drafted('flyback')->part('U11');
        self::assertEqualsWithDelta(
            ($part->value('start') + $part->value('stop')) / 2,
            $seen->reading('TP3', 'dc'),
            0.01,
        );
        self::assertEqualsWithDelta($part->value('start') - $part->value('stop'), $seen->reading('TP3', 'swing'), 0.01);
        self::assertGreaterThan(0.1, $seen->reading('TP3', 'hertz'));
        self::assertLessThan(50.0, $seen->reading('TP3', 'hertz'), 'a tick, not a whistle');
        self::assertSame([], $seen->broken(), 'hiccup protects the rest');
    }

    /** "C1 short: the bridge is overloaded and the fuse opens violently." */
    public function testAShortedBulkTakesTheFuse(): void
    {
        $seen = $this->seen('flyback', ['C1' => 'short']);

        self::assertArrayHasKey('F1', $seen->broken());
        self::assertSame(Breaking::PartsViolently, $seen->howBroken()['F1']);
        self::assertContains('F1 open', $seen->signs);
    }

    public function testAShortedSwitchTakesTheFuseAndItsSenseResistor(): void
    {
        $seen = $this->seen('flyback', ['Q11' => 'short']);

        self::assertSame(Breaking::PartsViolently, $seen->howBroken()['F1'] ?? null);
    }

    public function testLostFeedbackDrivesTheOutputUpUntilTheControllerLatches(): void
    {
        $supply = Supplies::drafted('flyback');
        $good = (new Behaviour($supply))->live($supply->mode(null));
        $seen = (new Behaviour($supply))->live($supply->mode(null), ['OK11' => 'led_open'], null, $good->guide);

        self::assertTrue(
            $seen->reading('TP5', 'dc') > 1.15 * $good->reading('TP5', 'dc') ||
                array_filter($seen->signs, static fn(string $s): bool => str_contains($s, 'latched')) !== [] ||
                in_array('ticks', $seen->signs, true),
        );
    }

    public function testADriedOutputCapacitorShowsInTheRippleNotInTheMean(): void
    {
        $supply = Supplies::drafted('flyback');
        $good = (new Behaviour($supply))->live($supply->mode(null));
        $seen = $this->seen('flyback', ['C12' => 'dried']);

        self::assertEqualsWithDelta($good->reading('TP5', 'dc'), $seen->reading('TP5', 'dc'), 0.3);
        self::assertGreaterThan(5 * $good->reading('TP5', 'ripple'), $seen->reading('TP5', 'ripple'));
    }

    public function testABoostStageThatDoesNotBoostLeavesPlainRectifiedMains(): void
    {
        $seen = $this->seen('industrial', ['PF1' => 'dead']);

        self::assertEqualsWithDelta(230 * M_SQRT2, $seen->reading('TP3', 'dc'), 30);
    }

    public function testAGuidedSolveEndsWhereAnUnguidedOneDoes(): void
    {
        $supply = Supplies::drafted('flyback');
        $behaviour = new Behaviour($supply);
        $guide = $behaviour->live($supply->mode(null))->guide;
        foreach ([['R11' => 'drifted'], ['C12' => 'dried'], ['D12' => 'open'], ['C11' => 'open'], []] as $faults) {
            $guided = $behaviour->live($supply->mode(null), $faults, null, $guide);
            $alone = $behaviour->live($supply->mode(null), $faults);
            foreach (array_keys($supply->points) as $id) {
                self::assertEqualsWithDelta(
                    $alone->reading((string) $id, 'dc'),
                    $guided->reading((string) $id, 'dc'),
                    0.02 * abs($alone->reading((string) $id, 'dc')) + 0.05,
                    json_encode($faults) . " {$id}",
                );
            }
            self::assertSame($alone->signs, $guided->signs);
        }
    }

    /** @param array<string, string> $faults */
    private function seen(string $family, array $faults): Observation
    {
        /** @var array<string, array{Description, Observation}> $known */
        static $known = [];
        if (!isset($known[$family])) {
            $supply = Supplies::drafted($family);
            $known[$family] = [$supply, (new Behaviour($supply))->live($supply->mode(null))];
        }
        [$supply, $good] = $known[$family];

        return (new Behaviour($supply))->live($supply->mode(null), $faults, null, $good->guide);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\EvidenceList;
use Oculant\Core\Diagnosis\NextStep;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * Cases small enough for pencil and paper: joints in a row, each as likely to be cracked as the next, a dead end.
 * Half-split and information theory agree on them (de Kleer and Williams 1987, section 5; Shannon's source coding
 * bound).
 */
final class HalfSplitTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function lengths(): iterable
    {
        yield 'four joints' => [4];
        yield 'eight joints' => [8];
    }

    /** @param int<2, max> $joints */
    #[DataProvider('lengths')]
    public function testTheMiddleTellsOneBitAndTheEndsLess(int $joints): void
    {
        $supply = self::chain($joints);
        $candidates = $this->candidates($supply, self::dead($supply, $joints));
        for ($k = 1; $k < $joints; $k++) {
            // By hand: k of n joints lie before the point, so it is dead with probability k / n.
            $dead = $k / $joints;
            $bits = -$dead * log($dead, 2) - (1 - $dead) * log(1 - $dead, 2);
            self::assertEqualsWithDelta($bits, $candidates["P{$k} dc"]->bits, 0.05, "P{$k}");
        }
        // Across a single joint: cracked with probability 1 / n.
        self::assertEqualsWithDelta(
            -log(1 / $joints, 2) / $joints - (1 - 1 / $joints) * log(1 - 1 / $joints, 2),
            $candidates['J1 resistance']->bits,
            0.05,
        );
        self::assertSame('P' . intdiv($joints, 2), array_values($candidates)[0]->target, 'the middle first');
    }

    /** @param int<2, max> $joints */
    #[DataProvider('lengths')]
    public function testEveryBreakIsFoundInAsManyMeasurementsAsTheBoundAsks(int $joints): void
    {
        $supply = self::chain($joints);
        $taken = 0;
        for ($broken = 1; $broken <= $joints; $broken++) {
            $state = self::dead($supply, $joints);
            for ($step = 0; $step < 10; $step++) {
                $workup = new Workup($supply, $state, self::knowledge($joints));
                if ($workup->suspects()[0]->probability > 0.9) {
                    break;
                }
                $target = $workup->candidates()[0]->target;
                $state->readings[] = new TakenReading(
                    "r{$broken}{$step}",
                    $target,
                    'dc',
                    (int) substr($target, 1) < $broken ? 12.0 : 0.0,
                    PowerState::Live,
                    $state->mode,
                    null,
                    [],
                );
                $taken++;
            }
            self::assertSame("J{$broken} cracked", $workup->suspects()[0]->title);
        }
        // log2 n measurements; walking from the input takes (n - 1)(n + 2) / 2n on average.
        self::assertSame((int) ($joints * log($joints, 2)), $taken);
        self::assertLessThan((($joints - 1) * ($joints + 2)) / 2, $taken);
    }

    public function testALikelierJointMovesTheSplit(): void
    {
        // J1 stands beside a heatsink; by hand with weights 5, 1, 1, 1 the point behind J1 parts 5 / 8 from 3 / 8:
        // 0.954 bits, the middle 6 / 8: 0.811.
        $supply = self::chain(4);
        $knowledge = self::knowledge(4);
        $workup = new Workup($supply, self::dead($supply, 4), $knowledge, ['J1:open' => 12]);
        $share = [];
        foreach ($workup->suspects() as $suspect) {
            $share[$suspect->title] = $suspect->probability;
        }
        $first =
            $share['J1 cracked'] /
            ($share['J1 cracked'] + $share['J2 cracked'] + $share['J3 cracked'] + $share['J4 cracked']);
        $bits = [];
        foreach ($workup->candidates() as $candidate) {
            $bits[$candidate->target] = $candidate->bits;
        }
        self::assertEqualsWithDelta(-$first * log($first, 2) - (1 - $first) * log(1 - $first, 2), $bits['P1'], 0.06);
        self::assertGreaterThan($bits['P2'], $bits['P1']);
        self::assertSame('P1', $workup->candidates()[0]->target);
    }

    private static function chain(int $joints): Description
    {
        $parts = [
            [
                'ref' => 'B1',
                'kind' => 'bench_supply',
                'value' => '12 V',
                'terminals' => ['plus' => 'P0', 'minus' => '0V'],
            ],
        ];
        $points = [];
        for ($k = 1; $k <= $joints; $k++) {
            $parts[] = ['ref' => "J{$k}", 'kind' => 'joint', 'terminals' => ['a' => 'P' . ($k - 1), 'b' => "P{$k}"]];
            $points["P{$k}"] = ["P{$k}", '0V'];
        }
        $parts[] = [
            'ref' => 'R1',
            'kind' => 'resistor',
            'value' => '1k2',
            'power' => '5 W',
            'terminals' => ['a' => "P{$joints}", 'b' => '0V'],
        ];

        return Supplies::of($parts, $points);
    }

    private static function knowledge(int $joints): SolvedKnowledge
    {
        /** @var array<int, SolvedKnowledge> $known */
        static $known = [];

        return $known[$joints] ??= new SolvedKnowledge(self::chain($joints));
    }

    /** The last point has been read dead, twice: no slip. */
    private static function dead(Description $supply, int $joints): BenchState
    {
        $state = new BenchState($supply->mode(null)->id);
        $state->power = PowerState::Live;
        foreach ([1, 2] as $time) {
            $state->readings[] = new TakenReading(
                "d{$time}",
                "P{$joints}",
                'dc',
                0.0,
                PowerState::Live,
                $state->mode,
                null,
                [],
            );
        }

        return $state;
    }

    /** @return array<string, Candidate> by target and quantity, best first */
    private function candidates(Description $supply, BenchState $state): array
    {
        $knowledge = self::knowledge(count($supply->points));
        $belief = (new Reasoner($knowledge))->weigh(EvidenceList::from($supply, $state));
        $named = [];
        foreach ((new NextStep($supply, $knowledge, null))->rank($belief, $state) as $candidate) {
            $named["{$candidate->target} {$candidate->quantity}"] ??= $candidate;
        }

        return $named;
    }
}

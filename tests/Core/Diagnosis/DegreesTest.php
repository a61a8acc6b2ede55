<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\DictionaryBuilder;
use Oculant\Core\Diagnosis\Evidence\TakenOutEvidence;
use Oculant\Core\Diagnosis\Evidence\TestedEvidence;
use Oculant\Core\Diagnosis\Form;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\FailureClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Faults have a degree, evidence has a shape, and one node is one witness. */
final class DegreesTest extends TestCase
{
    private const SUPPLY = 'auction-scale';

    /** @return iterable<string, array{float}> ohms between a short and a leak that is just worth the name */
    public static function leaks(): iterable
    {
        // Not two ohms: that is a shorted rectifier and the winding behind it.
        foreach ([0.4, 7.6, 25.0, 90.0] as $ohms) {
            yield "{$ohms} ohms" => [$ohms];
        }
    }

    #[DataProvider('leaks')]
    public function testAReservoirThatLeaksBySomeOhmsIsFoundWhateverTheyAre(float $ohms): void
    {
        // Parallel to what else lies across it (kilohms): what a meter shows is the leak (common practice).
        $suspects = $this->suspects([
            ['TP3', 'resistance', $ohms],
            ['C1', 'resistance', $ohms],
            ['R1', 'resistance', $ohms],
        ]);
        self::assertNotSame(Hypothesis::UNKNOWN, $suspects[0]->id);
        self::assertContains('C1', $suspects[0]->parts(), $suspects[0]->title);
    }

    /**
     * @return iterable<string, array{string, string, string, float, float}> part, fault, quantity, reading, severity by
     *     Ohm's law
     */
    public static function severities(): iterable
    {
        // 12 V, 1 k, and 1 k to ground with the capacitor beside it: V = 12 (R2 || X) / (R1 + R2 || X).
        foreach ([200.0, 700.0, 4e3] as $ohms) {
            $beside = (1e3 * $ohms) / (1e3 + $ohms);
            yield "leak of {$ohms} ohms under power" => ['C1', 'leaky', 'dc', (12 * $beside) / (1e3 + $beside), $ohms];
            yield "leak of {$ohms} ohms, plug out" => ['C1', 'leaky', 'resistance', $beside, $ohms];
        }
        foreach ([2.0, 9.0] as $times) {
            yield "resistor at {$times} times its value" => [
                'R1',
                'drifted',
                'dc',
                (12 * 1e3) / (1e3 + $times * 1e3),
                $times,
            ];
        }
    }

    #[DataProvider('severities')]
    public function testHowBadAFaultIsFollowsFromTheReading(
        string $part,
        string $fault,
        string $quantity,
        float $value,
        float $expected,
    ): void {
        $supply = Supplies::of(
            [
                [
                    'ref' => 'W1',
                    'kind' => 'battery',
                    'value' => '12 V',
                    'terminals' => ['plus' => 'IN', 'minus' => '0V'],
                ],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'IN', 'b' => 'A']],
                ['ref' => 'R2', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'A', 'b' => '0V']],
                [
                    'ref' => 'C1',
                    'kind' => 'film_capacitor',
                    'value' => '100n',
                    'voltage' => '63 V',
                    'terminals' => ['a' => 'A', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['A', '0V']],
        );
        $mode = $supply->mode(null)->id;
        $state = new BenchState($mode);
        $state->readings[] = new TakenReading(
            'r',
            $quantity === 'dc' ? 'TP1' : 'C1',
            $quantity,
            $value,
            $quantity === 'dc' ? PowerState::Live : PowerState::Unplugged,
            $mode,
            null,
            [],
        );
        $workup = new Workup($supply, $state, ($knowledge = new SolvedKnowledge($supply)));
        $words = $workup->severity(
            new Suspect('one', '', 1.0, [$knowledge->dictionary(null)->hypotheses["{$part}:{$fault}"]], []),
        );

        self::assertMatchesRegularExpression('/^(like [\d.]+ k?Ω|at about [\d.]+ times its value)$/', (string) $words);
        self::assertEqualsWithDelta(
            $expected,
            (float) preg_replace('/^[^\d]+/', '', (string) $words) * (str_contains((string) $words, 'kΩ') ? 1e3 : 1.0),
            0.12 * $expected,
            (string) $words,
        );
    }

    /** A circuit that two faults share is solved once; by itself each of them does the same. */
    #[TestWith(['deck-intercom'])]
    #[TestWith(['salinity-bridge'])]
    public function testWhatIsSolvedOnceForTwoIsRightForBoth(string $demo): void
    {
        $supply = Supplies::demo($demo);
        $mode = $supply->mode(null);
        $builder = new DictionaryBuilder($supply);
        $ids = array_map(strval(...), array_keys($builder->hypotheses()));
        $together = $builder->piece($mode, $ids);

        foreach ($ids as $id) {
            $alone = (new DictionaryBuilder($supply))->piece($mode, [$id]);
            foreach ($alone->readings[$mode->id] as $row => $readings) {
                foreach ($readings + $together->readings[$mode->id][$row] as $key => $value) {
                    $seen =
                        $together->readings[$mode->id][$row][$key] ?? $together->readings[$mode->id]['healthy'][$key];
                    self::assertEqualsWithDelta(
                        $readings[$key] ?? $alone->readings[$mode->id]['healthy'][$key],
                        $seen,
                        2e-3 * abs($value) + 2e-3,
                        "{$row} {$key}",
                    );
                }
            }
            self::assertSame($alone->broken[$id] ?? [], $together->broken[$id] ?? [], $id);
        }
    }

    /**
     * Ten ohms across two nodes are ten ohms whichever part they are in (a fact of circuits); the load can be unplugged
     * and stays apart.
     */
    public function testWhatNothingSeparatesAnyMoreIsOneSuspect(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $mode = $supply->mode(null)->id;
        $seen = static function (float $ohms, ?string $lifted = null) use ($supply, $mode): array {
            $state = new BenchState($mode);
            if ($lifted !== null) {
                $state->eliminated[] = [
                    'entry' => 'off',
                    'part' => $lifted,
                    'how' => 'lifted',
                    'still' => true,
                    'isNew' => false,
                ];
            }
            $state->readings[] = new TakenReading(
                'r',
                'C3',
                'resistance',
                $ohms,
                PowerState::Unplugged,
                $mode,
                null,
                [],
            );
            $suspects = (new Workup($supply, $state, Supplies::knowledge('deck-intercom')))->suspects();

            return array_values(
                array_filter(
                    $suspects,
                    static fn(Suspect $s): bool => array_filter(
                        $s->members,
                        static fn(Hypothesis $h): bool => $h->id === 'U1:out_short',
                    ) !== [],
                ),
            )[0]->parts();
        };

        self::assertContains('C3', $seen(10.0));
        self::assertNotContains('RL1', $seen(10.0));
        self::assertNotContains('C3', $seen(10.0, 'C3'), 'lifted, and still there');
        self::assertNotContains('C3', $seen(2000.0), 'a leak of two kilohms is no regulator shorted to common');
    }

    public function testTheSameNodesReadAgainAreOneWitness(): void
    {
        $once = $this->suspects([['C1', 'resistance', 60e3]]);
        $often = $this->suspects([
            ['C1', 'resistance', 60e3],
            ['R1', 'resistance', 60.2e3],
            ['TP3', 'resistance', 59.9e3],
            ['U1.through', 'resistance', 60.1e3],
        ]);
        $share = static fn(array $all): float => max([
            0.0,
            ...array_map(
                static fn(Suspect $s): float => in_array('R1', $s->parts(), true) ? $s->probability : 0.0,
                $all,
            ),
        ]);
        // The bleeder is open: seen once it is likely already, and again it is no more than that the first look was no
        // slip.
        self::assertGreaterThan(0.3, $share($once));
        self::assertGreaterThanOrEqual($share($once) - 0.05, $share($often));
    }

    public function testALikelihoodOverARangeIsTheMeanOfWhatLiesInIt(): void
    {
        $reading = new Likelihood('TP4 dc', 5.0, 15.0, null);
        $sum = 0.0;
        for ($k = 0; $k < 200; $k++) {
            $sum += $reading->under(2.0 + (6.0 * ($k + 0.5)) / 200) / 200;
        }
        // Numerically, with the same law at each of two hundred points between; two fifths of what lies there reads as
        // one end or the other.
        $sum = 0.6 * $sum + 0.2 * ($reading->under(2.0) + $reading->under(8.0));
        self::assertEqualsWithDelta($sum, $reading->between(2.0, 8.0), 0.1 * $sum);
        self::assertEqualsWithDelta($reading->between(2.0, 8.0), $reading->between(8.0, 2.0), 1e-12);
        self::assertEqualsWithDelta($reading->under(5.0), $reading->between(5.0, 5.0), 1e-12);
        self::assertGreaterThan(20 * $reading->between(9.0, 12.0), $reading->between(2.0, 8.0));
    }

    public function testOpenIsSeldomQuiteOpen(): void
    {
        $reading = new Likelihood('R3 resistance', 4e6, 470.0, null);
        self::assertGreaterThan(10 * $reading->under(470.0), $reading->under(INF));
        self::assertGreaterThan($reading->slip() * 2, $reading->under(INF));
    }

    public function testOlAcrossALinkProvesItOpenAlthoughTheModelKnowsAWayRound(): void
    {
        // The reading under a hypothesis by which a hundred ohms lie beside the link: as unlikely as a slip, unless it
        // is the link itself that is open.
        $reading = new Likelihood('J1 resistance', INF, 0.02, null);
        self::assertGreaterThan(5 * $reading->under(100.0), $reading->provesOpen());
        self::assertSame(0.0, (new Likelihood('J1 resistance', 100.0, 0.02, null))->provesOpen());
    }

    public function testWhatIsTakenOutAnswersByHowItsPartFails(): void
    {
        $knowledge = Supplies::knowledge(self::SUPPLY);
        $gone = new TakenOutEvidence('C3 lifted, fault gone', 'C3', false, false);
        $still = new TakenOutEvidence('C3 lifted, fault still here', 'C3', true, false);
        // A short goes with its part; an open part was not there before either (common practice).
        self::assertGreaterThan(
            5 * $gone->likelihood('C3:open', $knowledge),
            $gone->likelihood('C3:short', $knowledge),
        );
        self::assertGreaterThan(0.8, $still->likelihood('C3:open', $knowledge));
        self::assertLessThan(0.1, $still->likelihood('C3:short', $knowledge));
        $load = new TakenOutEvidence('RL1 out, fault gone', 'RL1', false, true);
        self::assertGreaterThan(
            5 * $load->likelihood('RL1:open', $knowledge),
            $load->likelihood('U1:weak', $knowledge),
        );
    }

    public function testNoneOfTheseNeverStandsAboveAPartThatTestedBad(): void
    {
        $knowledge = Supplies::knowledge(self::SUPPLY);
        $bad = new TestedEvidence('R3', false);
        self::assertGreaterThan(
            1000 * $bad->likelihood(Hypothesis::UNKNOWN, $knowledge),
            $bad->likelihood('R3:open', $knowledge),
        );
    }

    public function testAFaultsClassFollowsFromItsName(): void
    {
        self::assertSame(FailureClass::Short, FailureClass::of('d1_short'));
        self::assertSame(FailureClass::Open, FailureClass::of('secondary2_a_open'));
        self::assertSame(FailureClass::Leaky, FailureClass::of('shorted_turns'));
        self::assertSame(FailureClass::High, FailureClass::of('resistive'));
        self::assertTrue(FailureClass::of('weak')->yieldsToLoad());
        self::assertFalse(FailureClass::of('reversed')->isAbsence());
    }

    public function testEverySeverityHasItsRowAndTheFormsOfAFaultAddUp(): void
    {
        $supply = Supplies::demo(self::SUPPLY);
        $dictionary = (new DictionaryBuilder($supply))->build();
        $mode = $supply->mode(null)->id;
        foreach ($dictionary->hypotheses as $id => $fault) {
            self::assertEqualsWithDelta($fault->degrees === [] ? 0.0 : 1.0, array_sum($fault->cells()), 1e-9);
            foreach (array_keys($fault->degrees) as $k) {
                self::assertArrayHasKey(Hypothesis::at($id, $k), $dictionary->readings[$mode]);
            }
            $shares = array_sum(array_map(static fn(Form $form): float => $form->share, $dictionary->forms($id)));
            self::assertTrue($dictionary->forms($id) === [] || abs($shares - 1.0) < 1e-9);
        }
    }

    /**
     * @param list<array{string, string, float}> $readings
     *
     * @return list<Suspect>
     */
    private function suspects(array $readings): array
    {
        $supply = Supplies::demo(self::SUPPLY);
        $mode = $supply->mode(null)->id;
        $state = new BenchState($mode);
        foreach ($readings as [$target, $quantity, $value]) {
            $state->readings[] = self::reading($mode, $target, $quantity, $value);
        }

        return (new Workup($supply, $state, Supplies::knowledge(self::SUPPLY)))->suspects();
    }

    private static function reading(string $mode, string $target, string $quantity, float $value): TakenReading
    {
        return new TakenReading(
            "{$target} {$quantity}",
            $target,
            $quantity,
            $value,
            PowerState::Unplugged,
            $mode,
            null,
            [],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\Evidence\Evidence;
use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;
use Oculant\Core\Diagnosis\EvidenceList;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\NextStep;
use Oculant\Core\Diagnosis\Outcome;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\Reasons;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Suspects;
use Oculant\Core\Diagnosis\Telling;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

final class SuspectsTest extends TestCase
{
    public function testListsEveryGroupOnceAndSumsToOne(): void
    {
        $suspects = $this->suspects([]);
        $groups = array_unique(Supplies::knowledge('tide-recorder')->dictionary(null)->groups);

        self::assertCount(count($groups) + 2, $suspects, 'the groups, "none of these" and "nothing wrong"');
        self::assertEqualsWithDelta(
            1.0,
            array_sum(array_map(static fn(Suspect $s): float => $s->probability, $suspects)),
            1e-9,
        );
        $probabilities = array_map(static fn(Suspect $s): float => $s->probability, $suspects);
        $sorted = $probabilities;
        rsort($sorted);
        self::assertSame($sorted, $probabilities);
    }

    public function testATitleNamesTwoAndCountsTheRest(): void
    {
        $titles = array_map(static fn(Suspect $s): string => $s->title, $this->suspects([]));

        self::assertNotSame([], preg_grep('/ or \d+ more alike$/', $titles));
        self::assertContains('U2 no output', $titles);
        self::assertContains('None of these', $titles);
    }

    public function testReasonsNameTheEvidenceForAndAgainst(): void
    {
        $belief = (new Reasoner(Supplies::knowledge('tide-recorder')))->weigh([
            new ReadingEvidence('TP4 15.1 V', 'loaded', 'TP4', 'dc', 15.1),
            new ReadingEvidence('TP6 0.00 V', 'loaded', 'TP6', 'dc', 0.0),
        ]);
        $reasons = new Reasons($belief);
        $second = $reasons->of('U2:open');
        $first = $reasons->of('U1:open');

        self::assertContains('TP6 0.00 V', array_column($second['for'], 'label'));
        self::assertContains('TP4 15.1 V', array_column($first['against'], 'label'));
        self::assertSame([], $second['against']);
        foreach ($second['for'] as $reason) {
            self::assertGreaterThan(0.3, $reason['weight']);
        }
    }

    public function testTheChainSaysWhatAShortTakesAlong(): void
    {
        $shorted = array_values(
            array_filter(
                $this->suspects([]),
                static fn(Suspect $s): bool => $s->members !== [] && $s->members[0]->id === 'C1:short',
            ),
        );

        self::assertNotSame([], $shorted);
        self::assertMatchesRegularExpression('/^C1 shorted → F1 opens /', $shorted[0]->chain[0]);
    }

    public function testSymptomsBecomeSignsOfTheModeInUse(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'fuse_intact'])
            ->add('symptom', ['symptom' => 'lamp_dark'])
            ->add('symptom', ['symptom' => 'smoke'])
            ->add('finding', ['part' => 'U2', 'text' => 'crater']);
        $evidence = EvidenceList::from($bench->supply, $bench->state());

        self::assertSame(
            ['Fuse found intact', 'Indicator dark', 'Smoke or burnt smell', 'U2: crater'],
            array_map(static fn(Evidence $e): string => $e->label(), $evidence),
        );
        $knowledge = Supplies::knowledge('tide-recorder');
        self::assertGreaterThan(
            $evidence[0]->likelihood('C1:short', $knowledge),
            $evidence[0]->likelihood('U1:open', $knowledge),
            'a shorted reservoir opens the fuse',
        );
        self::assertGreaterThan(
            $evidence[3]->likelihood('U1:open', $knowledge),
            $evidence[3]->likelihood('U2:open', $knowledge),
        );
    }

    public function testResidualAndOverloadedReadingsAreNoEvidence(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))
            ->add('reading', ['text' => 'tp3 12 V'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp3 OL'])
            ->add('reading', ['text' => 'tp3 16.9']);

        self::assertCount(1, EvidenceList::from($bench->supply, $bench->state()));
    }

    public function testScoreIsInformationPerCarefulMinute(): void
    {
        $easy = new Candidate('TP4', 'dc', 'loaded', true, 1.0, 0.5, 1.0, []);
        $hot = new Candidate('TP1', 'ac', 'loaded', true, 1.0, 0.5, 4.0, []);

        self::assertSame(2.0, $easy->score());
        self::assertSame(0.5, $hot->score());
    }

    /** @return iterable<string, array{float}> distance of two foretold readings in standard deviations */
    public static function distances(): iterable
    {
        foreach ([1.0, 2.0, 3.0, 6.0, 20.0] as $distance) {
            yield "{$distance} sigma" => [$distance];
        }
    }

    /**
     * A binary symmetric channel (Shannon 1948): decided half-way, it errs as often as a normal error exceeds half the
     * distance.
     */
    #[DataProvider('distances')]
    public function testTwoOverlappingReadingsTellWhatABinaryChannelTells(float $distance): void
    {
        $told = Telling::bits(
            [[0.0, 0.0, 1.0, ['a' => 0.5]], [$distance, $distance, 1.0, ['b' => 0.5]]],
            ['a' => 0.5, 'b' => 0.5],
            [$distance / 2],
        );
        // Tail of the normal distribution: Abramowitz and Stegun 26.2.17 (from memory), within 1e-7.
        $t = 1 / (1 + (0.2316419 * $distance) / 2);
        $errs =
            (exp(-(($distance / 2) ** 2) / 2) / sqrt(2 * M_PI)) *
            $t *
            (0.31938153 + $t * (-0.356563782 + $t * (1.781477937 + $t * (-1.821255978 + $t * 1.330274429))));
        $exact = 1 + $errs * log(max($errs, 1e-300), 2) + (1 - $errs) * log(1 - $errs, 2);

        self::assertEqualsWithDelta($exact, $told, 0.003);
    }

    /**
     * What grades into another without a gap tells all the same how far along it is: never nothing, never more than
     * there is to know.
     */
    public function testAFaultThatGradesIntoAGoodUnitStillTellsSomething(): void
    {
        $rows = [[0.0, 0.0, 1.0, ['good' => 0.5]]];
        foreach (range(1, 5) as $k) {
            $rows[] = [2.0 * $k, 2.0 * $k, 1.0, ['worn' => 0.1]];
        }
        $told = Telling::bits($rows, ['good' => 0.5, 'worn' => 0.5], [1.0, 3.0, 5.0, 7.0, 9.0]);

        self::assertGreaterThan(0.5, $told);
        self::assertLessThan(1.0, $told);
    }

    public function testNoMeasurementTellsMoreThanThereIsToKnow(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'part_dead'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $knowledge = Supplies::knowledge('tide-recorder');
        $belief = (new Reasoner($knowledge))->weigh(EvidenceList::from($bench->supply, $bench->state()));
        $unknown = -array_sum(
            array_map(static fn(float $p): float => $p * log(max($p, 1e-12), 2), $belief->probability),
        );
        foreach ((new NextStep($bench->supply, $knowledge, null))->rank($belief, $bench->state()) as $candidate) {
            self::assertGreaterThan(0.0, $candidate->bits);
            self::assertLessThan($unknown, $candidate->bits);
            self::assertGreaterThan(
                1,
                count($candidate->outcomes),
                "{$candidate->target} {$candidate->quantity}: a step with one outcome is no step",
            );
            if ($candidate->quantity === Tested::BY_ITSELF) {
                $entropy = -array_sum(
                    array_map(
                        static fn(Outcome $o): float => $o->probability * log(max($o->probability, 1e-12), 2),
                        $candidate->outcomes,
                    ),
                );
                self::assertLessThan($entropy, $candidate->bits, 'a test that may be wrong tells less');
            }
        }
    }

    public function testDeadChecksCostUnpluggingWhenTheUnitIsLive(): void
    {
        $knowledge = Supplies::knowledge('tide-recorder');
        $minutes = static function (string $power) use ($knowledge): float {
            $bench = (new Bench(Supplies::demo('tide-recorder')))
                ->add('symptom', ['symptom' => 'part_dead'])
                ->add('power', ['power' => $power, 'mode' => 'loaded']);
            $belief = (new Reasoner($knowledge))->weigh(EvidenceList::from($bench->supply, $bench->state()));
            foreach ((new NextStep($bench->supply, $knowledge, null))->rank($belief, $bench->state()) as $candidate) {
                if ($candidate->target === 'J2' && $candidate->mode === 'loaded') {
                    return $candidate->minutes;
                }
            }

            return NAN;
        };

        // Two and a half minutes, shared by the two measurements that the plug is usually pulled for.
        self::assertEqualsWithDelta(2.5 / 2, $minutes('live') - $minutes('unplugged'), 1e-9);
    }

    /**
     * @param list<Evidence> $evidence
     *
     * @return list<Suspect>
     */
    private function suspects(array $evidence): array
    {
        $knowledge = Supplies::knowledge('tide-recorder');

        return Suspects::of($knowledge->dictionary(null), (new Reasoner($knowledge))->weigh($evidence));
    }

    /** @param list<Suspect> $suspects */
    private function named(array $suspects, string $title): Suspect
    {
        foreach ($suspects as $suspect) {
            if ($suspect->title === $title) {
                return $suspect;
            }
        }
        self::fail("There is no suspect \"{$title}\".");
    }

    public function testUnknownHypothesisHasNoMembers(): void
    {
        $unknown = $this->named($this->suspects([]), 'None of these');

        self::assertSame(Hypothesis::UNKNOWN, $unknown->id);
        self::assertSame([], $unknown->parts());
    }
}

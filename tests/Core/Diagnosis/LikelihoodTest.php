<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\PartEvidence;
use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;
use Oculant\Core\Diagnosis\Evidence\SignEvidence;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\Signs;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class LikelihoodTest extends TestCase
{
    public function testANearReadingSpeaksLouderThanAFarOne(): void
    {
        $near = (new Likelihood('TP4 dc', 15.0, 15.0, null))->under(15.02);
        $far = (new Likelihood('TP4 dc', 15.0, 15.0, null))->under(12.0);

        self::assertGreaterThan(100 * $far, $near);
    }

    public function testNoReadingIsImpossible(): void
    {
        self::assertGreaterThan(0, (new Likelihood('TP4 dc', 300.0, 15.0, null))->under(0.0));
        // Not foretold: neither for nor against. Half of it as if the fault left the reading alone.
        self::assertEqualsWithDelta(
            0.5 / (3 * 15.0) + 0.5 * (new Likelihood('TP4 dc', 3.0, 15.0, null))->under(15.0),
            (new Likelihood('TP4 dc', 3.0, 15.0, null))->under(NAN),
            1e-12,
        );
    }

    public function testGradedFaultsAllowForTheirSeverity(): void
    {
        $strict = (new Likelihood('TP3 dc', 17.0, 20.0, null))->under(14.0);
        $graded = (new Likelihood('TP3 dc', 17.0, 20.0, null))->under(14.0, 14.0);

        self::assertGreaterThan($strict, $graded);
    }

    /**
     * @return iterable<string, array{string, float, float, bool}> key, two readings, whether a meter tells them apart
     */
    public static function pairs(): iterable
    {
        yield 'a regulated rail and its neighbour' => ['TP4 dc', 15.0, 15.2, false];
        yield 'a rail and a dead one' => ['TP4 dc', 15.0, 0.0, true];
        yield 'two shorts' => ['C1 resistance', 0.1, 0.3, false];
        yield 'a short and a load' => ['C1 resistance', 0.1, 30.0, true];
        yield 'open and open' => ['F1 resistance', INF, INF, false];
        yield 'open and closed' => ['F1 resistance', INF, 0.3, true];
        yield 'junction and short' => ['D1 diode', 0.55, 0.02, true];
        yield 'junction and junction' => ['D1 diode', 0.55, 0.58, false];
        yield 'junction and open' => ['D1 diode', 0.55, INF, true];
        yield 'ripple and much ripple' => ['TP3 ripple', 1.0, 5.0, true];
    }

    #[DataProvider('pairs')]
    public function testTellsApartWhatAMeterTells(string $key, float $a, float $b, bool $apart): void
    {
        self::assertSame(!$apart, Likelihood::indistinguishable($key, $a, $b));
        self::assertSame(!$apart, Likelihood::indistinguishable($key, $b, $a));
    }

    public function testUnknownReadingsAreAlikeOnlyAmongThemselves(): void
    {
        self::assertTrue(Likelihood::indistinguishable('TP4 dc', NAN, NAN));
        self::assertFalse(Likelihood::indistinguishable('TP4 dc', NAN, 1.0));
    }

    /** @return iterable<string, array{string, string, ?bool}> fault, sign, shown */
    public static function signs(): iterable
    {
        yield 'no mains is dead' => ['W1:open', 'dead', true];
        yield 'one rail gone is not dead' => ['U2:open', 'dead', false];
        yield 'one rail gone' => ['U2:open', 'part_dead', true];
        yield 'a good unit has no dead part' => ['healthy', 'part_dead', false];
        yield 'dried reservoir hums' => ['C1:dried', 'hum', true];
        yield 'open bleeder does not' => ['R1:open', 'hum', false];
        yield 'low regulator is weak' => ['U1:low', 'weak', true];
        yield 'lamp of the dead rail' => ['U2:open', 'LED2 dark', true];
        yield 'lamp of the living rail' => ['U2:open', 'LED1 dark', false];
        yield 'fuse after a short' => ['C1:short', 'F1 open', true];
        yield 'fuse after a dead regulator' => ['U1:open', 'F1 intact', true];
        yield 'a dead regulator does not smoke' => ['U1:open', 'smoke', false];
        yield 'a shorted reservoir goes with a bang' => ['C1:short', 'bang', false];
        yield 'a switch comes and goes' => ['S1:open', 'intermittent', true];
        yield 'words that say nothing of the supply' => ['U1:open', 'hot', null];
    }

    #[DataProvider('signs')]
    public function testSigns(string $fault, string $sign, ?bool $shown): void
    {
        self::assertSame(
            $shown,
            Signs::shows(Supplies::knowledge('tide-recorder')->dictionary(null), 'loaded', $fault, $sign),
        );
    }

    public function testProbabilitiesSumToOneAndFollowBayes(): void
    {
        $reasoner = new Reasoner(Supplies::knowledge('tide-recorder'));
        $prior = $reasoner->weigh([]);
        $after = $reasoner->weigh([new ReadingEvidence('TP6 0 V', 'loaded', 'TP6', 'dc', 0.0)]);

        self::assertEqualsWithDelta(1.0, array_sum($prior->probability), 1e-9);
        self::assertEqualsWithDelta(1.0, array_sum($after->probability), 1e-9);
        $ratio = static fn($belief): float => $belief->probability['U2:open'] / $belief->probability['U1:open'];
        self::assertEqualsWithDelta(
            exp($after->logLikelihood[0]['U2:open'] - $after->logLikelihood[0]['U1:open']),
            $ratio($after) / $ratio($prior),
            (1e-6 * $ratio($after)) / $ratio($prior),
        );
    }

    public function testTheOrderOfEvidenceDoesNotMatter(): void
    {
        $reasoner = new Reasoner(Supplies::knowledge('tide-recorder'));
        $evidence = [
            new SignEvidence('part dead', 'loaded', 'part_dead'),
            new ReadingEvidence('TP4', 'loaded', 'TP4', 'dc', 15.1),
            new ReadingEvidence('TP6', 'loaded', 'TP6', 'dc', 0.0),
            new PartEvidence('U2 discoloured', 'U2', 8.0),
        ];
        $one = $reasoner->weigh($evidence)->probability;
        $two = $reasoner->weigh(array_reverse($evidence))->probability;

        foreach ($one as $id => $probability) {
            // What one reading does to the degrees of a fault is counted in the order of the readings.
            self::assertEqualsWithDelta($probability, $two[$id], 1e-6 + 1e-3 * $probability);
        }
    }

    public function testALookRaisesThePartAndNothingElse(): void
    {
        $reasoner = new Reasoner(Supplies::knowledge('tide-recorder'));
        $before = $reasoner->weigh([])->probability;
        $after = $reasoner->weigh([new PartEvidence('vent bulged', 'C1', 8.0)])->probability;

        self::assertGreaterThan(3 * $before['C1:dried'], $after['C1:dried']);
        self::assertEqualsWithDelta(
            $before['C2:dried'] / $before['U1:open'],
            $after['C2:dried'] / $after['U1:open'],
            1e-9,
        );
    }

    public function testMeasuredMainsIsRoundedToStepsForTheDictionary(): void
    {
        $supply = Supplies::demo('tuner-feed');

        self::assertNull(SolvedKnowledge::dictionaryMains(null, $supply));
        self::assertNull(SolvedKnowledge::dictionaryMains(231.0, $supply));
        self::assertEqualsWithDelta(239.2, SolvedKnowledge::dictionaryMains(240.0, $supply) ?? 0.0, 0.01);
    }

    public function testInseparableFaultsShareAGroup(): void
    {
        $groups = Supplies::knowledge('tide-recorder')->dictionary(null)->groups;

        self::assertSame($groups['C3:dried'], $groups['C3:open'], 'a small output capacitor shows on no meter');
        self::assertNotSame($groups['U1:open'], $groups['U2:open']);
        self::assertNotSame($groups['C1:short'], $groups['C2:short']);
        self::assertNotSame($groups['F1:open'], $groups['S1:open']);
        self::assertArrayNotHasKey(Hypothesis::HEALTHY, $groups);
    }
}

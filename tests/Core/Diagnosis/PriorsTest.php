<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Diagnosis\EvidenceList;
use Oculant\Core\Diagnosis\Priors;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What is suspected before anything is measured. */
final class PriorsTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, string, string}> background, fault that gains, fault beside
     *     which
     */
    public static function lives(): iterable
    {
        yield 'old electrolytics dry' => [['years' => 40], 'C1:dried', 'U1:open'];
        yield 'young ones do not yet' => [['years' => 3], 'U1:open', 'C1:dried'];
        yield 'damp eats contacts' => [['conditions' => ['damp']], 'S1:open', 'U1:open'];
        yield 'shaking loosens what comes and goes' => [['conditions' => ['moved']], 'S1:open', 'U1:open'];
        yield 'heat dries' => [['conditions' => ['hot']], 'C1:dried', 'C1:short'];
        yield 'years on a shelf make them leak' => [['conditions' => ['idle']], 'C1:leaky', 'C1:short'];
        yield 'earlier work fits parts the wrong way round' => [
            ['conditions' => ['worked_on']],
            'C1:reversed',
            'C1:short',
        ];
    }

    /** @param array<string, mixed> $background facts of the trade (common practice) */
    #[DataProvider('lives')]
    public function testTheUnitsLifeMovesThem(array $background, string $gains, string $beside): void
    {
        $supply = Supplies::demo('tide-recorder');
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);
        $plain = Priors::of($dictionary, $supply, (new Bench($supply))->state())->share;
        $moved = Priors::of($dictionary, $supply, (new Bench($supply))->add('background', $background)->state())->share;

        self::assertGreaterThan($plain[$gains] / $plain[$beside], $moved[$gains] / $moved[$beside]);
        self::assertEqualsWithDelta(1.0, array_sum($moved), 1e-9);
    }

    /** What a part stands next to is read from its notes, by whole words. */
    #[TestWith(['next to heatsink', 2.0])]
    #[TestWith(['runs hot', 2.0])]
    #[TestWith(['next to R5', 2.0])]
    #[TestWith(['under the heat sink', 2.0])]
    #[TestWith(['see photo 3', 1.0])]
    #[TestWith(['shot by the photographer next to Rita', 1.0])]
    #[TestWith(['not hot, no heatsink near', 1.0])]
    #[TestWith(['', 1.0])]
    public function testNotesThatSayThatAPartStandsInTheHeat(string $notes, float $times): void
    {
        $written = Supplies::demoArray('tide-recorder');
        $there = static function (string $notes) use ($written): Description {
            $written['parts'] = array_map(
                static fn(array $part): array => $part['ref'] === 'C1' ? ['notes' => $notes] + $part : $part,
                $written['parts'],
            );

            return DescriptionReader::fromArray($written);
        };
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);
        $ratio = static function (Description $supply) use ($dictionary): float {
            $share = Priors::of($dictionary, $supply, (new Bench($supply))->state())->share;

            return $share['C1:dried'] / $share['C1:short'];
        };

        self::assertEqualsWithDelta($times, $ratio($there($notes)) / $ratio($there('')), 1e-9);
    }

    /** Dirichlet: with a prior worth 12 repairs, n of n repairs give (12 p + n) / (12 + n), by hand. */
    public function testWhatThisWorkshopHasSeenCounts(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);
        $state = (new Bench($supply))->state();
        $before = Priors::of($dictionary, $supply, $state)->share['U2:open'];
        foreach ([1, 3, 12] as $times) {
            self::assertEqualsWithDelta(
                (12 * $before + $times) / (12 + $times),
                Priors::of($dictionary, $supply, $state, ['U2:open' => $times])->share['U2:open'],
                1e-12,
            );
        }
        self::assertSame(
            $before,
            Priors::of($dictionary, $supply, $state, ['X9:gone' => 5])->share['U2:open'],
            'a part that the description no longer has counts for nothing',
        );
    }

    /**
     * What others found counts a quarter each, and three repairs altogether at most; their sum by hand. What this
     * workshop found itself counts beside it as before.
     */
    public function testWhatOthersHaveSeenCountsLess(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);
        $state = (new Bench($supply))->state();
        $before = Priors::of($dictionary, $supply, $state)->share['U2:open'];
        $share = static fn(array $seen, array $elsewhere): float => Priors::of(
            $dictionary,
            $supply,
            $state,
            $seen,
            $elsewhere,
        )->share['U2:open'];
        self::assertEqualsWithDelta((12 * $before + 1) / 13, $share([], ['U2:open' => 4]), 1e-12);
        self::assertEqualsWithDelta((12 * $before + 1) / 14, $share([], ['U2:open' => 4, 'U1:open' => 4]), 1e-12);
        self::assertEqualsWithDelta((12 * $before + 3) / 15, $share([], ['U2:open' => 12]), 1e-12);
        self::assertEqualsWithDelta((12 * $before + 3) / 15, $share([], ['U2:open' => 90_000]), 1e-12);
        self::assertEqualsWithDelta((12 * $before + 3) / 15, $share(['U2:open' => 2], ['U2:open' => 4]), 1e-12);
        self::assertSame($before, $share([], ['X9:gone' => 5]));
    }

    /** Experience leads, but a reading that contradicts it wins. */
    public function testHistoryDoesNotOverruleAMeasurement(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $knowledge = Supplies::knowledge('tide-recorder');
        $bench = (new Bench($supply))->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $first = new Workup($supply, $bench->state(), $knowledge, ['U2:open' => 6]);
        self::assertContains('U2', $first->suspects()[0]->parts());
        self::assertSame([6, 0], $first->seenBefore($first->suspects()[0]));

        $good = $knowledge->expectations('loaded', null)->nominal;
        foreach (['TP4', 'TP5', 'TP6'] as $point) {
            $bench->add('reading', ['text' => sprintf('%s %.2f', $point, $good->reading($point, 'dc'))]);
        }
        $belief = (new Reasoner(
            $knowledge,
            Priors::of($knowledge->dictionary(null), $supply, $bench->state(), ['U2:open' => 6]),
        ))->weigh(EvidenceList::from($supply, $bench->state()));
        self::assertLessThan(0.05, $belief->probability['U2:open']);
    }

    public function testBackgroundNeedsSomething(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('Say how old it is');
        (new Bench(Supplies::demo('tide-recorder')))->add('background', ['conditions' => ['haunted']]);
    }

    public function testAgeIsANumberOfYears(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('0 to 150');
        (new Bench(Supplies::demo('tide-recorder')))->add('background', ['years' => 'ancient']);
    }
}

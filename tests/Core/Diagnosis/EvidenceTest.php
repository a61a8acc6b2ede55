<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\Belief;
use Oculant\Core\Diagnosis\Course;
use Oculant\Core\Diagnosis\EvidenceList;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Looks;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\StartCount;
use Oculant\Core\Diagnosis\Suspects;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * Every kind of evidence moves suspicion as a colleague would; the directions are facts of the trade (common practice).
 */
final class EvidenceTest extends TestCase
{
    /**
     * @return iterable<string, array{list<array{string, array<string, mixed>}>, string, string}> entries, hypothesis
     *     that must gain, hypothesis that must lose
     */
    public static function moves(): iterable
    {
        yield 'bulging is drying, not a joint' => [
            [['finding', ['part' => 'C1', 'sees' => 'bulging']]],
            'C1:dried',
            'U1:open',
        ];
        yield 'a part that looks well is a little less suspect' => [
            [['finding', ['part' => 'U1', 'sees' => 'well']]],
            'C1:dried',
            'U1:open',
        ];
        yield 'a dull ring at a connector' => [
            [['finding', ['part' => 'S1', 'sees' => 'joint']]],
            'S1:open',
            'U1:open',
        ];
        yield 'a hot capacitor leaks' => [[['finding', ['part' => 'C1', 'sees' => 'hot']]], 'C1:leaky', 'U1:open'];
        yield 'a clean break may be the fuse alone' => [
            [['fuse', ['part' => 'F1', 'state' => 'parted']]],
            'F1:open',
            'U1:open',
        ];
        yield 'an intact fuse clears every short' => [
            [['fuse', ['part' => 'F1', 'state' => 'intact']]],
            'U1:open',
            'C1:short',
        ];
        yield 'a beep across the reservoir is a short there' => [
            [['reading', ['text' => 'c1 beep']]],
            'C1:short',
            'U1:open',
        ];
        yield 'silence there is none' => [[['reading', ['text' => 'c1 silent']]], 'U1:open', 'C1:short'];
        yield 'a regulator from output to common, by its pins' => [
            [['reading', ['text' => 'u1 out-common 0R3']]],
            'U1:out_short',
            'U1:open',
        ];
        yield 'a capacitor that is eight ohms by itself leaks' => [
            [['part_test', ['part' => 'C1', 'text' => '7R6', 'lifted' => true]]],
            'C1:leaky',
            'U1:open',
        ];
        yield 'one that climbs to nothing by itself does not' => [
            [['part_test', ['part' => 'C1', 'text' => 'OL', 'lifted' => true]]],
            'U1:open',
            'C1:short',
        ];
        yield 'dried by its series resistance' => [
            [['part_test', ['part' => 'C1', 'quantity' => 'esr', 'text' => '0.9', 'lifted' => true]]],
            'C1:dried',
            'C1:leaky',
        ];
        yield 'dried by its capacitance' => [
            [['part_test', ['part' => 'C1', 'quantity' => 'capacitance', 'text' => '300u', 'lifted' => true]]],
            'C1:dried',
            'U1:open',
        ];
        yield 'a good capacitance clears it of drying' => [
            [['part_test', ['part' => 'C1', 'quantity' => 'capacitance', 'text' => '2200u', 'lifted' => true]]],
            'U1:open',
            'C1:dried',
        ];
        yield 'tested good' => [[['tested', ['part' => 'U1', 'verdict' => 'good']]], 'U2:open', 'U1:open'];
        yield 'tested bad' => [[['tested', ['part' => 'U1', 'verdict' => 'bad']]], 'U1:open', 'U2:open'];
        yield 'lifted and still there' => [
            [['eliminated', ['part' => 'C1', 'how' => 'lifted', 'still' => true]]],
            'C2:short',
            'C1:short',
        ];
        yield 'taken out and gone' => [
            [['eliminated', ['part' => 'C1', 'how' => 'removed', 'still' => false]]],
            'C1:short',
            'C2:short',
        ];
        yield 'the load works from a bench supply' => [
            [['substituted', ['part' => 'RL1', 'what' => 'bench_supply', 'works' => true]]],
            'U1:open',
            'RL1:short',
        ];
        yield 'the supply works on a dummy load' => [
            [['substituted', ['part' => 'RL1', 'what' => 'dummy_load', 'works' => true]]],
            'RL1:short',
            'U1:open',
        ];
        yield 'some starts fail' => [[['starts', ['tried' => 8, 'failed' => 3]]], 'S1:open', 'U1:open'];
        yield 'starts sometimes, says the owner' => [
            [['symptom', ['symptom' => 'intermittent']]],
            'S1:open',
            'U1:open',
        ];
        yield 'milliohms along the rail' => [
            [
                [
                    'short',
                    [
                        'method' => 'milliohm',
                        'resolution' => '1m',
                        'readings' => [['part' => 'C1', 'text' => '24'], ['part' => 'RL1', 'text' => '40']],
                    ],
                ],
            ],
            'C1:short',
            'RL1:short',
        ];
    }

    /** @param list<array{string, array<string, mixed>}> $entries */
    #[DataProvider('moves')]
    public function testMovesSuspicion(array $entries, string $gains, string $loses): void
    {
        $before = self::belief([])->probability;
        $after = self::belief($entries)->probability;

        self::assertGreaterThan($before[$gains] / $before[$loses], $after[$gains] / $after[$loses]);
        self::assertEqualsWithDelta(1.0, array_sum($after), 1e-9);
    }

    /**
     * A fault that vanishes when something is touched is suspicion, not proof: it must not count like a part taken out.
     */
    public function testTouchingIsWeakerThanTakingOut(): void
    {
        $ratio = static fn(string $how): float => self::belief([
            ['eliminated', ['part' => 'C1', 'how' => $how, 'still' => false]],
        ])->probability['C1:short'] /
            self::belief([['eliminated', ['part' => 'C1', 'how' => $how, 'still' => false]]])->probability['C2:short'];

        self::assertGreaterThan(2 * $ratio('disturbed'), $ratio('removed'));
    }

    /** One slip of any kind must not convict: no single entry lifts one part above 90 %. */
    public function testNoSingleEntryConvicts(): void
    {
        foreach (self::moves() as $name => [$entries]) {
            // Out of circuit, or with a leg lifted, a part has been confirmed rather than suspected.
            if (in_array($name, ['tested bad', 'dried by its capacitance', 'dried by its series resistance'], true)) {
                continue;
            }
            $belief = self::belief($entries);
            $groups = Suspects::of(Supplies::knowledge('tide-recorder')->dictionary(null), $belief);
            self::assertLessThan(0.9, $groups[0]->probability, (string) $name);
        }
    }

    /** A test of the new part must not clear the old one of what it did. */
    public function testWhatIsLearntOfANewPartSaysNothingOfTheOldOne(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('cause', ['part' => 'C1', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C1', 'out' => 'old', 'in' => 'new'])
            ->add('tested', ['part' => 'C1', 'verdict' => 'good'])
            ->add('finding', ['part' => 'C1', 'sees' => 'well'])
            ->add('eliminated', ['part' => 'C1', 'how' => 'lifted', 'still' => true]);

        self::assertSame([], EvidenceList::from($bench->supply, $bench->state()));
    }

    public function testAllFailedStartsAreNoIntermittentFault(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))->add('starts', ['tried' => 5, 'failed' => 5]);

        self::assertSame([], EvidenceList::from($bench->supply, $bench->state()));
    }

    public function testWhatIsSuspectedAndVisibleIsLookedAtFirst(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);
        $first = Looks::first($supply->parts, $dictionary, self::belief([['symptom', ['symptom' => 'hum']]]));

        self::assertSame('C1', $first[0]['part']);
        self::assertStringContainsString('bulging', $first[0]['looks']);
        self::assertLessThanOrEqual(8, count($first));
    }

    public function testTheCourseBeginsWithPriorsAndEndsWithWhatIsBelieved(): void
    {
        $belief = self::belief([['symptom', ['symptom' => 'hum']], ['finding', ['part' => 'C1', 'sees' => 'bulging']]]);
        $suspects = array_slice(Suspects::of(Supplies::knowledge('tide-recorder')->dictionary(null), $belief), 0, 3);
        $course = Course::of($belief, $suspects);

        self::assertSame(['at first', 'Hum at twice mains frequency', 'C1: bulging or leaking'], $course['labels']);
        foreach ($course['lines'] as $k => $line) {
            self::assertCount(3, $line['values']);
            self::assertEqualsWithDelta($suspects[$k]->probability, $line['values'][2], 1e-3);
        }
        self::assertGreaterThan($course['lines'][0]['values'][0], $course['lines'][0]['values'][2]);
    }

    public function testCountingStarts(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('starts', ['tried' => 6, 'failed' => 2]);
        $before = StartCount::view($bench->state()->starts, $bench->state()->replaced());
        self::assertSame(8, $before['needed'] ?? null);
        self::assertStringContainsString('2 of 6 starts failed', $before['sentence'] ?? '');
        // Clopper and Pearson: 2 of 6 may be 4.3 %, and 0.957^68 is 5 %.
        self::assertSame(68, $before['needed_at_lowest'] ?? null);
        self::assertStringContainsString(
            'as counted, 33 %; at the lowest that fits, 4 %, it takes 68',
            $before['sentence'] ?? '',
        );

        $bench
            ->add('cause', ['part' => 'S1', 'fault' => 'open'])
            ->add('repair', ['part' => 'S1', 'out' => 'worn', 'in' => 'new'])
            ->add('starts', ['tried' => 5, 'failed' => 0]);
        self::assertStringContainsString(
            '3 more are needed',
            StartCount::view($bench->state()->starts, $bench->state()->replaced())['sentence'] ?? '',
        );
        $bench->add('starts', ['tried' => 3, 'failed' => 0]);
        $proven = StartCount::view($bench->state()->starts, $bench->state()->replaced());
        self::assertStringContainsString('Shown to be cured', $proven['sentence'] ?? '');
        self::assertEqualsWithDelta((2 / 3) ** 8, $proven['luck'] ?? 0.0, 1e-9);
        $bench
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live'])
            ->add('starts', ['tried' => 1, 'failed' => 1]);
        self::assertStringContainsString(
            'not cured',
            StartCount::view($bench->state()->starts, $bench->state()->replaced())['sentence'] ?? '',
        );

        self::assertNull(StartCount::view([], []));
        $clean = (new Bench(Supplies::demo('tuner-feed')))->add('starts', ['tried' => 10, 'failed' => 0])->state();
        self::assertStringContainsString('31 %', StartCount::view($clean->starts, [])['sentence'] ?? '');
    }

    /** Five of twelve: 15 to 72 % (Clopper and Pearson, as published tables of binomial limits have it). */
    public function testTheRateOfWhatWasCountedHasItsInterval(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('starts', ['tried' => 12, 'failed' => 5]);
        $view = StartCount::view($bench->state()->starts, []);

        self::assertSame([6, 19], [$view['needed'] ?? null, $view['needed_at_lowest'] ?? null]);
        self::assertStringContainsString('between 15 % and 72 %', $view['sentence'] ?? '');
    }

    /** With the load off a weak supply starts: those starts are not what the fault is measured by. */
    public function testStartsWithoutTheLoadAreNotTheOnesBefore(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $off = (string) array_key_first(array_filter($supply->modes, static fn($m): bool => $m->absent !== []));
        $bench = (new Bench($supply))
            ->add('power', ['power' => 'live', 'mode' => $supply->mode(null)->id])
            ->add('starts', ['tried' => 12, 'failed' => 5])
            ->add('power', ['power' => 'live', 'mode' => $off])
            ->add('starts', ['tried' => 20, 'failed' => 0]);

        self::assertSame(
            [12, 5],
            [StartCount::of($bench->state()->starts)->tried, StartCount::of($bench->state()->starts)->failed],
        );
    }

    public function testNoStartIsCountedOfAUnitThatIsUnplugged(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        $bench->add('starts', ['tried' => 8, 'failed' => 2]);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('recorded as unplugged');
        $bench->add('starts', ['tried' => 1, 'failed' => 0]);
    }

    /** @param list<array{string, array<string, mixed>}> $entries */
    private static function belief(array $entries): Belief
    {
        $bench = new Bench(Supplies::demo('tide-recorder'));
        foreach ($entries as [$kind, $payload]) {
            $bench->add($kind, $payload);
        }
        $belief = (new Reasoner(Supplies::knowledge('tide-recorder')))->weigh(
            EvidenceList::from($bench->supply, $bench->state()),
        );
        self::assertArrayHasKey(Hypothesis::UNKNOWN, $belief->probability);

        return $belief;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Standing;
use Oculant\Core\Diagnosis\EvidenceList;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What is different for the time being: written down, felt by every reading, and closed. */
final class LedgerTest extends TestCase
{
    public function testAnEntryIsOpenUntilItIsUndoneOrMadePermanent(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('change', [
            'change' => 'jumper',
            'part' => 's1',
            'why' => 'dirty',
        ]);
        $id = $bench->last()->id;
        self::assertSame('jumper S1', $bench->state()->openChanges()[0]->words());
        $bench->add('change_closed', ['change' => $id, 'how' => 'undone']);

        self::assertSame([], $bench->state()->openChanges());
        self::assertCount(1, $bench->state()->ledger, 'the ledger keeps it');
        $bench->add('strike', ['entry' => $bench->last()->id]);
        self::assertCount(1, $bench->state()->openChanges());
    }

    public function testEveryKindHasAKeyOfItsOwn(): void
    {
        $keys = array_map(static fn(ChangeKind $k): string => $k->key(), ChangeKind::cases());

        self::assertSame($keys, array_values(array_unique($keys)));
        foreach (ChangeKind::cases() as $kind) {
            self::assertSame(Standing::Forbidden, $kind->at(Gate::HandBack), 'nothing goes home with the unit');
        }
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function refusals(): iterable
    {
        yield 'no part' => [['change' => 'lifted'], 'There is no part ""'];
        yield 'a resistor that is none' => [
            ['change' => 'scaled', 'part' => 'C1', 'value' => '30k'],
            'C1 is no resistor',
        ];
        yield 'a fuse that is none' => [['change' => 'wrongfuse', 'part' => 'R1', 'value' => 'T2A'], 'R1 is no fuse'];
        yield 'a load that is none' => [['change' => 'loadoff', 'part' => 'R1'], 'R1 is no load'];
        yield 'a value that cannot be read' => [['change' => 'scaled', 'part' => 'R1', 'value' => 'large'], 'large'];
        yield 'no value' => [['change' => 'scaled', 'part' => 'R1'], 'Say what is fitted instead in R1'];
        yield 'nowhere' => [['change' => 'shield'], 'Say where'];
        yield 'the feed itself' => [['change' => 'lifted', 'part' => 'W1'], 'W1 is the feed itself'];
        yield 'no kind' => [['change' => 'magic', 'part' => 'R1'], 'Change is one of: jumper'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refusals')]
    public function testSaysWhatIsMissing(array $payload, string $says): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($says);
        (new Bench(Supplies::demo('auction-scale')))->add('change', $payload);
    }

    public function testNothingIsChangedOnALiveUnitThatMayNotBeThere(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('not on a unit that is recorded as live on mains');
        $bench->add('change', ['change' => 'scaled', 'part' => 'R1', 'value' => '100']);
    }

    /** @return iterable<string, array{string, array<string, mixed>}> */
    public static function typed(): iterable
    {
        yield 'jumper' => ['jumper s1 dirty contact', ['change' => 'jumper', 'part' => 's1', 'why' => 'dirty contact']];
        yield 'jumper between points' => ['jumper tp3-tp4', ['change' => 'jumper', 'part' => 'tp3-tp4', 'why' => '']];
        yield 'scaled' => [
            'scaled r1 30k wakes at 30 V',
            ['change' => 'scaled', 'part' => 'r1', 'why' => 'wakes at 30 V', 'value' => '30k'],
        ];
        yield 'wrong fuse' => [
            'wrongfuse f1 T2A',
            ['change' => 'wrongfuse', 'part' => 'f1', 'why' => '', 'value' => 'T2A'],
        ];
        yield 'part added' => [
            'added 0V>tp4 resistor 1k 1W',
            ['change' => 'added', 'from' => '0V', 'to' => 'tp4', 'value' => 'resistor 1k 1W'],
        ];
        yield 'shield' => ['shield over the inlet', ['change' => 'shield', 'where' => 'over the inlet']];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('typed')]
    public function testTheOneFieldTakesChangesToo(string $text, array $payload): void
    {
        $supply = Supplies::demo('auction-scale');
        $understood = FieldText::understand($text, $supply);

        self::assertSame(['kind' => 'change', 'payload' => $payload], $understood);
        // What was typed of an added part is understood before it comes here.
        $payload += ['row' => ['kind' => 'resistor', 'value' => '1k', 'power' => '1 W']];
        self::assertNotSame([], (new Bench($supply))->add('change', $payload)->state()->openChanges());
    }

    /**
     * @return iterable<string, array{array<string, mixed>, array<string, string>}> change, and the fault that does the
     *     same to the circuit
     */
    public static function alike(): iterable
    {
        yield 'a lifted leg is an open part' => [['change' => 'lifted', 'part' => 'C3'], ['C3' => 'open']];
        yield 'a load taken off draws nothing' => [['change' => 'loadoff', 'part' => 'RL1'], ['RL1' => 'open']];
        yield 'a jumper is a bridged part' => [['change' => 'jumper', 'part' => 'R3'], ['R3' => 'short']];
    }

    /**
     * @param array<string, mixed>  $change
     * @param array<string, string> $fault
     */
    #[DataProvider('alike')]
    public function testTheAlteredCircuitIsWhatTheChangeMakesOfIt(array $change, array $fault): void
    {
        $supply = Supplies::demo('auction-scale');
        $bench = (new Bench($supply))->add('change', $change);
        $altered = $bench->state()->context()->on($supply, 'loaded');
        $ours = (new Behaviour($altered))->live($altered->mode(null));
        $same = (new Behaviour($supply))->live($supply->mode('loaded'), $fault);
        foreach (['TP3', 'TP4'] as $point) {
            self::assertEqualsWithDelta($same->reading($point, 'dc'), $ours->reading($point, 'dc'), 0.02, $point);
            self::assertEqualsWithDelta(
                $same->reading($point, 'ripple'),
                $ours->reading($point, 'ripple'),
                0.03,
                $point,
            );
        }
        self::assertNotSame($supply->hash(), $altered->hash(), 'kept under a name of its own');
    }

    /** A part that was never there is in the circuit as if the description had it; not over the barrier. */
    public function testAnAddedPartIsSolvedWithTheRest(): void
    {
        $supply = Supplies::demo('auction-scale');
        $row = ['kind' => 'resistor', 'value' => '22 ohm', 'power' => '10 W'];
        $payload = ['change' => 'added', 'from' => 'tp4', 'to' => '0v', 'value' => 'resistor 22R 10W', 'row' => $row];
        $bench = (new Bench($supply))->add('change', $payload);
        $change = array_values($bench->state()->ledger)[0];
        $altered = $bench->state()->context()->on($supply, 'loaded');
        $written = $supply->written;
        $written['parts'][] = ['ref' => 'R9', 'terminals' => ['a' => 'OUT+', 'b' => '0V']] + $row;
        $same = DescriptionReader::fromArray($written);

        self::assertSame('part added OUT+>0V resistor 22R 10W', $change->words());
        foreach (['TP3', 'TP4'] as $point) {
            self::assertEqualsWithDelta(
                (new Behaviour($same))->live($same->mode('loaded'))->reading($point, 'dc'),
                (new Behaviour($altered))->live($altered->mode('loaded'))->reading($point, 'dc'),
                1e-3,
                $point,
            );
        }
        foreach (
            [
                [['to' => 'TP4'], 'Both ends are the same node'],
                [['to' => 'N'], 'isolated from each other'],
                [['to' => 'nowhere'], 'neither a test point nor a node'],
                [['row' => ['kind' => 'transistor']], 'a part with two ends'],
                [['row' => []], 'a part with two ends'],
            ]
            as [$else, $says]
        ) {
            try {
                (new Bench($supply))->add('change', $else + $payload);
                self::fail($says);
            } catch (EntryRefused $refused) {
                self::assertStringContainsString($says, $refused->getMessage());
            }
        }
    }

    /** Whatever lies across a fuse is a wrong fuse, and no reason makes it stay. */
    public function testNothingIsAddedAcrossAGuardForGood(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('change', [
            'change' => 'added',
            'from' => 'L',
            'to' => 'L1',
            'value' => 'resistor 0R1 5W',
            'row' => ['kind' => 'resistor', 'value' => '0.1 ohm', 'power' => '5 W'],
        ]);

        self::assertFalse(array_values($bench->state()->ledger)[0]->mayStay());
    }

    /** A jumper over a relay bridges its contact, not its coil. */
    public function testAJumperGoesWhereATechnicianPutsIt(): void
    {
        $supply = Supplies::drafted('heavy');
        $altered = (new Bench($supply))
            ->add('change', ['change' => 'jumper', 'part' => 'K1'])
            ->state()
            ->context()
            ->on($supply, $supply->mode(null)->id);
        $jumper = array_values($altered->mode(null)->added)[0];

        self::assertEqualsCanonicalizing(
            [$supply->part('K1')->node('com'), $supply->part('K1')->node('no')],
            array_values($jumper->terminals),
        );
    }

    public function testExpectedValuesFollowTheLedgerAndComeBackAfterIt(): void
    {
        $supply = Supplies::demo('auction-scale');
        $bench = (new Bench($supply))
            ->add('change', ['change' => 'loadoff', 'part' => 'RL1'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $unloaded = $this->expected($bench, 'TP3');
        $bench->add('reading', ['text' => sprintf('tp3 %.2f', $unloaded)]);
        $workup = new Workup($supply, $bench->state(), Supplies::knowledge('auction-scale'));
        $view = $workup->readingView($bench->state()->readings[0]);
        self::assertSame('fine', $view['word']);
        self::assertSame('load disconnected RL1', $view['context']);

        $bench
            ->add('power', ['power' => 'unplugged'])
            ->add('change_closed', ['change' => '01E0000', 'how' => 'undone'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded']);
        self::assertLessThan($unloaded - 0.3, $this->expected($bench, 'TP3'));
        self::assertNull($bench->state()->latest('TP3', 'dc'), 'a reading from another context says nothing of now');
        self::assertSame([], $bench->state()->proofReadings());
    }

    /**
     * A reading behind a lamp is evidence for what a unit behind a lamp would show, not for a faulty one on full mains.
     */
    public function testEvidenceIsWeighedInItsContext(): void
    {
        $supply = Supplies::demo('auction-scale');
        $bench = (new Bench($supply))->add('power', [
            'power' => 'limited',
            'mode' => 'loaded',
            'method' => ['how' => 'lamp', 'watts' => '15'],
        ]);
        foreach (['TP3', 'TP4'] as $point) {
            $bench->add('reading', ['text' => sprintf('%s %.3f', $point, $this->expected($bench, $point))]);
        }
        $knowledge = Supplies::knowledge('auction-scale');
        $inContext = (new Reasoner($knowledge))->weigh(EvidenceList::from($supply, $bench->state()))->probability[
            'healthy'
        ];
        $onMains = (new Bench($supply))->add('power', ['power' => 'live', 'mode' => 'loaded']);
        foreach ($bench->state()->readings as $reading) {
            $onMains->add('reading', ['text' => sprintf('%s %.3f', $reading->target, $reading->value)]);
        }
        $outOfIt = (new Reasoner($knowledge))->weigh(EvidenceList::from($supply, $onMains->state()))->probability[
            'healthy'
        ];

        self::assertGreaterThan(20 * $outOfIt, $inContext);
    }

    /**
     * On the way up a reading is judged by what a good unit shows at that mains; the faults are not solved anew for
     * each turn of the knob.
     */
    public function testOnARampReadingsAreJudgedAndNotWeighed(): void
    {
        $supply = Supplies::demo('auction-scale');
        $bench = (new Bench($supply))->add('power', [
            'power' => 'limited',
            'mode' => 'unloaded',
            'method' => ['how' => 'variable_transformer', 'volts' => '115'],
        ]);
        $half = (new Behaviour($supply))->live($supply->mode('unloaded'), [], 115.0);
        $bench
            ->add('reading', ['text' => sprintf('tp3 %.2f', $half->reading('TP3', 'dc'))])
            ->add('reading', ['text' => 'tp4 0.02']);
        $workup = new Workup($supply, $bench->state(), Supplies::knowledge('auction-scale'));

        self::assertSame(
            ['fine', 'dead'],
            array_map(static fn($r): string => $workup->readingView($r)['word'], $bench->state()->readings),
        );
        self::assertSame([], EvidenceList::from($supply, $bench->state()));
        self::assertFalse(EvidenceList::isFar(207.0, $supply));
    }

    private function expected(Bench $bench, string $point): float
    {
        $workup = new Workup($bench->supply, $bench->state(), Supplies::knowledge('auction-scale'));
        $view = array_values(array_filter($workup->points->all(), static fn(array $p): bool => $p['id'] === $point))[0];

        return ($view['low'] + $view['high']) / 2;
    }
}

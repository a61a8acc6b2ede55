<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\IsolationStanding;
use Oculant\Core\Diagnosis\TestVerdicts;
use Oculant\Core\Parts\Part;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * Mains where people touch (IEC 62368-1, EN 50678; common practice at the bench): until the barrier is proven whole,
 * nobody feeds the unit or hands it back.
 */
#[Group('slow')]
final class IsolationGateTest extends TestCase
{
    private const GATES = [Gate::Limited, Gate::Mains, Gate::HandBack];

    public function testABadIsolationShutsPowerAndDoorAndNobodyPassesOver(): void
    {
        $bench = self::bench()->add('isolation', ['test' => 'resistance', 'text' => '0R8']);
        foreach (self::GATES as $gate) {
            self::assertContains('isolation bad', self::ids($gate, $bench));
            self::offer($bench, 'override', ['gate' => $gate->value, 'reason' => 'I know what I do']);
            self::assertContains('isolation bad', self::ids($gate, $bench));
        }
        foreach (['limited', 'live'] as $power) {
            self::assertFalse(self::offer($bench, 'power', ['power' => $power]));
        }
        self::assertFalse(
            self::offer($bench, 'strike', ['entry' => $bench->log[0]->id]),
            'a failed safety test is measured again, not struck out',
        );
        $bench->add('isolation', ['test' => 'resistance', 'text' => '50M']);
        self::assertNotContains('isolation bad', self::ids(Gate::Mains, $bench));
    }

    public function testWhatWasTakenOutAndIsStillThereLeavesTheListUntilOneRemains(): void
    {
        $bench = self::bench();
        $all = array_map(
            static fn(Part $p): string => $p->ref,
            (new IsolationStanding($bench->supply, $bench->state()))->remaining(),
        );
        self::assertGreaterThan(2, count($all));
        $bench->add('isolation', ['test' => 'resistance', 'text' => '0R8']);
        $last = array_pop($all);
        foreach ($all as $ref) {
            $bench->add('eliminated', ['part' => $ref, 'how' => 'removed', 'still' => 'yes']);
        }
        self::assertSame(
            [$last],
            array_map(
                static fn(Part $p): string => $p->ref,
                (new IsolationStanding($bench->supply, $bench->state()))->remaining(),
            ),
        );
        self::assertStringContainsString(
            "what remains is {$last}",
            Gates::blocking(Gate::Mains, $bench->supply, $bench->state())[0]->sentence,
        );
        self::assertSame(
            'flyback',
            $bench->supply->part($last)->kind->name(),
            'the transformer, which is never patched',
        );
        $verdict = (new TestVerdicts(
            $bench->supply,
            $bench->state(),
            Supplies::knowledge('net-loft-radio')->dictionary(null),
            Supplies::knowledge('net-loft-radio'),
        ))->condemned();
        self::assertStringContainsString('What remains is', (string) $verdict?->why);
    }

    public function testGoneOnceTakenOutIsSuspicionUntilItIsMeasuredWithEverythingInPlace(): void
    {
        $bench = self::bench()->add('isolation', ['test' => 'resistance', 'text' => '12k']);
        $ref = (new IsolationStanding($bench->supply, $bench->state()))->remaining()[0]->ref;
        $bench->add('eliminated', ['part' => $ref, 'how' => 'removed', 'still' => 'no']);
        self::assertContains('isolation bad', self::ids(Gate::Limited, $bench), 'a sentence is no measurement');
        $bench->add('isolation', ['test' => 'resistance', 'text' => 'OL']);
        foreach (self::GATES as $gate) {
            self::assertContains('isolation open', self::ids($gate, $bench));
        }
        self::assertStringContainsString(
            'proves nothing yet',
            implode(
                ' ',
                array_map(
                    static fn(GateItem $i): string => $i->sentence,
                    Gates::missing(Gate::Mains, $bench->supply, $bench->state()),
                ),
            ),
        );
        $bench->add('looked', ['what' => "back {$ref}"]);
        self::assertContains(
            'isolation open',
            self::ids(Gate::Mains, $bench),
            'back in its place, and not measured since',
        );
        $bench->add('isolation', ['test' => 'resistance', 'text' => 'OL']);
        self::assertSame(
            [],
            array_filter(
                self::ids(Gate::Mains, $bench),
                static fn(string $id): bool => str_starts_with($id, 'isolation') || str_starts_with($id, 'back'),
            ),
        );
    }

    /**
     * Touch current can only be read under power: a good insulation lets it be read again, and hand-back waits for
     * that.
     */
    public function testATouchCurrentThatWasTooHighIsReadAgainBehindAGoodInsulation(): void
    {
        $bench = self::bench()
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live'])
            ->add('isolation', ['test' => 'current', 'text' => '8 mA'])
            ->add('power', ['power' => 'unplugged']);
        self::assertContains('isolation bad', self::ids(Gate::Mains, $bench));
        $bench->add('isolation', ['test' => 'resistance', 'text' => '200M']);
        self::assertNotContains('isolation bad', self::ids(Gate::Mains, $bench));
        self::assertContains('isolation bad', self::ids(Gate::HandBack, $bench));
        $bench
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live'])
            ->add('isolation', ['test' => 'current', 'text' => '40u']);
        self::assertNotContains('isolation bad', self::ids(Gate::HandBack, $bench));
    }

    /** What every bench forgets once: the hands-in gate of a unit that is on. */
    public function testHandsStayOutWhileItIsEnergised(): void
    {
        $bench = self::bench()->seeTo(Gate::Mains);
        foreach (['limited', 'live'] as $power) {
            $bench->add('power', ['power' => $power]);
            self::assertSame(['unplug'], self::ids(Gate::HandsIn, $bench));
            self::offer($bench, 'override', ['gate' => 'hands', 'reason' => 'I am careful']);
            self::assertSame(['unplug'], self::ids(Gate::HandsIn, $bench));
        }
        $bench->add('power', ['power' => 'unplugged']);
        self::assertContains('discharge C1', self::ids(Gate::HandsIn, $bench), 'a proof from before the power is none');
    }

    /** "It was never live" makes the proof from before it no better. */
    public function testStrikingThePowerOutDoesNotBringTheOldProofBack(): void
    {
        $bench = self::bench()->seeTo(Gate::HandsIn)->seeTo(Gate::Mains);
        self::assertNotContains('discharge C1', self::ids(Gate::HandsIn, $bench));
        $bench->add('power', ['power' => 'live']);
        $live = $bench->last()->id;
        $bench->add('power', ['power' => 'unplugged'])->add('strike', ['entry' => $live]);
        self::assertContains('discharge C1', self::ids(Gate::HandsIn, $bench));
    }

    private static function bench(): Bench
    {
        return new Bench(Supplies::demo('net-loft-radio'));
    }

    /** @return list<string> */
    private static function ids(Gate $gate, Bench $bench): array
    {
        return array_map(
            static fn(GateItem $i): string => $i->id,
            Gates::blocking($gate, $bench->supply, $bench->state()),
        );
    }

    /** @param array<string, mixed> $payload */
    private static function offer(Bench $bench, string $kind, array $payload): bool
    {
        try {
            $bench->add($kind, $payload);

            return true;
        } catch (EntryRefused) {
            return false;
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * Every kind of temporary change at every gate, with whatever sentence somebody has for it. What stands where is common
 * practice: a resistor scaled for thirty volts burns at 325, a wrong fuse guards nothing, and what guards people is put
 * right, not explained.
 */
final class GateTableTest extends TestCase
{
    private const FREE = 'free';

    private const ALLOW = 'once allowed';

    private const NEVER = 'never';

    /** limited power, mains, hand-back once it was made permanent by a reason */
    private const TABLE = [
        'jumper' => [self::FREE, self::ALLOW, self::FREE],
        'scaled' => [self::FREE, self::NEVER, self::NEVER],
        'bypass' => [self::FREE, self::ALLOW, self::NEVER],
        'lifted' => [self::FREE, self::ALLOW, self::FREE],
        'testpart' => [self::FREE, self::ALLOW, self::NEVER],
        'wrongfuse' => [self::FREE, self::NEVER, self::NEVER],
        'shield' => [self::ALLOW, self::ALLOW, self::NEVER],
        'loadoff' => [self::FREE, self::FREE, self::FREE],
        'interlock' => [self::ALLOW, self::ALLOW, self::NEVER],
        'added' => [self::FREE, self::ALLOW, self::FREE],
        'other' => [self::FREE, self::ALLOW, self::FREE],
    ];

    /** @return iterable<string, array{ChangeKind}> */
    public static function kinds(): iterable
    {
        foreach (ChangeKind::cases() as $kind) {
            yield $kind->value => [$kind];
        }
    }

    #[DataProvider('kinds')]
    public function testAtTheGates(ChangeKind $kind): void
    {
        $bench = self::changed($kind);
        $id = $bench->last()->id;
        foreach ([Gate::Limited, Gate::Mains] as $k => $gate) {
            $stands = self::TABLE[$kind->value][$k];
            self::assertSame($stands === self::FREE, !self::asks($gate, $bench, $id), "{$kind->value} {$gate->value}");
            $allowed = clone $bench;
            $isAllowed = self::offer($allowed, 'allow', ['change' => $id, 'gate' => $gate->value]);
            self::assertSame($stands !== self::NEVER, $isAllowed, "{$kind->value} allowed {$gate->value}");
            // A lead passes over what may be passed over, and over nothing else.
            $passed = clone $bench;
            self::offer($passed, 'override', ['gate' => $gate->value, 'reason' => 'no other here']);
            $live = clone $passed;
            self::offer($live, 'power', ['power' => $gate === Gate::Mains ? 'live' : 'limited', 'mode' => 'loaded']);
            self::assertSame(
                $stands !== self::NEVER,
                $live->state()->power !== PowerState::Unplugged,
                "{$kind->value} passed over {$gate->value}",
            );
        }
        self::assertTrue(self::asks(Gate::HandBack, $bench, $id), 'nothing goes home with the unit');
    }

    #[DataProvider('kinds')]
    public function testMadePermanentByASentence(ChangeKind $kind): void
    {
        $bench = self::changed($kind);
        $id = $bench->last()->id;
        $stays = self::TABLE[$kind->value][2] === self::FREE;
        self::assertSame(
            $stays,
            self::offer($bench, 'change_closed', ['change' => $id, 'how' => 'permanent', 'why' => 'no other here']),
            $kind->value,
        );
        foreach (Gate::cases() as $gate) {
            $isAsked =
                $gate === Gate::HandBack ||
                ($gate === Gate::Mains && self::TABLE[$kind->value][1] !== self::FREE) ||
                ($gate === Gate::Limited && self::TABLE[$kind->value][0] !== self::FREE);
            self::assertSame(
                !$stays && $isAsked && $gate !== Gate::HandsIn,
                self::asks($gate, $bench, $id),
                "{$kind->value} {$gate->value}",
            );
        }
        // The same sentence out of an older log or another workshop's archive is worth no more.
        $forged = self::changed($kind);
        $forged->log[] = new \Oculant\Core\Bench\LogEntry(
            'forged',
            'change_closed',
            ['change' => $forged->last()->id, 'how' => 'permanent', 'why' => 'so', 'what' => ''],
            '2026-01-01T00:00:00Z',
            'Somebody',
        );
        self::assertSame(!$stays, $forged->state()->openChanges() !== []);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function onGuards(): iterable
    {
        yield 'a clip across the fuse' => [['change' => 'jumper', 'part' => 'F1']];
        yield 'a clip between the two points at the fuse' => [['change' => 'jumper', 'part' => 'TPA-TPB']];
        yield 'the suppressor lifted' => [['change' => 'lifted', 'part' => 'CX1']];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('onGuards')]
    public function testAcrossWhatGuardsNoReasonIsEnough(array $change): void
    {
        $written = Supplies::demo('net-loft-radio')->written;
        $fuse = array_values(array_filter($written['parts'], static fn(array $p): bool => $p['kind'] === 'fuse'))[0];
        $suppressor = array_values(
            array_filter($written['parts'], static fn(array $p): bool => $p['kind'] === 'x_capacitor'),
        )[0];
        $terminals = array_values($fuse['terminals']);
        $against = $written['points'][0]['against'];
        array_push(
            $written['points'],
            ['id' => 'TPA', 'node' => $terminals[0], 'against' => $against],
            ['id' => 'TPB', 'node' => $terminals[1], 'against' => $against],
        );
        $supply = \Oculant\Core\Supply\DescriptionReader::fromArray($written);
        $change['part'] = strtr($change['part'], ['F1' => $fuse['ref'], 'CX1' => $suppressor['ref']]);
        $bench = (new Bench($supply))->add('change', $change + ['why' => 'test']);

        self::assertFalse(
            self::offer($bench, 'change_closed', [
                'change' => $bench->last()->id,
                'how' => 'permanent',
                'why' => 'it works',
            ]),
        );
        self::assertTrue(self::asks(Gate::HandBack, $bench, $bench->log[0]->id));
    }

    /** The right fuse, compared with the original, puts it right; "fitted something" does not. */
    public function testAWrongFuseIsPutRightByTheRightOne(): void
    {
        $bench = self::changed(ChangeKind::WrongFuse);
        $typed = (clone $bench)
            ->seeTo(Gate::HandsIn)
            ->add('repair', ['part' => 'F1', 'out' => 'T10A', 'in' => 'one that was there']);
        self::assertCount(1, $typed->state()->openChanges());
        $right = (clone $bench)
            ->seeTo(Gate::HandsIn)
            ->add('repair', ['part' => 'F1', 'out' => 'T10A', 'in' => 'T315mA', 'fit' => 'ok']);
        self::assertSame([], $right->state()->openChanges());
    }

    /** An override passes over what was missing then; what comes up later is asked for. */
    public function testAnOverrideHoldsForWhatWasThereAndForNothingElse(): void
    {
        $bench = self::changed(ChangeKind::Jumper)->add('override', ['gate' => 'mains', 'reason' => 'measuring']);
        self::assertSame([], Gates::blocking(Gate::Mains, $bench->supply, $bench->state()));
        $bench->add('change', ['change' => 'bypass', 'part' => 'C1', 'why' => 'later']);
        self::assertCount(1, Gates::blocking(Gate::Mains, $bench->supply, $bench->state()));
    }

    private static function changed(ChangeKind $kind): Bench
    {
        $part = match ($kind) {
            ChangeKind::Scaled, ChangeKind::TestPart => 'R1',
            ChangeKind::WrongFuse => 'F1',
            ChangeKind::LoadOff => 'RL1',
            ChangeKind::Jumper, ChangeKind::Lifted => 'R3',
            ChangeKind::Bypass => 'C1',
            default => null,
        };

        return (new Bench(self::supply()))->add(
            'change',
            [
                'change' => $kind->value,
                'value' => $kind === ChangeKind::WrongFuse ? 'T10A' : '47',
                'where' => 'over the inlet',
                'why' => 'so',
                'from' => 'TP4',
                'to' => '0V',
                'row' => ['kind' => 'resistor', 'value' => '1k', 'power' => '1 W'],
            ] + ($part === null ? [] : ['part' => $part]),
        );
    }

    private static function supply(): Description
    {
        return Supplies::demo('auction-scale');
    }

    private static function asks(Gate $gate, Bench $bench, string $change): bool
    {
        return array_filter(
            Gates::blocking($gate, $bench->supply, $bench->state()),
            static fn(GateItem $i): bool => $i->id === "change {$change}",
        ) !== [];
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

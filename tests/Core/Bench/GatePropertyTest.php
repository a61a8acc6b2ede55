<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Eris\Generators;
use Eris\TestTrait;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\Footing;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\Standing;
use Oculant\Core\Bench\StoredCharge;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Whatever is entered in whatever order, struck out and overridden: no log leads round a gate. */
#[Group('slow')]
final class GatePropertyTest extends TestCase
{
    use TestTrait;

    private const PARTS = ['R1', 'C1', 'C3', 'RL1', 'F1', 'D1', 'S1'];

    private int $handedBack = 0;

    public function testNoLogReachesMainsOrHandBackWithAnEntryThatForbidsIt(): void
    {
        $supply = Supplies::demo('auction-scale');
        $this->limitTo(250)
            ->withRand('mt_rand')
            ->forAll(Generators::seq(Generators::choose(0, 1_000_000)))
            ->then(function (array $numbers) use ($supply): void {
                $bench = new Bench($supply);
                foreach ($numbers as $number) {
                    $this->enter($bench, (int) $number);
                    $this->assertSound($bench->state());
                }
                // Wherever the log stands, a determined technician tries for the mains and for the door; every other
                // one does what is asked for.
                foreach (
                    [
                        ['power', ['power' => 'unplugged']],
                        ['cause', ['part' => 'C3', 'fault' => 'dried']],
                        ['repair', ['part' => 'C3', 'out' => 'a', 'in' => 'b']],
                    ]
                    as [$kind, $payload]
                ) {
                    self::offer($bench, $kind, $payload);
                }
                if (count($numbers) % 2 === 0 && $bench->state()->closedAt === null) {
                    $bench->seeTo(Gate::Mains);
                }
                foreach (
                    [
                        ['power', ['power' => 'live', 'mode' => 'loaded']],
                        ['reading', ['text' => 'tp4 5.0']],
                        ['power', ['power' => 'unplugged']],
                        ['safety', ['test' => 'insulation', 'text' => 'OL', 'judged' => ['passed' => true]]],
                        ['safety', ['test' => 'touch', 'text' => '20u', 'judged' => ['passed' => true]]],
                        ['close', []],
                        ['handback', []],
                    ]
                    as [$kind, $payload]
                ) {
                    self::offer($bench, $kind, $payload);
                    $this->assertSound($bench->state());
                    // Striking out any one entry must not lead round a gate either.
                    foreach ($bench->log as $entry) {
                        $struck = clone $bench;
                        self::offer($struck, 'strike', ['entry' => $entry->id]);
                        $this->assertSound($struck->state());
                    }
                }
                $this->handedBack += $bench->state()->handedBackAt === null ? 0 : 1;
            });
        self::assertGreaterThan(0, $this->handedBack, 'some of the logs do get there');
    }

    /**
     * Hands go in only where every hazardous capacitor was measured low, and again after the wait where once is not
     * enough.
     */
    public function testNoRepairIsRecordedOnAChargedUnit(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(Generators::seq(Generators::choose(0, 1_000_000)))
            ->then(static function (array $numbers) use ($supply): void {
                $bench = new Bench($supply);
                foreach ($numbers as $number) {
                    $before = $bench->state();
                    $repairs = count($before->repairs);
                    match ($number % 5) {
                        0 => self::offer($bench, 'left', ['part' => 'C1', 'text' => (string) ($number % 400)]),
                        1 => self::offer($bench, 'power', ['power' => $number % 2 === 0 ? 'unplugged' : 'limited']),
                        2 => $bench->wait($number % 300),
                        3 => self::offer($bench, 'reading', ['text' => 'tp2 ' . $number % 400]),
                        default => self::offer($bench, 'repair', ['part' => 'C12', 'out' => 'a', 'in' => 'b']),
                    };
                    if (count($bench->state()->repairs) > $repairs) {
                        self::assertFalse($before->power->isEnergised());
                        self::assertSame([], StoredCharge::unproven($supply, $before));
                    }
                }
                self::assertNotSame([], $bench->supply->parts);
            });
    }

    /**
     * Two benches, each with its own delay and its own wrong clock: how the unit stands follows from the order in which
     * the server took the entries, and from nothing that a client says of times or ids.
     */
    public function testNoClockAndNoIdMovesTheGround(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(
                Generators::seq(Generators::choose(0, 1_000_000)),
                Generators::choose(-90_000, 90_000),
                Generators::choose(-90_000, 90_000),
            )
            ->then(static function (array $numbers, int $one, int $other) use ($supply): void {
                $bench = new Bench($supply);
                foreach ($numbers as $number) {
                    $bench->noteBy($number % 2 === 0 ? $one : $other, $number % 4000);
                    [$kind, $payload] = match ($number % 7) {
                        0 => ['left', ['part' => 'C1', 'text' => (string) ($number % 200)]],
                        1, 2 => ['power', ['power' => ['unplugged', 'limited', 'live'][intdiv($number, 7) % 3]]],
                        3 => ['change', ['change' => 'wrongfuse', 'part' => 'F1', 'value' => 'T10A']],
                        4 => ['isolation', ['test' => 'resistance', 'text' => $number % 3 === 0 ? '0R8' : 'OL']],
                        5 => ['looked', ['what' => 'interlock 0']],
                        default => ['repair', ['part' => 'C12', 'out' => 'a', 'in' => 'b']],
                    };
                    $before = $bench->state();
                    $isOld = $bench->waited() > Footing::FRESH;
                    $held = Footing::of($supply, $before);
                    self::offer($bench, $kind, $payload);
                    // What is old and unconfirmed never moves power, ledger, proofs or gates.
                    self::assertTrue(!$isOld || $held->isSame(Footing::of($supply, $bench->state())));
                }
                // The same log with other ids, other times noted and other delays is the same unit.
                $renamed = array_combine(
                    array_column($bench->log, 'id'),
                    array_map(static fn(int $k): string => sprintf('7ZZ%04d', 9999 - $k), array_keys($bench->log)),
                );
                $other = array_map(
                    static fn(LogEntry $e): LogEntry => new LogEntry(
                        $renamed[$e->id],
                        $e->kind,
                        $e->payload,
                        $e->at,
                        $e->by,
                        '2031-01-01T00:00:00Z',
                        0,
                    ),
                    $bench->log,
                );
                $same = static fn(BenchState $s): array => [
                    $s->power,
                    $s->powerSince,
                    array_map(static fn($c): string => $c->words(), $s->openChanges()),
                    array_map(
                        static fn(Gate $g): array => array_map(
                            static fn($i): string => $i->sentence,
                            Gates::missing($g, $supply, $s),
                        ),
                        Gate::cases(),
                    ),
                ];
                self::assertSame($same($bench->state()), $same(Fold::of($supply, $other)));
            });
    }

    private function assertSound(BenchState $state): void
    {
        foreach ($state->openChanges() as $change) {
            if ($state->power === PowerState::Live) {
                self::assertNotSame(Standing::Forbidden, $change->kind->at(Gate::Mains), $change->words());
            }
            self::assertNull($state->closedAt, "closed with {$change->words()}");
            self::assertNull($state->handedBackAt, "handed back with {$change->words()}");
        }
        self::assertNull(Gates::violated($state));
    }

    private function enter(Bench $bench, int $number): void
    {
        $pick = static fn(array $of, int $by): mixed => $of[intdiv($number, $by) % count($of)];
        $part = (string) $pick(self::PARTS, 16);
        $ledger = array_keys($bench->state()->ledger);
        [$kind, $payload] = match ($number % 14) {
            0, 1, 2 => [
                'change',
                [
                    'change' => $pick(array_column(ChangeKind::cases(), 'value'), 112),
                    'part' => $part,
                    'value' => '47',
                    'where' => 'somewhere',
                ],
            ],
            3, 4 => [
                'change_closed',
                [
                    'change' => $ledger === [] ? '' : $pick($ledger, 16),
                    'how' => $pick(['undone', 'permanent'], 48),
                    'why' => 'so',
                ],
            ],
            5 => [
                'allow',
                ['change' => $ledger === [] ? '' : $pick($ledger, 16), 'gate' => $pick(['limited', 'mains'], 48)],
            ],
            6 => [
                'power',
                ['power' => $pick(['unplugged', 'limited', 'live'], 16), 'mode' => $pick(['loaded', 'unloaded'], 48)],
            ],
            7 => [
                'override',
                ['gate' => $pick(array_column(Gate::cases(), 'value'), 16), 'reason' => 'because I say so'],
            ],
            8 => [
                'strike',
                ['entry' => $bench->log === [] ? '' : $bench->log[intdiv($number, 16) % count($bench->log)]->id],
            ],
            9 => ['repair', ['part' => $part, 'out' => 'a', 'in' => 'b']],
            10 => ['cause', ['part' => 'C3', 'fault' => $pick(['dried', 'short'], 16)]],
            11 => ['looked', ['what' => $pick(['closed', 'polarity C3', 'polarity C1'], 16)]],
            12 => ['reading', ['text' => $pick(['tp4 4k7', 'd1 0.6 diode', 'd2 0.6 diode', 'c1 5k', 'tp4 5.0'], 16)]],
            default => [
                $pick(['close', 'handback', 'taken', 'refitted'], 16),
                [
                    'kind' => 'shield',
                    'text' => 'sheet',
                    'where' => 'lid',
                    'step' => array_key_first($bench->state()->taken) ?? '',
                ],
            ],
        };
        self::offer($bench, (string) $kind, $payload);
    }

    /** @param array<string, mixed> $payload */
    private static function offer(Bench $bench, string $kind, array $payload): void
    {
        try {
            $bench->add($kind, $payload);
        } catch (EntryRefused $refused) {
            self::assertGreaterThan(10, strlen($refused->getMessage()), 'a refusal says why');
        }
    }
}

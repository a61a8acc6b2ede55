<?php

declare(strict_types=1);

namespace App\Knowledge;

use App\Models\Solve;
use App\Models\SolvePiece;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Diagnosis\DictionaryBuilder;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Throwable;

/**
 * What the engine has to work out, cut into pieces that any number of workers take, the most useful first: a unit on a
 * bench before what is merely kept, one that somebody looks at before all, the mode it stands in before others, likely
 * faults before rare ones.
 */
final class Pieces
{
    /** Faults in a piece: of a small supply all at once, of one that switches a few seconds' worth. */
    private const SMALL = 60;

    private const LARGE = 6;

    /** Minutes after which a piece that a worker took and never brought back is given to another; and how often. */
    private const LEASE = 10;

    private const MOST_ATTEMPTS = 2;

    /** Seconds between two dictionaries of the same supply as far as it is known, once its present mode is. */
    private const BETWEEN = 8.0;

    /** Seconds for which a bench that asked counts as one that somebody looks at: pages ask every other second. */
    public const LOOKED_AT = 12;

    /** Ranks of one mode; those of the next come after them. */
    private const PER_MODE = 10_000;

    /**
     * @var array{string, CachedKnowledge, DictionaryBuilder}|null the supply solved last: most pieces follow one of the
     *     same
     */
    private ?array $last = null;

    /** @var array<string, float> when a dictionary was last put together, by hash */
    private array $shown = [];

    public function __construct(private readonly Repository $cache) {}

    /** Puts down what there is to do, and hands out tickets for it. */
    public function ask(Description $supply, bool $isUrgent): void
    {
        $hash = $supply->hash();
        Solve::query()->updateOrCreate(
            ['hash' => $hash],
            [
                'title' => $supply->title,
                'description' => $supply->written,
                'state' => Solve::QUEUED,
                'done' => 0,
                'total' => 0,
                'is_urgent' => $isUrgent,
                'mode' => null,
                'engine' => config('oculant.engine'),
                'message' => null,
            ],
        );
        SolvePiece::query()->where('hash', $hash)->delete();
        $pieces = self::cut($supply);
        foreach (array_chunk($pieces, 200) as $some) {
            SolvePiece::query()->insert(
                array_map(
                    static fn(array $piece): array => ['hash' => $hash, 'state' => SolvePiece::WAITING] + [
                            'faults' =>
                                $piece['faults'] === null ? null : json_encode($piece['faults'], JSON_THROW_ON_ERROR),
                        ] +
                        $piece,
                    $some,
                ),
            );
        }
        Solve::query()
            ->whereKey($hash)
            ->update(['total' => array_sum(array_map(static fn(array $p): int => count($p['faults'] ?? []), $pieces))]);
        $this->handOut($isUrgent);
    }

    public function handOut(bool $isUrgent): void
    {
        // One for each worker: a ticket lasts as long as anything is waiting.
        for ($ticket = 0; $ticket < config()->integer('oculant.workers'); $ticket++) {
            SolveNext::dispatch()->onQueue($isUrgent ? 'urgent' : 'default');
        }
    }

    /**
     * @return list<array{name: string, mode: string, rank: int, faults: list<string>|null}>
     */
    private static function cut(Description $supply): array
    {
        $hypotheses = (new DictionaryBuilder($supply))->hypotheses();
        uasort($hypotheses, static fn(Hypothesis $a, Hypothesis $b): int => $b->weight <=> $a->weight);
        $chunks = array_chunk(
            array_map(strval(...), array_keys($hypotheses)),
            $supply->isLarge() ? self::LARGE : self::SMALL,
        );
        $pieces = [];
        foreach (array_map(strval(...), array_keys($supply->modes)) as $number => $mode) {
            $base = $number * self::PER_MODE;
            $pieces[] = ['name' => SolvePiece::FIRST . " {$mode}", 'mode' => $mode, 'rank' => $base, 'faults' => null];
            foreach ($chunks as $k => $ids) {
                $pieces[] = [
                    'name' => SolvePiece::FAULTS . " {$mode} {$k}",
                    'mode' => $mode,
                    'rank' => $base + 10 + 2 * $k,
                    'faults' => $ids,
                ];
            }
            // Windows are narrower than the first idea of them; what the likely faults do tells more.
            $pieces[] = [
                'name' => SolvePiece::WINDOWS . " {$mode}",
                'mode' => $mode,
                'rank' => $base + 11 + 2 * intdiv(count($chunks), 2),
                'faults' => null,
            ];
        }

        return $pieces;
    }

    /** Solves the most useful piece that is waiting; false if there is none. */
    public function solveNext(): bool
    {
        $piece = DB::transaction(fn(): ?SolvePiece => $this->claim(), 3);
        if ($piece === null) {
            return false;
        }
        $start = microtime(true);
        try {
            $this->solve($piece);
            $piece->update(['state' => SolvePiece::DONE, 'seconds' => microtime(true) - $start, 'message' => null]);
        } catch (Throwable $e) {
            report($e);
            if ($piece->what() === SolvePiece::WINDOWS) {
                $this->of($piece->hash)[0]->giveUpWindows($piece->mode);
            }
            $piece->update([
                'state' => SolvePiece::FAILED,
                'seconds' => microtime(true) - $start,
                'message' => mb_substr($e->getMessage(), 0, 500),
            ]);
        }
        $this->account($piece);

        return true;
    }

    private function claim(): ?SolvePiece
    {
        SolvePiece::query()
            ->where('state', SolvePiece::CLAIMED)
            ->where('attempts', '>=', self::MOST_ATTEMPTS)
            ->where('claimed_at', '<', Carbon::now()->subMinutes(self::LEASE))
            ->update([
                'state' => SolvePiece::FAILED,
                'message' => 'The worker was stopped twice while it solved this.',
            ]);
        $piece = SolvePiece::query()
            ->join('solves', 'solves.hash', '=', 'solve_pieces.hash')
            ->where(
                static fn(Builder $open) => $open
                    ->where('solve_pieces.state', SolvePiece::WAITING)
                    ->orWhere(
                        static fn(Builder $lost) => $lost
                            ->where('solve_pieces.state', SolvePiece::CLAIMED)
                            ->where('claimed_at', '<', Carbon::now()->subMinutes(self::LEASE)),
                    ),
            )
            ->orderByRaw('(solves.is_urgent AND solves.asked_at > ?) DESC', [
                Carbon::now()->subSeconds(self::LOOKED_AT),
            ])
            ->orderByDesc('solves.is_urgent')
            ->orderByRaw('solve_pieces.mode <=> solves.mode DESC')
            ->orderBy('rank')
            ->orderBy('solve_pieces.id')
            ->select('solve_pieces.*')
            ->lock('for update skip locked')
            ->first();
        $piece?->update([
            'state' => SolvePiece::CLAIMED,
            'claimed_at' => Carbon::now(),
            'attempts' => $piece->attempts + 1,
        ]);

        return $piece;
    }

    private function solve(SolvePiece $piece): void
    {
        [$knowledge, $builder] = $this->of($piece->hash);
        match ($piece->what()) {
            SolvePiece::FIRST => $knowledge->solveFirst($piece->mode),
            SolvePiece::WINDOWS => $knowledge->solveWindows($piece->mode),
            default => $knowledge->solveFaults($builder, $piece->mode, $piece->faults ?? []),
        };
        if ($piece->faults !== null) {
            // What it needed of the usual mode is solved with it.
            SolvePiece::query()
                ->where('hash', $piece->hash)
                ->where('state', SolvePiece::WAITING)
                ->where('faults', json_encode($piece->faults, JSON_THROW_ON_ERROR))
                ->where('mode', $knowledge->usualMode())
                ->update(['state' => SolvePiece::DONE, 'seconds' => 0.0]);
        }
    }

    /** @return array{CachedKnowledge, DictionaryBuilder} */
    private function of(string $hash): array
    {
        if ($this->last === null || $this->last[0] !== $hash) {
            $supply = DescriptionReader::fromArray(Solve::query()->findOrFail($hash)->description);
            $this->last = [
                $hash,
                new CachedKnowledge($supply, $this->cache, config()->string('oculant.engine')),
                new DictionaryBuilder($supply),
            ];
        }

        return [$this->last[1], $this->last[2]];
    }

    /** Puts together what is known now, and says how far it is. */
    private function account(SolvePiece $piece): void
    {
        $hash = $piece->hash;
        $all = SolvePiece::query()
            ->where('hash', $hash)
            ->get(['id', 'name', 'mode', 'state', 'faults', 'message']);
        $isOver = $all->every(
            static fn(SolvePiece $p): bool => in_array($p->state, [SolvePiece::DONE, SolvePiece::FAILED], true),
        );
        $count = static fn(string ...$states): int => (int) $all
            ->whereIn('state', $states)
            ->sum(static fn(SolvePiece $p): int => count($p->faults ?? []));
        [$knowledge, $builder] = $this->of($hash);
        $solved = $all->where('state', SolvePiece::DONE)->filter(static fn(SolvePiece $p): bool => $p->faults !== null);
        // As long as little is known every piece is worth showing; later only now and then.
        $isEarly = $solved->count() <= 4 || $solved->where('mode', '!=', $piece->mode)->isEmpty();
        if (
            ($piece->faults !== null &&
                ($isOver || $isEarly || microtime(true) - ($this->shown[$hash] ?? 0.0) > self::BETWEEN)) ||
            $isOver
        ) {
            $this->shown[$hash] = microtime(true);
            $pieces = array_values($solved->all());
            $lost = array_map(
                static fn(int $number): int => $pieces[$number]->id,
                $knowledge->putTogether(
                    $builder,
                    array_map(
                        static fn(SolvePiece $p): array => ['mode' => $p->mode, 'faults' => $p->faults ?? []],
                        $pieces,
                    ),
                    $isOver,
                ),
            );
            if ($lost !== []) {
                // Somebody has emptied the store meanwhile.
                SolvePiece::query()
                    ->whereIn('id', $lost)
                    ->update(['state' => SolvePiece::WAITING, 'attempts' => 0]);
                $this->handOut(true);
                $isOver = false;
            }
        }
        $failed = $all->where('state', SolvePiece::FAILED);
        Solve::query()
            ->whereKey($hash)
            ->update([
                'state' => match (true) {
                    !$isOver => Solve::RUNNING,
                    $failed->count() === $all->count() => Solve::FAILED,
                    default => Solve::READY,
                },
                'done' => $count(SolvePiece::DONE),
                'updated_at' => Carbon::now(),
                'message' => $failed->isEmpty()
                    ? null
                    : sprintf(
                        '%d faults could not be worked out: %s',
                        $count(SolvePiece::FAILED),
                        $failed->first()->message ?? '',
                    ),
            ]);
        // With something changed for the time being it keeps one mode, and its plan is that of the unchanged one.
        if ($isOver && $all->pluck('mode')->unique()->count() > 1) {
            event(new SolvedWhole($hash));
        }
    }
}

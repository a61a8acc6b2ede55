<?php

declare(strict_types=1);

namespace App\Knowledge;

use App\Jobs\SolveFaults;
use App\Models\Solve;
use Illuminate\Contracts\Cache\Repository;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Supply\Description;

/** Gives the knowledge of any description, and sees to it that it gets solved. */
final class Library
{
    /** Of the description asked for last: a request asks for one again and again. */
    private ?CachedKnowledge $last = null;

    private string $lastHash = '';

    public function __construct(private readonly Repository $cache)
    {
    }

    public function of(Description $supply): Knowledge
    {
        return $this->known($supply);
    }

    private function known(Description $supply): CachedKnowledge
    {
        // What was not solved a moment ago may be by now.
        if ($this->last === null || $this->lastHash !== $supply->hash() || ! $this->last->isWhole()) {
            $this->last = new CachedKnowledge($supply, $this->cache);
            $this->lastHash = $supply->hash();
        }

        return $this->last;
    }

    /**
     * Sees to it that the faults of a description get solved: a small one at once, a large one on the queue.
     *
     * @param bool $isUrgent true if somebody stands at the bench with it: then it goes before what is merely kept
     */
    public function prepare(Description $supply, bool $isUrgent = false): void
    {
        $knowledge = $this->known($supply);
        if (! $knowledge->isWhole() && ! $supply->isLarge()) {
            $knowledge->solve(static fn() => null);
        }
        if ($knowledge->isWhole()) {
            return;
        }
        $known = $this->progress($supply);
        if ($known?->isUnderWay() === true) {
            if ($isUrgent && $known->state === Solve::QUEUED && ! $known->is_urgent) {
                $known->update(['is_urgent' => true]);
                SolveFaults::dispatch($supply->hash())->onQueue('urgent');
            }

            return;
        }
        Solve::query()->updateOrCreate(
            ['hash' => $supply->hash()],
            ['title' => $supply->title, 'description' => $supply->written, 'state' => Solve::QUEUED, 'done' => 0, 'total' => 0, 'is_urgent' => $isUrgent, 'message' => null],
        );
        SolveFaults::dispatch($supply->hash())->onQueue($isUrgent ? 'urgent' : 'default');
    }

    public function progress(Description $supply): ?Solve
    {
        return Solve::query()->find($supply->hash());
    }

    /** @param callable(int, int): void $progress steps done and in all */
    public function solve(Description $supply, callable $progress): void
    {
        $this->known($supply)->solve($progress);
    }

    /**
     * Something else that follows from a description alone, kept in the same way.
     *
     * @template T
     *
     * @param callable(): T $compute
     *
     * @return T
     */
    public function remember(Description $supply, string $what, callable $compute): mixed
    {
        return $this->cache->remember("oculant:view:5:{$supply->hash()}:{$what}", now()->addDays(30), $compute(...));
    }
}

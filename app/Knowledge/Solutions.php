<?php

declare(strict_types=1);

namespace App\Knowledge;

use App\Models\Solve;
use Illuminate\Contracts\Cache\Repository;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Supply\Description;
use Throwable;

/** Gives the knowledge of any description, and sees to it that it gets solved. */
final class Solutions
{
    /** Seconds after which what nobody has solved is asked for again. */
    private const ASKED = 300;

    /** Days that what was worked out is kept unasked. */
    private const KEPT = 30;

    private const ANSWERS = 'oculant.answers';

    /** Of the description asked for last: a request asks for one again and again. */
    private ?CachedKnowledge $last = null;

    private string $lastHash = '';

    public function __construct(private readonly Repository $cache, private readonly Pieces $pieces) {}

    public function of(Description $supply): Knowledge
    {
        return $this->known($supply);
    }

    private function known(Description $supply): CachedKnowledge
    {
        // What was not solved a moment ago may be by now.
        if ($this->last === null || $this->lastHash !== $supply->hash() || !$this->last->isWhole()) {
            $this->last = new CachedKnowledge($supply, $this->cache, config()->string('oculant.engine'));
            $this->lastHash = $supply->hash();
        }

        return $this->last;
    }

    /**
     * Sees to it that the faults of a description get solved, by workers: never here.
     *
     * @param bool $isUrgent true if somebody stands at the bench with it: then it goes before what is merely kept
     * @param string|null $mode     in which it stands
     */
    public function prepare(Description $supply, bool $isUrgent = false, ?string $mode = null): void
    {
        if ($this->known($supply)->isWhole()) {
            return;
        }
        $known = $this->progress($supply);
        if ($known?->isUnderWay() !== true) {
            $this->pieces->ask($supply, $isUrgent);
            $known = $this->progress($supply);
        }
        if ($known?->isSilent() === true) {
            $known->touch();
            $this->pieces->handOut($known->is_urgent);
        }
        $changes =
            ($isUrgent && !$known?->is_urgent ? ['is_urgent' => true] : []) +
            ($mode !== null && $known?->mode !== $mode ? ['mode' => $mode] : []);
        if ($known !== null && $changes !== []) {
            $known->update($changes);
            $this->pieces->handOut($known->is_urgent);
        }
        if ($isUrgent && $known?->asked_at?->isAfter(now()->subSeconds(Pieces::LOOKED_AT / 3)) !== true) {
            Solve::query()
                ->whereKey($supply->hash())
                ->toBase()
                ->update(['asked_at' => now()]);
        }
    }

    /**
     * The same at the mains that was measured, for what is solved quickly; until then it is read off between the limits
     * of the nominal one.
     */
    public function prepareAt(Description $supply, float $mainsVolts): void
    {
        if (
            !$supply->isLarge() &&
            $this->known($supply)->isWhole() &&
            !$this->known($supply)->isSolvedAt($mainsVolts) &&
            $this->cache->add("oculant:at:{$supply->hash()}:{$mainsVolts}", true, self::ASKED)
        ) {
            SolveAtMains::dispatch($supply->written, $mainsVolts)->onQueue('urgent');
        }
    }

    /** Whether nothing is left to be worked out that anybody asked for. */
    public function isComplete(Description $supply, ?float $mainsVolts): bool
    {
        $known = $this->known($supply);

        return $known->isWhole() &&
            $known->wanted() === [] &&
            ($mainsVolts === null || $supply->isLarge() || $known->isSolvedAt($mainsVolts));
    }

    /** Pairs of faults that somebody would have liked to compare with. */
    public function preparePairs(Description $supply): void
    {
        foreach ($this->known($supply)->wanted() as $pair) {
            if ($this->cache->add("oculant:pair:{$supply->hash()}:{$pair->id}", true, self::ASKED)) {
                SolvePair::dispatch($supply->written, $pair)->onQueue('urgent');
            }
        }
    }

    public function solvePair(Description $supply, Hypothesis $pair): void
    {
        $this->known($supply)->solvePair($pair);
    }

    public function solveAt(Description $supply, float $mainsVolts): void
    {
        $this->known($supply)->solveAt($mainsVolts);
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
     * Something else that follows from a description alone, kept in the same way. What a large supply would take too
     * long with for a page that somebody waits for is asked of a worker.
     *
     * @template T
     *
     * @param callable(): T                                   $compute
     * @param array{class-string, string, list<mixed>} $work what a worker calls for it: class, method, and what comes
     *     after the description
     *
     * @param bool $isLong whatever the supply, and whoever asks for it
     *
     * @return T
     *
     * @throws BeingWorkedOut
     */
    public function remember(
        Description $supply,
        string $what,
        callable $compute,
        array $work,
        bool $isLong = false,
    ): mixed {
        $key = self::viewKey($supply, $what);
        $isSoon = !$supply->isLarge() && !$isLong;
        if ($this->mayCompute($isLong) || $isSoon || $this->cache->has($key)) {
            return $this->cache->remember($key, now()->addDays(self::KEPT), $compute(...));
        }
        $refused = $this->cache->get("{$key}:refused");
        if (is_string($refused)) {
            throw new Refusal($refused);
        }
        if ($this->cache->add("{$key}:asked", true, self::ASKED)) {
            WorkOut::dispatch($supply->written, $what, $work);
        }

        throw new BeingWorkedOut();
    }

    /** What remember() would give, where the engine cannot: whoever asks is told why, for a while. */
    public function refuse(Description $supply, string $what, Throwable $why): void
    {
        $this->cache->put(self::viewKey($supply, $what) . ':refused', $why->getMessage(), self::ASKED);
    }

    private static function viewKey(Description $supply, string $what): string
    {
        return 'oculant:view:' . config()->string('oculant.build') . ":{$supply->hash()}:{$what}";
    }

    /** What was sent in is kept by now, and the rest of the request only answers: a worker has more time for it. */
    public function onlyAnswers(): void
    {
        request()->attributes->set(self::ANSWERS, true);
    }

    /** Workers and commands have time; so has whoever sends something in, which must not get lost. */
    private function mayCompute(bool $isLong): bool
    {
        $isSent = !$isLong && !request()->isMethodSafe() && !request()->attributes->has(self::ANSWERS);

        return config('oculant.patient') ?? app()->runningInConsole() || $isSent;
    }
}

<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Cache\LockProvider;
use Illuminate\Contracts\Cache\Repository;
use Oculant\Core\Diagnosis\DeadRow;
use Oculant\Core\Diagnosis\DictionaryBuilder;
use Oculant\Core\Diagnosis\DictionaryRows;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** Knowledge kept by the content of the description, so that every bench with the same supply shares it. */
final class CachedKnowledge implements Knowledge
{
    /** Seconds to wait for another worker that puts a dictionary together. */
    private const PATIENCE = 60;

    private SolvedKnowledge $solved;

    /** @var array<string, mixed> */
    private array $here = [];

    /** @var array<string, array<string, float>> */
    private array $rows = [];

    /** @var array<string, FaultDictionary> by mains as measured: asked for thousands of times a request */
    private array $atMains = [];

    /** @var array<string, true> by mains */
    private array $fetched = [];

    private ?bool $isWhole = null;

    /** While it is not whole. */
    private ?FaultDictionary $sofar = null;

    /** @var array<string, self> by hash */
    private array $altered = [];

    /** @var array<string, Hypothesis> pairs that are not solved, by id */
    private array $wanted = [];

    /**
     * @param string|null $engine    its fingerprint; null to take it from the code
     * @param bool $isPatient true where nobody waits for a page: then even what takes seconds is solved where it is
     *     asked for
     */
    public function __construct(
        private readonly Description $supply,
        private readonly Repository $cache,
        private readonly ?string $engine = null,
        private readonly bool $isPatient = false,
    ) {
        $this->solved = new SolvedKnowledge($supply);
    }

    public function isWhole(): bool
    {
        // What was pruned in part is worked out again by workers, not by whoever asks first.
        return $this->isWhole ??= !in_array(null, $this->fetch(['whole', 'd:', ...$this->modes(null)]), true);
    }

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        if (!$this->isWhole()) {
            $this->fetchModes(null);
            $found =
                $this->here["x:{$mode}:"] ??
                ($this->here["first:{$mode}"] ??
                    ($this->here["none:{$mode}"] ??= Expectations::unsolved(
                        $this->supply,
                        $this->supply->mode($mode),
                    )));

            /** @var Expectations $found */
            return $mainsVolts === null ? $found : $found->atMains($mainsVolts);
        }
        $here = $this->here["x:{$mode}:{$mainsVolts}"] ?? null;
        if ($here instanceof Expectations) {
            return $here;
        }
        if ($mainsVolts !== null && $this->supply->isLarge()) {
            return $this->here["x:{$mode}:{$mainsVolts}"] = $this->expectations($mode, null)->atMains($mainsVolts);
        }

        $this->fetchModes($mainsVolts);

        $here = $this->here["x:{$mode}:{$mainsVolts}"] ?? null;
        if ($here instanceof Expectations) {
            return $here;
        }

        return $mainsVolts !== null
            ? ($this->here["x:{$mode}:{$mainsVolts}"] = $this->expectations($mode, null)->atMains($mainsVolts))
            : $this->keep("x:{$mode}:", fn(): Expectations => $this->solved->expectations($mode, null));
    }

    /** Whether it was solved as this mains has it. */
    public function isSolvedAt(float $mainsVolts): bool
    {
        $step = SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);
        $names = [...$step === null ? [] : ["d:{$step}"], ...$this->modes($mainsVolts)];

        return array_filter($this->fetch(array_values(array_diff($names, array_keys($this->here)))), is_null(...)) ===
            [];
    }

    /** Windows at exactly that mains, and the faults at the step of it that they are solved for. */
    public function solveAt(float $mainsVolts): void
    {
        foreach (array_keys($this->supply->modes) as $mode) {
            $this->cache->forever(
                $this->key("x:{$mode}:{$mainsVolts}"),
                $this->solved->expectations((string) $mode, $mainsVolts),
            );
        }
        $step = SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);
        if ($step !== null) {
            $this->cache->forever($this->key("d:{$step}"), $this->solved->dictionary($mainsVolts));
        }
        $this->forgetHere();
    }

    /** Whoever asks for one mode asks for all: one question to the cache instead of one per mode. */
    private function fetchModes(?float $mainsVolts): void
    {
        if (isset($this->fetched["mains {$mainsVolts}"])) {
            return;
        }
        $this->fetched["mains {$mainsVolts}"] = true;
        $step = 'd:' . SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);
        $early = $this->isWhole()
            ? []
            : array_map(static fn(int|string $mode): string => "first:{$mode}", array_keys($this->supply->modes));
        $this->fetch(
            array_values(
                array_diff([...$this->modes($mainsVolts), ...$early, $step], array_keys(array_filter($this->here))),
            ),
        );
    }

    /** @return list<string> what the windows of each mode are kept as */
    private function modes(?float $mainsVolts): array
    {
        return array_map(
            static fn(int|string $mode): string => "x:{$mode}:{$mainsVolts}",
            array_keys($this->supply->modes),
        );
    }

    /**
     * Several things in one question to the cache; what it has is kept at hand.
     *
     * @param list<string> $names
     *
     * @return array<string, mixed> by name, null for what it has not
     */
    private function fetch(array $names): array
    {
        $known = $names === [] ? [] : $this->cache->many(array_map($this->key(...), $names));
        $found = [];
        foreach ($names as $name) {
            $found[$name] = $known[$this->key($name)] ?? null;
            if (is_object($found[$name])) {
                $this->here[$name] ??= $found[$name];
            }
        }

        return $found;
    }

    public function dictionary(?float $mainsVolts): FaultDictionary
    {
        if (!$this->isWhole()) {
            return $this->sofar ??=
                $this->fetch(['d:'])['d:'] ??
                ($this->fetch(['good'])['good'] ??
                    FaultDictionary::unsolved(array_map(strval(...), array_keys($this->supply->modes))));
        }

        return $this->atMains["mains {$mainsVolts}"] ??= $this->at(
            SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply),
        );
    }

    /** At a step of the mains that nobody has solved yet the faults are those of the nominal one. */
    private function at(?float $step): FaultDictionary
    {
        $found = $step === null ? null : $this->here["d:{$step}"] ?? $this->fetch(["d:{$step}"])["d:{$step}"];
        if ($found instanceof FaultDictionary) {
            return $found;
        }

        return $this->keep('d:', fn(): FaultDictionary => $this->solved->dictionary(null));
    }

    public function deadRow(string $mode, string $check, string $quantity): array
    {
        if (!$this->isWhole()) {
            return [];
        }

        return $this->rows["{$mode} {$check} {$quantity}"] ??= $this->cache->rememberForever(
            $this->key("r:{$mode}:{$check}:{$quantity}"),
            fn(): array => DeadRow::of($this->supply, $this->dictionary(null), $mode, $check, $quantity),
        );
    }

    public function altered(Description $altered): self
    {
        $known = $this->altered[$altered->hash()] ??= new self($altered, $this->cache, $this->engine, $this->isPatient);
        if ($this->isPatient && !$known->isWhole()) {
            $known->solve(static fn() => null);
        }

        return $known;
    }

    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary
    {
        $step = SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);
        $name = "p:{$pair->id}:{$step}";
        if (
            !$this->isPatient &&
            $this->supply->isLarge() &&
            !isset($this->here[$name]) &&
            $this->fetch([$name])[$name] === null
        ) {
            // Seconds each: for the workers. Until then it is not thought of.
            $this->wanted[$pair->id] = $pair;

            return FaultDictionary::unsolved([]);
        }

        return $this->keep($name, fn(): FaultDictionary => $this->solved->pair($pair, $mainsVolts));
    }

    /** @return list<Hypothesis> pairs that were asked for and are not solved */
    public function wanted(): array
    {
        return array_values($this->wanted);
    }

    public function solvePair(Hypothesis $pair): void
    {
        $this->keep("p:{$pair->id}:", fn(): FaultDictionary => $this->solved->pair($pair, null));
    }

    public function known(string $mode): float
    {
        return $this->isWhole() ? 1.0 : $this->dictionary(null)->known($mode);
    }

    public function usualMode(): string
    {
        return $this->supply->mode(null)->id;
    }

    /** What can be had at once: roughly what a good unit reads in a mode, and what its dead checks show. */
    public function solveFirst(string $mode): void
    {
        $this->cache->forever(
            $this->key("first:{$mode}"),
            Expectations::roughly($this->supply, $this->supply->mode($mode)),
        );
        if ($this->cache->get($this->key('good')) === null) {
            $this->cache->forever($this->key('good'), (new DictionaryBuilder($this->supply))->goodUnitOnly());
        }
    }

    /** Windows that cannot be worked out are not known, and the rest is whole without them. */
    public function giveUpWindows(string $mode): void
    {
        $this->cache->forever(
            $this->key("x:{$mode}:"),
            Expectations::unsolved($this->supply, $this->supply->mode($mode)),
        );
    }

    public function solveWindows(string $mode): void
    {
        $this->cache->forever($this->key("x:{$mode}:"), Expectations::of($this->supply, $this->supply->mode($mode)));
    }

    /**
     * What some faults do in one mode. What breaks in the usual mode is broken in every other, so that comes first.
     *
     * @param list<string> $ids of hypotheses
     */
    public function solveFaults(DictionaryBuilder $builder, string $mode, array $ids): DictionaryRows
    {
        $usual = $this->usualMode();
        $before =
            $mode === $usual
                ? null
                : $this->cache->get($this->key(self::piece($usual, $ids))) ??
                    $this->solveFaults($builder, $usual, $ids);
        $rows = $builder->piece($this->supply->mode($mode), $ids, null, $before);
        $this->cache->forever($this->key(self::piece($mode, $ids)), $rows);

        return $rows;
    }

    /** @param list<string> $ids */
    private static function piece(string $mode, array $ids): string
    {
        return "p:{$mode}:" . md5(implode(' ', $ids));
    }

    /**
     * A dictionary of what was solved so far; with the last piece the whole.
     *
     * @param list<array{mode: string, faults: list<string>}> $pieces those that were solved
     *
     * @return list<int> numbers of those that the store has lost
     */
    public function putTogether(DictionaryBuilder $builder, array $pieces, bool $isOver): array
    {
        $store = $this->cache->getStore();
        $lost = [];
        $put = function () use ($builder, $pieces, $isOver, &$lost): void {
            if ($this->isWholeNow()) {
                return;
            }
            $rows = new DictionaryRows();
            foreach ($pieces as $number => $piece) {
                $known = $this->cache->get($this->key(self::piece($piece['mode'], $piece['faults'])));
                if ($known instanceof DictionaryRows) {
                    $rows->join($known);
                } else {
                    $lost[] = $number;
                }
            }
            // Of an earlier whole something was lost, or it would not be put together again.
            $this->cache->forget($this->key('whole'));
            $this->cache->forever($this->key('d:'), $builder->assemble($rows));
            if ($isOver && $lost === []) {
                $this->cache->forever($this->key('whole'), true);
                foreach ($pieces as $piece) {
                    $this->cache->forget($this->key(self::piece($piece['mode'], $piece['faults'])));
                }
            }
        };
        $store instanceof LockProvider
            ? $store->lock($this->key('putting'), self::PATIENCE)->block(self::PATIENCE, $put)
            : $put();
        $this->forgetHere();

        return $lost;
    }

    /** Another worker may have put it together meanwhile. */
    private function isWholeNow(): bool
    {
        $this->forgetHere();

        return $this->isWhole();
    }

    private function forgetHere(): void
    {
        $this->isWhole = $this->sofar = null;
        $this->here = $this->fetched = $this->atMains = [];
    }

    /**
     * Solves everything at nominal mains and keeps it.
     *
     * @param callable(int, int): void $progress steps done and in all
     */
    public function solve(callable $progress): void
    {
        $builder = new DictionaryBuilder($this->supply);
        $faults = count($builder->hypotheses());
        $modes = count($this->supply->modes);
        // The windows of a mode take about as long as a tenth of its faults.
        $share = max(1, intdiv($faults, 10));
        $total = $modes * ($faults + $share);
        $done = 0;
        foreach (array_keys($this->supply->modes) as $mode) {
            $this->solveWindows((string) $mode);
            $progress($done += $share, $total);
        }
        $this->cache->forever(
            $this->key('d:'),
            $builder->build(null, static fn(int $solved) => $progress($done + $solved, $total)),
        );
        $this->cache->forever($this->key('whole'), true);
        $this->forgetHere();
    }

    /**
     * @template T of object
     *
     * @param callable(): T $solve
     *
     * @return T
     */
    private function keep(string $what, callable $solve): object
    {
        /** @var T */
        return $this->here[$what] ??= $this->cache->rememberForever($this->key($what), $solve(...));
    }

    private function key(string $what): string
    {
        return sprintf('oculant:%s:%s:%s', $this->engine ?? Engine::hash(), $this->supply->hash(), $what);
    }
}

<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Cache\Repository;
use Oculant\Core\Diagnosis\DeadRow;
use Oculant\Core\Diagnosis\DictionaryBuilder;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\FirstKnowledge;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** Knowledge kept by the content of the description, so that every bench with the same supply shares it. */
final class CachedKnowledge implements Knowledge
{
    /** Raised when the engine's results or the cached classes change. */
    private const ENGINE = 20;

    private SolvedKnowledge $solved;

    private FirstKnowledge $first;

    /** @var array<string, mixed> */
    private array $here = [];

    /** @var array<string, array<string, float>> */
    private array $rows = [];

    /** @var array<string, FaultDictionary> by mains as measured: asked for thousands of times a request */
    private array $atMains = [];

    /** @var array<string, true> by mains */
    private array $fetched = [];

    private ?bool $isWhole = null;

    /** @var array<string, self> by hash */
    private array $altered = [];

    public function __construct(private readonly Description $supply, private readonly Repository $cache)
    {
        $this->solved = new SolvedKnowledge($supply);
        $this->first = new FirstKnowledge($supply);
    }

    public function isWhole(): bool
    {
        return $this->isWhole ??= $this->fetch(['whole', 'd:', ...$this->modes(null)])['whole'] === true;
    }

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        if (! $this->isWhole()) {
            return $this->keep("first:{$mode}", fn(): Expectations => $this->first->expectations($mode, null));
        }
        $here = $this->here["x:{$mode}:{$mainsVolts}"] ?? null;
        if ($here instanceof Expectations) {
            return $here;
        }
        if ($mainsVolts !== null && $this->supply->isLarge()) {
            return $this->here["x:{$mode}:{$mainsVolts}"] = $this->expectations($mode, null)->atMains($mainsVolts);
        }

        $this->fetchModes($mainsVolts);

        return $this->keep("x:{$mode}:{$mainsVolts}", fn(): Expectations => $this->solved->expectations($mode, $mainsVolts));
    }

    /** Whoever asks for one mode asks for all: one question to the cache instead of one per mode. */
    private function fetchModes(?float $mainsVolts): void
    {
        if (isset($this->fetched["mains {$mainsVolts}"])) {
            return;
        }
        $this->fetched["mains {$mainsVolts}"] = true;
        $step = 'd:'.SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);
        $this->fetch(array_values(array_diff([...$this->modes($mainsVolts), $step], array_keys(array_filter($this->here)))));
    }

    /** @return list<string> what the windows of each mode are kept as */
    private function modes(?float $mainsVolts): array
    {
        return array_map(static fn(int|string $mode): string => "x:{$mode}:{$mainsVolts}", array_keys($this->supply->modes));
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
        if (! $this->isWhole()) {
            return $this->keep('first', fn(): FaultDictionary => $this->first->dictionary(null));
        }
        return $this->atMains["mains {$mainsVolts}"] ??= $this->keep('d:'.SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply), fn(): FaultDictionary => $this->solved->dictionary($mainsVolts));
    }

    public function deadRow(string $mode, string $check, string $quantity): array
    {
        if (! $this->isWhole()) {
            return $this->first->deadRow($mode, $check, $quantity);
        }

        return $this->rows["{$mode} {$check} {$quantity}"] ??= $this->cache->rememberForever(
            $this->key("r:{$mode}:{$check}:{$quantity}"),
            fn(): array => DeadRow::of($this->supply, $this->dictionary(null), $mode, $check, $quantity),
        );
    }

    public function altered(Description $altered): self
    {
        return $this->altered[$altered->hash()] ??= new self($altered, $this->cache);
    }

    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary
    {
        $step = SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);

        return $this->keep("p:{$pair->id}:{$step}", fn(): FaultDictionary => $this->solved->pair($pair, $mainsVolts));
    }

    /**
     * Solves everything at nominal mains and keeps it.
     *
     * @param callable(int, int): void $progress steps done and in all
     */
    public function solve(callable $progress): void
    {
        $builder = new DictionaryBuilder($this->supply);
        $modes = count($this->supply->modes);
        // The windows of a mode take about as long as a tenth of its faults.
        $share = max(1, intdiv($builder->size(), 10 * $modes));
        $total = $builder->size() + $modes * $share;
        $done = 0;
        foreach (array_keys($this->supply->modes) as $mode) {
            $this->cache->forever($this->key("x:{$mode}:"), Expectations::of($this->supply, $this->supply->mode((string) $mode)));
            $progress($done += $share, $total);
        }
        $this->cache->forever($this->key('d:'), $builder->build(null, static fn(int $solved) => $progress($done + $solved, $total)));
        $this->cache->forever($this->key('whole'), true);
        $this->isWhole = null;
        $this->here = $this->fetched = $this->atMains = [];
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
        return sprintf('oculant:%d:%s:%s', self::ENGINE, $this->supply->hash(), $what);
    }
}

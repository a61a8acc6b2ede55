<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** Knowledge solved on demand and kept for as long as the object lives. */
final class SolvedKnowledge implements Knowledge
{
    /** @var array<string, Expectations> */
    private array $expectations = [];

    /** @var array<string, FaultDictionary> by step of the mains */
    private array $dictionaries = [];

    /** @var array<string, FaultDictionary> the same by mains as measured: asked for thousands of times a request */
    private array $atMains = [];

    /** @var array<string, array<string, float>> by mode, check and quantity */
    private array $rows = [];

    /** @var array<string, FaultDictionary> by pair and mains */
    private array $pairs = [];

    private ?DictionaryBuilder $builder = null;

    /** @var array<string, self> by hash */
    private array $altered = [];

    public function __construct(private readonly Description $supply) {}

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        if ($mainsVolts !== null && $this->supply->isLarge()) {
            return $this->expectations($mode, null)->atMains($mainsVolts);
        }

        return $this->expectations[$mode . '@' . $mainsVolts] ??= Expectations::of(
            $this->supply,
            $this->supply->mode($mode),
            $mainsVolts,
        );
    }

    public function isWhole(): bool
    {
        return true;
    }

    public function known(string $mode): float
    {
        return 1.0;
    }

    public function dictionary(?float $mainsVolts): FaultDictionary
    {
        return $this->atMains["mains {$mainsVolts}"] ??= $this->atStep(
            self::dictionaryMains($mainsVolts, $this->supply),
        );
    }

    private function atStep(?float $step): FaultDictionary
    {
        return $this->dictionaries["mains {$step}"] ??= (new DictionaryBuilder($this->supply))->build($step);
    }

    public function deadRow(string $mode, string $check, string $quantity): array
    {
        return $this->rows["{$mode} {$check} {$quantity}"] ??= DeadRow::of(
            $this->supply,
            $this->dictionary(null),
            $mode,
            $check,
            $quantity,
        );
    }

    public function altered(Description $altered): self
    {
        return $this->altered[$altered->hash()] ??= new self($altered);
    }

    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary
    {
        $step = self::dictionaryMains($mainsVolts, $this->supply);
        $this->builder ??= new DictionaryBuilder($this->supply);

        return $this->pairs["{$pair->id} {$step}"] ??= $this->builder->pair($pair, $step);
    }

    /** Dictionaries are made for steps of 2 % of the nominal mains: finer steps would not change any conclusion. */
    public static function dictionaryMains(?float $mainsVolts, Description $supply): ?float
    {
        // Large ones are solved once; their readings are put on the scale of the nominal mains instead. Far off only
        // windows are asked for.
        if ($mainsVolts === null || $supply->isLarge() || EvidenceList::isFar($mainsVolts, $supply)) {
            return null;
        }
        $step = 0.02 * $supply->mainsVoltage;
        $rounded = round($mainsVolts / $step) * $step;

        return abs($rounded - $supply->mainsVoltage) < $step / 2 ? null : $rounded;
    }
}

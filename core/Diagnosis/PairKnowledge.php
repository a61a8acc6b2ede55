<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** Knowledge with some pairs of faults beside the single ones. */
final class PairKnowledge implements Knowledge
{
    /** @var array<string, FaultDictionary> by mains */
    private array $dictionaries = [];

    /** @var array<string, array<string, float>> by mode, check and quantity: asked for once per hypothesis */
    private array $rows = [];

    /** @var array<string, self> by hash */
    private array $altered = [];

    /** @param list<Hypothesis> $pairs */
    public function __construct(
        private readonly Knowledge $singles,
        private readonly Description $supply,
        private readonly array $pairs,
    ) {}

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        return $this->singles->expectations($mode, $mainsVolts);
    }

    public function isWhole(): bool
    {
        return $this->singles->isWhole();
    }

    public function known(string $mode): float
    {
        return $this->singles->known($mode);
    }

    public function dictionary(?float $mainsVolts): FaultDictionary
    {
        return $this->dictionaries["mains {$mainsVolts}"] ??= array_reduce(
            $this->pairs,
            fn(FaultDictionary $known, Hypothesis $pair): FaultDictionary => $known->and(
                $this->pair($pair, $mainsVolts),
            ),
            $this->singles->dictionary($mainsVolts),
        );
    }

    public function deadRow(string $mode, string $check, string $quantity): array
    {
        return $this->rows["{$mode} {$check} {$quantity}"] ??= array_reduce(
            $this->pairs,
            fn(array $row, Hypothesis $pair): array => $row +
                DeadRow::of($this->supply, $this->pair($pair, null), $mode, $check, $quantity),
            $this->singles->deadRow($mode, $check, $quantity),
        );
    }

    public function altered(Description $altered): self
    {
        return $this->altered[$altered->hash()] ??= new self($this->singles->altered($altered), $altered, $this->pairs);
    }

    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary
    {
        // What is kept may have been solved for somebody who held it more or less likely.
        return $this->singles->pair($pair, $mainsVolts)->heldAs($pair);
    }
}

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

    /** @param list<Hypothesis> $pairs */
    public function __construct(private readonly Knowledge $singles, private readonly Description $supply, private readonly array $pairs)
    {
    }

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        return $this->singles->expectations($mode, $mainsVolts);
    }

    public function isWhole(): bool
    {
        return $this->singles->isWhole();
    }

    public function dictionary(?float $mainsVolts): FaultDictionary
    {
        return $this->dictionaries["mains {$mainsVolts}"] ??= array_reduce(
            $this->pairs,
            fn(FaultDictionary $known, Hypothesis $pair): FaultDictionary => $known->and($this->pair($pair, $mainsVolts)),
            $this->singles->dictionary($mainsVolts),
        );
    }

    public function deadRow(string $mode, string $check, string $quantity): array
    {
        $row = $this->singles->deadRow($mode, $check, $quantity);
        foreach ($this->pairs as $pair) {
            $row += DeadRow::of($this->supply, $this->pair($pair, null), $mode, $check, $quantity);
        }

        return $row;
    }

    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary
    {
        return $this->singles->pair($pair, $mainsVolts);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** What can be had at once: roughly what a good unit reads, and nothing of faults. Enough to work with until the rest is solved. */
final class FirstKnowledge implements Knowledge
{
    /** @var array<string, Expectations> */
    private array $expectations = [];

    private ?FaultDictionary $dictionary = null;

    public function __construct(private readonly Description $supply)
    {
    }

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        return $this->expectations[$mode] ??= Expectations::roughly($this->supply, $this->supply->mode($mode));
    }

    public function isWhole(): bool
    {
        return false;
    }

    public function known(string $mode): float
    {
        return 0.0;
    }

    public function dictionary(?float $mainsVolts): FaultDictionary
    {
        return $this->dictionary ??= (new DictionaryBuilder($this->supply))->goodUnitOnly();
    }

    public function deadRow(string $mode, string $check, string $quantity): array
    {
        return DeadRow::of($this->supply, $this->dictionary(null), $mode, $check, $quantity);
    }

    public function altered(Description $altered): self
    {
        return new self($altered);
    }

    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary
    {
        return (new DictionaryBuilder($this->supply))->pair($pair);
    }
}

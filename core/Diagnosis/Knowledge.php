<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** What is computed from a description alone; worth keeping between requests. */
interface Knowledge
{
    /** @param float|null $mainsVolts as measured; null for nominal with its tolerance */
    public function expectations(string $mode, ?float $mainsVolts): Expectations;

    /** False while it is still being worked out what the faults do; the dictionary then says what it does not know. */
    public function isWhole(): bool;

    /** Share of all faults, by how often they are met, of which it is known what they do in a mode. */
    public function known(string $mode): float;

    public function dictionary(?float $mainsVolts): FaultDictionary;

    /**
     * What a dead check beside those of the dictionary shows under every hypothesis: leads swapped, point to point,
     * another function.
     *
     * @return array<string, float> by hypothesis, "healthy" included; as DeadMeter gives it
     */
    public function deadRow(string $mode, string $check, string $quantity): array;

    /** The same for the supply with something changed for the time being. */
    public function altered(Description $altered): self;

    /** What two faults at once do, in the shape of a dictionary of one hypothesis. */
    public function pair(Hypothesis $pair, ?float $mainsVolts): FaultDictionary;
}

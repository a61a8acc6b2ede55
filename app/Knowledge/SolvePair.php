<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Supply\DescriptionReader;

/** What two faults at once do to a large supply. */
final class SolvePair implements ShouldQueue
{
    use Queueable;

    public int $timeout = 900;

    public int $tries = 1;

    /** @param array<string, mixed> $description */
    public function __construct(public readonly array $description, public readonly Hypothesis $pair) {}

    public function handle(Solutions $solutions): void
    {
        $solutions->solvePair(DescriptionReader::fromArray($this->description), $this->pair);
    }
}

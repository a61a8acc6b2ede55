<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Oculant\Core\Supply\DescriptionReader;

/** What a small supply does at the mains that somebody measured. */
final class SolveAtMains implements ShouldQueue
{
    use Queueable;

    public int $timeout = 600;

    public int $tries = 1;

    /** @param array<string, mixed> $description */
    public function __construct(public readonly array $description, public readonly float $mainsVolts) {}

    public function handle(Solutions $solutions): void
    {
        $solutions->solveAt(DescriptionReader::fromArray($this->description), $this->mainsVolts);
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Bench\JobFile;

/** What has to be told of a unit standing at the bench and of leads being held to it: nothing, or a simulated bench. */
interface BenchWiring
{
    /** @throws InstrumentFailed if the job's unit cannot stand there now */
    public function place(JobFile $file): void;

    /** @throws InstrumentFailed if nothing answers there */
    public function probe(string $target, string $quantity): void;

    /**
     * @param array<int, array{quantity: string, target: string}> $sensors by input of the logger
     *
     * @throws InstrumentFailed if nothing answers there
     */
    public function sensors(array $sensors): void;
}

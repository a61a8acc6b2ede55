<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Bench\JobFile;

/** No simulated bench runs here: an instrument that is only simulated cannot be asked. */
final readonly class NoWiring implements BenchWiring
{
    public function place(JobFile $file): void
    {
        throw InstrumentFailed::unreachable('The simulated bench', 'no port (bin/start runs it)');
    }

    public function probe(string $target, string $quantity): void
    {
        throw InstrumentFailed::unreachable('The simulated bench', 'no port (bin/start runs it)');
    }

    public function sensors(array $sensors): void
    {
        throw InstrumentFailed::unreachable('The simulated bench', 'no port (bin/start runs it)');
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Bench\Proving\ProvingAhead;
use App\Models\Solve;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Oculant\Core\Supply\DescriptionReader;

/**
 * Works out the power-up plan of a large supply, its tests, and what its circuit asks of each part, ahead; after every
 * solve that somebody stands waiting for.
 */
final class PreparePlan implements ShouldQueue
{
    use Queueable;

    public int $timeout = 900;

    public int $tries = 1;

    public function __construct(public readonly string $hash) {}

    public function handle(PowerUpDesk $desk, PartsDesk $parts, ProvingAhead $proving): void
    {
        $supply = DescriptionReader::fromArray(Solve::query()->findOrFail($this->hash)->description);
        $desk->prepare($supply);
        $parts->demands($supply);
        $proving->prepare($supply);
    }
}

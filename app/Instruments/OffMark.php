<?php

declare(strict_types=1);

namespace App\Instruments;

use Psr\Clock\ClockInterface;

/**
 * When everything was last switched off, in a file: a run that began before is over, whether or not the database heard
 * of it.
 */
final readonly class OffMark
{
    public function __construct(private string $folder, private ClockInterface $clock) {}

    public function set(string $workshopId): void
    {
        @mkdir($this->folder, 0o700, true);
        @file_put_contents($this->file($workshopId), $this->clock->now()->format('U.u'), LOCK_EX);
    }

    /** @param float $began seconds since 1970, by the clock of runs */
    public function isAfter(string $workshopId, float $began): bool
    {
        return (float) @file_get_contents($this->file($workshopId)) > $began;
    }

    private function file(string $workshopId): string
    {
        return $this->folder . '/' . preg_replace('/\W/', '', $workshopId) . '.off';
    }
}

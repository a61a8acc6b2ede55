<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Oculant\Core\Supply\Description;

/** Which trace of which supply, in which mode, and beside which fault. */
final readonly class WaveformQuestion
{
    /** @param string $trace "volts:TP3", "volts:NODE" or "part:C1" */
    public function __construct(
        public Description $supply,
        public string $mode,
        public string $trace,
        public ?string $part,
        public ?string $fault,
    ) {}

    /** @return array<string, string> */
    public function faults(): array
    {
        return $this->part === null || $this->fault === null ? [] : [$this->part => $this->fault];
    }

    public function key(): string
    {
        return 'wave:' .
            hash('xxh128', implode("\n", [$this->mode, $this->trace, $this->part ?? '', $this->fault ?? '']));
    }
}

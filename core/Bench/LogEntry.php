<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** One line of a job's append-only log as it was sent. */
final readonly class LogEntry
{
    /**
     * @param string $id ULID made by the client, so that sending it twice is harmless; it says nothing about order
     * @param array<string, mixed> $payload
     * @param string               $at      ISO 8601, when the server took it: clients' clocks may be wrong
     * @param string               $notedAt ISO 8601, when it was noted by the client's clock; for people
     * @param int                  $waited  seconds between noting it and the server taking it
     */
    public function __construct(
        public string $id,
        public string $kind,
        public array $payload,
        public string $at,
        public string $by,
        public string $notedAt = '',
        public int $waited = 0,
    ) {}
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** One line of a job's append-only log as it was sent. */
final readonly class LogEntry
{
    /**
     * @param string               $id      ULID made by the client
     * @param array<string, mixed> $payload
     * @param string               $at      ISO 8601, the client's clock
     */
    public function __construct(
        public string $id,
        public string $kind,
        public array $payload,
        public string $at,
        public string $by,
    ) {
    }
}

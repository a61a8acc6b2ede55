<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** One part failed in one way. */
final readonly class Hypothesis
{
    public const HEALTHY = 'healthy';

    public const UNKNOWN = 'unknown';

    public function __construct(
        public string $id,
        public string $ref,
        public string $fault,
        public string $title,
        public float $weight,
        public bool $graded,
        public string $proof,
        public string $looks,
        public string $kind,
        public bool $comesAndGoes,
    ) {
    }
}

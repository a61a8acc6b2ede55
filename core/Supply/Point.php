<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** A place where a technician measures: red lead on $node, black lead on $against. */
final readonly class Point
{
    /**
     * @param string     $how     how to reach it
     * @param float|null $rail    nominal volts printed for this rail, if it is one
     * @param float      $minutes time to reach it
     * @param array{value: float, tolerance: float, mode: ?string}|null $documented volts and ratio from a service
     *     document
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $node,
        public string $against,
        public string $how,
        public ?string $stage,
        public ?float $rail,
        public float $minutes,
        public ?array $documented,
    ) {}
}

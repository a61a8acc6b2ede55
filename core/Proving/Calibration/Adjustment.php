<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Calibration;

/** A trimmer, and what it moves. */
final readonly class Adjustment
{
    /** @param array<string, float> $moves volts by point id, from a twentieth of a turn of its track; largest first */
    public function __construct(public string $ref, public string $label, public array $moves) {}
}

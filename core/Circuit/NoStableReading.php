<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use RuntimeException;

final class NoStableReading extends RuntimeException implements CircuitError
{
    public static function afterCycles(int $cycles): self
    {
        return new self(sprintf('No stable reading: the circuit did not settle within %d mains cycles.', $cycles));
    }

    public static function noConsistentState(): self
    {
        return new self('No stable reading: no state of the rectifiers and regulators agrees with the voltages.');
    }

    public static function keepsSwitching(int $rounds): self
    {
        return new self(sprintf('No stable reading: controllers and relays kept changing for %d rounds.', $rounds));
    }
}

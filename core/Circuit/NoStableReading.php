<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use RuntimeException;

final class NoStableReading extends RuntimeException implements CircuitError
{
    /**
     * @param list<array{part: string, what: string, low: float, high: float}> $between what kept changing, where that
     *     is known
     */
    private function __construct(string $message, public readonly array $between = [])
    {
        parent::__construct($message);
    }

    public static function afterCycles(int $cycles): self
    {
        return new self(sprintf('No stable reading: the circuit did not settle within %d mains cycles.', $cycles));
    }

    public static function noConsistentState(): self
    {
        return new self('No stable reading: no state of the rectifiers and regulators agrees with the voltages.');
    }

    /** @param list<array{part: string, what: string, low: float, high: float}> $between */
    public static function keepsSwitching(int $rounds, array $between): self
    {
        return new self(
            sprintf(
                'No stable reading: %s kept changing for %d rounds.',
                implode(', ', array_unique(array_column($between, 'part'))) ?: 'controllers and relays',
                $rounds,
            ),
            $between,
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving;

use InvalidArgumentException;

/** A test was asked for that cannot be run as it was asked for. */
final class PlanRefused extends InvalidArgumentException implements ProvingError
{
    private function __construct(public readonly string $field, string $message)
    {
        parent::__construct($message);
    }

    public static function because(string $field, string $message): self
    {
        return new self($field, $message);
    }
}

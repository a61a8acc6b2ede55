<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use InvalidArgumentException;

/** A log entry that cannot stand as it is; the message says why and what to do. */
final class EntryRefused extends InvalidArgumentException
{
    private function __construct(public readonly string $field, string $message)
    {
        parent::__construct($message);
    }

    public static function because(string $field, string $message): self
    {
        return new self($field, $message);
    }

    /** @param list<string> $known */
    public static function unknownKind(string $kind, array $known): self
    {
        return new self(
            'kind',
            sprintf('There is no log entry of the kind "%s". Known kinds: %s.', $kind, implode(', ', $known)),
        );
    }
}

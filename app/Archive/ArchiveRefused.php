<?php

declare(strict_types=1);

namespace App\Archive;

use InvalidArgumentException;

/** A file cannot be taken in as a job. Nothing of it is kept. */
final class ArchiveRefused extends InvalidArgumentException
{
    public static function because(string $message): self
    {
        return new self($message);
    }
}

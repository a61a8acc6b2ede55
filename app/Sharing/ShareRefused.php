<?php

declare(strict_types=1);

namespace App\Sharing;

use InvalidArgumentException;

/** A board cannot be published, or cannot be taken in. Nothing of it is kept. */
final class ShareRefused extends InvalidArgumentException
{
    public static function because(string $message): self
    {
        return new self($message);
    }
}

<?php

declare(strict_types=1);

namespace App\Accounts;

use RuntimeException;

/** Something that is not done to an account, in words for whoever tried. */
final class AccountRefused extends RuntimeException
{
    public function __construct(string $message, public readonly string $field = 'person')
    {
        parent::__construct($message);
    }
}

<?php

declare(strict_types=1);

namespace App\Knowledge;

use RuntimeException;

/** What somebody asked for takes longer than a request may: a worker is at it, and it is asked for again. */
final class BeingWorkedOut extends RuntimeException
{
    public function __construct()
    {
        parent::__construct('A worker is working this out for the first time. It is asked for again by itself.');
    }
}

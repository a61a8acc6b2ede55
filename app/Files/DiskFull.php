<?php

declare(strict_types=1);

namespace App\Files;

use Illuminate\Database\QueryException;

/** The database has no room left: what it said is for the log, and whoever works is told what it means. */
final class DiskFull
{
    public const SENTENCE =
        'The server has no room left on its disk, and takes nothing down until somebody makes some. What you typed ' .
        'waits where it was typed, and goes out by itself; tell whoever looks after the server.';

    /** Numbers of MariaDB: disk full, table full, error on write, temporary file (mariadb.com, error codes). */
    private const CODES = [1021, 1114, 1026, 3, 28];

    public static function is(QueryException $e): bool
    {
        return in_array((int) ($e->errorInfo[1] ?? 0), self::CODES, true) ||
            str_contains($e->getMessage(), 'No space left on device');
    }
}

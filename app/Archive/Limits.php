<?php

declare(strict_types=1);

namespace App\Archive;

/**
 * How much of a job there may be: what is booked in is what its archive brings back. docs/job.schema.json says the
 * same, and a test compares them.
 */
final class Limits
{
    public const UNIT = 190;

    public const OWNER = 190;

    public const COMPLAINT = 2000;

    public const MAINS = 40;

    public const ARCHIVE_KILOBYTES = 60_000;
}

<?php

declare(strict_types=1);

namespace App\Accounts;

/** Who may do what; the one place for it. */
final class Roles
{
    public const LEAD = 'lead';

    /** Permissions by role. */
    public const ALL = [
        self::LEAD => ['work', 'work on any job', 'edit library', 'hand back', 'override gates', 'manage people'],
        'technician' => ['work', 'work on any job', 'edit library', 'hand back'],
        'apprentice' => ['work'],
    ];

    /** What each permission lets somebody do, for people. */
    public const MEANS = [
        'work' => 'book in units, measure, and write to the logs of the own jobs',
        'work on any job' => "write to everybody's jobs",
        'edit library' => 'change descriptions, the drawer and the rules',
        'hand back' => 'close jobs and hand units back',
        'override gates' => 'pass over a gate with a reason',
        'manage people' => 'invite people, set roles, close accounts',
    ];
}

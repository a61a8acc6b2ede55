<?php

declare(strict_types=1);

namespace App\Accounts;

/** What a token may be made for. Its owner's rights bound it as well. */
final class Abilities
{
    public const READ = 'read';

    public const LOG = 'log';

    public const LIBRARY = 'library';

    public const INSTRUMENTS = 'instruments';

    public const ALL = [
        self::READ => 'read jobs, library, drawer and reports',
        self::LOG => 'book in, and write to logs',
        self::LIBRARY => 'change descriptions, the drawer and the rules',
        self::INSTRUMENTS => 'read and set instruments, start and stop runs, switch everything off',
    ];

    /** Of a token that is made without saying what for. */
    public const USUAL = [self::READ, self::LOG];

    /** Days that a token holds. */
    public const DAYS = 90;

    public const MOST_DAYS = 366;
}

<?php

declare(strict_types=1);

namespace App\Models;

/**
 * Links each entry of a log to the one before it, by a key that the database does not have (HMAC-SHA256, RFC 2104): an
 * entry that was altered, moved or taken out in the database is found.
 */
final class LogSeal
{
    private const COLUMNS = [
        'id',
        'repair_job_id',
        'user_id',
        'kind',
        'payload',
        'noted_at',
        'received_at',
        'sequence',
        'waited',
    ];

    /** @param array<string, mixed> $row as it is stored */
    public static function link(string $before, array $row): string
    {
        $text = array_map(static fn(string $column): string => (string) ($row[$column] ?? ''), self::COLUMNS);

        return hash_hmac('sha256', json_encode([$before, ...$text], JSON_THROW_ON_ERROR), self::key());
    }

    private static function key(): string
    {
        return hash_hkdf('sha256', config()->string('app.key'), 32, 'oculant log');
    }
}

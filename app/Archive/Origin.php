<?php

declare(strict_types=1);

namespace App\Archive;

use App\Accounts\WorkshopKey;
use App\Models\RepairJob;
use Illuminate\Support\Carbon;

/** Where a job came from that was taken in, and how far that can be relied on. */
final class Origin
{
    /**
     * @return array{number: string, workshop: string, at: string, sentence: string}|null null for a job of this
     *     workshop's own
     */
    public static function of(RepairJob $job): ?array
    {
        $from = $job->origin;

        return $from === null
            ? null
            : [
                'number' => $from['number'],
                'workshop' => $from['workshop'],
                'at' => $from['at'],
                'sentence' => self::sentence($from),
            ];
    }

    /** @param array<string, mixed> $from */
    private static function sentence(array $from): string
    {
        $taken = isset($from['by'], $from['taken_at'])
            ? sprintf(', taken in by %s on %s', $from['by'], Carbon::parse((string) $from['taken_at'])->format('j F Y'))
            : '';
        $key = is_string($from['key'] ?? null) ? WorkshopKey::fingerprint($from['key']) : '';

        return "came from {$from['workshop']} as {$from['number']}{$taken}; " .
            match (true) {
                $key === '' => 'not signed: whether it is theirs, and as they wrote it, cannot be told',
                ($from['known'] ?? false) === true
                    => "signed by {$from['signed_by']}, with the key known here ({$key})",
                default => 'signed by ' .
                    "\"{$from['signed_by']}\" with a key not seen here before ({$key}): ask them whether it is theirs",
            };
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Rules;

use Closure;
use DateTimeImmutable;
use Exception;
use Illuminate\Contracts\Validation\ValidationRule;
use Illuminate\Support\Carbon;

/** A moment as clients write it: a date that their clock can have shown, however wrong it runs. */
final class NotedAt implements ValidationRule
{
    private const EARLIEST = 1990;

    private const LATEST = 2100;

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $moment = is_string($value) ? self::read($value) : null;
        if (
            $moment === null ||
            (int) $moment->format('Y') < self::EARLIEST ||
            (int) $moment->format('Y') > self::LATEST
        ) {
            $fail(
                sprintf(
                    '"%s" is no moment that a clock shows: write it as ISO 8601, for example %s.',
                    is_scalar($value) ? mb_substr((string) $value, 0, 40) : '…',
                    Carbon::now()->toIso8601String(),
                ),
            );
        }
    }

    /**
     * Seconds between noting and sending. Without a sending time by the same clock, the server's own time has to do.
     */
    public static function waited(string $at, ?string $sentAt): int
    {
        $noted = self::read($at)?->getTimestamp() ?? 0;
        $sent = $sentAt === null ? null : self::read($sentAt)?->getTimestamp();

        return max(0, $sent !== null && $sent >= $noted ? $sent - $noted : Carbon::now()->getTimestamp() - $noted);
    }

    private static function read(string $text): ?DateTimeImmutable
    {
        try {
            return preg_match('/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/', $text) === 1 ? new DateTimeImmutable($text) : null;
        } catch (Exception) {
            return null;
        }
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use DateTimeImmutable;
use DateTimeZone;

/** What a log's times say to people: the server's clock leads, and what is far off it is said. */
final class Clocks
{
    /** ISO 8601: when it was noted, by the server's clock. */
    public static function notedAt(LogEntry $entry): string
    {
        return $entry->waited === 0
            ? $entry->at
            : self::moment($entry->at)
                ->modify("-{$entry->waited} seconds")
                ->format('c');
    }

    /** "arrived 12 min late", "that device's clock is 10 min slow"; empty if all is as it should be. */
    public static function remark(LogEntry $entry): string
    {
        if ($entry->notedAt === '') {
            return '';
        }
        $off =
            self::moment($entry->notedAt)->getTimestamp() - self::moment($entry->at)->getTimestamp() + $entry->waited;

        return implode(
            ', ',
            array_filter([
                $entry->waited > Footing::FRESH ? sprintf('arrived %s late', self::span($entry->waited)) : '',
                abs($off) > Footing::FRESH
                    ? sprintf('noted by a clock that is %s %s', self::span(abs($off)), $off > 0 ? 'fast' : 'slow')
                    : '',
            ]),
        );
    }

    private static function span(int $seconds): string
    {
        return match (true) {
            $seconds < 7200 => ((int) round($seconds / 60)) . ' min',
            $seconds < 172_800 => ((int) round($seconds / 3600)) . ' h',
            default => intdiv($seconds, 86_400) . ' days',
        };
    }

    private static function moment(string $text): DateTimeImmutable
    {
        return new DateTimeImmutable($text, new DateTimeZone('UTC'));
    }
}

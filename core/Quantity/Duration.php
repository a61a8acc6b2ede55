<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/** Times as people at a bench say them. */
final class Duration
{
    private const DAY = 86400.0;

    /** @param float $seconds not below zero; INF for never */
    public static function write(float $seconds): string
    {
        return match (true) {
            $seconds > 3 * self::DAY => 'days',
            $seconds > 2 * 3600 => round($seconds / 3600) . ' h',
            $seconds > 90 => round($seconds / 60) . ' min',
            $seconds >= 10 => round($seconds) . ' s',
            $seconds >= 1 => round($seconds, 1) . ' s',
            $seconds >= 0.1 => round($seconds, 2) . ' s',
            default => 'at once',
        };
    }
}

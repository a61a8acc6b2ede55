<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Contracts\Cache\Repository;

/** What goes on by itself says every minute that it does; who has fallen silent is noticed. */
final readonly class Beats
{
    public const SCHEDULER = 'scheduler';

    public const WATCH = 'watch';

    /** Seconds of silence that mean that it has stopped; a scheduler that makes a backup is busy meanwhile. */
    public const SILENT = [self::SCHEDULER => 900, self::WATCH => 120];

    public function __construct(private Repository $cache) {}

    public function beat(string $who): void
    {
        $this->cache->forever("oculant:beat:{$who}", now()->getTimestamp());
    }

    /**
     * Seconds since the last one; what was never heard has the same time from the first look on, and so has what
     * was heard by a clock that has been set back since.
     */
    public function silence(string $who): int
    {
        $now = now()->getTimestamp();
        $heard = (int) $this->cache->get("oculant:beat:{$who}", PHP_INT_MAX);
        if ($heard > $now) {
            $this->cache->forever("oculant:beat:{$who}", $heard = $now);
        }

        return $now - $heard;
    }
}

<?php

declare(strict_types=1);

namespace App\Knowledge;

use App\Models\Solve;
use App\Models\SolvePiece;

/**
 * How far the engine is with a description, for somebody who waits for it.
 *
 * @phpstan-type ProgressAnswer array{
 *     state: string,
 *     done: int,
 *     total: int,
 *     message: ?string,
 *     // Share of all faults, by how often they are met, that is known in the mode looked at
 *     known: ?float,
 *     ahead: int,
 *     // Left, by the speed so far
 *     seconds: ?int,
 * }
 */
final class Progress
{
    /**
     * @param float|null $known share of the faults, by how often they are met, that is known in the mode that is looked
     *     at; null if nobody looks
     *
     * @return ProgressAnswer
     *     faults in modes; units before it; seconds left by the speed so far
     */
    public static function of(Solve $solve, ?float $known = null): array
    {
        return [
            'state' => $solve->state,
            'done' => $solve->done,
            'total' => $solve->total,
            'message' => $solve->message,
            'known' => $known,
            'ahead' =>
                $solve->state === Solve::QUEUED
                    ? Solve::query()
                        ->whereIn('state', [Solve::QUEUED, Solve::RUNNING])
                        ->where('hash', '!=', $solve->hash)
                        ->where('is_urgent', '>=', $solve->is_urgent)
                        ->where('created_at', '<=', $solve->created_at)
                        ->count()
                    : 0,
            'seconds' => $solve->state === Solve::RUNNING ? self::left($solve) : null,
        ];
    }

    private static function left(Solve $solve): ?int
    {
        $seconds = (float) SolvePiece::query()
            ->where('hash', $solve->hash)
            ->where('state', SolvePiece::DONE)
            ->sum('seconds');

        return $solve->done === 0 || $seconds <= 0.0
            ? null
            : (int) ceil(
                (($seconds / $solve->done) * ($solve->total - $solve->done)) / config()->integer('oculant.workers'),
            );
    }
}

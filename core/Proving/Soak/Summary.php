<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Soak;

use Oculant\Core\Proving\Heat\SteadyState;
use Oculant\Core\Quantity\Quantity;

/**
 * What a run comes to, channel by channel.
 *
 * @phpstan-type SummaryLine array{
 *     channel: string,
 *     target: string,
 *     unit: string,
 *     low: string,
 *     mean: string,
 *     high: string,
 *     limits: string,
 *     count: int,
 *     steady: ?string,
 *     end: ?float,
 * }
 */
final class Summary
{
    /**
     * @param list<array{low: float, high: float, mean: float, count: int, last: float, curve: list<array{float,
     *     float}>}> $channels in the order of the plan: what was read, and seconds and value for the curve
     *
     * @return list<SummaryLine>
     */
    public static function of(SoakPlan $plan, array $channels): array
    {
        $rows = [];
        foreach ($plan->channels as $number => $channel) {
            $read = $channels[$number] ?? null;
            if ($read === null || $read['count'] === 0) {
                continue;
            }
            $write = static fn(float $value): string => Quantity::write($value, $channel->unit(), 4);
            $steady =
                $channel->quantity === 'celsius' && $read['curve'] !== [] ? SteadyState::of($read['curve']) : null;
            $rows[] = [
                'channel' => $channel->title,
                'target' => $channel->target,
                'unit' => $channel->unit()->value,
                'low' => $write($read['low']),
                'mean' => $write($read['mean']),
                'high' => $write($read['high']),
                'limits' => match (true) {
                    is_infinite($channel->low) && is_infinite($channel->high) => '',
                    is_infinite($channel->low) => 'up to ' . $write($channel->high),
                    is_infinite($channel->high) => 'from ' . $write($channel->low),
                    default => $write($channel->low) . ' to ' . $write($channel->high),
                },
                'count' => $read['count'],
                'steady' => $steady?->words(),
                'end' => $steady?->end,
            ];
        }

        return $rows;
    }
}

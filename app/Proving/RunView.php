<?php

declare(strict_types=1);

namespace App\Proving;

use App\Models\Run;
use Oculant\Core\Proving\Heat\SteadyState;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Proving\Soak\Summary;
use Oculant\Core\Quantity\Duration;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * @phpstan-import-type SummaryLine from Summary
 *
 * @phpstan-type RunChannel array{
 *     title: string,
 *     quantity: string,
 *     target: string,
 *     unit: string,
 *     low: ?float,
 *     high: ?float,
 *     by_hand: bool,
 *     now: ?string,
 *     count: int,
 *     steady: ?string,
 * }
 *
 * @phpstan-type RunGap array{
 *     from: int,
 *     to: int,
 *     why: string,
 * }
 *
 * @phpstan-type RunAlarm array{
 *     second: int,
 *     channel: int,
 *     sentence: string,
 *     load_off: bool,
 * }
 *
 * @phpstan-type RunAnswer array{
 *     id: string,
 *     number: int,
 *     kind: string,
 *     title: string,
 *     state: string,
 *     message: ?string,
 *     elapsed: float,
 *     total: float,
 *     stage: int,
 *     stages: list<string>,
 *     channels: list<RunChannel>,
 *     gaps: list<RunGap>,
 *     alarms: list<RunAlarm>,
 *     progress: string,
 *     by: string,
 *     summary?: list<SummaryLine>,
 * }
 */
final readonly class RunView
{
    public function __construct(private SampleStore $samples) {}

    /**
     * @param float $now seconds since 1970 on the clock of the runs
     *
     * @return RunAnswer
     */
    public function of(Run $run, float $now): array
    {
        $newest = $this->samples->newest($run->number);
        $totals = $this->samples->totals($run->number);
        $elapsed = max(0.0, ($run->ended_at ?? $now) - $run->started_at);
        $stages = array_column($run->plan['stages'] ?? [], 'title');
        $total = 3600 * array_sum(array_column($run->plan['stages'] ?? [], 'hours'));

        return [
            'id' => $run->id,
            'number' => $run->number,
            'kind' => $run->kind,
            'title' => (string) ($run->plan['title'] ?? ''),
            'state' => $run->state,
            'message' => $run->message,
            'elapsed' => $elapsed,
            'total' => $total,
            'stage' => $run->stage,
            'stages' => $stages,
            'channels' => array_map(
                fn(int $k): array => $this->channel($run, $k, $newest, $totals),
                array_keys($run->plan['channels'] ?? []),
            ),
            'gaps' => $run->gaps,
            'alarms' => $run->alarms,
            'by' => $run->user->name,
            'progress' =>
                $run->kind === 'starts'
                    ? sprintf(
                        '%d of %d starts, %d failed',
                        $run->watch['done'] ?? 0,
                        $run->plan['cycles'],
                        $run->watch['failed'] ?? 0,
                    )
                    : sprintf('%s of %s', self::hours($elapsed), self::hours($total)),
        ];
    }

    /**
     * @param array<int, float>                 $newest
     * @param array<int, array<string, mixed>>  $totals
     *
     * @return RunChannel
     */
    private function channel(Run $run, int $number, array $newest, array $totals): array
    {
        $channel = Channel::of($run->plan['channels'][$number], $number);
        $curve =
            $channel->quantity === 'celsius' && isset($newest[$number])
                ? $this->samples->curve($run->number, $number)
                : [];

        return [
            'title' => $channel->title,
            'quantity' => $channel->quantity,
            'target' => $channel->target,
            'unit' => $channel->unit()->value,
            'low' => is_infinite($channel->low) ? null : $channel->low,
            'high' => is_infinite($channel->high) ? null : $channel->high,
            'by_hand' => $channel->instrument === null,
            'now' => isset($newest[$number])
                ? ($channel->unit() === Unit::Volt
                    ? Quantity::volts($newest[$number])
                    : Quantity::write($newest[$number], $channel->unit()))
                : null,
            'count' => $totals[$number]['count'] ?? 0,
            'steady' => $curve === [] ? null : SteadyState::of($curve)->words(),
        ];
    }

    private static function hours(float $seconds): string
    {
        return $seconds >= 5400 ? sprintf('%.1f h', $seconds / 3600) : Duration::write($seconds);
    }
}

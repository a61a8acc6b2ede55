<?php

declare(strict_types=1);

namespace App\Proving;

use Illuminate\Support\Facades\DB;

/**
 * The samples of runs: one row each, and beside them what every minute held, so that a day is drawn without reading it
 * all.
 */
final class SampleStore
{
    private const AT_ONCE = 4000;

    /** The most that a run watches; named one by one, each is found by its key. */
    private const CHANNELS = 24;

    /** Seconds to a stretch from which the minutes are fine enough. */
    private const MINUTES_DO = 15;

    /**
     * Keeps scans. Call it within the transaction that also moves the run on: then each scan is there once, whatever
     * dies.
     *
     * @param array<int, array<int, float>> $scans value by second and channel
     */
    public function keep(int $run, array $scans): void
    {
        $rows = $minutes = [];
        foreach ($scans as $second => $values) {
            foreach ($values as $channel => $value) {
                array_push($rows, $run, $channel, $second, $value);
                $key = $channel . ' ' . intdiv($second, 60);
                [$low, $high, $total, $count] = $minutes[$key] ?? [INF, -INF, 0.0, 0];
                $minutes[$key] = [min($low, $value), max($high, $value), $total + $value, $count + 1];
            }
        }
        foreach (array_chunk($rows, 4 * self::AT_ONCE) as $chunk) {
            DB::insert(
                'INSERT INTO run_samples (run, channel, second, value) VALUES ' .
                    self::places(intdiv(count($chunk), 4), 4),
                $chunk,
            );
        }
        $cells = [];
        foreach ($minutes as $key => [$low, $high, $total, $count]) {
            [$channel, $minute] = explode(' ', $key);
            array_push($cells, $run, (int) $channel, (int) $minute, $low, $high, $total, $count);
        }
        foreach (array_chunk($cells, 7 * self::AT_ONCE) as $chunk) {
            DB::insert(
                'INSERT INTO run_minutes (run, channel, minute, low, high, total, count) VALUES ' .
                    self::places(intdiv(count($chunk), 7), 7) .
                    ' ON DUPLICATE KEY UPDATE low = LEAST(low, VALUES(low)), high = GREATEST(high, ' .
                    'VALUES(high)), total = total + VALUES(total), count = count + VALUES(count)',
                $chunk,
            );
        }
    }

    /**
     * For a plot: the lowest and the highest of each stretch, so that no peak is lost.
     *
     * @param int $from   seconds since the start; $to likewise, and not in it
     * @param int $points stretches at most
     *
     * @return array{step: int, channels: array<int, list<array{int, float, float}>>} seconds to a stretch; second,
     *     lowest and highest by channel
     */
    public function plot(int $run, int $from, int $to, int $points): array
    {
        $step = max(1, (int) ceil(max(1, $to - $from) / max(1, $points)));
        $rows =
            $step >= self::MINUTES_DO
                ? []
                : DB::select(
                    'SELECT channel, FLOOR(second / ?) AS stretch, MIN(value) AS low, MAX(value) AS high FROM ' .
                        'run_samples WHERE run = ? AND channel IN (' .
                        implode(',', range(0, self::CHANNELS - 1)) .
                        ') AND second >= ? AND second < ? GROUP BY channel, stretch ORDER BY channel, stretch',
                    [$step, $run, $from, $to],
                );
        if ($rows === []) {
            // A run that came in with an archive has its minutes only.
            $minutes = (int) ceil($step / 60);
            $step = 60 * $minutes;
            $rows = DB::select(
                'SELECT channel, FLOOR(minute / ?) AS stretch, MIN(low) AS low, MAX(high) AS high FROM ' .
                    'run_minutes WHERE run = ? AND minute >= ? AND minute < ? GROUP BY channel, stretch ORDER BY ' .
                    'channel, stretch',
                [$minutes, $run, intdiv($from, 60), (int) ceil($to / 60)],
            );
        }
        $channels = [];
        foreach ($rows as $row) {
            $channels[(int) $row->channel][] = [$step * (int) $row->stretch, (float) $row->low, (float) $row->high];
        }

        return ['step' => $step, 'channels' => $channels];
    }

    /** @return array<int, array{low: float, high: float, mean: float, count: int}> by channel */
    public function totals(int $run): array
    {
        $totals = [];
        foreach (
            DB::select(
                'SELECT channel, MIN(low) AS low, MAX(high) AS high, SUM(total) / SUM(count) AS mean, ' .
                    'SUM(count) AS count FROM run_minutes WHERE run = ? GROUP BY channel',
                [$run],
            )
            as $row
        ) {
            $totals[(int) $row->channel] = [
                'low' => (float) $row->low,
                'high' => (float) $row->high,
                'mean' => (float) $row->mean,
                'count' => (int) $row->count,
            ];
        }

        return $totals;
    }

    /** @return list<array{float, float}> seconds and mean of each minute from a second on */
    public function curve(int $run, int $channel, int $from = 0): array
    {
        return array_map(
            static fn(object $row): array => [60.0 * $row->minute + 30, $row->total / $row->count],
            DB::select(
                'SELECT minute, total, count FROM run_minutes WHERE run = ? AND channel = ? AND minute >= ? ' .
                    'ORDER BY minute',
                [$run, $channel, (int) ceil($from / 60)],
            ),
        );
    }

    /** @return array<int, float> newest value by channel */
    public function newest(int $run): array
    {
        $newest = [];
        $each = implode(
            ' UNION ALL ',
            array_map(
                static fn(int $channel): string => '(SELECT channel, value FROM run_samples WHERE run = ? AND ' .
                    "channel = {$channel} ORDER BY second DESC LIMIT 1)",
                range(0, self::CHANNELS - 1),
            ),
        );
        foreach (DB::select($each, array_fill(0, self::CHANNELS, $run)) as $row) {
            $newest[(int) $row->channel] = (float) $row->value;
        }

        return $newest;
    }

    private static function places(int $rows, int $columns): string
    {
        return implode(',', array_fill(0, $rows, '(' . implode(',', array_fill(0, $columns, '?')) . ')'));
    }
}

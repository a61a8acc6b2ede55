<?php

declare(strict_types=1);

namespace App\Library;

use App\Models\RepairJob;
use App\Models\SharedBoard;
use App\Models\Supply;

/**
 * What this workshop has found on a board before: the named causes of closed jobs, counted; forgotten when somebody
 * says so.
 *
 * @phpstan-type BoardCause array{
 *     title: string,
 *     times: int,
 * }
 *
 * @phpstan-type BoardHistory array{
 *     title: string,
 *     jobs: int,
 *     closed: int,
 *     causes: list<BoardCause>,
 *     hours: ?float,
 *     first_right: int,
 *     judged: int,
 * }
 */
final class WorkshopHistory
{
    /** Days within which a unit that comes back counts against the repair. */
    private const COMES_BACK = 90;

    /**
     * @param string|null $without a job that is not to count for itself
     *
     * @return array<string, int> times by "part:fault"
     */
    public function of(Supply $supply, ?string $without = null): array
    {
        $counts = RepairJob::query()
            ->toBase()
            ->where('workshop_id', $supply->workshop_id)
            ->whereIn('supply_id', Supply::query()->ofDesign($supply)->toBase()->select('id'))
            ->whereNotNull('found')
            ->when($without !== null, static fn($query) => $query->where('id', '!=', $without))
            ->when(
                $supply->history_from !== null,
                static fn($query) => $query->where('closed_at', '>', $supply->history_from),
            )
            ->groupBy('found')
            ->selectRaw('found, COUNT(*) AS times, MIN(closed_at) AS first')
            ->orderByDesc('times')
            ->orderBy('first')
            ->get();

        return array_map(intval(...), $counts->pluck('times', 'found')->all());
    }

    /**
     * What other workshops found on the board, of those whose key a lead has accepted.
     *
     * @return array<string, int> times by "part:fault"
     */
    public function elsewhere(Supply $supply): array
    {
        $counts = [];
        $boards = SharedBoard::query()
            ->where('workshop_id', $supply->workshop_id)
            ->where('design_id', $supply->design())
            ->whereRelation('shareKey', 'accepted_at', '!=', null)
            ->get(['id', 'failures']);
        foreach ($boards as $board) {
            foreach ($board->failures as $id => $times) {
                $counts[$id] = ($counts[$id] ?? 0) + $times;
            }
        }
        arsort($counts);

        return $counts;
    }

    /**
     * What fails on which board, how long it took, and how often the first repair held.
     *
     * @return list<BoardHistory> busiest first; hours: median from booking in to closing
     */
    public function boards(string $workshopId): array
    {
        $jobs = RepairJob::query()
            ->toBase()
            ->leftJoin('supplies', 'supplies.id', '=', 'repair_jobs.supply_id')
            ->where('repair_jobs.workshop_id', $workshopId)
            ->orderBy('repair_jobs.created_at')
            ->get(['supplies.title', 'unit', 'owner', 'repair_jobs.created_at', 'closed_at', 'found_title', 'causes'])
            ->map(
                static fn(object $row): array => [
                    'title' => (string) $row->title,
                    'unit' => "{$row->owner}\n{$row->unit}",
                    'booked' => (int) strtotime("{$row->created_at} UTC"),
                    'closed' => $row->closed_at === null ? null : (int) strtotime("{$row->closed_at} UTC"),
                    'found' => $row->found_title,
                    'causes' => (int) $row->causes,
                ],
            )
            ->all();
        /** @var array<string, list<int>> $booked when each unit came */
        $booked = [];
        foreach ($jobs as $job) {
            $booked[$job['unit']][] = $job['booked'];
        }
        $boards = [];
        foreach ($jobs as $job) {
            $board = $boards[$job['title']] ?? [
                'title' => $job['title'],
                'jobs' => 0,
                'closed' => 0,
                'causes' => [],
                'hours' => [],
                'first_right' => 0,
                'judged' => 0,
            ];
            $board['jobs']++;
            if ($job['closed'] !== null && $job['found'] !== null) {
                $board['closed']++;
                $board['hours'][] = max(0.0, ($job['closed'] - $job['booked']) / 3600);
                $board['causes'][$job['found']] = ($board['causes'][$job['found']] ?? 0) + 1;
                $board['judged']++;
                // One cause named and kept, and the unit not back within its time.
                $isBack =
                    array_filter(
                        $booked[$job['unit']],
                        static fn(int $again): bool => $again > $job['closed'] &&
                            $again - $job['closed'] < self::COMES_BACK * 86400,
                    ) !== [];
                $board['first_right'] += $isBack || $job['causes'] > 1 ? 0 : 1;
            }
            $boards[$job['title']] = $board;
        }
        $boards = array_values($boards);
        usort($boards, static fn(array $a, array $b): int => [$b['closed'], $b['jobs']] <=> [$a['closed'], $a['jobs']]);

        return array_map(static function (array $board): array {
            arsort($board['causes']);
            sort($board['hours']);
            $hours = $board['hours'];

            return [
                'causes' => array_map(
                    static fn(string $title, int $times): array => ['title' => $title, 'times' => $times],
                    array_keys($board['causes']),
                    array_values($board['causes']),
                ),
                'hours' => $hours === [] ? null : $hours[intdiv(count($hours), 2)],
            ] + $board;
        }, $boards);
    }

    public function forget(Supply $supply): void
    {
        $supply->history_from = now();
        $supply->save();
    }
}

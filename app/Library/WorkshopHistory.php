<?php

declare(strict_types=1);

namespace App\Library;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\Supply;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;

/** What this workshop has found on a board before: the named causes of closed jobs, counted; forgotten when somebody says so. */
final class WorkshopHistory
{
    private const KINDS = ['cause', 'close', 'strike'];

    /** Days within which a unit that comes back counts against the repair. */
    private const COMES_BACK = 90;

    /**
     * @param string|null $without a job that is not to count for itself
     *
     * @return array<string, int> times by "part:fault"
     */
    public function of(Supply $supply, ?string $without = null): array
    {
        $family = Supply::query()->ofDesign($supply)->select('id');
        $jobs = RepairJob::query()->ofWorkshop($supply->workshop_id)->whereIn('supply_id', $family)
            ->when($without !== null, static fn($query) => $query->whereKeyNot($without))->select('id');
        $entries = LogEntryRecord::query()->whereIn('repair_job_id', $jobs)->whereIn('kind', self::KINDS)->orderBy('sequence')->get()->groupBy('repair_job_id');
        $seen = [];
        foreach ($entries as $ofJob) {
            $struck = $ofJob->where('kind', 'strike')->map(static fn(LogEntryRecord $r): string => (string) $r->payload['entry'])->all();
            $standing = $ofJob->whereNotIn('id', $struck);
            $cause = $standing->where('kind', 'cause')->last();
            $closed = $standing->where('kind', 'close')->last();
            if ($cause === null || $closed === null || ($supply->history_from !== null && $closed->received_at <= $supply->history_from)) {
                continue;
            }
            $id = "{$cause->payload['part']}:{$cause->payload['fault']}";
            $seen[$id] = ($seen[$id] ?? 0) + 1;
        }
        arsort($seen);

        return $seen;
    }

    /**
     * What fails on which board, how long it took, and how often the first repair held.
     *
     * @return list<array{title: string, jobs: int, closed: int, causes: list<array{title: string, times: int}>, hours: float|null, first_right: int, judged: int}> busiest first; hours: median from booking in to closing
     */
    public function boards(string $workshopId): array
    {
        $jobs = RepairJob::query()->ofWorkshop($workshopId)->with('supply')->orderBy('created_at')->get();
        $entries = LogEntryRecord::query()->whereIn('repair_job_id', $jobs->pluck('id'))->whereIn('kind', self::KINDS)->orderBy('sequence')->get()->groupBy('repair_job_id');
        $boards = [];
        foreach ($jobs as $job) {
            $title = $job->supply->title ?? '';
            $board = $boards[$title] ?? ['title' => $title, 'jobs' => 0, 'closed' => 0, 'causes' => [], 'hours' => [], 'first_right' => 0, 'judged' => 0];
            $board['jobs']++;
            $ofJob = $entries[$job->id] ?? collect();
            $struck = $ofJob->where('kind', 'strike')->map(static fn(LogEntryRecord $r): string => (string) $r->payload['entry'])->all();
            $closed = $ofJob->whereNotIn('id', $struck)->where('kind', 'close')->last();
            $cause = $ofJob->whereNotIn('id', $struck)->where('kind', 'cause')->last();
            if ($closed !== null && $cause !== null) {
                $board['closed']++;
                $board['hours'][] = max(0.0, ($closed->received_at->getTimestamp() - $job->created_at->getTimestamp()) / 3600);
                $name = self::causeName($job, (string) $cause->payload['part'], (string) $cause->payload['fault']);
                $board['causes'][$name] = ($board['causes'][$name] ?? 0) + 1;
                $board['judged']++;
                // One cause named and kept, and the unit not back within its time.
                $isBack = $jobs->contains(static fn(RepairJob $other): bool => $other->id !== $job->id && $other->unit === $job->unit && $other->owner === $job->owner && $other->created_at > $closed->received_at && $other->created_at->diffInDays($closed->received_at, true) < self::COMES_BACK);
                $board['first_right'] += $isBack || $ofJob->where('kind', 'cause')->count() > 1 ? 0 : 1;
            }
            $boards[$title] = $board;
        }
        usort($boards, static fn(array $a, array $b): int => [$b['closed'], $b['jobs']] <=> [$a['closed'], $a['jobs']]);

        return array_map(static function (array $board): array {
            arsort($board['causes']);
            sort($board['hours']);
            $hours = $board['hours'];

            return ['causes' => array_map(static fn(string $title, int $times): array => ['title' => $title, 'times' => $times], array_keys($board['causes']), array_values($board['causes'])), 'hours' => $hours === [] ? null : $hours[intdiv(count($hours), 2)]] + $board;
        }, $boards);
    }

    /** In words where the description can still be read; one that cannot does not take the others with it. */
    private static function causeName(RepairJob $job, string $ref, string $fault): string
    {
        try {
            $part = DescriptionReader::fromArray($job->description)->parts[$ref] ?? null;
        } catch (DescriptionRefused) {
            $part = null;
        }

        return $part === null ? "{$ref} {$fault}" : "{$part->label()}, ".($part->fault($fault)->title ?? $fault);
    }

    public function forget(Supply $supply): void
    {
        $supply->history_from = now();
        $supply->save();
    }
}

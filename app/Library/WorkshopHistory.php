<?php

declare(strict_types=1);

namespace App\Library;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\Supply;

/** What this workshop has found on a board before: the named causes of closed jobs, counted; forgotten when somebody says so. */
final class WorkshopHistory
{
    private const KINDS = ['cause', 'close', 'strike'];

    /**
     * @param string|null $without a job that is not to count for itself
     *
     * @return array<string, int> times by "part:fault"
     */
    public function of(Supply $supply, ?string $without = null): array
    {
        $family = Supply::query()->ofDesign($supply)->pluck('id');
        $jobs = RepairJob::query()->ofWorkshop($supply->workshop_id)->whereIn('supply_id', $family)
            ->when($without !== null, static fn($query) => $query->whereKeyNot($without))->pluck('id');
        $entries = LogEntryRecord::query()->whereIn('repair_job_id', $jobs)->whereIn('kind', self::KINDS)->orderBy('id')->get()->groupBy('repair_job_id');
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

    public function forget(Supply $supply): void
    {
        $supply->history_from = now();
        $supply->save();
    }
}

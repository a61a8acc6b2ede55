<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use App\Bench\JobSummary;
use App\Models\RepairJob;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @mixin RepairJob
 *
 * @phpstan-type Job array{
 *     id: string,
 *     number: string,
 *     unit: string,
 *     owner: string,
 *     complaint: string,
 *     mains: string,
 *     // empty of a unit that is only practised on
 *     supply_id: string,
 *     supply_title: string,
 *     technician: string,
 *     // null if it cannot be read from the log
 *     power: ?string,
 *     // null if it is not known: take it for energised
 *     energised: ?bool,
 *     // temporary changes in the ledger
 *     open_changes: int,
 *     waits_for: string,
 *     closed: bool,
 *     handed_back: bool,
 *     // why this job cannot be told of
 *     problem: ?string,
 *     booked_in_at: ?string,
 *     // when its log grew last
 *     last_at: ?string,
 *     may_write: bool,
 * }
 */
final class JobResource extends JsonResource
{
    private ?JobFile $file = null;

    /** Of a job that is open already. */
    public static function of(JobFile $file): self
    {
        $resource = new self($file->job);
        $resource->file = $file;

        return $resource;
    }

    /** @return Job */
    public function toArray(Request $request): array
    {
        $summary = $this->file === null ? app(JobSummary::class)->of($this->resource) : JobSummary::ofFile($this->file);

        return [
            'id' => $this->id,
            'number' => $this->number,
            'unit' => $this->unit,
            'owner' => $this->owner,
            'complaint' => $this->complaint,
            'mains' => $this->mains,
            'supply_id' => (string) $this->supply_id,
            'supply_title' => $summary['supply'],
            'technician' => $this->user->name ?? '',
            'power' => $summary['power'],
            'energised' => $summary['energised'],
            'open_changes' => $summary['open_changes'],
            'waits_for' => $summary['waits_for'],
            'closed' => $summary['closed'],
            'handed_back' => $summary['handed_back'],
            'problem' => $summary['problem'],
            'booked_in_at' => $this->created_at?->toIso8601String(),
            // Its row changes when its log grows, and at nothing else.
            'last_at' => $this->updated_at?->toIso8601String(),
            'may_write' => $request->user()?->can('log', $this->resource) ?? false,
        ];
    }
}

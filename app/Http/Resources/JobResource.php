<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use App\Knowledge\Library;
use App\Models\RepairJob;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @mixin RepairJob */
final class JobResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $file = JobFile::open(app(Library::class), $this->resource);

        return [
            'id' => $this->id,
            'number' => $this->number,
            'unit' => $this->unit,
            'owner' => $this->owner,
            'complaint' => $this->complaint,
            'mains' => $this->mains,
            'supply_id' => $this->supply_id,
            'supply_title' => $file->supply->title,
            'technician' => $this->user->name ?? '',
            'power' => $file->state->power->value,
            'energised' => $file->state->power->isEnergised(),
            'waits_for' => $file->workup()->waitsFor(),
            'closed' => $file->state->closedAt !== null,
            'handed_back' => $file->state->handedBackAt !== null,
            'booked_in_at' => $this->created_at?->toIso8601String(),
            'may_write' => $request->user()?->can('log', $this->resource) ?? false,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Supply;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @mixin Supply */
final class SupplyResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->id,
            'title' => $this->title,
            'revision' => $this->revision,
            'parts' => count($this->description['parts'] ?? []),
            'points' => count($this->description['points'] ?? []),
            'mains' => $this->description['mains']['voltage'] ?? ($this->description['mains']['dc'] ?? ''),
            'parent_id' => $this->parent_id,
            'version' => $this->latestVersion?->number,
            'unknown' => count($this->description['unknown'] ?? []),
            'updated_at' => $this->updated_at?->toIso8601String(),
            'description' => $this->when(
                $request->route()?->hasParameter('supply') || !$request->isMethod('get'),
                $this->description,
            ),
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Supply;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @mixin Supply
 *
 * @phpstan-type SupplyAnswer array{
 *     id: string,
 *     title: string,
 *     revision: string,
 *     parts: int,
 *     points: int,
 *     mains: string,
 *     updated_at: ?string,
 *     parent_id: ?string,
 *     version: ?int,
 *     unknown: int,
 *     description?: array<string, mixed>,
 * }
 */
final class SupplyResource extends JsonResource
{
    /** @return SupplyAnswer */
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

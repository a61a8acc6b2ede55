<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property array<string, mixed> $description
 */
final class Supply extends Model
{
    use HasUlids;

    protected $fillable = ['workshop_id', 'title', 'revision', 'description'];

    /** @param Builder<self> $query */
    public function scopeOfWorkshop(Builder $query, string $workshopId): void
    {
        $query->where('workshop_id', $workshopId);
    }

    protected function casts(): array
    {
        return ['description' => 'array'];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property array<string, mixed> $description
 * @property string|null $power as the log has it; null until it was read off once
 * @property int|null $open_changes
 * @property bool|null $is_closed
 * @property bool|null $is_handed_back
 * @property array{faults?: array<string, string>, ageing?: list<array{part: string, fault: string, after: float}>, shy?: float}|null $stand_in
 * @property array<string, mixed>|null $origin of a job that was taken in: number, workshop, at, by, taken_at, signed_by, key, known
 */
final class RepairJob extends Model
{
    use HasUlids;

    protected $fillable = ['workshop_id', 'supply_id', 'supply_version_id', 'user_id', 'number', 'unit', 'owner', 'complaint', 'mains', 'description', 'stand_in', 'origin'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Supply, $this> */
    public function supply(): BelongsTo
    {
        return $this->belongsTo(Supply::class);
    }

    /** @return HasMany<LogEntryRecord, $this> in the order in which the server took them */
    public function entries(): HasMany
    {
        return $this->hasMany(LogEntryRecord::class)->orderBy('sequence');
    }

    /** @param Builder<self> $query */
    public function scopeOfWorkshop(Builder $query, string $workshopId): void
    {
        $query->where('workshop_id', $workshopId);
    }

    protected function casts(): array
    {
        return ['is_closed' => 'boolean', 'is_handed_back' => 'boolean', 'description' => 'array', 'stand_in' => 'array', 'origin' => 'array'];
    }
}

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
 * @property string $supply_title as its description has it
 * @property string $words what it is searched by
 * @property int $place one of the three below: where it stands in the list
 * @property int $last_sequence of the newest entry
 * @property \Illuminate\Support\Carbon|null $closed_at
 * @property string|null $found once it is closed: part and way it failed, "C1:open"
 * @property string|null $found_title the same in words
 * @property int $causes times that a cause was named
 * @property string|null $waits_for
 * @property string|null $waits_as_of log and program that this was worked out from
 * @property array{faults?: array<string, string>, ageing?: list<array{part: string, fault: string, after: float}>,
 *     shy?: float}|null $stand_in
 * @property string|null $practice_run_id of a unit that is only practised on
 * @property PracticeRun|null $practice
 * @property array<string, mixed>|null $origin of a job that was taken in: number, workshop, at, by, taken_at,
 *     signed_by, key, known
 */
final class RepairJob extends Model
{
    use HasUlids;

    /** Leaves out what is only practised on, wherever nobody asks for it. */
    public const WORK = 'work';

    /** Energised, or not known to be without power. */
    public const ENERGISED = 2;

    public const HERE = 1;

    public const BACK = 0;

    /** What a list shows; descriptions are as long as everything else together. */
    public const LISTED = [
        'id',
        'workshop_id',
        'supply_id',
        'user_id',
        'practice_run_id',
        'number',
        'unit',
        'owner',
        'complaint',
        'mains',
        'power',
        'open_changes',
        'is_closed',
        'is_handed_back',
        'supply_title',
        'last_sequence',
        'waits_for',
        'waits_as_of',
        'created_at',
        'updated_at',
    ];

    protected $fillable = [
        'workshop_id',
        'supply_id',
        'supply_version_id',
        'user_id',
        'practice_run_id',
        'number',
        'unit',
        'owner',
        'complaint',
        'mains',
        'description',
        'stand_in',
        'origin',
    ];

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

    /** @return BelongsTo<PracticeRun, $this> */
    public function practice(): BelongsTo
    {
        return $this->belongsTo(PracticeRun::class, 'practice_run_id');
    }

    public function isPractice(): bool
    {
        return $this->practice_run_id !== null;
    }

    /**
     * What is only practised on as well.
     *
     * @param Builder<self> $query
     */
    public function scopeWithPractice(Builder $query): void
    {
        $query->withoutGlobalScope(self::WORK);
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

    /**
     * Every word stands somewhere in number, unit, owner, supply or what the owner saw.
     *
     * @param Builder<self> $query
     */
    public function scopeSaying(Builder $query, string $words): void
    {
        foreach (preg_split('/\s+/u', trim($words), -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $query->where('words', 'like', '%' . addcslashes($word, '%_\\') . '%');
        }
    }

    protected static function booted(): void
    {
        self::addGlobalScope(self::WORK, static fn(Builder $query) => $query->whereNull('repair_jobs.practice_run_id'));
        self::creating(static function (self $job): void {
            $title = $job->description['title'] ?? null;
            $job->supply_title = is_string($title) ? mb_substr($title, 0, 255) : '';
            $job->words = mb_substr(
                implode(' · ', [$job->number, $job->unit, $job->owner, $job->supply_title, $job->complaint]),
                0,
                700,
            );
        });
    }

    protected function casts(): array
    {
        return [
            'closed_at' => 'datetime',
            'is_closed' => 'boolean',
            'is_handed_back' => 'boolean',
            'description' => 'array',
            'stand_in' => 'array',
            'origin' => 'array',
        ];
    }
}

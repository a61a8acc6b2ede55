<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * Somebody at an exercise: no job, and in no statistics of jobs.
 *
 * @property string $id
 * @property string $workshop_id
 * @property int $user_id
 * @property string $title
 * @property array<string, mixed> $exercise
 * @property list<array{line: string, said: string, taken: bool}> $lines what was done, and what the unit said to it;
 *     the first is its owner's story
 * @property list<array{kind: string, sentence: string}>|null $incidents that no entry of its log tells of
 * @property list<array{depth: string, said: string}>|null $hints
 * @property list<array<string, mixed>> $steps
 * @property bool $is_over
 * @property float|null $figure
 * @property array<string, mixed>|null $grade
 * @property string|null $mechanism FailureClass name of what is hidden; "None" if nothing is
 * @property array<string, float>|null $beside figures of other strategies on the same unit
 * @property string|null $branch_of
 * @property string|null $series_id
 * @property int|null $series_item
 */
final class PracticeRun extends Model
{
    use HasUlids;

    protected $fillable = [
        'workshop_id',
        'user_id',
        'title',
        'exercise',
        'lines',
        'incidents',
        'hints',
        'steps',
        'is_over',
        'figure',
        'grade',
        'mechanism',
        'beside',
        'branch_of',
        'series_id',
        'series_item',
    ];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasOne<RepairJob, $this> the bench that it stands on; null of runs from before there was one */
    public function job(): HasOne
    {
        return $this->hasOne(RepairJob::class)->withoutGlobalScope(RepairJob::WORK);
    }

    /** @param Builder<self> $query */
    public function scopeSeenBy(Builder $query, User $user): void
    {
        $query
            ->where('workshop_id', $user->workshop_id)
            ->unless($user->can('manage people'), static fn(Builder $own) => $own->where('user_id', $user->id));
    }

    protected function casts(): array
    {
        return [
            'exercise' => 'array',
            'lines' => 'array',
            'incidents' => 'array',
            'hints' => 'array',
            'steps' => 'array',
            'grade' => 'array',
            'beside' => 'array',
            'is_over' => 'boolean',
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * Exercises that a lead sets to people, with a date: everybody has the same units.
 *
 * @property string $id
 * @property string $workshop_id
 * @property string $title
 * @property Carbon|null $due_on
 * @property list<array{supply: ?string, family?: ?string, title: string, difficulty: ?string, mechanism: ?string,
 *     twist?: ?string, seed: int, job?: string}> $items
 * @property list<int> $people
 */
final class PracticeSeries extends Model
{
    use HasUlids;

    protected $table = 'practice_series';

    protected $fillable = ['workshop_id', 'title', 'due_on', 'items', 'people'];

    /** @return HasMany<PracticeRun, $this> */
    public function runs(): HasMany
    {
        return $this->hasMany(PracticeRun::class, 'series_id');
    }

    /** @param Builder<self> $query */
    public function scopeSeenBy(Builder $query, User $user): void
    {
        $query
            ->where('workshop_id', $user->workshop_id)
            ->unless(
                $user->can('manage people'),
                static fn(Builder $own) => $own->whereJsonContains('people', $user->id),
            );
    }

    public function isSetTo(User $user): bool
    {
        return $this->workshop_id === $user->workshop_id && in_array($user->id, $this->people, true);
    }

    protected function casts(): array
    {
        return ['due_on' => 'date', 'items' => 'array', 'people' => 'array'];
    }
}

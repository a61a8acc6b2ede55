<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * @property array<string, mixed> $description
 * @property string $id
 * @property string|null $parent_id
 * @property \Illuminate\Support\Carbon|null $history_from
 */
final class Supply extends Model
{
    use HasUlids;

    protected $fillable = ['workshop_id', 'parent_id', 'title', 'revision', 'description'];

    /** @return HasMany<SupplyVersion, $this> newest first */
    public function versions(): HasMany
    {
        return $this->hasMany(SupplyVersion::class)->orderByDesc('number');
    }

    /** @return HasOne<SupplyVersion, $this> */
    public function latestVersion(): HasOne
    {
        return $this->hasOne(SupplyVersion::class)->ofMany('number', 'max');
    }

    /** Whatever its revision, the first one of its design. */
    public function design(): string
    {
        return $this->parent_id ?? $this->id;
    }

    /** @param Builder<self> $query */
    public function scopeOfWorkshop(Builder $query, string $workshopId): void
    {
        $query->where('workshop_id', $workshopId);
    }

    /**
     * The revisions of one design, itself included.
     *
     * @param Builder<self> $query
     */
    public function scopeOfDesign(Builder $query, self $supply): void
    {
        $root = $supply->design();
        $query
            ->where('workshop_id', $supply->workshop_id)
            ->where(static fn(Builder $any) => $any->whereKey($root)->orWhere('parent_id', $root));
    }

    /**
     * In the title, the revision, or anything in the description: a type number, a node, where to touch it.
     *
     * @param Builder<self> $query
     */
    public function scopeSaying(Builder $query, string $words): void
    {
        foreach (preg_split('/\s+/', $words, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $like = '%' . addcslashes($word, '%_\\') . '%';
            $query->where(
                static fn(Builder $any) => $any
                    ->where('title', 'like', $like)
                    ->orWhere('revision', 'like', $like)
                    ->orWhere('description', 'like', $like),
            );
        }
    }

    protected function casts(): array
    {
        return ['description' => 'array', 'history_from' => 'datetime'];
    }
}

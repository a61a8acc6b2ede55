<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\StockLine;

/**
 * A line of the drawer.
 *
 * @property array{kind: string, type: string, data: array<string, float|int>, words: array<string, string>} $component
 */
final class StockItem extends Model
{
    use HasUlids;

    protected $fillable = [
        'workshop_id',
        'identity',
        'kind',
        'type',
        'component',
        'quantity',
        'minimum',
        'price',
        'supplier',
        'location',
        'salvaged',
        'note',
    ];

    /** @return HasMany<StockReservation, $this> */
    public function reservations(): HasMany
    {
        return $this->hasMany(StockReservation::class);
    }

    /** @param Builder<self> $query */
    public function scopeOfWorkshop(Builder $query, string $workshopId): void
    {
        $query->where('workshop_id', $workshopId);
    }

    /**
     * @return StockLine with what is reserved, if it was counted; what this job has reserved for itself may be taken
     *     off before
     */
    public function toLine(int $own = 0): StockLine
    {
        return new StockLine(
            $this->id,
            Component::fromArray($this->component),
            $this->quantity,
            $this->minimum,
            max(0, (int) ($this->getAttributes()['reserved'] ?? 0) - $own),
            $this->price === null ? null : (float) $this->price,
            $this->supplier,
            $this->location,
            $this->salvaged,
            $this->note,
        );
    }

    protected function casts(): array
    {
        return ['component' => 'array', 'salvaged' => 'boolean', 'quantity' => 'integer', 'minimum' => 'integer'];
    }
}

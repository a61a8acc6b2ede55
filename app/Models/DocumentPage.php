<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A page of a service document, kept with a design; the picture is a file of the same id.
 *
 * @property string $id
 * @property string $workshop_id
 * @property string $design_id
 * @property string $document
 * @property int $number
 * @property int $width
 * @property int $height
 * @property list<array{text: string, x: float, y: float}> $words middle of each, as shares of width and height
 */
final class DocumentPage extends Model
{
    public $incrementing = false;

    protected $keyType = 'string';

    protected $fillable = [
        'id',
        'workshop_id',
        'design_id',
        'user_id',
        'document',
        'number',
        'width',
        'height',
        'words',
    ];

    /** @return HasMany<PagePin, $this> */
    public function pins(): HasMany
    {
        return $this->hasMany(PagePin::class)->orderBy('target');
    }

    /** @param Builder<self> $query */
    public function scopeOfSupply(Builder $query, Supply $supply): void
    {
        $query
            ->where('workshop_id', $supply->workshop_id)
            ->where('design_id', $supply->design())
            ->orderBy('document')
            ->orderBy('number')
            ->orderBy('id');
    }

    protected function casts(): array
    {
        return ['words' => 'array'];
    }
}

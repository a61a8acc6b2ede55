<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A board that another workshop published, taken in here.
 *
 * @property string $id
 * @property string $workshop_id
 * @property string $design_id
 * @property string $board
 * @property string $title
 * @property string $sum
 * @property int $repairs
 * @property array<string, int> $failures times by "part:fault"
 * @property array<string, array{supply: string, sum: string, held?: bool}> $copies by their id of the revision
 * @property Carbon $signed_at
 * @property-read ShareKey $shareKey
 */
final class SharedBoard extends Model
{
    use HasUlids;

    protected $fillable = [
        'workshop_id',
        'design_id',
        'share_key_id',
        'user_id',
        'board',
        'title',
        'signed_at',
        'sum',
        'repairs',
        'failures',
        'copies',
    ];

    /** @return BelongsTo<ShareKey, $this> */
    public function shareKey(): BelongsTo
    {
        return $this->belongsTo(ShareKey::class);
    }

    protected function casts(): array
    {
        return ['failures' => 'array', 'copies' => 'array', 'signed_at' => 'datetime'];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Prunable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A number by which somebody comes in at one bench.
 *
 * @property int $user_id
 * @property string $bench SHA-256 of what the browser there keeps
 * @property string $pin hashed
 * @property int $tries failed ones since it was right
 * @property \Illuminate\Support\Carbon $expires_at
 */
final class BenchPin extends Model
{
    use Prunable;

    public $timestamps = false;

    protected $fillable = ['user_id', 'bench', 'pin', 'tries', 'expires_at'];

    protected $hidden = ['pin'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', now());
    }

    protected function casts(): array
    {
        return ['expires_at' => 'datetime'];
    }
}

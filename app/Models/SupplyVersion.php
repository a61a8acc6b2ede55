<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A supply as it was described at one time; never changed once written.
 *
 * @property array<string, mixed> $description
 * @property int $number
 * @property Carbon|null $created_at
 */
final class SupplyVersion extends Model
{
    use HasUlids;

    public const UPDATED_AT = null;

    protected $fillable = ['supply_id', 'number', 'user_id', 'description'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    protected function casts(): array
    {
        return ['description' => 'array', 'created_at' => 'datetime'];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A link that lets somebody in once: to join a workshop, to set a new password, or to begin a workshop.
 *
 * @property string|null $workshop_id
 * @property string $purpose
 * @property string|null $role
 * @property string $name
 * @property int|null $user_id whose password it sets
 * @property int|null $made_by
 * @property \Illuminate\Support\Carbon $expires_at
 * @property \Illuminate\Support\Carbon|null $used_at
 */
final class Invitation extends Model
{
    use HasUlids;

    public const JOIN = 'join';

    public const RESET = 'reset';

    public const SETUP = 'setup';

    protected $fillable = [
        'workshop_id',
        'purpose',
        'role',
        'name',
        'user_id',
        'made_by',
        'token',
        'expires_at',
        'used_at',
    ];

    protected $hidden = ['token'];

    /** @return BelongsTo<Workshop, $this> */
    public function workshop(): BelongsTo
    {
        return $this->belongsTo(Workshop::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    protected function casts(): array
    {
        return ['expires_at' => 'datetime', 'used_at' => 'datetime'];
    }
}

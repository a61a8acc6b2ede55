<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Casts\Attribute;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Laravel\Sanctum\HasApiTokens;
use Spatie\Permission\Traits\HasRoles;

/**
 * @property \Illuminate\Support\Carbon|null $closed_at since when nobody comes in by it
 * @property string|null $code_secret encrypted
 * @property \Illuminate\Support\Carbon|null $code_since since when a one-time code is asked for
 * @property int $code_step of the last code that was taken
 * @property int $session_epoch counts up when somebody signs out everywhere
 */
final class User extends Authenticatable
{
    use HasApiTokens;
    use HasRoles;

    protected $fillable = ['name', 'email', 'password', 'workshop_id'];

    protected $hidden = ['password', 'remember_token', 'code_secret'];

    /** @var array<string, mixed> what a new account begins with, before the database is read again */
    protected $attributes = [
        'closed_at' => null,
        'session_epoch' => 0,
        'code_secret' => null,
        'code_since' => null,
        'code_step' => 0,
    ];

    protected static function booted(): void
    {
        // Where the epoch goes on, every session that was ends, and so does every PIN.
        self::updated(static function (self $user): void {
            if ($user->wasChanged('session_epoch')) {
                SignIn::query()->where('user_id', $user->id)->delete();
                BenchPin::query()->where('user_id', $user->id)->delete();
            }
        });
    }

    /** @return BelongsTo<Workshop, $this> */
    public function workshop(): BelongsTo
    {
        return $this->belongsTo(Workshop::class);
    }

    /** @return Attribute<string, string> kept in small letters: what is typed at the door is compared byte by byte */
    protected function email(): Attribute
    {
        return Attribute::make(set: static fn(string $email): string => mb_strtolower(trim($email)));
    }

    protected function casts(): array
    {
        return [
            'password' => 'hashed',
            'session_epoch' => 'integer',
            'closed_at' => 'datetime',
            'code_since' => 'datetime',
            'code_step' => 'integer',
        ];
    }
}

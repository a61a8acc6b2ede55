<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Prunable;

/**
 * A browser in which an account is signed in.
 *
 * @property string $name
 * @property string $browser
 * @property string $address
 * @property \Illuminate\Support\Carbon $began_at
 * @property \Illuminate\Support\Carbon $seen_at
 */
final class SignIn extends Model
{
    use Prunable;

    /** Days unseen after which nothing can come of it any more. */
    private const KEPT = 30;

    public $incrementing = false;

    public $timestamps = false;

    protected $primaryKey = 'name';

    protected $keyType = 'string';

    protected $fillable = ['name', 'user_id', 'browser', 'address', 'began_at', 'seen_at'];

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('seen_at', '<', now()->subDays(self::KEPT));
    }

    protected function casts(): array
    {
        return ['began_at' => 'datetime', 'seen_at' => 'datetime'];
    }
}

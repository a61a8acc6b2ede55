<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Something that was done to an account; nobody changes or removes a row.
 *
 * @property string $what
 * @property \Illuminate\Support\Carbon $at
 */
final class AccountEvent extends Model
{
    public $timestamps = false;

    protected $fillable = ['workshop_id', 'by_user', 'about_user', 'what', 'at'];

    /** @return BelongsTo<User, $this> */
    public function by(): BelongsTo
    {
        return $this->belongsTo(User::class, 'by_user');
    }

    /** @return BelongsTo<User, $this> */
    public function about(): BelongsTo
    {
        return $this->belongsTo(User::class, 'about_user');
    }

    protected function casts(): array
    {
        return ['at' => 'datetime'];
    }
}

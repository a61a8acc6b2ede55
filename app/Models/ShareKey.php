<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * Another workshop, by the key that it signs with.
 *
 * @property string $workshop_id
 * @property string $key
 * @property string $name as it calls itself
 * @property \Illuminate\Support\Carbon|null $accepted_at null while nobody here has asked whose key it is
 */
final class ShareKey extends Model
{
    public $timestamps = false;

    protected $fillable = ['workshop_id', 'key', 'name', 'accepted_at'];

    protected function casts(): array
    {
        return ['accepted_at' => 'datetime'];
    }
}

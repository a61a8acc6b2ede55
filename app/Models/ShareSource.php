<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * An address at which another workshop publishes.
 *
 * @property int $id
 * @property string $workshop_id
 * @property int $user_id
 * @property string $address
 * @property \Illuminate\Support\Carbon|null $read_at
 * @property string|null $said what came of it
 */
final class ShareSource extends Model
{
    public $timestamps = false;

    protected $fillable = ['workshop_id', 'user_id', 'address', 'read_at', 'said'];

    protected function casts(): array
    {
        return ['read_at' => 'datetime'];
    }
}

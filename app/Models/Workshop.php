<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property array<string, mixed>|null $safety_rules
 * @property list<string>|null $networks
 * @property bool $is_demo
 * @property string|null $signing_key encrypted
 * @property string|null $verify_key
 */
final class Workshop extends Model
{
    use HasUlids;

    protected $fillable = ['name', 'safety_rules', 'networks', 'is_demo'];

    protected $hidden = ['signing_key'];

    protected function casts(): array
    {
        return ['safety_rules' => 'array', 'networks' => 'array', 'is_demo' => 'boolean'];
    }
}

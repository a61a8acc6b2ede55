<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property array<string, mixed>|null $safety_rules
 */
final class Workshop extends Model
{
    use HasUlids;

    protected $fillable = ['name', 'safety_rules'];

    protected function casts(): array
    {
        return ['safety_rules' => 'array'];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property array<string, mixed>|null $safety_rules
 * @property list<string>|null $networks
 * @property array<string, mixed>|null $settings as WorkshopSettings writes them
 * @property string|null $mark a PNG, base64
 * @property bool $is_demo
 * @property string|null $signing_key encrypted
 * @property string|null $verify_key
 * @property string|null $share_word in the address at which others read what it publishes
 */
final class Workshop extends Model
{
    use HasUlids;

    protected $fillable = ['name', 'safety_rules', 'networks', 'settings', 'mark', 'is_demo'];

    protected $hidden = ['signing_key', 'mark'];

    protected function casts(): array
    {
        return ['safety_rules' => 'array', 'networks' => 'array', 'settings' => 'array', 'is_demo' => 'boolean'];
    }

    public function settings(): WorkshopSettings
    {
        return WorkshopSettings::of($this->settings ?? []);
    }
}

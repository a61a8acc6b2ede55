<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A board that this workshop publishes, and what of it.
 *
 * @property string $workshop_id
 * @property string $design_id
 * @property list<string> $revisions supplies
 * @property bool $failures
 * @property string $sum
 */
final class Publication extends Model
{
    protected $fillable = ['workshop_id', 'design_id', 'user_id', 'revisions', 'failures', 'sum'];

    protected function casts(): array
    {
        return ['revisions' => 'array', 'failures' => 'boolean'];
    }
}

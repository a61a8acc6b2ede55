<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * Where a test point, a part or a ground is on a page, as shares of its width and height.
 *
 * @property string $target
 * @property float $x
 * @property float $y
 */
final class PagePin extends Model
{
    public $timestamps = false;

    protected $fillable = ['target', 'x', 'y'];

    protected function casts(): array
    {
        return ['x' => 'float', 'y' => 'float'];
    }
}

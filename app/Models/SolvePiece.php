<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A piece of what the engine has to work out for a description: a first look at a mode, some faults in it, or its
 * windows.
 *
 * @property int $id
 * @property string $hash of the description
 * @property string $name
 * @property string $mode
 * @property int $rank
 * @property list<string>|null $faults
 * @property string $state
 * @property int $attempts
 * @property float|null $seconds
 * @property Carbon|null $claimed_at
 * @property string|null $message
 */
final class SolvePiece extends Model
{
    public const WAITING = 'waiting';

    public const CLAIMED = 'claimed';

    public const DONE = 'done';

    public const FAILED = 'failed';

    public const FIRST = 'first';

    public const FAULTS = 'faults';

    public const WINDOWS = 'windows';

    public $timestamps = false;

    protected $fillable = [
        'hash',
        'name',
        'mode',
        'rank',
        'faults',
        'state',
        'attempts',
        'seconds',
        'claimed_at',
        'message',
    ];

    /** What is done in it: one of the constants. */
    public function what(): string
    {
        return strstr($this->name, ' ', true) ?: $this->name;
    }

    protected function casts(): array
    {
        return [
            'faults' => 'array',
            'rank' => 'integer',
            'attempts' => 'integer',
            'seconds' => 'float',
            'claimed_at' => 'datetime',
        ];
    }
}

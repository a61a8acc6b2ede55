<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * How far the engine is with the faults of one description.
 *
 * @property string $hash
 * @property array<string, mixed> $description
 * @property string $state
 * @property int $done
 * @property int $total
 * @property bool $is_urgent
 * @property string|null $mode in which the unit stands that somebody is looking at
 * @property Carbon|null $asked_at when somebody last had it on a screen
 * @property string|null $engine
 * @property string|null $message
 */
final class Solve extends Model
{
    public const QUEUED = 'queued';

    public const RUNNING = 'running';

    public const READY = 'ready';

    public const FAILED = 'failed';

    /** Minutes. */
    private const PATIENCE = 3;

    public $incrementing = false;

    protected $primaryKey = 'hash';

    protected $keyType = 'string';

    protected $fillable = [
        'hash',
        'title',
        'description',
        'state',
        'done',
        'total',
        'is_urgent',
        'mode',
        'asked_at',
        'engine',
        'message',
    ];

    /** By this engine, and not over. */
    public function isUnderWay(): bool
    {
        return in_array($this->state, [self::QUEUED, self::RUNNING], true) &&
            $this->engine === config('oculant.engine');
    }

    /** Every piece that is done shows itself here: after so long a silence the workers may have been stopped. */
    public function isSilent(): bool
    {
        return $this->updated_at?->isBefore(now()->subMinutes(self::PATIENCE)) !== false;
    }

    protected function casts(): array
    {
        return [
            'description' => 'array',
            'done' => 'integer',
            'total' => 'integer',
            'is_urgent' => 'boolean',
            'asked_at' => 'datetime',
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * How far the engine is with the faults of one description.
 *
 * @property string $hash
 * @property array<string, mixed> $description
 * @property string $state
 * @property int $done
 * @property int $total
 * @property string|null $message
 */
final class Solve extends Model
{
    public const QUEUED = 'queued';

    public const RUNNING = 'running';

    public const READY = 'ready';

    public const FAILED = 'failed';

    public $incrementing = false;

    protected $primaryKey = 'hash';

    protected $keyType = 'string';

    protected $fillable = ['hash', 'title', 'description', 'state', 'done', 'total', 'message'];

    /** A worker that stopped without a word is given up after an hour. */
    public function isUnderWay(): bool
    {
        return in_array($this->state, [self::QUEUED, self::RUNNING], true) && $this->updated_at?->isAfter(now()->subHour()) === true;
    }

    protected function casts(): array
    {
        return ['description' => 'array', 'done' => 'integer', 'total' => 'integer'];
    }
}

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
 * @property bool $is_urgent
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

    protected $fillable = ['hash', 'title', 'description', 'state', 'done', 'total', 'is_urgent', 'message'];

    /** A running one shows itself every few seconds: a worker that has been silent for two minutes was stopped. */
    public function isUnderWay(): bool
    {
        $patience = [self::QUEUED => 60, self::RUNNING => 2][$this->state] ?? 0;

        return $patience > 0 && $this->updated_at?->isAfter(now()->subMinutes($patience)) === true;
    }

    protected function casts(): array
    {
        return ['description' => 'array', 'done' => 'integer', 'total' => 'integer', 'is_urgent' => 'boolean'];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A test that the server runs by itself. Seconds since 1970 on the clock that the instruments go by.
 *
 * @property array<string, mixed> $plan
 * @property array<string, mixed> $watch
 * @property list<array{from: int, to: int, why: string}> $gaps
 * @property list<array{second: int, channel: int, sentence: string, load_off: bool}> $alarms
 */
final class Run extends Model
{
    use HasUlids;

    public const RUNNING = 'running';

    public const STOPPED = 'stopped';

    public const ENDED = 'ended';

    protected $fillable = [
        'number',
        'repair_job_id',
        'user_id',
        'kind',
        'plan',
        'state',
        'message',
        'started_at',
        'ended_at',
        'next_scan',
        'memory_base',
        'stage',
        'watch',
        'gaps',
        'alarms',
        'leased_by',
        'leased_until',
    ];

    /** @return BelongsTo<RepairJob, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(RepairJob::class, 'repair_job_id');
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    public function isRunning(): bool
    {
        return $this->state === self::RUNNING;
    }

    /**
     * @param array<string, mixed> $plan
     *
     * @return list<string> ids of the instruments that it reads or sets
     */
    public static function instrumentsOf(array $plan): array
    {
        return array_values(
            array_unique(
                array_filter([
                    ...array_column($plan['channels'] ?? [], 'instrument'),
                    ...array_column($plan['loads'] ?? [], 'instrument'),
                    $plan['source'] ?? null,
                    $plan['reader'] ?? null,
                ]),
            ),
        );
    }

    /** @param Builder<self> $query */
    public function scopeRunning(Builder $query): void
    {
        $query->where('state', self::RUNNING);
    }

    protected function casts(): array
    {
        return [
            'plan' => 'array',
            'watch' => 'array',
            'gaps' => 'array',
            'alarms' => 'array',
            'started_at' => 'float',
            'ended_at' => 'float',
            'next_scan' => 'integer',
            'memory_base' => 'integer',
            'stage' => 'integer',
            'number' => 'integer',
        ];
    }
}

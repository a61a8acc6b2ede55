<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Oculant\Core\Bench\LogEntry;

/**
 * @property array<string, mixed> $payload
 * @property \Carbon\CarbonImmutable $received_at by the server's clock
 * @property string $noted_at by the client's clock, as it said
 * @property int $sequence order in which the server took the entries of a job, from 1
 * @property int $waited seconds between noting it and the server taking it
 */
final class LogEntryRecord extends Model
{
    protected $table = 'log_entries';

    public $incrementing = false;

    public $timestamps = false;

    protected $keyType = 'string';

    protected $fillable = [
        'id',
        'repair_job_id',
        'user_id',
        'kind',
        'payload',
        'noted_at',
        'received_at',
        'sequence',
        'waited',
    ];

    protected static function booted(): void
    {
        // Whoever writes holds the job: nobody writes between.
        self::creating(static function (self $record): void {
            $before = self::query()
                ->where('repair_job_id', $record->getAttribute('repair_job_id'))
                ->orderByDesc('sequence')
                ->value('link');
            $record->setAttribute('link', LogSeal::link((string) $before, $record->getAttributes()));
        });
        self::created(static function (self $record): void {
            RepairJob::query()
                ->withPractice()
                ->whereKey($record->getAttribute('repair_job_id'))
                ->toBase()
                ->update(['log_link' => $record->getAttribute('link')]);
        });
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** An entry that came in with an archive keeps its author's name. */
    public function toEntry(): LogEntry
    {
        return new LogEntry(
            $this->id,
            $this->kind,
            $this->payload,
            $this->received_at->toIso8601String(),
            (string) ($this->payload['author'] ?? ($this->user->name ?? '')),
            $this->noted_at,
            $this->waited,
        );
    }

    protected function casts(): array
    {
        return ['payload' => 'array', 'received_at' => 'immutable_datetime'];
    }
}

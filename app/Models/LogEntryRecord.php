<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Oculant\Core\Bench\LogEntry;

/**
 * @property array<string, mixed> $payload
 * @property \Carbon\CarbonImmutable $received_at
 */
final class LogEntryRecord extends Model
{
    protected $table = 'log_entries';

    public $incrementing = false;

    public $timestamps = false;

    protected $keyType = 'string';

    protected $fillable = ['id', 'repair_job_id', 'user_id', 'kind', 'payload', 'noted_at'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** An entry that came in with an archive keeps its author's name. */
    public function toEntry(): LogEntry
    {
        return new LogEntry($this->id, $this->kind, $this->payload, $this->noted_at, (string) ($this->payload['author'] ?? $this->user->name ?? ''));
    }

    protected function casts(): array
    {
        return ['payload' => 'array', 'received_at' => 'immutable_datetime'];
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A photograph of a job; the picture is a file of the same id.
 *
 * @property string $id
 * @property string $repair_job_id
 * @property string $state
 */
final class Photo extends Model
{
    /** Kept as it came; a worker is to make of it what is shown. */
    public const WAITING = 'waiting';

    public const READY = 'ready';

    public const UNREADABLE = 'unreadable';

    /** Taken away after the time that the workshop keeps photographs. */
    public const GONE = 'gone';

    public $incrementing = false;

    public $timestamps = false;

    protected $keyType = 'string';

    protected $fillable = ['id', 'repair_job_id', 'user_id', 'width', 'height', 'bytes', 'state'];
}

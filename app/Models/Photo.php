<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A photograph of a job; the picture is a file of the same id. */
final class Photo extends Model
{
    public $incrementing = false;

    public $timestamps = false;

    protected $keyType = 'string';

    protected $fillable = ['id', 'repair_job_id', 'user_id', 'width', 'height', 'bytes'];
}

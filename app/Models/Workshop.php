<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

final class Workshop extends Model
{
    use HasUlids;

    protected $fillable = ['name'];
}

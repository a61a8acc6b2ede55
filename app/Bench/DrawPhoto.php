<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\Photo;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Makes of a photograph as it came the one that is shown. */
final class DrawPhoto implements ShouldQueue
{
    use Queueable;

    public int $timeout = 120;

    public int $tries = 3;

    public int $backoff = 20;

    public function __construct(public readonly string $photo) {}

    public function handle(PhotoAlbum $album): void
    {
        $album->draw(Photo::query()->findOrFail($this->photo));
    }
}

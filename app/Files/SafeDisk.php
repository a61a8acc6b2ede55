<?php

declare(strict_types=1);

namespace App\Files;

use Illuminate\Contracts\Filesystem\Filesystem;
use Throwable;

/** Keeps files whole or not at all: written beside their place, looked at, and only then moved there. */
final readonly class SafeDisk
{
    public function __construct(private Filesystem $disk) {}

    /** @return bool false if it is not there whole */
    public function keep(string $path, string $contents): bool
    {
        $fresh = $path . '.' . bin2hex(random_bytes(4)) . '.part';
        try {
            if (
                $this->disk->put($fresh, $contents) &&
                $this->disk->size($fresh) === strlen($contents) &&
                $this->disk->move($fresh, $path)
            ) {
                return true;
            }
        } catch (Throwable $e) {
            report($e);
        }
        try {
            $this->disk->delete($fresh);
        } catch (Throwable) {
            // What is half there has a name that nobody reads.
        }

        return false;
    }

    public function read(string $path): ?string
    {
        return $this->disk->exists($path) ? $this->disk->get($path) : null;
    }

    public function remove(string $path): void
    {
        $this->disk->delete($path);
    }
}

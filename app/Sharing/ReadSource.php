<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Models\ShareSource;
use App\Models\User;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Reads one address that a workshop keeps, and writes down what came of it. */
final class ReadSource implements ShouldQueue
{
    use Queueable;

    public int $timeout = 300;

    public int $tries = 1;

    public function __construct(public readonly int $source) {}

    public function handle(Sources $sources): void
    {
        $source = ShareSource::query()->find($this->source);
        $user = $source === null ? null : User::query()->find($source->user_id);
        if ($source === null || $user === null) {
            return;
        }
        try {
            if (!$user->can('manage people')) {
                throw ShareRefused::because('Who added this address is no lead here any more: add it again.');
            }
            [$taken, $refused] = $sources->address($user, $source->address);
            $said =
                sprintf('%d boards are here as published', count($taken)) .
                ($refused === [] ? '' : '; refused: ' . implode('; ', $refused));
        } catch (ShareRefused $e) {
            $said = $e->getMessage();
        }
        $source->update(['read_at' => now(), 'said' => mb_substr($said, 0, 500)]);
    }
}

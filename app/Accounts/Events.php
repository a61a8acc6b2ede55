<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\AccountEvent;
use App\Models\User;

/** Keeps what is done to accounts. */
final class Events
{
    public function record(string $workshop, ?User $by, ?User $about, string $what): void
    {
        AccountEvent::query()->create([
            'workshop_id' => $workshop,
            'by_user' => $by?->id,
            'about_user' => $about?->id,
            'what' => mb_substr($what, 0, 200),
            'at' => now(),
        ]);
    }
}

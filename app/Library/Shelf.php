<?php

declare(strict_types=1);

namespace App\Library;

use App\Knowledge\Solutions;
use App\Models\Supply;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Supply\Description;

/** Keeps descriptions: every change is a version of its own, and what is kept gets solved. */
final readonly class Shelf
{
    public function __construct(private Solutions $solutions) {}

    public function keep(User $user, Description $description, ?Supply $parent = null): Supply
    {
        return DB::transaction(function () use ($user, $description, $parent): Supply {
            $supply = Supply::query()->create([
                'workshop_id' => $user->workshop_id,
                'parent_id' => $parent?->design(),
                'title' => $description->title,
                'revision' => $description->revision,
                'description' => $description->written,
            ]);
            $this->version($supply, $user, $description);

            return $supply;
        }, 3);
    }

    public function change(User $user, Supply $supply, Description $description): void
    {
        DB::transaction(function () use ($user, $supply, $description): void {
            Supply::query()->whereKey($supply->id)->lockForUpdate()->first();
            if ($supply->latestVersion?->description == $description->written) {
                return;
            }
            $supply->update([
                'title' => $description->title,
                'revision' => $description->revision,
                'description' => $description->written,
            ]);
            $this->version($supply, $user, $description);
        }, 3);
    }

    private function version(Supply $supply, User $user, Description $description): void
    {
        $supply->versions()->create([
            'number' => 1 + (int) $supply->versions()->max('number'),
            'user_id' => $user->id,
            'description' => $description->written,
        ]);
        $supply->unsetRelation('latestVersion');
        $this->solutions->prepare($description);
    }
}

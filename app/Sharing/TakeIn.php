<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Accounts\Events;
use App\Accounts\WorkshopKey;
use App\Library\Shelf;
use App\Models\SharedBoard;
use App\Models\ShareKey;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use Illuminate\Support\Facades\DB;

/** Takes in boards that other workshops published: descriptions into the library, counts beside it. */
final readonly class TakeIn
{
    private const MOST = 2000;

    public function __construct(private Shelf $shelf, private Events $events, private WorkshopKey $key) {}

    /**
     * The same file twice is harmless; a newer one takes the place of what it is newer than, but of nothing that was
     * changed here since.
     *
     * @throws ShareRefused nothing is kept then
     */
    public function file(User $user, string $json): SharedBoard
    {
        $file = SharedFile::read($json);
        $own = Workshop::query()->findOrFail($user->workshop_id);
        if ($this->key->of($own) === $file->key) {
            throw ShareRefused::because('This was published by this workshop itself: it is in the library already.');
        }

        return DB::transaction(function () use ($user, $file): SharedBoard {
            // One at a time for a workshop.
            Workshop::query()->whereKey($user->workshop_id)->lockForUpdate()->first();
            $key = ShareKey::query()->firstOrCreate(
                ['workshop_id' => $user->workshop_id, 'key' => $file->key],
                ['name' => $file->workshop],
            );
            $known = SharedBoard::query()->where('share_key_id', $key->id)->where('board', $file->board)->first();
            if ($known !== null && ($known->sum === $file->sum || $file->at->lt($known->signed_at))) {
                return $known->sum === $file->sum
                    ? $known
                    : throw ShareRefused::because(
                        sprintf(
                            '"%s" as signed on %s is here already, and newer than this file.',
                            $known->title,
                            $known->signed_at->format('j F Y H:i'),
                        ),
                    );
            }
            if (SharedBoard::query()->where('workshop_id', $user->workshop_id)->count() >= self::MOST) {
                throw ShareRefused::because(sprintf('%d shared boards are kept at most.', self::MOST));
            }
            $key->update(['name' => $file->workshop]);
            [$design, $copies] = $this->copies($user, $file, $known);
            $this->events->record(
                $user->workshop_id,
                $user,
                null,
                sprintf('took in "%s" from %s (%s)', $file->title, $key->name, WorkshopKey::fingerprint($key->key)),
            );

            return SharedBoard::query()->updateOrCreate(
                ['share_key_id' => $key->id, 'board' => $file->board],
                [
                    'workshop_id' => $user->workshop_id,
                    'design_id' => $design,
                    'user_id' => $user->id,
                    'title' => $file->title,
                    'signed_at' => $file->at,
                    'sum' => $file->sum,
                    'repairs' => $file->repairs,
                    'failures' => $file->failures,
                    'copies' => $copies,
                ],
            );
        }, 3);
    }

    /**
     * @return array{string, array<string, array{supply: string, sum: string, held?: bool}>} own design, and its
     *     copies: held is what was changed here, and so was left as it is
     */
    private function copies(User $user, SharedFile $file, ?SharedBoard $known): array
    {
        $root = $known === null ? null : Supply::query()->find($known->design_id);
        $copies = [];
        foreach ($file->revisions as $id => $description) {
            $before = $known?->copies[$id] ?? null;
            $copy =
                $before === null
                    ? null
                    : Supply::query()->where('workshop_id', $user->workshop_id)->find($before['supply']);
            if ($copy === null) {
                $copy = $this->shelf->keep($user, $description, $root);
            } elseif (self::sum($copy->description) !== $before['sum']) {
                $copies[$id] = ['held' => true] + $before;
                continue;
            } else {
                $this->shelf->change($user, $copy, $description);
            }
            $root ??= $copy;
            $copies[$id] = ['supply' => $copy->id, 'sum' => self::sum($description->written)];
        }
        assert($root !== null);

        return [$root->design(), $copies];
    }

    /** @param array<string, mixed> $written */
    private static function sum(array $written): string
    {
        // As the database gives it back: an empty object is an empty list there.
        return hash('sha256', Canonical::of(json_decode((string) json_encode($written), false)));
    }
}

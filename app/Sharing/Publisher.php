<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Accounts\WorkshopKey;
use App\Files\NotKept;
use App\Files\SafeDisk;
use App\Library\WorkshopHistory;
use App\Models\Publication;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use Illuminate\Support\Str;

/** Gives boards of a workshop to others: what it chooses, signed, as files for whoever has the address. */
final readonly class Publisher
{
    /** Of a description nobody else needs: on which job of whose unit it was traced. */
    private const OWN = ['traced' => ''];

    public function __construct(private SafeDisk $disk, private WorkshopKey $key, private WorkshopHistory $history) {}

    /**
     * The file as it would go out, to be looked at before.
     *
     * @param list<string> $revisions supplies of the design
     *
     * @return array{string, string} and its sum
     *
     * @throws ShareRefused if nothing was chosen, or it is too much
     */
    public function draft(User $user, Supply $supply, array $revisions, bool $failures): array
    {
        $chosen = Supply::query()->ofDesign($supply)->whereKey($revisions)->orderBy('created_at')->orderBy('id')->get();
        if ($chosen->isEmpty() || $chosen->count() > SharedFile::MOST_REVISIONS) {
            throw ShareRefused::because(
                sprintf('Choose from one to %d revisions of this board.', SharedFile::MOST_REVISIONS),
            );
        }
        $found = $failures ? $this->history->of($supply) : [];
        $rows = [];
        foreach (array_slice($found, 0, SharedFile::MOST_FAILURES, true) as $id => $times) {
            [$part, $fault] = [...explode(':', $id, 2), ''];
            $rows[] = ['part' => $part, 'fault' => $fault, 'times' => $times];
        }
        [$file, $sum] = SharedFile::write(
            [
                'format' => SharedFile::FORMAT,
                'version' => SharedFile::VERSION,
                'at' => now()->toRfc3339String(),
                'board' => $supply->design(),
                'title' => $supply->title,
                'revisions' => $chosen
                    ->map(
                        static fn(Supply $one): array => [
                            'id' => $one->id,
                            'revision' => $one->revision,
                            'description' => array_diff_key($one->description, self::OWN),
                        ],
                    )
                    ->all(),
                'failures' => $rows,
                'repairs' => array_sum(array_column($rows, 'times')),
            ],
            self::workshop($user),
            $this->key,
        );
        if (strlen($file) > SharedFile::MOST) {
            throw ShareRefused::because(
                sprintf('This comes to more than %d kB: choose fewer revisions.', intdiv(SharedFile::MOST, 1000)),
            );
        }

        return [$file, $sum];
    }

    /**
     * @param list<string> $revisions
     *
     * @throws ShareRefused|NotKept
     */
    public function publish(User $user, Supply $supply, array $revisions, bool $failures): Publication
    {
        [$file, $sum] = $this->draft($user, $supply, $revisions, $failures);
        $workshop = self::workshop($user);
        if (Publication::query()->where('workshop_id', $workshop->id)->count() >= SharedIndex::MOST_BOARDS) {
            throw ShareRefused::because(sprintf('%d boards are published at most.', SharedIndex::MOST_BOARDS));
        }
        if ($workshop->share_word === null) {
            $workshop->forceFill(['share_word' => strtolower((string) Str::ulid())])->save();
        }
        $design = $supply->design();
        $this->keep($workshop, SharedIndex::file($design), $file);
        $publication = Publication::query()->updateOrCreate(
            ['design_id' => $design],
            [
                'workshop_id' => $workshop->id,
                'user_id' => $user->id,
                'revisions' => Supply::query()->ofDesign($supply)->whereKey($revisions)->pluck('id')->all(),
                'failures' => $failures,
                'sum' => $sum,
            ],
        );
        $this->index($workshop);

        return $publication;
    }

    /** What others have taken in by then stays with them. */
    public function withdraw(User $user, Supply $supply): void
    {
        $workshop = self::workshop($user);
        Publication::query()->where('workshop_id', $workshop->id)->where('design_id', $supply->design())->delete();
        if ($workshop->share_word !== null) {
            $this->disk->remove(self::path($workshop->share_word, SharedIndex::file($supply->design())));
            $this->index($workshop);
        }
    }

    /** @return string|null null if there is no such file at that address */
    public function file(string $word, string $name): ?string
    {
        return preg_match('/^[0-9a-z]{26}$/', $word) === 1 && preg_match('/^[0-9a-z]{1,26}\.json$/', $name) === 1
            ? $this->disk->read(self::path($word, $name))
            : null;
    }

    /** @return list<string> names of the files of a workshop, the index among them; none if it publishes nothing */
    public function names(Workshop $workshop): array
    {
        $boards = Publication::query()->where('workshop_id', $workshop->id)->orderBy('id')->pluck('design_id')->all();

        return $workshop->share_word === null
            ? []
            : [SharedIndex::NAME, ...array_map(static fn(string $b): string => SharedIndex::file($b), $boards)];
    }

    private function index(Workshop $workshop): void
    {
        $this->keep(
            $workshop,
            SharedIndex::NAME,
            SharedIndex::write(
                Publication::query()->where('workshop_id', $workshop->id)->orderBy('id')->get(),
                $workshop,
                $this->key,
            ),
        );
    }

    private function keep(Workshop $workshop, string $name, string $file): void
    {
        if (!$this->disk->keep(self::path((string) $workshop->share_word, $name), $file)) {
            throw NotKept::file($name);
        }
    }

    private static function workshop(User $user): Workshop
    {
        return Workshop::query()->findOrFail($user->workshop_id);
    }

    private static function path(string $word, string $name): string
    {
        return "shares/{$word}/{$name}";
    }
}

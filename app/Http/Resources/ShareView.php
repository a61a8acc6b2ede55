<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Accounts\WorkshopKey;
use App\Models\Publication;
use App\Models\SharedBoard;
use App\Models\ShareKey;
use App\Models\ShareSource;
use App\Models\Supply;
use App\Models\Workshop;
use App\Sharing\SharedIndex;
use App\Sharing\Sources;

/**
 * What a workshop gives to others, and what it has from them.
 *
 * @phpstan-type Shares array{
 *     workshop: string,
 *     // of its own key
 *     fingerprint: string,
 *     // at which others read; null while nothing is published
 *     address: ?string,
 *     published: list<array{
 *         supply: string,
 *         title: string,
 *         revisions: list<string>,
 *         failures: bool,
 *         at: ?string,
 *     }>,
 *     // workshops that something was taken in from
 *     keys: list<array{
 *         id: int,
 *         // as it calls itself
 *         name: string,
 *         fingerprint: string,
 *         // whether what it found counts
 *         accepted: bool,
 *     }>,
 *     taken: list<array{
 *         id: string,
 *         // of keys
 *         key: int,
 *         // in the own library
 *         supply: string,
 *         title: string,
 *         repairs: int,
 *         signed_at: string,
 *         // revisions that were changed here, and so did not follow
 *         held: int,
 *     }>,
 *     sources: list<array{
 *         id: int,
 *         address: string,
 *         read_at: ?string,
 *         // what came of it
 *         said: ?string,
 *     }>,
 *     // addresses that the server may read
 *     may_read: list<string>,
 * }
 */
final readonly class ShareView
{
    public function __construct(private WorkshopKey $key, private Sources $sources) {}

    /** @return Shares */
    public function of(Workshop $workshop): array
    {
        $published = Publication::query()->where('workshop_id', $workshop->id)->orderBy('id')->get();
        $titles = Supply::query()->whereKey($published->pluck('design_id'))->pluck('title', 'id');

        return [
            'workshop' => $workshop->name,
            'fingerprint' => WorkshopKey::fingerprint($this->key->of($workshop)),
            'address' => $published->isEmpty()
                ? null
                : sprintf(
                    '%s/api/v1/shared/%s/%s',
                    rtrim(config()->string('app.url'), '/'),
                    $workshop->share_word,
                    SharedIndex::NAME,
                ),
            'published' => $published
                ->map(
                    static fn(Publication $one): array => [
                        'supply' => $one->design_id,
                        'title' => (string) ($titles[$one->design_id] ?? ''),
                        'revisions' => $one->revisions,
                        'failures' => $one->failures,
                        'at' => $one->updated_at?->toIso8601String(),
                    ],
                )
                ->all(),
            'keys' => ShareKey::query()
                ->where('workshop_id', $workshop->id)
                ->orderBy('name')
                ->get()
                ->map(
                    static fn(ShareKey $key): array => [
                        'id' => $key->id,
                        'name' => $key->name,
                        'fingerprint' => WorkshopKey::fingerprint($key->key),
                        'accepted' => $key->accepted_at !== null,
                    ],
                )
                ->all(),
            'taken' => SharedBoard::query()
                ->where('workshop_id', $workshop->id)
                ->orderBy('title')
                ->get()
                ->map(
                    static fn(SharedBoard $board): array => [
                        'id' => $board->id,
                        'key' => $board->share_key_id,
                        'supply' => $board->design_id,
                        'title' => $board->title,
                        'repairs' => $board->repairs,
                        'signed_at' => $board->signed_at->toIso8601String(),
                        'held' => count(
                            array_filter($board->copies, static fn(array $copy): bool => $copy['held'] ?? false),
                        ),
                    ],
                )
                ->all(),
            'sources' => ShareSource::query()
                ->where('workshop_id', $workshop->id)
                ->orderBy('address')
                ->get()
                ->map(
                    static fn(ShareSource $source): array => [
                        'id' => $source->id,
                        'address' => $source->address,
                        'read_at' => $source->read_at?->toIso8601String(),
                        'said' => $source->said,
                    ],
                )
                ->all(),
            'may_read' => $this->sources->allowed(),
        ];
    }
}

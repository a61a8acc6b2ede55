<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/** How a fuse looks, and what was fitted: a fuse tells how violently it went. */
final class FuseLook implements EntryKind
{
    public const STATES = [
        'intact' => 'intact',
        'parted' => 'parted cleanly, glass clear',
        'wisp' => 'parted, a grey wisp on the glass',
        'blackened' => 'glass blackened or metal-plated',
    ];

    public function name(): string
    {
        return 'fuse';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $ref = Payload::part($payload, $supply);
        if (!($supply->part($ref)->kind instanceof Fuse)) {
            throw EntryRefused::because('part', "{$ref} is no fuse.");
        }

        return [
            'part' => $ref,
            'state' => Payload::choice($payload, 'state', array_keys(self::STATES)),
            'fitted' => Payload::remark($payload, 'fitted', 20),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->fuses[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'state' => (string) $entry->payload['state'],
            'fitted' => (string) $entry->payload['fitted'],
            'replaced' => $state->replaced(),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $due = (string) ($supply->part((string) $entry->payload['part'])->written['rating'] ?? '');
        $fitted = (string) $entry->payload['fitted'];
        $wrong =
            $fitted !== '' && self::plain($fitted) !== self::plain($due)
                ? "; fitted {$fitted}, due {$due}: put the right one in, never a larger one"
                : '';

        return "{$entry->payload['part']} " . self::STATES[$entry->payload['state']] . $wrong;
    }

    private static function plain(string $rating): string
    {
        return strtoupper(str_replace([' ', ','], ['', '.'], $rating));
    }
}

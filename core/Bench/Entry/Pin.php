<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Supply\Description;

/** Where on a photograph a test point or a part is. The newest place of the same one counts. */
final class Pin implements EntryKind
{
    public function name(): string
    {
        return 'pin';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $photo = is_string($payload['photo'] ?? null) ? $payload['photo'] : '';
        if (!isset($state->photos[$photo])) {
            throw EntryRefused::because('photo', 'There is no such photograph in this job. Add it first.');
        }
        $target = self::place(is_string($payload['target'] ?? null) ? trim($payload['target']) : '', $supply);

        return [
            'photo' => $photo,
            'target' => $target,
            'x' => self::share($payload, 'x'),
            'y' => self::share($payload, 'y'),
        ];
    }

    /** @throws EntryRefused if it is neither a point nor a part, nor one that is still to be described */
    public static function place(string $given, Description $supply): string
    {
        $place = ReadingText::target($given, $supply) ?? Payload::reference($given, $supply);
        foreach ($supply->undescribed() as $ref) {
            $place ??= strcasecmp($ref, $given) === 0 ? $ref : null;
        }

        return $place ??
            throw EntryRefused::because(
                'target',
                sprintf(
                    'There is no test point or part "%s" in this supply. Points: %s. Parts: %s.',
                    $given,
                    implode(', ', array_keys($supply->points)),
                    implode(', ', [...array_keys($supply->parts), ...$supply->undescribed()]),
                ),
            );
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        ['photo' => $photo, 'target' => $target] = $entry->payload;
        $state->pins["{$photo} {$target}"] = [
            'entry' => $entry->id,
            'photo' => (string) $photo,
            'target' => (string) $target,
            'x' => (float) $entry->payload['x'],
            'y' => (float) $entry->payload['y'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Pin: {$entry->payload['target']} on the photograph";
    }

    /** @param array<mixed> $payload */
    private static function share(array $payload, string $field): float
    {
        $given = $payload[$field] ?? null;

        return is_numeric($given) && (float) $given >= 0.0 && (float) $given <= 1.0
            ? round((float) $given, 4)
            : throw EntryRefused::because(
                $field,
                'A place on the photograph is given from 0 (left or top) to 1 (right or bottom).',
            );
    }
}

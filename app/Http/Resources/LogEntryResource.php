<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use App\Models\LogEntryRecord;
use Closure;
use Oculant\Core\Bench\EntryKinds;

/** One line of the log as the bench shows it; readings carry their verdict. */
final class LogEntryResource
{
    /** @return list<array<string, mixed>> newest first */
    public static function all(JobFile $file): array
    {
        $views = [];
        foreach ($file->state->readings as $reading) {
            $views[$reading->entryId] = static fn(): array => $file->workup()->readingView($reading);
        }
        foreach ($file->workup()->tests()->views() as $id => $view) {
            $views[$id] = static fn(): array => $view;
        }

        return array_map(
            static fn(LogEntryRecord $record): array => self::one($file, $record, $views[$record->id] ?? null),
            array_reverse($file->records),
        );
    }

    /** @return array<string, mixed> */
    private static function one(JobFile $file, LogEntryRecord $record, ?Closure $view): array
    {
        $entry = $record->toEntry();

        return [
            'id' => $entry->id,
            'kind' => $entry->kind,
            'line' => EntryKinds::named($entry->kind)->line($entry, $file->supply),
            'at' => $entry->at,
            'by' => $entry->by,
            'struck' => isset($file->state->struck[$entry->id]),
            'reading' => $view === null ? null : $view(),
        ];
    }
}

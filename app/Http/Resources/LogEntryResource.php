<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use Closure;
use Oculant\Core\Bench\Clocks;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Diagnosis\ReadingVerdicts;

/**
 * One line of the log as the bench shows it; readings carry their verdict.
 *
 * @phpstan-import-type ReadingView from ReadingVerdicts
 *
 * @phpstan-type LogLine array{
 *     id: string,
 *     kind: string,
 *     line: string,
 *     // when it was noted, by the server's clock
 *     at: string,
 *     // arrived late, or noted by a clock that is far off; usually empty
 *     clock: string,
 *     by: string,
 *     struck: bool,
 *     reading: ?ReadingView,
 * }
 */
final class LogEntryResource
{
    /** @return list<LogLine> newest first */
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
            static fn(LogEntry $entry): array => self::one($file, $entry, $views[$entry->id] ?? null),
            array_reverse($file->log),
        );
    }

    /** Nobody pressed: the leads stood still. */
    private static function isByItself(LogEntry $entry): bool
    {
        return str_ends_with(is_string($entry->payload['by'] ?? null) ? $entry->payload['by'] : '', ', by itself');
    }

    /** @return LogLine */
    private static function one(JobFile $file, LogEntry $entry, ?Closure $view): array
    {
        return [
            'id' => $entry->id,
            'kind' => $entry->kind,
            'line' => EntryKinds::named($entry->kind)->line($entry, $file->supply),
            'at' => Clocks::notedAt($entry),
            'clock' => Clocks::remark($entry),
            'by' => $entry->by . (self::isByItself($entry) ? ', by itself' : ''),
            'struck' => isset($file->state->struck[$entry->id]),
            'reading' => $view === null ? null : $view(),
        ];
    }
}

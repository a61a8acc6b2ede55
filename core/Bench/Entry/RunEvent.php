<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/**
 * Something that happened in an unattended run: started, a stage, an alarm, a gap, its end. Written by the server
 * alone.
 */
final class RunEvent implements EntryKind
{
    public const EVENTS = ['started', 'stage', 'alarm', 'gap', 'stopped', 'ended'];

    public const KINDS = ['soak', 'heat', 'starts'];

    public function name(): string
    {
        return 'run';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'run' => Payload::text($payload, 'run', 'the run', 26),
            'kind' => Payload::choice($payload, 'kind', self::KINDS),
            'event' => Payload::choice($payload, 'event', self::EVENTS),
            'text' => Payload::remark($payload, 'text'),
            'title' => Payload::remark($payload, 'title', 100),
            'summary' => is_array($payload['summary'] ?? null) ? array_values($payload['summary']) : [],
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        ['run' => $run, 'event' => $event] = $entry->payload;
        $known = $state->runs[$run] ?? [
            'run' => (string) $run,
            'kind' => (string) $entry->payload['kind'],
            'state' => 'running',
            'title' => (string) $entry->payload['title'],
            'events' => [],
            'summary' => [],
            'replaced' => $state->replaced(),
        ];
        $known['events'][] = [
            'entry' => $entry->id,
            'event' => (string) $event,
            'text' => (string) $entry->payload['text'],
            'at' => $entry->at,
        ];
        if (in_array($event, ['stopped', 'ended'], true)) {
            $known['state'] = (string) $event;
        }
        if ($entry->payload['summary'] !== []) {
            $known['summary'] = $entry->payload['summary'];
        }
        $state->runs[$run] = $known;
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return trim(
            ucfirst((string) $entry->payload['kind']) .
                ' ' .
                $entry->payload['event'] .
                ($entry->payload['text'] === '' ? '' : ": {$entry->payload['text']}"),
        );
    }
}

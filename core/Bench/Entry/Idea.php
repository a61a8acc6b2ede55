<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/**
 * A line of the notebook for what no reading settles: an idea, how to test it, what came of it. A later entry with the
 * id of an earlier one brings it up to date.
 */
final class Idea implements EntryKind
{
    public const VERDICTS = ['open' => 'not tested yet', 'out' => 'ruled out', 'holds' => 'holds'];

    public function name(): string
    {
        return 'idea';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $of = is_string($payload['of'] ?? null) && $payload['of'] !== '' ? $payload['of'] : null;
        if ($of !== null && !isset($state->ideas[$of])) {
            throw EntryRefused::because('of', 'There is no such line in the notebook.');
        }
        $before = $state->ideas[$of] ?? ['idea' => '', 'test' => '', 'outcome' => ''];
        $verdict = Payload::choice($payload, 'verdict', array_keys(self::VERDICTS));
        $outcome = Payload::remark($payload, 'outcome') ?: $before['outcome'];
        if ($verdict !== 'open' && $outcome === '') {
            throw EntryRefused::because('outcome', 'Write what came of the test, so that nobody has to repeat it.');
        }

        return [
            'of' => $of,
            'idea' =>
                $of === null
                    ? Payload::text(
                        $payload,
                        'idea',
                        'the idea, for example "hum comes in through the signal earth"',
                        500,
                    )
                    : (Payload::remark($payload, 'idea') ?:
                    $before['idea']),
            'test' => Payload::remark($payload, 'test') ?: $before['test'],
            'outcome' => $outcome,
            'verdict' => $verdict,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $id = (string) ($entry->payload['of'] ?? $entry->id);
        $state->ideas[$id] = [
            'id' => $id,
            'idea' => (string) $entry->payload['idea'],
            'test' => (string) $entry->payload['test'],
            'outcome' => (string) $entry->payload['outcome'],
            'verdict' => (string) $entry->payload['verdict'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $outcome = (string) $entry->payload['outcome'];

        return "Idea: {$entry->payload['idea']}, " .
            self::VERDICTS[$entry->payload['verdict']] .
            ($outcome === '' ? '' : " ({$outcome})");
    }
}

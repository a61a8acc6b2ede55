<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** What the owner or the technician saw, heard or smelt. */
final class Symptom implements EntryKind
{
    /**
     * Symptom words and how people say them. "fuse_open" and the like weigh in the diagnosis; the rest are recorded.
     */
    public const WORDS = [
        'dead' => 'Dead, nothing at all',
        'part_dead' => 'One function or rail dead, the rest works',
        'hum' => 'Hum at twice mains frequency',
        'weak' => 'Weak or low output',
        'ticks' => 'Ticks, tries to start again and again',
        'squeals' => 'Squeals or whistles',
        'squeals_unplugged' => 'Still squeals for a while after unplugging',
        'starts_alone' => 'Starts by itself outside the set',
        'quiet_unplugged' => 'Noise stops when a cable is unplugged',
        'fuse_open' => 'Fuse found open',
        'fuse_intact' => 'Fuse found intact',
        'lamp_dark' => 'Indicator dark',
        'lamp_lit' => 'Indicator lit',
        'intermittent' => 'Starts only sometimes',
        'smoke' => 'Smoke or burnt smell',
        'bang' => 'Loud bang',
        'hot' => 'Gets too hot',
        'shock' => 'Shock or tingle from the case',
        'other' => 'Something else',
    ];

    /** Kind of part by symptom: those that may be said of one among several. */
    private const OF_A_PART = [
        'lamp_dark' => 'led',
        'lamp_lit' => 'led',
        'fuse_open' => 'fuse',
        'fuse_intact' => 'fuse',
    ];

    public function name(): string
    {
        return 'symptom';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $symptom = $payload['symptom'] ?? null;
        if (!is_string($symptom) || !isset(self::WORDS[$symptom])) {
            throw EntryRefused::because(
                'symptom',
                sprintf(
                    'There is no symptom "%s". Choose one of: %s.',
                    is_scalar($symptom) ? (string) $symptom : '',
                    implode(', ', array_keys(self::WORDS)),
                ),
            );
        }

        $part = ($payload['part'] ?? '') === '' ? null : Payload::part($payload, $supply);
        if ($part !== null && $supply->part($part)->kind->name() !== (self::OF_A_PART[$symptom] ?? '')) {
            throw EntryRefused::because(
                'part',
                sprintf(
                    '"%s" is not said of %s: leave the part out.',
                    self::WORDS[$symptom],
                    $supply->part($part)->label(),
                ),
            );
        }

        return ['symptom' => $symptom, 'text' => Payload::remark($payload, 'text')] +
            ($part === null ? [] : ['part' => $part]);
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->symptoms[] =
            [
                'entry' => $entry->id,
                'symptom' => (string) $entry->payload['symptom'],
                'text' => (string) $entry->payload['text'],
                'replaced' => $state->replaced(),
            ] +
            ($state->power->isEnergised() ? ['mode' => $state->mode] : []) +
            (isset($entry->payload['part']) ? ['part' => (string) $entry->payload['part']] : []);
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $text = (string) $entry->payload['text'];

        $of = isset($entry->payload['part']) ? "{$entry->payload['part']}: " : '';

        return $of . self::WORDS[$entry->payload['symptom']] . ($text === '' ? '' : ": {$text}");
    }
}

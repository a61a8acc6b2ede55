<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** The technician decides otherwise than the plan for one capacitor, or takes that back. */
final class Decide implements EntryKind
{
    public const DECISIONS = ['replace', 'keep', 'measure', 'plan'];

    public function name(): string
    {
        return 'decide';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->recap === null) {
            throw EntryRefused::because('part', 'There is no recap plan yet: choose a school first.');
        }

        return [
            'part' => Payload::partOrListed($payload, $supply, $state),
            'decision' => Payload::choice($payload, 'decision', self::DECISIONS),
            'with' => Payload::remark($payload, 'with', 100),
            'text' => Payload::remark($payload, 'text', 300),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        $state->decided[(string) $p['part']] = [
            'decision' => (string) $p['decision'],
            'with' => (string) $p['with'],
            'text' => (string) $p['text'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;
        $what = match ($p['decision']) {
            'plan' => 'as the plan says',
            'measure' => 'measure first',
            default => (string) $p['decision'],
        };

        return "Recap, {$p['part']}: {$what}" .
            ($p['with'] === '' ? '' : " with {$p['with']}") .
            ($p['text'] === '' ? '' : ", {$p['text']}");
    }
}

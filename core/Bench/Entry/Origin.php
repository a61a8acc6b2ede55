<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Supply\Description;

/** Why a part failed: one of the usual causes was looked for, and found or not. */
final class Origin implements EntryKind
{
    public const OUTCOMES = ['found' => 'found', 'ruled out' => 'ruled out', 'not known' => 'not known'];

    public function name(): string
    {
        return 'origin';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'part' => Payload::part($payload, $supply),
            'key' => Payload::text($payload, 'key', 'which cause', 40),
            'title' => Payload::text($payload, 'title', 'which cause', 80),
            'outcome' => Payload::choice($payload, 'outcome', array_keys(self::OUTCOMES)),
            'text' => Payload::remark($payload, 'text', 300),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        $state->origins["{$p['part']} {$p['key']}"] = [
            'entry' => $entry->id,
            'part' => (string) $p['part'],
            'key' => (string) $p['key'],
            'title' => (string) $p['title'],
            'outcome' => (string) $p['outcome'],
            'text' => (string) $p['text'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;

        return "Why {$p['part']} failed: " .
            mb_strtolower((string) $p['title']) .
            ", {$p['outcome']}" .
            ($p['text'] === '' ? '' : " ({$p['text']})");
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;

/** Starts tried, and how many of them failed. */
final class Starts implements EntryKind
{
    private const MOST = 1000;

    public function name(): string
    {
        return 'starts';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        [$tried, $failed] = [$payload['tried'] ?? null, $payload['failed'] ?? null];
        if (!is_numeric($tried) || (int) $tried < 1 || (int) $tried > self::MOST) {
            throw EntryRefused::because('tried', sprintf('Say how many starts were tried, 1 to %d.', self::MOST));
        }
        if (!is_numeric($failed) || (int) $failed < 0 || (int) $failed > (int) $tried) {
            throw EntryRefused::because(
                'failed',
                sprintf('Of %d starts between 0 and %d can have failed.', (int) $tried, (int) $tried),
            );
        }

        return ['tried' => (int) $tried, 'failed' => (int) $failed];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->starts[] = [
            'entry' => $entry->id,
            'tried' => (int) $entry->payload['tried'],
            'failed' => (int) $entry->payload['failed'],
            'replaced' => $state->replaced(),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        [$tried, $failed] = [$entry->payload['tried'], $entry->payload['failed']];

        return $tried === 1 ? ($failed === 0 ? 'Started' : 'Did not start') : "{$tried} starts, {$failed} failed";
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\TemporaryChange;
use Oculant\Core\Parts\Ability\Consumes;
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

        if ((int) $tried === 1 && !$state->power->isEnergised()) {
            throw EntryRefused::because(
                'tried',
                'The unit is recorded as unplugged: record the power first (Space, P), then whether it started. What ' .
                    'the owner counted is written "starts 8 2".',
            );
        }

        return ['tried' => (int) $tried, 'failed' => (int) $failed] +
            (self::isLight($supply, $state) ? ['light' => true] : []);
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->starts[] = [
            'entry' => $entry->id,
            'tried' => (int) $entry->payload['tried'],
            'failed' => (int) $entry->payload['failed'],
            'replaced' => $state->replaced(),
            'light' => (bool) ($entry->payload['light'] ?? false),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        [$tried, $failed] = [$entry->payload['tried'], $entry->payload['failed']];

        return $tried === 1 ? ($failed === 0 ? 'Started' : 'Did not start') : "{$tried} starts, {$failed} failed";
    }

    /** Whether a load is off that is on in the usual mode: such a start proves little of one with it. */
    private static function isLight(Description $supply, BenchState $state): bool
    {
        $off = array_filter(
            array_diff($supply->mode($state->mode)->absent, $supply->mode(null)->absent),
            static fn(string $ref): bool => $supply->part($ref)->kind instanceof Consumes,
        );
        $taken = array_filter(
            $state->openChanges(),
            static fn(TemporaryChange $c): bool => $c->kind === ChangeKind::LoadOff,
        );

        return $off !== [] || $taken !== [];
    }
}

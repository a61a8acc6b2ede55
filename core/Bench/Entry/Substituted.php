<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Supply\Description;

/** Supply and load told apart: the load on a bench supply, the supply on a dummy load, a load unplugged. */
final class Substituted implements EntryKind
{
    public const WHAT = [
        'bench_supply' => 'its load fed from a bench supply',
        'dummy_load' => 'the supply on a dummy load instead of it',
        'unplugged' => 'its cable pulled',
    ];

    public function name(): string
    {
        return 'substituted';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $ref = Payload::part($payload, $supply);
        if (!($supply->part($ref)->kind instanceof Consumes)) {
            $loads = array_keys(
                array_filter($supply->parts, static fn($part): bool => $part->kind instanceof Consumes),
            );
            throw EntryRefused::because(
                'part',
                sprintf('%s is no load. Loads here: %s.', $ref, implode(', ', $loads) ?: 'none'),
            );
        }
        $works = $payload['works'] ?? null;
        if (!is_bool($works) && !in_array($works, ['yes', 'no'], true)) {
            throw EntryRefused::because('works', 'Say whether it works then: yes or no.');
        }

        return [
            'part' => $ref,
            'what' => Payload::choice($payload, 'what', array_keys(self::WHAT)),
            'works' => $works === true || $works === 'yes',
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->substituted[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'what' => (string) $entry->payload['what'],
            'works' => (bool) $entry->payload['works'],
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf(
            '%s, %s: %s',
            $entry->payload['part'],
            self::WHAT[$entry->payload['what']],
            $entry->payload['works'] ? 'works' : 'does not work',
        );
    }
}

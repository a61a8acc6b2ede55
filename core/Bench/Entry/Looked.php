<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * Something that only an eye can tell was looked at and is right: the polarity of a new part, shields and earth back.
 */
final class Looked implements EntryKind
{
    public const CLOSED = 'closed';

    /** Before the reference of a part that was taken out and is in its place again. */
    public const BACK = 'back ';

    /** Steps of a recap beside soldering, in their order (common practice). */
    public const RECAP = [
        'photograph' => 'photograph the board, every stripe to be seen',
        'before' =>
            'clean before: isopropyl alcohol and a brush; electrolyte is washed off with water and alcohol, it ' .
            'eats tracks',
        'pads' => 'new pads, bushes and thin grease under what is screwed to a heatsink',
        'after' => 'clean after: flux and splashes off, dry before power (warm air, an hour)',
        'joints' => 'every joint and track looked at under the lamp',
    ];

    public function name(): string
    {
        return 'looked';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $known = [
            self::CLOSED,
            ...array_map(static fn(string|int $ref): string => self::BACK . $ref, array_keys($state->out)),
            ...$state->recap === null
                ? []
                : array_map(static fn(string $step): string => "recap {$step}", array_keys(self::RECAP)),
            ...array_map(static fn(string $ref): string => "polarity {$ref}", [
                ...$state->replaced(),
                ...array_map(strval(...), array_keys($state->recapped)),
            ]),
            ...array_map(static fn(int $k): string => "interlock {$k}", array_keys($supply->interlocks)),
        ];
        $what = is_string($payload['what'] ?? null) ? $payload['what'] : '';
        if (!in_array($what, $known, true)) {
            throw EntryRefused::because(
                'what',
                sprintf('There is nothing of the name "%s" to look at. Now: %s.', $what, implode(', ', $known)),
            );
        }

        return ['what' => $what];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $what = (string) $entry->payload['what'];
        $state->looked[$what] = $entry->id;
        if (str_starts_with($what, self::BACK)) {
            unset($state->out[substr($what, strlen(self::BACK))]);
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        [$what, $of] = [...explode(' ', (string) $entry->payload['what'], 2), ''];

        return match ($what) {
            self::CLOSED => 'Looked: shields, sheets, sleeves and earth are back',
            'recap' => 'Recap: ' . (self::RECAP[$of] ?? $of),
            'interlock' => 'Looked: ' . ($supply->interlocks[(int) $of]->what ?? 'interlock'),
            'back' => "{$of} is back in its place",
            default => "Looked: polarity of {$of} is right",
        };
    }
}

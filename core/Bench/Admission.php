<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Supply\Description;

/** Whether an entry may enter a log: what can only be told from the whole of it. */
final readonly class Admission
{
    /**
     * @param list<LogEntry> $log     in the order in which the server took them
     * @param BenchState     $state   folded from it
     * @param array<mixed>   $payload
     *
     * @return array<string, mixed> the payload complete and tidy
     *
     * @throws EntryRefused if it cannot stand; the message says why and what to do
     */
    public static function read(Description $supply, array $log, BenchState $state, string $kind, array $payload): array
    {
        self::mayTake($state, $kind);
        $read = EntryKinds::named($kind)->read($payload, $supply, $state);
        if ($kind === 'strike') {
            self::mayStrike($supply, $log, $state, (string) $read['entry']);
        }

        return $read;
    }

    /** @throws EntryRefused if the job takes no such entry any more */
    public static function mayTake(BenchState $state, string $kind): void
    {
        if ($state->handedBackAt !== null && !in_array($kind, ['note', 'strike'], true)) {
            throw EntryRefused::because(
                'kind',
                'The unit was handed back: its log takes only notes now. Book it in again for new work.',
            );
        }
        if ($state->closedAt !== null && !in_array($kind, ['note', 'strike', 'handback'], true)) {
            throw EntryRefused::because(
                'kind',
                'The repair is closed. Strike out the closing entry to go on working on it.',
            );
        }
    }

    /**
     * Striking out must not lead round a gate: not to a live unit with a scaled resistor in it, nor to one that is
     * handed back with a jumper.
     *
     * @param list<LogEntry> $log
     */
    private static function mayStrike(Description $supply, array $log, BenchState $state, string $id): void
    {
        $target = array_values(array_filter($log, static fn(LogEntry $e): bool => $e->id === $id))[0] ?? null;
        if ($target === null || $target->kind === 'strike') {
            throw EntryRefused::because('entry', 'There is no such entry in this job to strike out.');
        }
        if ($target->kind === 'described') {
            throw EntryRefused::because(
                'entry',
                'A description is not struck out: what was found out stays known. Describe it anew if it is wrong.',
            );
        }
        $bad = array_filter(
            $state->isolationTests,
            static fn(array $t): bool => $t['entry'] === $id && (new IsolationStanding($supply, $state))->isBad($t),
        );
        $failed = array_filter($state->safety, static fn(array $t): bool => $t['entry'] === $id && !$t['passed']);
        if ($bad !== [] || $failed !== []) {
            throw EntryRefused::because(
                'entry',
                'A safety test that failed is not struck out: if it was mistyped or badly measured, measure ' .
                    'again. The newer result counts, and both stay to be seen.',
            );
        }
        $after = Fold::of($supply, [...$log, new LogEntry('~', 'strike', ['entry' => $id, 'text' => ''], '', '')]);
        $open = Gates::violated($after);
        if ($open !== null) {
            throw EntryRefused::because(
                'entry',
                sprintf(
                    'Struck out, the log would have the unit %s with %s in it. Strike out or record what came ' .
                        'after it first.',
                    $after->handedBackAt !== null || $after->closedAt !== null
                        ? 'closed'
                        : mb_strtolower($after->power->words()),
                    $open->words(),
                ),
            );
        }
    }
}

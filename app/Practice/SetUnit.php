<?php

declare(strict_types=1);

namespace App\Practice;

use App\Bench\HiddenUnit;
use App\Models\PracticeRun;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Practice\Run;

/** A unit that was set for somebody to find out what is wrong with it, on its bench. */
final class SetUnit implements HiddenUnit
{
    /** Entries that a run takes. */
    private const MOST = 300;

    private string $said = '';

    /**
     * @param Run $run      as its log has it
     * @param int $sequence of the newest entry of that
     * @param int $began    seconds of Unix time
     */
    public function __construct(
        private readonly RunBook $book,
        private readonly PracticeRun $kept,
        private readonly Run $run,
        private readonly int $sequence,
        private readonly int $began,
    ) {}

    public function answered(array $entry): array
    {
        if ($this->sequence >= self::MOST || count($this->kept->lines) >= 2 * self::MOST) {
            throw EntryRefused::because('kind', 'So many entries: name what it was, or give up.');
        }
        $answer = $this->run->asked($entry['kind'], $entry['payload']);
        if ($answer->kind === null) {
            $this->book->write($this->kept, $this->run, ['said' => $answer->said, 'taken' => false]);
            throw EntryRefused::because('practice', $answer->said);
        }
        $this->said = $answer->said;
        $now = $this->run->clock($this->began);

        return [
            'id' => $entry['id'],
            'kind' => $answer->kind,
            'payload' => $answer->payload,
            'at' => $now,
            'received_at' => $now,
            'after' => $this->sequence,
        ];
    }

    public function refused(string $kind, EntryRefused $refused): void
    {
        $this->run->refused($kind, $refused);
        $this->book->write($this->kept, $this->run, ['said' => $refused->getMessage(), 'taken' => false]);
    }

    public function taken(LogEntry $entry): void
    {
        $seen = $this->run->follow($entry);
        $this->book->write($this->kept, $this->run, [
            'line' => EntryKinds::named($entry->kind)->line($entry, $this->run->exercise->supply),
            'said' => trim("{$this->said} {$seen}"),
        ]);
    }
}

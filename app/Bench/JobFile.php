<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Solutions;
use App\Library\WorkshopHistory;
use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\Solve;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\RepairReport;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use OutOfBoundsException;

/** A job opened: its description, its folded log, and what follows from both. */
final class JobFile
{
    public readonly Description $supply;

    public readonly BenchState $state;

    /** @var list<LogEntryRecord> */
    public readonly array $records;

    /** @var list<LogEntry> */
    public readonly array $log;

    private readonly Knowledge $knowledge;

    /** The supply as it stands with its temporary changes; null if there are none that a meter feels. */
    private readonly ?Description $stands;

    /** @var array<string, Description> the supply as it stood when somebody read where no test point is described */
    private array $opened = [];

    private ?Workup $workup = null;

    private bool $isWaiting = false;

    /** @param list<LogEntryRecord> $records the whole log, with who wrote it */
    private function __construct(
        private readonly Solutions $solutions,
        public readonly RepairJob $job,
        Description $supply,
        array $records,
    ) {
        $this->supply = $supply;
        $this->records = $records;
        $this->log = array_map(static fn(LogEntryRecord $r): LogEntry => $r->toEntry(), $records);
        $this->state = Fold::of($this->supply, $this->log);
        $solutions->prepare($this->supply, isUrgent: true, mode: $this->state->mode);
        $this->knowledge = $solutions->of($this->supply);
        if ($this->state->mainsVolts !== null) {
            $solutions->prepareAt($this->supply, $this->state->mainsVolts);
        }
        $context = $this->state->context();
        $this->stands = $context->isPlain() ? null : $context->on($this->supply, $this->state->mode);
        if ($this->stands !== null) {
            $solutions->prepare($this->stands, isUrgent: true);
        }
        foreach ($this->state->readings as $reading) {
            if (!$reading->isDeadCheck() && !$reading->isResidual() && !$this->supply->foretells($reading->target)) {
                $this->opened[$reading->standing($this->supply)] ??= $reading->stood($this->supply);
            }
        }
        foreach ($this->opened as $opened) {
            $solutions->prepare($opened, isUrgent: true);
        }
    }

    public function entry(string $id): LogEntryRecord
    {
        foreach ($this->records as $record) {
            if ($record->id === $id) {
                return $record;
            }
        }

        throw new OutOfBoundsException("The log has no entry {$id}.");
    }

    /** Of the newest entry; 0 while there is none. */
    public function lastSequence(): int
    {
        return $this->records === [] ? 0 : $this->records[count($this->records) - 1]->sequence;
    }

    public static function open(Solutions $solutions, RepairJob $job): self
    {
        return new self(
            $solutions,
            $job,
            DescriptionReader::fromArray($job->description),
            array_values($job->entries()->with('user')->get()->all()),
        );
    }

    /** The same job with one more entry in its log. */
    public function with(LogEntryRecord $record): self
    {
        return new self($this->solutions, $this->job, $this->supply, [...$this->records, $record]);
    }

    /** @return array<string, string> the function to measure each point with, dc or ac, as the unit stands */
    public function functions(): array
    {
        $here = $this->stands === null ? $this->knowledge : $this->knowledge->altered($this->stands);

        return $here->expectations($this->state->mode, $this->state->mainsVolts)->functions;
    }

    /** Share of all faults of which it is known what they do in the present mode. */
    public function known(): float
    {
        return $this->knowledge->known($this->state->mode);
    }

    /** Whether enough is known to suspect anything. */
    public function mayBeSuspected(): bool
    {
        return $this->known() >= Workup::ENOUGH;
    }

    /** The same share of the supply as it stands now. */
    public function knownHere(): float
    {
        return $this->stands === null
            ? $this->known()
            : $this->knowledge->altered($this->stands)->known($this->state->mode);
    }

    /** How far the engine is with the faults of this description; null once it is done. */
    public function solving(): ?Solve
    {
        return $this->knowledge->isWhole() ? null : $this->solutions->progress($this->supply);
    }

    /** The same of the supply as it stands now: until then the next step waits, and the suspects do not. */
    public function solvingHere(): ?Solve
    {
        return $this->stands === null || $this->knowledge->altered($this->stands)->isWhole()
            ? $this->solving()
            : $this->solutions->progress($this->stands);
    }

    /** Something of it is with a worker: the same look will say more soon. */
    public function waits(): void
    {
        $this->isWaiting = true;
    }

    /** Whether all is known that this job may be told by: no later look at the same log would say more. */
    public function isSettled(): bool
    {
        return !$this->isWaiting &&
            $this->solvingHere() === null &&
            array_filter($this->opened, fn(Description $d): bool => !$this->knowledge->altered($d)->isWhole()) === [] &&
            $this->solutions->isComplete($this->supply, $this->state->mainsVolts);
    }

    public function workup(): Workup
    {
        if ($this->workup === null) {
            $this->workup = new Workup($this->supply, $this->state, $this->knowledge, ...$this->seenBefore());
            $this->solutions->preparePairs($this->supply);
        }

        return $this->workup;
    }

    /** What a good unit reads in a mode, with the mains' tolerance. */
    public function expectations(?string $mode = null): Expectations
    {
        return $this->knowledge->expectations($mode ?? $this->supply->mode(null)->id, null);
    }

    /**
     * The same where something is kept that is made of them: a first idea is not enough.
     *
     * @throws PlanRefused while they are not known
     */
    public function knownExpectations(): Expectations
    {
        $expected = $this->expectations();
        $why = $expected->refusal();

        return $why === null ? $expected : throw PlanRefused::because('mode', $why);
    }

    /** @return array{array<string, int>, array<string, int>} times here by hypothesis, and times elsewhere */
    private function seenBefore(): array
    {
        // What is hidden in practice is drawn by how often parts fail, and not by what was found here.
        if ($this->job->isPractice()) {
            return [[], []];
        }
        // Asked for on every request: not its whole description.
        $supply = $this->job->supply()->first(['id', 'workshop_id', 'parent_id', 'history_from']);
        $history = new WorkshopHistory();

        return $supply === null ? [[], []] : [$history->of($supply, $this->job->id), $history->elsewhere($supply)];
    }

    /** @return list<string> what was tested and tried beside readings, as the log says it */
    private function tried(): array
    {
        $lines = [];
        foreach ($this->records as $record) {
            if (in_array($record->kind, EntryKinds::TRIED, true) && !isset($this->state->struck[$record->id])) {
                $lines[] = EntryKinds::named($record->kind)->line($record->toEntry(), $this->supply);
            }
        }

        return $lines;
    }

    /** @return array<string, mixed> as RepairReport::of() gives it, with what was tried */
    public function report(): array
    {
        return ['tried' => $this->tried()] +
            RepairReport::of($this->supply, $this->state, $this->workup(), $this->knowledge->dictionary(null));
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Bench\Proving\SafetyDesk;
use App\Drawer\Drawer;
use App\Knowledge\Solutions;
use App\Models\Instrument;
use App\Models\LogEntryRecord;
use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\Footing;

/** Adds entries to a job's log: append only, and the same entry twice is the same entry once. */
final readonly class JobLog
{
    public function __construct(
        private Solutions $solutions,
        private PartsDesk $parts,
        private Drawer $drawer,
        private SafetyDesk $safety,
        private HiddenUnits $units,
    ) {}

    /**
     * @param array{id: string, kind: string, payload: array<mixed>, at: string, waited?: int, still_true?: bool} $entry
     *     waited: seconds since it was noted
     * @param string|null $by         the instrument that it came from
     * @param bool        $isOwnWork  true for what the server itself observed in a run
     *
     * @throws EntryRefused if the entry cannot stand; nothing is written then
     */
    public function append(
        RepairJob $job,
        User $user,
        array $entry,
        ?string $by = null,
        bool $isOwnWork = false,
    ): LogEntryRecord {
        return $this->take($job, $user, $entry, $by, $isOwnWork)->entry($entry['id']);
    }

    /**
     * The same, and how the job stands with it.
     *
     * @param array{id: string, kind: string, payload: array<mixed>, at: string, waited?: int, still_true?: bool} $entry
     *
     * @throws EntryRefused if the entry cannot stand; nothing is written then
     */
    public function take(RepairJob $job, User $user, array $entry, ?string $by = null, bool $isOwnWork = false): JobFile
    {
        return $job->isPractice()
            ? $this->takeOf($this->units->of($job), $job, $user, $entry)
            : $this->enter($job, $user, $entry, $by, $isOwnWork);
    }

    /**
     * The unit answers what somebody would have read or seen.
     *
     * @param array{id: string, kind: string, payload: array<mixed>, at: string} $entry
     */
    private function takeOf(HiddenUnit $unit, RepairJob $job, User $user, array $entry): JobFile
    {
        if ($job->entries()->whereKey($entry['id'])->exists()) {
            return JobFile::open($this->solutions, $job);
        }
        $answered = $unit->answered($entry);
        try {
            $file = $this->enter($job, $user, $answered, null, false);
        } catch (EntryRefused $refused) {
            $unit->refused($entry['kind'], $refused);
            throw $refused;
        }
        $unit->taken($file->entry($entry['id'])->toEntry());

        return $file;
    }

    /**
     * @param array{id: string, kind: string, payload: array<mixed>, at: string, waited?: int, still_true?: bool,
     *     received_at?: string, after?: int} $entry received_at: by another clock than the server's; after: sequence
     *     that must be the newest
     *
     * @throws EntryRefused if the entry cannot stand; nothing is written then
     */
    private function enter(RepairJob $job, User $user, array $entry, ?string $by, bool $isOwnWork): JobFile
    {
        // What goes into a unit that is only practised on is for its taker to judge, and happens on paper.
        $isCompared = $entry['kind'] === 'repair' && !$job->isPractice();
        if ($isCompared) {
            $this->tryBefore($job, $entry['payload']);
        }

        return DB::transaction(function () use ($job, $user, $entry, $by, $isOwnWork, $isCompared): JobFile {
            // Two benches on one job wait for each other here; the log stands in the order in which they get through.
            RepairJob::query()
                ->withPractice()
                ->whereKey($job->id)
                ->lockForUpdate()
                ->first(['id']);
            $known = LogEntryRecord::query()->find($entry['id'], ['id', 'repair_job_id']);
            if ($known !== null && $known->repair_job_id !== $job->id) {
                throw EntryRefused::because(
                    'id',
                    'An entry with this id belongs to another job. Make a new ULID for each entry.',
                );
            }
            $file = JobFile::open($this->solutions, $job);
            if ($known !== null) {
                return $file;
            }
            if (isset($entry['after']) && $entry['after'] !== $file->lastSequence()) {
                throw EntryRefused::because('id', 'This run was played on elsewhere meanwhile: look at it again.');
            }
            $entry = self::understood($file, $entry) + $entry;
            $this->check($file, $entry['kind'], $entry['payload'], $isOwnWork);
            $given = in_array($entry['kind'], ['reading', 'twin'], true)
                ? ['functions' => $file->functions()] + $entry['payload']
                : $entry['payload'];
            if ($isCompared) {
                $given =
                    $this->parts->fitOf(
                        $file,
                        is_string($given['part'] ?? null) ? $given['part'] : '',
                        is_string($given['in'] ?? null) ? $given['in'] : '',
                    ) + $given;
            }
            if ($entry['kind'] === 'change' && ($given['change'] ?? '') === ChangeKind::Added->value) {
                $given = ['row' => PartsDesk::rowOf($given['value'] ?? '')] + $given;
            }
            if ($entry['kind'] === 'safety') {
                $given = $this->safety->judged($file, $given) + $given;
            }
            $payload =
                ($by === null ? [] : ['by' => $by]) +
                Admission::read($file->supply, $file->log, $file->state, $entry['kind'], $given) +
                self::meterOf($file, $entry['payload']);

            $record = new LogEntryRecord([
                'id' => $entry['id'],
                'repair_job_id' => $job->id,
                'user_id' => $user->id,
                'kind' => $entry['kind'],
                'payload' => $payload,
                'noted_at' => $entry['at'],
                'received_at' => isset($entry['received_at']) ? Carbon::parse($entry['received_at']) : Carbon::now(),
                'sequence' => 1 + $file->lastSequence(),
                'waited' => $entry['waited'] ?? 0,
            ]);
            $noted = $record->setRelation('user', $user)->toEntry();
            $grown = $file->with($record);
            $after = $grown->state;
            Footing::mustHold($file->supply, $file->state, $after, $noted, $entry['still_true'] ?? false);
            $this->count($file, $entry['kind'], $payload);
            $record->save();
            JobStanding::keep($job, $file->supply, $after, $grown->log, $record->sequence);

            return $grown;
        }, 3);
    }

    /**
     * What the solver has to say of a part that goes in is asked before the job is locked, and remembered.
     *
     * @param array<string, mixed> $payload
     */
    private function tryBefore(RepairJob $job, array $payload): void
    {
        try {
            $this->parts->fitOf(
                JobFile::open($this->solutions, $job),
                is_string($payload['part'] ?? null) ? $payload['part'] : '',
                is_string($payload['in'] ?? null) ? $payload['in'] : '',
            );
        } catch (EntryRefused) {
            // Said where the entry is taken.
        }
    }

    /**
     * An entry that the server itself makes.
     *
     * @param array<string, mixed> $payload
     *
     * @throws EntryRefused if the entry cannot stand; nothing is written then
     */
    public function add(
        RepairJob $job,
        User $user,
        string $kind,
        array $payload,
        ?string $by = null,
        bool $isOwnWork = false,
    ): LogEntryRecord {
        return $this->append(
            $job,
            $user,
            [
                'id' => strtoupper((string) Str::ulid(Carbon::now())),
                'kind' => $kind,
                'payload' => $payload,
                'at' => Carbon::now()->toIso8601String(),
            ],
            $by,
            $isOwnWork,
        );
    }

    /** @throws EntryRefused if the job takes no such entry any more */
    public function mayTake(RepairJob $job, string $kind): void
    {
        Admission::mayTake(JobFile::open($this->solutions, $job)->state, $kind);
    }

    /**
     * What came from the drawer is counted down, and lies there again once the repair is struck out.
     *
     * @param array<string, mixed> $payload as the log keeps it
     */
    private function count(JobFile $file, string $kind, array $payload): void
    {
        $job = $file->job;
        if ($kind === 'repair' && ($payload['stock'] ?? '') !== '') {
            $this->drawer->take($job, (string) $payload['stock'], (string) $payload['part']);
        }
        if ($kind === 'strike' && !isset($file->state->struck[$payload['entry']])) {
            $struck = LogEntryRecord::query()->where('repair_job_id', $job->id)->find($payload['entry']);
            if ($struck?->kind === 'repair' && ($struck->payload['stock'] ?? '') !== '') {
                $this->drawer->giveBack($job, (string) $struck->payload['stock']);
            }
        }
    }

    /**
     * What the one field was typed into may be something else than a reading.
     *
     * @param array{id: string, kind: string, payload: array<mixed>, at: string, waited?: int, still_true?: bool} $entry
     *
     * @return array{kind?: string, payload?: array<string, mixed>}
     */
    private static function understood(JobFile $file, array $entry): array
    {
        ['text' => $text, 'target' => $target, 'quantity' => $quantity] = $entry['payload'] + [
            'text' => null,
            'target' => null,
            'quantity' => null,
        ];
        if ($entry['kind'] !== 'reading' || !is_string($text)) {
            return [];
        }

        return FieldText::understand(
            $text,
            $file->supply,
            is_string($target) ? $target : null,
            is_string($quantity) ? $quantity : null,
        ) ?? [];
    }

    /**
     * What can only be told with the engine or the database.
     *
     * @param array<mixed> $payload
     */
    private function check(JobFile $file, string $kind, array $payload, bool $isOwnWork): void
    {
        if ($kind === 'run' && !$isOwnWork) {
            throw EntryRefused::because(
                'kind',
                'Runs are started and stopped under Prove; the server writes down what they bring.',
            );
        }
        if ($kind === 'described' && !$isOwnWork) {
            throw EntryRefused::because(
                'kind',
                'Send the description itself to /description; what it says of the job enters the log by itself.',
            );
        }
        if ($kind === 'close' && ($missing = $file->workup()->proofs->missingForClose()) !== []) {
            throw EntryRefused::because('close', 'Not yet: ' . implode('; ', $missing) . '.');
        }
        if (
            $kind === 'photo' &&
            !Photo::query()
                ->where('repair_job_id', $file->job->id)
                ->whereKey($payload['photo'] ?? '')
                ->exists()
        ) {
            throw EntryRefused::because('photo', 'Send the photograph itself to /photos; it enters the log by itself.');
        }
    }

    /**
     * The meter that a reading was taken with, as it is described now: later changes do not touch what stands in the
     * log.
     *
     * @param array<mixed> $payload
     *
     * @return array{by?: string, profile?: array<string, mixed>}
     */
    private static function meterOf(JobFile $file, array $payload): array
    {
        $meter = is_string($payload['meter'] ?? null)
            ? Instrument::query()->ofWorkshop($file->job->workshop_id)->find(strtolower($payload['meter']))
            : null;

        return $meter === null ? [] : ['by' => $meter->label(), 'profile' => $meter->profile()->toArray()];
    }
}

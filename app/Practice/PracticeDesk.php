<?php

declare(strict_types=1);

namespace App\Practice;

use App\Knowledge\BeingWorkedOut;
use App\Knowledge\Solutions;
use App\Models\PracticeRun;
use App\Models\PracticeSeries;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Part;
use Oculant\Core\Practice\Difficulty;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Setter;
use Oculant\Core\Practice\Step;
use Oculant\Core\Practice\Twist;
use Oculant\Core\Practice\Variants;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Templates;

/**
 * Exercises of a workshop, begun and played line by line; a run is its exercise and its lines, and nothing else.
 *
 * @phpstan-import-type PracticeGrade from Grade
 * @phpstan-import-type PracticeHint from RunBook
 * @phpstan-import-type PracticeLine from RunBook
 * @phpstan-import-type PracticeStep from Step
 *
 * @phpstan-type PracticeSummary array{
 *     // Shapes of the practice bench.
 *     id: string,
 *     title: string,
 *     by: string,
 *     at: ?string,
 *     over: bool,
 *     // from 0 to 100, once it is over
 *     figure: ?float,
 *     difficulty: 'easy'|'middle'|'hard',
 *     // run of the same unit that it tries otherwise; counts for nothing
 *     branch_of: ?string,
 * }
 *
 * @phpstan-type PracticeRunAnswer array{
 *     // Shapes of the practice bench.
 *     id: string,
 *     title: string,
 *     by: string,
 *     at: ?string,
 *     over: bool,
 *     // from 0 to 100, once it is over
 *     figure: ?float,
 *     difficulty: 'easy'|'middle'|'hard',
 *     // run of the same unit that it tries otherwise; counts for nothing
 *     branch_of: ?string,
 *     // the bench that it stands on
 *     job: string,
 *     story: string,
 *     told: list<PracticeLine>,
 *     hints: list<PracticeHint>,
 *     minutes: float,
 *     grade: ?PracticeGrade,
 *     // figures of other strategies on the same unit, once they were played
 *     beside: array{
 *         walking: ?float,
 *         half_split: ?float,
 *     }|null,
 *     replay: list<PracticeStep>,
 * }
 */
final readonly class PracticeDesk
{
    /** Seconds in which one of the difficulty asked for is looked for. */
    private const PATIENCE = 90.0;

    public function __construct(private Solutions $solutions, private Learning $learning, private RunBook $book) {}

    /**
     * @throws EntryRefused   if its faults are not solved yet, or none is as hard as asked for
     * @throws BeingWorkedOut while a worker looks for one: the same seed asks for the same
     */
    public function begin(
        User $user,
        Description $description,
        ?Difficulty $difficulty,
        int $seed,
        bool $isDue = false,
        ?Twist $twist = null,
    ): PracticeRun {
        $setter = new Setter($description, $this->book->knowledge($description));
        $class = $isDue ? $this->learning->boxes($user)->next($setter->classes(), Learning::today()) : null;

        return $this->set(
            $user,
            $this->exercise($description, $seed, $difficulty?->value, $class?->name, $twist?->value),
        );
    }

    /** A unit as asked for; looked for by a worker, since the best strategy plays each that is tried. */
    public function exercise(
        Description $supply,
        int $seed,
        ?string $difficulty,
        ?string $class,
        ?string $twist,
    ): Exercise {
        $asked = [$seed, $difficulty, $class, $twist];

        return Exercise::of(
            $this->solutions->remember(
                $supply,
                'exercise ' . json_encode($asked),
                fn(): array => (new Setter($supply, $this->book->knowledge($supply)))
                    ->set(
                        $seed,
                        Difficulty::tryFrom($difficulty ?? ''),
                        self::PATIENCE,
                        array_column(FailureClass::cases(), null, 'name')[$class ?? ''] ?? null,
                        Twist::tryFrom($twist ?? ''),
                    )
                    ->toArray(),
                [self::class, 'exercise', $asked],
                isLong: true,
            ),
        );
    }

    /**
     * One unit of a series, the same for everybody it is set to; who has begun it goes on with it.
     *
     * @throws EntryRefused if there is no such unit, its faults are not solved yet, or none is as asked for
     */
    public function beginOf(User $user, PracticeSeries $series, int $number): PracticeRun
    {
        $item =
            $series->items[$number] ??
            throw EntryRefused::because('item', sprintf('This series has %d units.', count($series->items)));
        $begun = $series->runs()->where('user_id', $user->id)->where('series_item', $number)->first();
        if ($begun !== null) {
            return $begun;
        }
        if (isset($item['job'])) {
            return $this->set(
                $user,
                $this->ofJob(
                    RepairJob::query()->where('workshop_id', $user->workshop_id)->findOrFail($item['job']),
                    $item['seed'],
                ),
                ['series_id' => $series->id, 'series_item' => $number],
            );
        }
        $description = isset($item['family'])
            ? Variants::of(Templates::named($item['family']), $item['seed'])
            : DescriptionReader::fromArray(
                Supply::query()->where('workshop_id', $user->workshop_id)->findOrFail($item['supply'])->description,
            );

        return $this->set(
            $user,
            // A server that is busy refuses; it never gives another unit than it gives everybody.
            $this->exercise(
                $description,
                $item['seed'],
                $item['difficulty'] ?? null,
                $item['mechanism'] ?? null,
                $item['twist'] ?? null,
            ),
            ['series_id' => $series->id, 'series_item' => $number],
        );
    }

    /**
     * What was found on a closed job, hidden again: its description and its cause, and nothing of its owner.
     *
     * @throws EntryRefused if it is not closed with a part as its cause, or its faults are not solved yet
     */
    private function ofJob(RepairJob $job, int $seed): Exercise
    {
        [$part, $fault] = self::causeOf($job);
        $description = DescriptionReader::fromArray(self::nobodys($job->description));

        return (new Setter($description, $this->book->knowledge($description)))->hide($part, $fault, $seed);
    }

    /**
     * @return array{string, string} part and fault
     *
     * @throws EntryRefused
     */
    public static function causeOf(RepairJob $job): array
    {
        $cause = explode(':', (string) $job->found, 2);
        if ($job->closed_at === null || count($cause) !== 2) {
            throw EntryRefused::because(
                'jobs',
                "Job {$job->number} cannot be hidden: only one that is closed, with a part as its cause.",
            );
        }

        return [$cause[0], $cause[1]];
    }

    /**
     * @param array<string, mixed> $written
     *
     * @return array<string, mixed> without what says on which job something was found out or added
     */
    private static function nobodys(array $written): array
    {
        unset($written['traced']);
        foreach ($written['parts'] as $k => $part) {
            if (preg_match('/\bjob\b/i', (string) ($part['notes'] ?? '')) === 1) {
                unset($written['parts'][$k]['notes']);
            }
        }

        return $written;
    }

    /** @param array{series_id?: string, series_item?: int} $place in a series, where nobody begins twice */
    public function set(User $user, Exercise $exercise, array $place = []): PracticeRun
    {
        $all = self::blank($user, $exercise);
        $kept =
            $place === []
                ? PracticeRun::query()->create($all)
                : PracticeRun::query()->createOrFirst($place + ['user_id' => $user->id], $all);
        if ($kept->wasRecentlyCreated) {
            $this->book->put($kept, new Run($exercise, $this->book->knowledge($exercise->supply)));
        }

        return $kept;
    }

    /** @return array<string, mixed> columns of a run that nobody has begun */
    private static function blank(User $user, Exercise $exercise): array
    {
        return [
            'workshop_id' => $user->workshop_id,
            'user_id' => $user->id,
            'title' => mb_substr($exercise->supply->title, 0, 200),
            'exercise' => $exercise->toArray(),
            'mechanism' => $exercise->mechanism()->name ?? Learning::NONE,
            'lines' => [['line' => '', 'said' => $exercise->words(), 'taken' => true]],
            'steps' => [],
        ];
    }

    /** A run that was played elsewhere, whole. */
    public function played(User $user, Run $run): PracticeRun
    {
        $kept = PracticeRun::query()->create(self::blank($user, $run->exercise));
        $this->book->put($kept, $run);
        $this->book->write($kept, $run, ['line' => '', 'said' => $run->exercise->hidden()]);

        return $kept;
    }

    /**
     * Another run of the same unit, up to before one step, to be tried otherwise from there.
     *
     * @param int $step from 0 on
     *
     * @throws EntryRefused if the run is not over, or has no such step
     */
    public function branch(User $user, PracticeRun $kept, int $step): PracticeRun
    {
        if (!$kept->is_over || !isset($kept->steps[$step])) {
            throw EntryRefused::because('step', 'A run that is over can be tried otherwise, from any of its steps on.');
        }
        $exercise = Exercise::of($kept->exercise);
        $knowledge = $this->book->knowledge($exercise->supply);
        $whole = $this->book->run($kept, $this->book->bench($kept));
        // Up to before the measurement that made that step.
        $log = [];
        $measured = 0;
        foreach ($whole->log() as $entry) {
            $measured += in_array($entry->kind, ['reading', 'tested'], true) ? 1 : 0;
            if ($measured > $step) {
                break;
            }
            $log[] = $entry;
        }
        // What is hidden is known by now: it teaches, and counts for nothing.
        $known = ['mechanism' => null, 'branch_of' => $kept->id];
        $other = PracticeRun::query()->create($known + self::blank($user, $exercise));
        $this->book->put(
            $other,
            new Run($exercise, $knowledge, $log, array_slice($whole->steps(), 0, $step)),
            (int) $kept->created_at?->getTimestamp(),
        );

        return $other;
    }

    /**
     * A hint of one of three depths; each is counted.
     *
     * @throws EntryRefused if the run is over
     */
    public function hint(PracticeRun $kept, string $depth): void
    {
        $run = $this->open($kept);
        $said = $run->hint($depth);
        // The same told twice counts once.
        if (!in_array(['depth' => $depth, 'said' => $said], array_slice($kept->hints ?? [], -3), true)) {
            $kept->update(['hints' => [...$kept->hints ?? [], ['depth' => $depth, 'said' => $said]]]);
        }
    }

    /** @throws EntryRefused if the run is over */
    public function giveUp(PracticeRun $kept): void
    {
        $run = $this->open($kept);
        $this->book->write($kept, $run, ['line' => 'Given up', 'said' => $run->giveUp()]);
    }

    private function open(PracticeRun $kept): Run
    {
        return $kept->is_over
            ? throw EntryRefused::because('id', 'This run is over.')
            : $this->book->run($kept, $this->book->bench($kept));
    }

    /** @return PracticeRunAnswer */
    public function view(PracticeRun $kept): array
    {
        return self::summary($kept) + ['job' => $this->book->bench($kept)->id] +
            array_diff_key(RunBook::shown($kept), ['run' => true, 'over' => true]) + [
                // What the tutor knows is nobody's before the end.
                'grade' => $kept->is_over ? $kept->grade : null,
                'beside' => $kept->is_over ? ($kept->beside ?? []) + ['walking' => null, 'half_split' => null] : null,
                'replay' => $kept->is_over ? $kept->steps : [],
            ];
    }

    /** @return PracticeSummary */
    public static function summary(PracticeRun $run): array
    {
        return [
            'id' => $run->id,
            'title' => $run->title,
            'by' => $run->user->name ?? '',
            'at' => $run->created_at?->toIso8601String(),
            'over' => $run->is_over,
            'figure' => $run->figure === null ? null : round($run->figure, 1),
            'difficulty' => Difficulty::of((int) ($run->exercise['steps'] ?? 0))->value,
            'branch_of' => $run->branch_of,
        ];
    }
}

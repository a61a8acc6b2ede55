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
use Illuminate\Support\Facades\DB;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Part;
use Oculant\Core\Practice\Difficulty;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Setter;
use Oculant\Core\Practice\Spoken;
use Oculant\Core\Practice\Step;
use Oculant\Core\Practice\Twist;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Point;

/**
 * Exercises of a workshop, begun and played line by line; a run is its exercise and its lines, and nothing else.
 *
 * @phpstan-import-type PracticeGrade from Grade
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
 *     lines: list<array{
 *         line: string,
 *         said: string,
 *         taken: bool,
 *     }>,
 *     power: string,
 *     mode: string,
 *     minutes: float,
 *     modes: list<string>,
 *     points: list<array{
 *         id: string,
 *         name: string,
 *         hot: bool,
 *     }>,
 *     parts: list<array{
 *         ref: string,
 *         label: string,
 *     }>,
 *     help: list<array{
 *         line: string,
 *         says: string,
 *     }>,
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
    /** Lines that a run takes. */
    private const MOST_LINES = 300;

    /** Seconds in which one of the difficulty asked for is looked for. */
    private const PATIENCE = 90.0;

    public function __construct(private Solutions $solutions, private Learning $learning) {}

    /**
     * @throws EntryRefused   if its faults are not solved yet, or none is as hard as asked for
     * @throws BeingWorkedOut while a worker looks for one: the same seed asks for the same
     */
    public function begin(
        User $user,
        Supply $supply,
        ?Difficulty $difficulty,
        int $seed,
        bool $isDue = false,
        ?Twist $twist = null,
    ): PracticeRun {
        $description = DescriptionReader::fromArray($supply->description);
        $setter = new Setter($description, $this->knowledge($description));
        $class = $isDue ? $this->learning->boxes($user)->next($setter->classes(), Learning::today()) : null;

        return self::begun(
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
                fn(): array => (new Setter($supply, $this->knowledge($supply)))
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
            return self::begun(
                $user,
                $this->ofJob(
                    RepairJob::query()->where('workshop_id', $user->workshop_id)->findOrFail($item['job']),
                    $item['seed'],
                ),
                ['series_id' => $series->id, 'series_item' => $number],
            );
        }
        $supply = Supply::query()->where('workshop_id', $user->workshop_id)->findOrFail($item['supply']);
        $description = DescriptionReader::fromArray($supply->description);

        return self::begun(
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

        return (new Setter($description, $this->knowledge($description)))->hide($part, $fault, $seed);
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
    private static function begun(User $user, Exercise $exercise, array $place = []): PracticeRun
    {
        $all = [
            'workshop_id' => $user->workshop_id,
            'user_id' => $user->id,
            'title' => mb_substr($exercise->supply->title, 0, 200),
            'exercise' => $exercise->toArray(),
            'mechanism' => $exercise->mechanism()->name ?? Learning::NONE,
            'lines' => [['line' => '', 'said' => $exercise->words(), 'taken' => true]],
            'steps' => [],
        ];

        return $place === []
            ? PracticeRun::query()->create($all)
            : PracticeRun::query()->createOrFirst($place + ['user_id' => $user->id], $all);
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
        $run = new Run($exercise, $this->knowledge($exercise->supply), array_map(Step::of(...), $kept->steps));
        $lines = [];
        foreach ($kept->lines as $line) {
            self::sayAgain($run, $line['line']);
            if (count($run->steps()) > $step) {
                break;
            }
            $lines[] = $line;
        }

        return PracticeRun::query()->create([
            'workshop_id' => $user->workshop_id,
            'user_id' => $user->id,
            'title' => $kept->title,
            'exercise' => $kept->exercise,
            // What is hidden is known by now: it teaches, and counts for nothing.
            'mechanism' => null,
            'branch_of' => $kept->id,
            'lines' => $lines,
            'steps' => array_slice($kept->steps, 0, $step),
        ]);
    }

    /**
     * Nothing is held while the unit is solved: whoever was quicker counts.
     *
     * @return array<string, mixed> the run as it stands then
     *
     * @throws EntryRefused if the run is over, or was played on meanwhile
     */
    public function say(PracticeRun $kept, string $line): array
    {
        $before = count($kept->lines);
        if ($kept->is_over) {
            throw EntryRefused::because('line', 'This run is over.');
        }
        if ($before > self::MOST_LINES) {
            throw EntryRefused::because('line', 'So many lines: name what it was, or write "give up".');
        }
        $exercise = Exercise::of($kept->exercise);
        $knowledge = $this->knowledge($exercise->supply);
        $run = self::resumed($kept, $exercise, $knowledge);
        try {
            $said = ['line' => $line, 'said' => (new Spoken($run))->say($line), 'taken' => true];
        } catch (EntryRefused $refused) {
            $said = ['line' => $line, 'said' => $refused->getMessage(), 'taken' => false];
        }
        $grade = $run->isOver() ? Grade::of($run, $knowledge) : null;
        $kept->fill([
            'lines' => [...$kept->lines, $said],
            'steps' => array_map(static fn(Step $s): array => $s->toArray(), $run->steps()),
            'is_over' => $run->isOver(),
            'figure' => $grade?->figure(),
            'grade' => $grade?->toArray(),
        ]);
        DB::transaction(static function () use ($kept, $before): void {
            if (count(PracticeRun::query()->lockForUpdate()->findOrFail($kept->id)->lines) !== $before) {
                throw EntryRefused::because('line', 'This run was played on elsewhere meanwhile: look at it again.');
            }
            $kept->save();
        }, 3);
        if ($kept->is_over) {
            PlayBeside::dispatch($kept->id)->onQueue('default');
        }

        return self::shown($kept, $exercise, $run);
    }

    /** @return PracticeRunAnswer */
    public function view(PracticeRun $kept): array
    {
        $exercise = Exercise::of($kept->exercise);

        return self::shown($kept, $exercise, self::resumed($kept, $exercise, $this->knowledge($exercise->supply)));
    }

    /** @return PracticeRunAnswer */
    private static function shown(PracticeRun $kept, Exercise $exercise, Run $run): array
    {
        $supply = $exercise->supply;

        return self::summary($kept) + [
            'lines' => $kept->lines,
            'power' => $run->state()->power->value,
            'mode' => $run->state()->mode,
            'minutes' => round($run->minutes(), 1),
            'modes' => array_map(strval(...), array_keys($supply->modes)),
            'points' => array_values(
                array_map(
                    static fn(Point $p): array => [
                        'id' => $p->id,
                        'name' => $p->name,
                        'hot' => $supply->isHot($p->node),
                    ],
                    $supply->points,
                ),
            ),
            'parts' => array_values(
                array_map(static fn(Part $p): array => ['ref' => $p->ref, 'label' => $p->label()], $supply->parts),
            ),
            'help' => array_map(
                static fn(string $line, string $says): array => ['line' => $line, 'says' => $says],
                array_keys(Spoken::HELP),
                array_values(Spoken::HELP),
            ),
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

    private static function resumed(PracticeRun $kept, Exercise $exercise, Knowledge $knowledge): Run
    {
        $run = new Run($exercise, $knowledge, array_map(Step::of(...), $kept->steps));
        foreach ($kept->lines as $line) {
            self::sayAgain($run, $line['line']);
        }

        return $run;
    }

    private static function sayAgain(Run $run, string $line): void
    {
        if ($line === '') {
            return;
        }
        try {
            (new Spoken($run))->again($line);
        } catch (EntryRefused) {
            // It was refused then as well, and a gate that was run into counts again.
            return;
        }
    }

    /** @throws EntryRefused if it is not solved yet */
    private function knowledge(Description $supply): Knowledge
    {
        $knowledge = $this->solutions->of($supply);
        if (!$knowledge->isWhole()) {
            $this->solutions->prepare($supply);
            throw EntryRefused::because(
                'supply',
                'What the faults of this supply do is still being worked out. Come back in a little while.',
            );
        }

        return $knowledge;
    }
}

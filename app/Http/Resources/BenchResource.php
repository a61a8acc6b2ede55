<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use App\Knowledge\Progress;
use App\Knowledge\Solutions;
use App\Practice\RunBook;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Diagnosis\Course;
use Oculant\Core\Diagnosis\DeadSheet;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Looks;
use Oculant\Core\Diagnosis\PathView;
use Oculant\Core\Diagnosis\PointViews;
use Oculant\Core\Diagnosis\Reasons;
use Oculant\Core\Diagnosis\ShortFinder;
use Oculant\Core\Diagnosis\ShortRails;
use Oculant\Core\Diagnosis\StartCount;
use Oculant\Core\Diagnosis\Step\StepView;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\TwinComparison;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\Ability\BreaksDown;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Probability;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Mode;

/**
 * @property JobFile $resource
 *
 * @phpstan-import-type CourseAnswer from Course
 * @phpstan-import-type DeadCheckRow from DeadSheet
 * @phpstan-import-type IdeaView from BenchState
 * @phpstan-import-type Job from JobResource
 * @phpstan-import-type LogLine from LogEntryResource
 * @phpstan-import-type LookFirst from Looks
 * @phpstan-import-type PathStage from PathView
 * @phpstan-import-type PhotoAnswer from PhotoView
 * @phpstan-import-type PointView from PointViews
 * @phpstan-import-type PracticeBench from RunBook
 * @phpstan-import-type ProgressAnswer from Progress
 * @phpstan-import-type Safety from SafetyView
 * @phpstan-import-type ShortView from ShortFinder
 * @phpstan-import-type StartsView from StartCount
 * @phpstan-import-type Step from StepView
 * @phpstan-import-type Strip from ShortRails
 * @phpstan-import-type TwinView from TwinComparison
 * @phpstan-import-type Reason from Reasons
 *
 * @phpstan-type SuspectView array{
 *     id: string,
 *     title: string,
 *     probability: float,
 *     // the probability in words
 *     share: string,
 *     // how bad its likeliest fault is, in words; null if nothing tells it
 *     severity: ?string,
 *     members: list<array{
 *         part: string,
 *         fault: string,
 *         title: string,
 *         proof: string,
 *         looks: string,
 *     }>,
 *     seen_before: int,
 *     // times that other workshops found it whose key a lead has accepted
 *     seen_elsewhere: int,
 *     for: list<Reason>,
 *     against: list<Reason>,
 *     chain: list<string>,
 * }
 *
 * @phpstan-type PartView array{
 *     ref: string,
 *     label: string,
 *     kind: string,
 *     is_capacitor: bool,
 *     is_load: bool,
 *     is_fuse: bool,
 *     is_resistor: bool,
 *     has_polarity: bool,
 *     // has a zener voltage that can be measured
 *     breaks_down: bool,
 *     faults: list<array{
 *         name: string,
 *         title: string,
 *     }>,
 * }
 *
 * @phpstan-type ModeView array{
 *     id: string,
 *     name: string,
 *     absent: list<string>,
 * }
 *
 * @phpstan-type Bench array{
 *     job: Job,
 *     title: string,
 *     revision: string,
 *     cautions: list<string>,
 *     state: array{
 *         // what it is here for
 *         purpose: string,
 *         // the same for people; empty of a fault, which most come with
 *         purpose_words: string,
 *         power: string,
 *         words: string,
 *         since: ?string,
 *         mode: string,
 *         mode_name: string,
 *         mains: ?string,
 *     },
 *     modes: list<ModeView>,
 *     // references of what is on the board and not described
 *     undescribed: list<string>,
 *     parts: list<PartView>,
 *     checks: list<DeadCheckRow>,
 *     points: list<PointView>,
 *     path: list<PathStage>,
 *     // nodes that are proven to carry energy, or to get none; the others are not known
 *     energised: list<array{
 *         node: string,
 *         carries: bool,
 *     }>,
 *     next: Step,
 *     alternatives: list<Step>,
 *     // fingerprint of the description: another one means that it was described anew
 *     key: string,
 *     // its board was traced out, and lines are kept with it
 *     is_traced: bool,
 *     // a worker is still at something of this: the same request will say more soon
 *     awaits: bool,
 *     solving: ?ProgressAnswer,
 *     suspects: list<SuspectView>,
 *     symptoms: list<string>,
 *     course: CourseAnswer,
 *     look_first: list<LookFirst>,
 *     photos: list<PhotoAnswer>,
 *     // what to check about the description where no fault in it explains what was read
 *     description_checks: list<string>,
 *     strips: list<Strip>,
 *     short: ?ShortView,
 *     twin: TwinView,
 *     ideas: list<IdeaView>,
 *     starts: ?StartsView,
 *     safety: Safety,
 *     missing_for_close: list<string>,
 *     log: list<LogLine>,
 *     // of a unit that is only practised on: next step and suspects are hidden until it is over
 *     practice: ?PracticeBench,
 * }
 */
final class BenchResource extends JsonResource
{
    /** @return Bench */
    public function toArray(Request $request): array
    {
        app(Solutions::class)->onlyAnswers();
        $file = $this->resource;
        $workup = $file->workup();
        $state = $file->state;
        $practice = $file->job->practice;
        // What the tutor knows is for nobody who is to find it out.
        $isHidden = $practice !== null && !$practice->is_over;

        return [
            'job' => JobResource::of($file)->toArray($request),
            'title' => $file->supply->title,
            'key' => $file->supply->hash(),
            'is_traced' => isset($file->supply->written['traced']),
            'revision' => $file->supply->revision,
            'cautions' => $file->supply->cautions,
            'state' => [
                'purpose' => $state->purpose->value,
                'purpose_words' => $state->purpose === Purpose::Fault ? '' : $state->purpose->words(),
                'power' => $state->power->value,
                'words' =>
                    $state->power === PowerState::Unplugged && StoredCharge::unproven($file->supply, $state) !== []
                        ? 'Unplugged, not proven empty'
                        : $state->power->words(),
                'since' => $state->powerSince,
                'mode' => $state->mode,
                'mode_name' => $file->supply->mode($state->mode)->name,
                'mains' => $state->mainsVolts === null ? null : Quantity::volts($state->mainsVolts),
            ],
            'modes' => array_values(
                array_map(
                    static fn(Mode $m): array => ['id' => $m->id, 'name' => $m->name, 'absent' => $m->absent],
                    $file->supply->modes,
                ),
            ),
            'parts' => array_values(array_map($this->part(...), $file->supply->parts)),
            'undescribed' => $file->supply->undescribed(),
            'checks' => $workup->deadSheet(),
            'points' => $workup->points->all(),
            'path' => $isHidden ? self::unsuspected($workup->points->path()) : $workup->points->path(),
            'energised' => CircuitView::energised($file->supply, $workup->points->carrying()),
            ...$isHidden ? self::toFind() : $workup->next(),
            'solving' => ($here = $file->solvingHere()) === null ? null : Progress::of($here, $file->knownHere()),
            'suspects' => !($isReady = !$isHidden && $file->mayBeSuspected())
                ? []
                : array_map(
                    fn(Suspect $s): array => $this->suspect(
                        $s,
                        $workup->severity($s),
                        $workup->reasons($s),
                        $workup->seenBefore($s),
                    ),
                    array_slice($workup->suspects(), 0, 8),
                ),
            'symptoms' => array_map(
                static fn(array $s): string => Symptom::WORDS[$s['symptom']] ?? $s['symptom'],
                $state->symptoms,
            ),
            'course' => $isReady ? $workup->course() : ['labels' => [], 'lines' => []],
            'look_first' => $isReady ? $workup->looks() : [],
            'photos' => PhotoView::all($file),
            'description_checks' => $isReady ? $workup->choice->checks() : [],
            'strips' => $workup->strips(),
            'short' => $isHidden ? null : $workup->short(),
            'twin' => $workup->twin(),
            'ideas' => array_values($state->ideas),
            'starts' => StartCount::view($state->starts, $state->replaced()),
            'safety' => SafetyView::of($file, $request->user()?->can('override', $file->job) ?? false),
            'missing_for_close' => $workup->proofs->missingForClose(),
            'log' => LogEntryResource::all($file),
            // Last: only then is it known what of the above a worker was asked for.
            'awaits' => !$file->isSettled(),
            'practice' => $practice === null ? null : RunBook::shown($practice),
        ];
    }

    /** @return array{next: Step, alternatives: list<Step>} */
    private static function toFind(): array
    {
        return [
            'next' => StepView::plain(
                'find',
                'Find what is wrong with it.',
                'Choose a place on the path or in the circuit and press Enter: the practice meter reads it. Or write ' .
                    'the place, with a function if it is another than usual: tp3, tp3 ripple, d1 diode.',
            ),
            'alternatives' => [],
        ];
    }

    /**
     * @param list<PathStage> $path
     *
     * @return list<PathStage>
     */
    private static function unsuspected(array $path): array
    {
        $none = ['share' => '', 'suspicion' => 0.0];

        return array_map(
            static fn(array $stage): array => $none + [
                    'parts' => array_map(static fn(array $part): array => $none + $part, $stage['parts']),
                ] +
                $stage,
            $path,
        );
    }

    /**
     * Nothing in it is conditional: the framework need not look through thousands of values for what is.
     *
     * @param array<mixed> $data
     *
     * @return array<mixed>
     */
    protected function filter($data): array
    {
        return $data;
    }

    /** @return PartView */
    private function part(Part $part): array
    {
        return [
            'ref' => $part->ref,
            'label' => $part->label(),
            'kind' => $part->kind->name(),
            'is_capacitor' => $part->kind instanceof StoresCharge,
            'is_load' => $part->kind instanceof Consumes,
            'is_fuse' => $part->kind instanceof Fuse,
            'breaks_down' => $part->kind instanceof BreaksDown,
            'is_resistor' => $part->kind instanceof Resistor,
            'has_polarity' => $part->has('plus') && $part->has('minus'),
            'faults' => array_map(
                static fn(FaultMode $f): array => ['name' => $f->name, 'title' => $f->title],
                $part->kind->faults($part),
            ),
        ];
    }

    /**
     * @param string|null          $severity in words
     * @param array<string, mixed> $reasons  as Workup::reasons() gives them
     *
     * @param array{int, int} $seenBefore here, and elsewhere
     *
     * @return SuspectView
     */
    private function suspect(Suspect $suspect, ?string $severity, array $reasons, array $seenBefore): array
    {
        return [
            'id' => $suspect->id,
            'title' => $suspect->title,
            'probability' => $suspect->probability,
            'share' => Probability::write($suspect->probability),
            'severity' => $severity,
            'members' => array_map(
                static fn(Hypothesis $h): array => [
                    'part' => $h->ref,
                    'fault' => $h->fault,
                    'title' => $h->title,
                    'proof' => $h->proof,
                    'looks' => Look::words($h->looks),
                ],
                array_merge(...array_map(static fn(Hypothesis $h): array => $h->each(), $suspect->members)),
            ),
            'for' => $reasons['for'],
            'against' => $reasons['against'],
            'chain' => $suspect->chain,
            'seen_before' => $seenBefore[0],
            'seen_elsewhere' => $seenBefore[1],
        ];
    }
}

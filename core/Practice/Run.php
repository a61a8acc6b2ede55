<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Background;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;

/**
 * Somebody at an exercise: the bench is the real one, with its log and its gates, and what a meter shows or an eye sees
 * comes from the unit. What would have hurt happens on paper. The run is its log, and what stands beside it: what would
 * have hurt, and what was asked for.
 */
final class Run
{
    /** Minutes (common practice). */
    private const STATE_CHANGE = 2.0;

    private const DEAD_CHECK = 0.75;

    private const LOOK = 0.5;

    private const DISCHARGE = 1.5;

    private const REPLACING = 8.0;

    private const LIFTING = 3.0;

    /** Probability from which a test confirms. */
    private const SURE = 0.8;

    /** @var list<LogEntry> */
    private array $log = [];

    /** @var list<Step> */
    private array $steps = [];

    /** @var list<Incident> of entries that stand: the others were given */
    private array $happened = [];

    /** @var array{part: string, fault: string}|null what was named in the end; empty words for "nothing wrong" */
    private ?array $named = null;

    /** @var array<string, string> fault that was named by part, of what was hidden and is found */
    private array $mended = [];

    /** @var list<string> good parts that were replaced */
    private array $wasted = [];

    /** @var list<string> fuses with a larger one in their place */
    private array $larger = [];

    private bool $isOver = false;

    private bool $isOn = false;

    private float $minutes = 0.0;

    /** Minutes since the last measurement that belong to the next. */
    private float $onTheWay = 0.0;

    private readonly SimulatedUnit $unit;

    private readonly Answers $answers;

    private readonly Description $supply;

    private ?BenchState $state = null;

    private ?Workup $workup = null;

    /**
     * @param list<LogEntry>|null $log       of a run that is taken up again; null for one that begins
     * @param list<Step>          $kept      its first steps, worked out before
     * @param list<Incident>      $incidents what would have hurt, and gates that were run into
     * @param list<string>        $hints     what was asked for: where, what, why
     * @param SimulatedUnit|null  $unit      null for one made from the exercise
     */
    public function __construct(
        public readonly Exercise $exercise,
        private readonly Knowledge $knowledge,
        ?array $log = null,
        private readonly array $kept = [],
        private array $incidents = [],
        private array $hints = [],
        ?SimulatedUnit $unit = null,
    ) {
        $this->supply = $exercise->supply;
        $this->unit = $unit ?? $exercise->unit();
        foreach (array_keys($exercise->differs) as $ref) {
            if ($this->supply->part((string) $ref)->kind instanceof Fuse) {
                $this->larger[] = (string) $ref;
            }
        }
        $this->answers = new Answers($this->supply, $this->unit, $knowledge, $exercise->seed);
        if ($log === null) {
            $this->tell($exercise->story);
        }
        foreach ($log ?? [] as $entry) {
            $this->follow($entry);
        }
    }

    /** @param list<string> $story */
    private function tell(array $story): void
    {
        foreach ($story as $symptom) {
            if (isset(Background::CONDITIONS[$symptom])) {
                $this->record('background', ['conditions' => [$symptom]]);
                continue;
            }
            // "LED1 dark" is said of a lamp, "F1 open" of a fuse.
            [$part, $sign] = [...explode(' ', $symptom), ''];
            $of = in_array($sign, ['open', 'intact'], true) ? 'fuse' : 'lamp';
            $this->record(
                'symptom',
                $sign === '' ? ['symptom' => $symptom] : ['symptom' => "{$of}_{$sign}", 'part' => $part],
            );
        }
    }

    public function state(): BenchState
    {
        return $this->state ??= Fold::of($this->supply, $this->log);
    }

    /** What the tutor knows; nobody is shown it who has not asked. */
    public function workup(): Workup
    {
        return $this->workup ??= new Workup($this->supply, $this->state(), $this->knowledge);
    }

    /** @return list<LogEntry> */
    public function log(): array
    {
        return $this->log;
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return $this->steps;
    }

    /** @return list<Incident> */
    public function incidents(): array
    {
        return [...$this->incidents, ...$this->happened];
    }

    /** @return list<Incident> those that no entry of the log tells of */
    public function beside(): array
    {
        return $this->incidents;
    }

    /** @return list<string> */
    public function hints(): array
    {
        return $this->hints;
    }

    /** @return array{part: string, fault: string}|null */
    public function named(): ?array
    {
        return $this->named;
    }

    /** @return array<string, string> fault that was named by part, of what was found on the way */
    public function mended(): array
    {
        return $this->mended;
    }

    /** @return list<string> good parts that were replaced */
    public function wasted(): array
    {
        return $this->wasted;
    }

    public function minutes(): float
    {
        return $this->minutes + $this->onTheWay;
    }

    public function isOver(): bool
    {
        return $this->isOver;
    }

    /**
     * Something that is done at the bench: the same entries as at a real one, and the unit answers.
     *
     * @param array<string, mixed> $payload
     *
     * @return string what is to be seen, heard or read
     *
     * @throws EntryRefused if the bench does not take it
     */
    public function enter(string $kind, array $payload): string
    {
        $answer = $this->asked($kind, $payload);
        if ($answer->kind === null) {
            return $answer->said;
        }
        try {
            $seen = $this->record($answer->kind, $answer->payload);
        } catch (EntryRefused $refused) {
            $this->refused($kind, $refused);
            throw $refused;
        }

        return $answer->said === '' ? $seen : trim("{$answer->said} {$seen}");
    }

    /**
     * What the unit answers to something that is about to be done; what would have hurt has happened then.
     *
     * @param array<string, mixed> $payload
     *
     * @throws EntryRefused if practice has no such entry, or the unit no such place
     */
    public function asked(string $kind, array $payload): Answer
    {
        if ($this->isOver) {
            throw EntryRefused::because('kind', 'This run is over.');
        }
        $answer = $this->answers->to($this->state(), count($this->log), $kind, $payload);
        if ($answer->wouldHaveHurt) {
            $this->incidents[] = new Incident(Incident::NEAR_MISS, $answer->said);
        }

        return $answer;
    }

    /** The bench did not take it: on the way to power that was a gate. */
    public function refused(string $kind, EntryRefused $refused): void
    {
        if ($kind === 'power') {
            $this->incidents[] = new Incident(Incident::GATE, $refused->getMessage());
        }
    }

    /**
     * An entry that stands, and what it does to the unit.
     *
     * @return string what is to be seen or heard then
     */
    public function follow(LogEntry $entry): string
    {
        $payload = $entry->payload;
        $part = (string) ($payload['part'] ?? '');
        if ($entry->kind === 'reading') {
            $this->measured($payload);
        } elseif ($entry->kind === 'tested') {
            $this->step(
                $part,
                Tested::BY_ITSELF,
                (string) $payload['verdict'],
                fn(): float => $this->supply->part($part)->kind->apart()->minutes(),
            );
        }
        $wasOn = $this->isOn;
        if ($entry->kind === 'power') {
            $this->isOn = PowerState::from((string) $payload['power'])->isEnergised();
        }
        $this->log[] = $entry;
        $this->state = $this->workup = null;
        $this->onTheWay += match ($entry->kind) {
            'power' => self::STATE_CHANGE,
            'finding', 'fuse', 'looked' => self::LOOK,
            'repair' => self::REPLACING,
            'change', 'change_closed' => self::LIFTING,
            default => 0.0,
        };

        return match ($entry->kind) {
            'power' => $this->powered($wasOn),
            'change', 'change_closed' => $this->altered(),
            'left' => $this->emptied(),
            'repair' => $this->replaced($part, (string) $payload['in']),
            'cause' => $this->concluded(
                // What is no part's fault is not the same as nothing wrong.
                in_array($payload['kind'] ?? Cause::PART, [Cause::PART, Cause::NONE], true) ? $part : 'no part',
                (string) ($payload['fault'] ?? ''),
            ),
            default => '',
        };
    }

    /** @param array<string, mixed> $payload of a reading as the log has it */
    private function measured(array $payload): void
    {
        [$target, $quantity] = [(string) $payload['target'], (string) $payload['quantity']];
        $value = $payload['value'] === 'OL' ? INF : (float) $payload['value'];
        $this->step(
            $target,
            $quantity,
            Reading::write($quantity, $value),
            fn(): float => $this->isOn
                ? $this->supply->points[$target]->minutes ?? self::STATE_CHANGE / 2
                : self::DEAD_CHECK,
        );
    }

    private function powered(bool $wasOn): string
    {
        $state = $this->state();
        if (!$state->power->isEnergised()) {
            return $wasOn ? 'Unplugged. What is charged is still charged.' : 'Unplugged.';
        }
        if (!$wasOn) {
            $this->unit->moment(count($this->log));
            $this->unit->start();
        }
        $this->altered();
        $before = $this->unit->gone();
        // A fuse is looked at, not heard.
        $signs = array_filter(
            $this->unit->signs($state->mode),
            fn(string $sign): bool => !(($this->supply->parts[explode(' ', $sign)[0]] ?? null)?->kind instanceof Fuse),
        );
        $loud = array_filter(
            array_diff_key($this->unit->gone(), $before),
            static fn(Breaking $how): bool => $how->isHeard(),
        );

        $burnt = $this->larger === [] ? [] : $this->unit->burn($state->mode);

        return 'It is on.' .
            ($burnt === [] ? '' : ' Smoke: no fuse goes, and ' . implode(', ', $burnt) . ' burns.') .
            ($loud === [] ? '' : ' A bang.') .
            ($signs === []
                ? ($loud === []
                    ? ' Nothing is to be seen or heard.'
                    : '')
                : ' ' . implode(', ', $signs) . '.');
    }

    private function altered(): string
    {
        $state = $this->state();
        $this->unit->setUp($state->context(), $state->mainsVolts);

        return '';
    }

    private function emptied(): string
    {
        // Twice, with a wait between them, however many there are.
        $times = 2 * max(1, count(StoredCharge::hazards($this->supply)));
        $this->minutes += (StoredCharge::WAIT / 60 + self::DISCHARGE) / $times;

        return '';
    }

    private function replaced(string $ref, string $in): string
    {
        $part = $this->supply->part($ref);
        if (!$this->unit->isBad($ref)) {
            $this->wasted[] = $ref;
        }
        $fitted = Fitted::of($part, $in);
        // Where another than described had been put, one as described goes in.
        $this->unit->repair($ref, $fitted ?? (isset($this->exercise->differs[$ref]) ? $part : null));
        $this->larger = array_values(array_diff($this->larger, [$ref]));
        if (!Fitted::isLargerFuse($part, $fitted)) {
            return '';
        }
        $this->larger[] = $ref;
        $sentence =
            "A larger fuse in {$ref} than it is made for, \"{$in}\": it holds while something behind it burns. " .
            'Never a larger one, and never a wire.';
        $this->happened[] = new Incident(Incident::NEAR_MISS, $sentence);

        return $sentence;
    }

    /** Ends it, unless that was one of several things: then it is to be mended, and the search goes on. */
    private function concluded(string $part, string $fault): string
    {
        $left = array_diff_key($this->exercise->faults, $this->mended);
        if (isset($left[$part]) && count($left) > 1) {
            $this->mended[$part] = $fault;

            return 'That was one of them: replace it. Something else is wrong as well.';
        }
        $this->end($part, $fault);

        return $this->exercise->hidden();
    }

    private function end(string $part, string $fault): void
    {
        $this->named = ['part' => $part, 'fault' => $fault];
        $this->isOver = true;
    }

    /** A hint of one of three depths; each is counted. */
    public function hint(string $depth): string
    {
        $this->hints[] = $depth;
        $next = $this->workup()->next()['next'];
        $suspect = $this->workup()->suspects()[0];

        return match ($depth) {
            'where' => $next['target'] === null ? 'Nothing more needs to be measured.' : "Next: {$next['target']}.",
            'what' => trim("{$next['sentence']} {$next['detail']}"),
            default => sprintf(
                '%s Likeliest so far: %s, %d %%.',
                $next['why'],
                $suspect->title,
                (int) round(100 * $suspect->probability),
            ),
        };
    }

    /**
     * What was wrong; empty words for "nothing wrong with it".
     *
     * @throws EntryRefused if the part does not fail so
     */
    public function name(string $part, string $fault = ''): string
    {
        if ($part === '' && $this->state()->repairs !== []) {
            // A log with a repair in it cannot say that nothing was found.
            $this->end('', '');

            return $this->exercise->hidden();
        }

        return $this->record(
            'cause',
            $part === '' ? ['kind' => Cause::NONE, 'text' => 'nothing found'] : ['part' => $part, 'fault' => $fault],
        );
    }

    public function giveUp(): string
    {
        $this->isOver = true;

        return $this->exercise->hidden();
    }

    /** @param callable(): float $takes minutes */
    private function step(string $target, string $quantity, string $shown, callable $takes): void
    {
        $kept = $this->kept[count($this->steps)] ?? null;
        if ($kept !== null) {
            $this->steps[] = $kept;
            $this->minutes += $kept->minutes;
            $this->onTheWay = 0.0;

            return;
        }
        $minutes = $takes();
        $workup = $this->workup();
        $candidates = $workup->candidates();
        $own =
            array_values(
                array_filter(
                    $candidates,
                    fn(Candidate $c): bool => $c->target === $target &&
                        $c->quantity === $quantity &&
                        ($quantity === Tested::BY_ITSELF || $c->mode === $this->state()->mode),
                ),
            )[0] ?? null;
        // What is nearly sure is tested before it is named: that is no measurement that tells.
        $best = $this->confirms($target, $quantity) ? null : $candidates[0] ?? null;
        $this->steps[] = new Step(
            $target,
            $quantity,
            $shown,
            $minutes + $this->onTheWay,
            $own->bits ?? 0.0,
            $best === null ? null : ['target' => $best->target, 'quantity' => $best->quantity, 'bits' => $best->bits],
            array_map(
                static fn(Suspect $s): array => ['title' => $s->title, 'probability' => round($s->probability, 4)],
                array_slice($workup->suspects(), 0, 5),
            ),
        );
        $this->minutes += $minutes + $this->onTheWay;
        $this->onTheWay = 0.0;
    }

    /** A test of the part that is as good as found. */
    private function confirms(string $target, string $quantity): bool
    {
        $likeliest = $this->workup()->suspects()[0];

        return $quantity === Tested::BY_ITSELF &&
            $likeliest->probability > self::SURE &&
            in_array($target, $likeliest->parts(), true);
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return string what is to be seen then
     */
    private function record(string $kind, array $payload): string
    {
        $read = Admission::read($this->supply, $this->log, $this->state(), $kind, $payload);

        return $this->follow(
            new LogEntry(sprintf('P%04d', count($this->log)), $kind, $read, $this->clock(0), 'practice'),
        );
    }

    /**
     * The clock of the bench goes by what was done: nobody waits for a capacitor that is not there.
     *
     * @param int $from when the run began, in seconds of Unix time
     */
    public function clock(int $from): string
    {
        $waits = array_filter($this->log, static fn(LogEntry $entry): bool => $entry->kind === 'left');

        return gmdate(
            'Y-m-d\TH:i:s\Z',
            $from + (int) (60 * $this->minutes() + count($this->log) + StoredCharge::WAIT * count($waits)),
        );
    }
}

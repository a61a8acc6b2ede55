<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Background;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit as MeasuredIn;
use Oculant\Core\Supply\Description;

/**
 * Somebody at an exercise: the bench is the real one, with its log and its gates, and what a meter shows or an eye sees
 * comes from the unit. What would have hurt happens on paper.
 */
final class Run
{
    /** Minutes (common practice). */
    private const STATE_CHANGE = 2.0;

    private const DEAD_CHECK = 0.75;

    private const LOOK = 0.5;

    private const DISCHARGE = 1.5;

    private const REPLACING = 8.0;

    /** Probability from which a test confirms. */
    private const SURE = 0.8;

    /** @var list<LogEntry> */
    private array $log = [];

    /** @var list<Step> */
    private array $steps = [];

    /** @var list<Incident> */
    private array $incidents = [];

    /** @var list<string> what was asked for: where, what, why */
    private array $hints = [];

    /** @var array{part: string, fault: string}|null what was named in the end; empty words for "nothing wrong" */
    private ?array $named = null;

    /** @var array<string, string> fault that was named by part, of what was hidden and is mended */
    private array $mended = [];

    private bool $isOver = false;

    private float $minutes = 0.0;

    /** Minutes since the last measurement that belong to the next. */
    private float $onTheWay = 0.0;

    private readonly SimulatedUnit $unit;

    private readonly Description $supply;

    private ?BenchState $state = null;

    private ?Workup $workup = null;

    /** @param list<Step> $kept of a run that is taken up again: its first steps, worked out before */
    public function __construct(
        public readonly Exercise $exercise,
        private readonly Knowledge $knowledge,
        private readonly array $kept = [],
    ) {
        $this->supply = $exercise->supply;
        $this->unit = $exercise->unit();
        foreach ($exercise->story as $symptom) {
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

    /** @return list<Step> */
    public function steps(): array
    {
        return $this->steps;
    }

    /** @return list<Incident> */
    public function incidents(): array
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

    /** @return array<string, string> fault that was named by part, of what was mended on the way */
    public function mended(): array
    {
        return $this->mended;
    }

    public function minutes(): float
    {
        return $this->minutes + $this->onTheWay;
    }

    public function isOver(): bool
    {
        return $this->isOver;
    }

    /** @throws EntryRefused if the bench does not take it */
    public function power(PowerState $power, ?string $mode = null): string
    {
        $mode ??= $this->state()->mode;
        $wasOn = $this->state()->power->isEnergised();
        try {
            $this->record('power', ['power' => $power->value, 'mode' => $mode]);
        } catch (EntryRefused $refused) {
            $this->incidents[] = new Incident(Incident::GATE, $refused->getMessage());
            throw $refused;
        }
        $this->onTheWay += self::STATE_CHANGE;
        if ($power->isEnergised() && !$wasOn) {
            $this->unit->start();
        }
        if (!$power->isEnergised()) {
            return $wasOn ? 'Unplugged. What is charged is still charged.' : 'Unplugged.';
        }
        // A fuse is looked at, not heard.
        $signs = array_filter(
            $this->unit->signs($mode),
            static fn(string $sign): bool => preg_match('/ (open|intact)$/', $sign) !== 1,
        );

        return 'It is on.' . ($signs === [] ? ' Nothing is to be seen or heard.' : ' ' . implode(', ', $signs) . '.');
    }

    /**
     * The leads where they are put, on the function that is set.
     *
     * @throws EntryRefused if there is no such place
     */
    public function measure(string $target, ?string $quantity = null): string
    {
        $state = $this->state();
        $isPoint = isset($this->supply->points[$target]);
        $check = $this->supply->deadCheck($target);
        if (!$isPoint && $check === null) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    'There is no "%s" to put leads on. Points: %s. Checks: %s.',
                    $target,
                    implode(', ', array_keys($this->supply->points)),
                    implode(', ', array_keys($this->supply->deadChecks())),
                ),
            );
        }
        $isOn = $state->power->isEnergised();
        $quantity ??=
            $isPoint && $isOn
                ? $this->knowledge->expectations($state->mode, null)->function($target)
                : $check->quantity ?? DeadCheck::RESISTANCE;
        $isDead = in_array($quantity, DeadCheck::QUANTITIES, true);
        if ($isDead && $isOn) {
            return $this->wouldHaveHurt(
                'Ohms on a unit under power: the meter reads its volts as ohms, and its fuse is gone. Unplug first.',
            );
        }
        if (!$isDead && !$isOn) {
            throw EntryRefused::because('target', 'It is unplugged: there are no volts. Power it first.');
        }
        if ($quantity === 'ripple' && $this->supply->isHot($this->supply->point($target)->node)) {
            return $this->wouldHaveHurt(
                'The ground of a scope on the hot side is a short to earth through its probe. Use a differential ' .
                    'probe, or an isolation transformer and one hand.',
            );
        }
        if (!$isDead && !$this->unit->settles($state->mode)) {
            return "{$target}: the meter wanders and shows nothing that stands.";
        }
        $value = $isDead
            ? $this->unit->dead($target, $state->mode)
            : $this->unit->live($target, $quantity, $state->mode);
        $shown = self::written($quantity, $value);
        $this->step(
            $target,
            $quantity,
            $shown,
            $isDead ? self::DEAD_CHECK : $this->supply->point($target)->minutes,
            fn() => $this->record('reading', [
                'text' => self::typed($quantity, $value),
                'target' => $target,
                'quantity' => $quantity,
            ]),
        );

        return "{$target} {$shown}";
    }

    /** @throws EntryRefused if there is no such part */
    public function look(string $ref): string
    {
        $part = $this->supply->part($ref);
        if ($this->state()->power->isEnergised()) {
            return $this->wouldHaveHurt("A nose in a unit under power, to look at {$ref}. Unplug and discharge first.");
        }
        $this->onTheWay += self::LOOK;
        if ($part->kind instanceof Fuse) {
            $went = $this->unit->went($ref);
            $state = match (true) {
                $this->unit->faultOf($ref) === null => 'intact',
                $went === null => 'parted',
                default => $went->isHeard() ? 'blackened' : 'wisp',
            };
            $this->record('fuse', ['part' => $ref, 'state' => $state]);

            return "{$ref} is {$state}.";
        }
        $fault = $this->unit->faultOf($ref);
        $looks = $fault === null ? [] : $part->fault($fault)->looks ?? [];
        // Of one unit in two there is something to see.
        $isSeen = $looks !== [] && crc32("{$this->exercise->seed} {$ref} seen") % 2 === 0;
        $look = $isSeen ? $looks[0] : null;
        $sees = $look instanceof Look ? $look->seenAs()[0] ?? Seen::Other : Seen::Well;
        $this->record('finding', ['part' => $ref, 'sees' => $sees->value, 'text' => $look->value ?? '']);

        return $look === null ? "{$ref} looks well." : "{$ref}: {$look->value}.";
    }

    /**
     * A part tested by itself, out of circuit as far as that needs.
     *
     * @throws EntryRefused if there is no such part
     */
    public function test(string $ref): string
    {
        $part = $this->supply->part($ref);
        $missing = $this->state()->power->isEnergised()
            ? 'It is under power.'
            : Gates::blocking(Gate::HandsIn, $this->supply, $this->state())[0]->sentence ?? null;
        if ($missing !== null) {
            return $this->wouldHaveHurt("A hand in, to take {$ref} out: {$missing}");
        }
        $isBad = $this->unit->isBad($ref);
        $this->step(
            $ref,
            Tested::BY_ITSELF,
            $isBad ? 'bad' : 'good',
            $part->kind->apart()->minutes(),
            fn() => $this->record('tested', ['part' => $ref, 'verdict' => $isBad ? 'bad' : 'good']),
        );

        return "{$ref} by itself is " . ($isBad ? 'bad.' : 'good.');
    }

    /** Empties what is charged and proves it, as the plan says. */
    public function discharge(): string
    {
        if ($this->state()->power->isEnergised()) {
            return $this->wouldHaveHurt('A discharge resistor across a unit under power. Unplug first.');
        }
        $hazards = array_keys(StoredCharge::hazards($this->supply));
        foreach ($hazards as $ref) {
            for ($time = 0; $time < 2; $time++) {
                $this->record('left', ['part' => (string) $ref, 'text' => '0.3']);
                $this->minutes += StoredCharge::WAIT / 60 / max(1, 2 * count($hazards));
            }
        }
        $this->onTheWay += $hazards === [] ? 0.0 : self::DISCHARGE;

        return $hazards === [] ? 'Nothing here holds enough to hurt.' : implode(', ', $hazards) . ': proven empty.';
    }

    /**
     * Does honestly what a gate asks for, with what the unit shows.
     *
     * @return list<string> what was done
     */
    public function seeTo(Gate $gate): array
    {
        $done = [];
        for ($k = 0; $k < 30; $k++) {
            $item = $this->seeable($gate)[0] ?? null;
            if ($item === null) {
                break;
            }
            $done[] = match ($item->leads) {
                'check' => $this->measure((string) $item->target),
                'discharge' => $this->discharge(),
                'power' => $this->powerFor((string) $item->target),
                default => $this->lookedAt((string) $item->target),
            };
        }

        return $done;
    }

    /** @return list<string> what a gate still asks for */
    public function missing(Gate $gate): array
    {
        return array_map(
            static fn(GateItem $i): string => $i->sentence,
            Gates::blocking($gate, $this->supply, $this->state()),
        );
    }

    /** One that was given before this run was taken up again. */
    public function hinted(string $depth): void
    {
        $this->hints[] = $depth;
    }

    /** A hint of one of three depths; each is counted. */
    public function hint(string $depth): string
    {
        $this->hinted($depth);
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

    /** What nobody gets at, or what shows nothing: not asked for again. */
    public function skip(string $target, string $quantity): void
    {
        $this->record('skip', ['target' => $target, 'quantity' => $quantity]);
    }

    /** A part that tested bad, with the way to fail that is likeliest by now. */
    public function nameAs(string $part): void
    {
        foreach ($this->workup()->suspects() as $suspect) {
            foreach ($suspect->members as $member) {
                $fault = $member->faultOf($part);
                if ($fault !== null) {
                    $this->name($part, $fault);

                    return;
                }
            }
        }
        $this->name($part);
    }

    /**
     * Ends it: what was wrong. Empty words for "nothing wrong with it". Where that was one of several things, it is
     * mended, and the search goes on.
     */
    public function name(string $part, string $fault = ''): void
    {
        $left = array_diff_key($this->exercise->faults, $this->mended);
        if (isset($left[$part]) && count($left) > 1) {
            $this->mend($part, $fault);

            return;
        }
        $this->named = ['part' => $part, 'fault' => $fault];
        $this->isOver = true;
    }

    private function mend(string $part, string $fault): void
    {
        if ($this->state()->power->isEnergised()) {
            $this->power(PowerState::Unplugged);
        }
        $this->seeTo(Gate::HandsIn);
        $this->record('cause', ['part' => $part, 'fault' => $fault]);
        $this->record('repair', ['part' => $part, 'out' => 'as found', 'in' => 'new']);
        $this->unit->repair($part);
        $this->mended[$part] = $fault;
        $this->onTheWay += self::REPLACING;
    }

    public function giveUp(): void
    {
        $this->isOver = true;
    }

    /** @param callable(): void $do records it */
    private function step(string $target, string $quantity, string $shown, float $minutes, callable $do): void
    {
        $kept = $this->kept[count($this->steps)] ?? null;
        if ($kept !== null) {
            $do();
            $this->steps[] = $kept;
            $this->minutes += $kept->minutes;
            $this->onTheWay = 0.0;

            return;
        }
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
        $belief = array_map(
            static fn(Suspect $s): array => ['title' => $s->title, 'probability' => round($s->probability, 4)],
            array_slice($workup->suspects(), 0, 5),
        );
        $do();
        $this->steps[] = new Step(
            $target,
            $quantity,
            $shown,
            $minutes + $this->onTheWay,
            $own->bits ?? 0.0,
            $best === null ? null : ['target' => $best->target, 'quantity' => $best->quantity, 'bits' => $best->bits],
            $belief,
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

    /** @return list<GateItem> what a pair of hands at this bench can see to */
    private function seeable(Gate $gate): array
    {
        return array_values(
            array_filter(
                Gates::blocking($gate, $this->supply, $this->state()),
                static fn(GateItem $i): bool => in_array($i->leads, ['check', 'discharge', 'power', 'look'], true),
            ),
        );
    }

    /** What a gate asks for by way of power: the plug out, or a first time behind a limiter. */
    private function powerFor(string $target): string
    {
        if ($target === PowerState::Unplugged->value) {
            return $this->power(PowerState::Unplugged);
        }
        $this->seeTo(Gate::Limited);
        $said = $this->power(PowerState::Limited);

        return "{$said} {$this->power(PowerState::Unplugged)}";
    }

    private function lookedAt(string $what): string
    {
        $this->record('looked', ['what' => $what]);
        $this->onTheWay += self::LOOK;

        return "Looked: {$what}.";
    }

    private function wouldHaveHurt(string $sentence): string
    {
        $this->incidents[] = new Incident(Incident::NEAR_MISS, $sentence);

        return $sentence;
    }

    /** @param array<string, mixed> $payload */
    private function record(string $kind, array $payload): void
    {
        $read = Admission::read($this->supply, $this->log, $this->state(), $kind, $payload);
        // The clock of the bench goes by what was done.
        $at = gmdate('Y-m-d\TH:i:s\Z', (int) (60 * $this->minutes() + StoredCharge::WAIT * count($this->log)));
        $this->log[] = new LogEntry(sprintf('P%04d', count($this->log)), $kind, $read, $at, 'practice');
        $this->state = $this->workup = null;
    }

    private static function written(string $quantity, float $value): string
    {
        return match (true) {
            is_infinite($value) => 'OL',
            in_array($quantity, [DeadCheck::RESISTANCE, DeadCheck::ESR], true) => Quantity::write(
                $value,
                MeasuredIn::Ohm,
            ),
            default => Quantity::volts($value) . ($quantity === 'dc' ? '' : " {$quantity}"),
        };
    }

    /** As it is typed into the field. */
    private static function typed(string $quantity, float $value): string
    {
        return match (true) {
            is_infinite($value) => 'OL',
            in_array($quantity, [DeadCheck::RESISTANCE, DeadCheck::ESR], true) => sprintf('%.6g ohm', max(0.0, $value)),
            default => sprintf('%.6g V', $value),
        };
    }
}

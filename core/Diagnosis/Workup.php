<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Mishap\MishapFinder;
use Oculant\Core\Diagnosis\Step\StepWriter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Slip;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\MinimumLoad;

/** Everything a technician sees of a job, computed from the description and the log. */
final class Workup
{
    /** Beyond this share for "none of these" two faults at once are considered. */
    private const UNEXPLAINED = 0.3;

    /** A point that reads as much as the mains, up to this share, is the mains. */
    private const IS_THE_MAINS = 0.01;

    /** The supply as it stands now, temporary changes and what feeds it considered; what it does. */
    private readonly Description $stands;

    private readonly Knowledge $here;

    private readonly Doubts $doubts;

    private readonly ReadingVerdicts $readings;

    /**
     * Share of all faults, by how often they are met, that must be known before one is suspected or a step is chosen.
     */
    public const ENOUGH = 0.4;

    /** @var list<Candidate>|null */
    private ?array $candidates = null;

    /** @var array{next: array<string, mixed>, alternatives: list<array<string, mixed>>}|null */
    private ?array $next = null;

    /** @var array<string, float>|null */
    private ?array $suspicion = null;

    /** @var array<string, Expectations> by mode id, at the mains as it now stands */
    private array $expectations = [];

    /** Volts for which the faults are solved: as measured, or null for nominal and on the way up. */
    private readonly ?float $mains;

    private FaultDictionary $dictionary;

    private Knowledge $weighed;

    private Belief $belief;

    private ?Reasons $reasons = null;

    /** @var list<Suspect> */
    private array $suspects;

    /** @param array<string, int> $seen times this workshop found each hypothesis on this board */
    public function __construct(
        private readonly Description $supply,
        private readonly BenchState $state,
        Knowledge $knowledge,
        private readonly array $seen = [],
    ) {
        $this->mains = EvidenceList::isFar($state->mainsVolts, $supply) ? null : $state->mainsVolts;
        foreach (array_keys($supply->modes) as $mode) {
            $this->expectations[$mode] = $knowledge->expectations((string) $mode, $this->mains);
        }
        $evidence = EvidenceList::from($supply, $state, $this->isExplained(...), $this->mainsSeen());
        $singles = $knowledge->dictionary($this->mains);
        $priors = Priors::of($singles, $supply, $state, $seen);
        $belief = (new Reasoner($knowledge, $priors))->weigh($evidence);
        $doubts = $knowledge->isWhole() ? Doubts::of($belief, $knowledge) : Doubts::none();
        $isUnexplained = $doubts->all !== [] || $belief->probability[Hypothesis::UNKNOWN] > self::UNEXPLAINED;
        $beyond = $knowledge->isWhole()
            ? (new MishapFinder($supply, $state, $this->expectations))->worthSolving($isUnexplained)
            : [];
        if ($knowledge->isWhole() && ($isUnexplained || $beyond !== [])) {
            $pairs = $isUnexplained ? PairFinder::worthSolving($singles->hypotheses, $belief, $supply->isLarge()) : [];
            $knowledge = new PairKnowledge($knowledge, $supply, [...$pairs, ...$beyond]);
            $belief = (new Reasoner($knowledge, $priors))->weigh($evidence);
            $doubts = Doubts::of($belief, $knowledge);
        }
        $this->doubts = $doubts;
        $this->weighed = $knowledge;
        $this->dictionary = $knowledge->dictionary($this->mains);
        $this->readings = new ReadingVerdicts($supply, $knowledge, $this->expectations, $this->mains);
        $this->belief = $belief;
        $context = $state->context();
        $this->stands = $context->isPlain() ? $supply : $context->on($supply, $state->mode);
        $this->here = $context->isPlain() ? $knowledge : $knowledge->altered($this->stands);
        $this->expectations[$state->mode] = $this->here->expectations($state->mode, $state->mainsVolts);
        $this->suspects = Suspects::of($this->dictionary, $this->belief);
    }

    /**
     * What stands at the mains, where a point that simply carries it was read.
     *
     * @return array<string, float> volts by mode
     */
    private function mainsSeen(): array
    {
        $seen = [];
        foreach ($this->state->readings as $reading) {
            $expected = $this->expectations[$reading->mode] ?? null;
            if (
                $expected === null ||
                $reading->isDeadCheck() ||
                $reading->power !== PowerState::Live ||
                !isset($expected->functions[$reading->target]) ||
                $expected->functions[$reading->target] !== $reading->quantity ||
                !$reading->context->isPlain()
            ) {
                continue;
            }
            $mains = $this->supply->mainsVoltage * $this->supply->mode($reading->mode)->mains;
            $good = $expected->nominal->reading($reading->target, $reading->quantity);
            if (
                abs($good / $mains - 1) < self::IS_THE_MAINS &&
                $expected->windows[$reading->target][$reading->quantity]->holds($reading->value)
            ) {
                $seen[$reading->mode] = ($mains * $reading->value) / $good;
            }
        }

        return $seen;
    }

    /**
     * Without its load a supply shows what the description says of that; where the engine foretells otherwise, such a
     * reading speaks against nothing.
     */
    private function isExplained(TakenReading $reading): bool
    {
        $need =
            $reading->quantity === 'dc' && !$reading->isResidual() && isset($this->supply->points[$reading->target])
                ? MinimumLoad::missing($this->supply, $this->supply->mode($reading->mode))
                : null;

        return $need !== null &&
            $need->explains($reading->target, $reading->value) &&
            !$this->expectations[$reading->mode]->window($reading->target, 'dc')->holds($reading->value);
    }

    /** @return array<string, string> the function to measure each point with, dc or ac, in the present mode */
    public function functions(): array
    {
        return $this->expectations[$this->state->mode]->functions;
    }

    /** @return list<Suspect> likeliest first */
    public function suspects(): array
    {
        return $this->suspects;
    }

    /** @return list<Candidate> best first */
    public function candidates(): array
    {
        return $this->candidates ??= $this->steps()->rank($this->belief, $this->state, $this->doubts->unrepeated);
    }

    private function steps(): NextStep
    {
        return new NextStep($this->stands, $this->here, $this->mains);
    }

    /**
     * The next step in words, and the next best others.
     *
     * @return array{next: array<string, mixed>, alternatives: list<array<string, mixed>>}
     */
    public function next(): array
    {
        return $this->next ??= $this->decide();
    }

    /** @return array{next: array<string, mixed>, alternatives: list<array<string, mixed>>} as next() */
    private function decide(): array
    {
        $condemned = $this->tests()->condemned();
        $writer = new StepWriter(
            $this->stands,
            $this->state,
            $this->expectations,
            $this->here->dictionary($this->mains),
        );
        if ($condemned !== null && $this->state->handedBackAt === null) {
            return ['next' => $writer->condemned($condemned), 'alternatives' => []];
        }
        if ($this->here->known($this->state->mode) < self::ENOUGH) {
            return ['next' => $writer->unready(), 'alternatives' => []];
        }
        $candidates = $this->candidates();

        return [
            'next' => $writer->write(
                $candidates,
                $this->suspects,
                $this->fixed(),
                $this->badProof(),
                $this->steps()->fuseIsKnownOpen($this->state),
                $this->descriptionChecks(),
                Retest::of($this->belief, $this->state, $this->dictionary),
                $this->wrongBefore(),
            ),
            'alternatives' => array_map($writer->measuring->of(...), $this->others($candidates)),
        ];
    }

    /**
     * The next best of other measurements; the same one in another mode is not another.
     *
     * @param list<Candidate> $candidates best first
     *
     * @return list<Candidate>
     */
    private function others(array $candidates): array
    {
        $others = [];
        foreach ($candidates as $candidate) {
            $others["{$candidate->target} {$candidate->quantity}"] ??= $candidate;
        }

        return array_slice(array_values($others), 1, 3);
    }

    /** Probability that nothing is wrong any more once the replaced parts are out. */
    public function fixed(): float
    {
        $sum = 0.0;
        foreach ($this->belief->probability as $id => $probability) {
            if ($this->dictionary->remaining((string) $id, $this->state->replaced()) === Hypothesis::HEALTHY) {
                $sum += $probability;
            }
        }

        return $sum;
    }

    /** The verdict on a reading, in the context in which it was taken. */
    public function verdict(TakenReading $reading): Verdict
    {
        return $this->readings->verdict($reading);
    }

    /** @return list<Slip> */
    public function slips(TakenReading $reading): array
    {
        return $this->readings->slips($reading);
    }

    /** @return array<string, mixed> as ReadingVerdicts::view() gives it */
    public function readingView(TakenReading $reading): array
    {
        return $this->readings->view($reading);
    }

    /** @return list<string> points whose latest reading since the repair is not right */
    public function badProof(): array
    {
        $bad = [];
        $limited = $this->state->replaced() === [] ? [] : $this->state->limitedReadings();
        foreach ([...$limited, ...$this->state->proofReadings()] as $reading) {
            $word = $this->verdict($reading)->word;
            // A good reading in another mode does not make it good in this one.
            $bad["{$reading->target} {$reading->quantity} {$reading->mode}"] =
                !$word->isGood() &&
                $word !== VerdictWord::Unknown &&
                !($reading->power === PowerState::Limited && $word === VerdictWord::CannotTell)
                    ? $reading->target
                    : null;
        }

        return array_values(array_unique(array_filter($bad, static fn(?string $target): bool => $target !== null)));
    }

    /**
     * What was wrong is what is proven, in the mode it was wrong in.
     *
     * @return list<TakenReading> read wrong before anything was done, and not since
     */
    private function wrongBefore(): array
    {
        if (!$this->state->isMended()) {
            return [];
        }
        $key = static fn(TakenReading $r): string => "{$r->target} {$r->quantity} {$r->mode}";
        $since = array_fill_keys(array_map($key, $this->state->proofReadings()), true);
        $wrong = [];
        foreach ($this->state->readings as $reading) {
            $isBefore =
                !$reading->isDeadCheck() &&
                !$reading->isResidual() &&
                $reading->power === PowerState::Live &&
                $reading->context->isSettled() &&
                isset($this->supply->points[$reading->target]) &&
                !isset($since[$key($reading)]);
            if ($isBefore) {
                // The newest of the same place counts: what was a slip read right at the second try.
                $word = $this->verdict($reading)->word;
                $isWrong = !$word->isGood() && !in_array($word, [VerdictWord::Unknown, VerdictWord::CannotTell], true);
                $wrong[$key($reading)] = $isWrong ? $reading : null;
            }
        }

        return array_values(array_filter($wrong));
    }

    /** @return list<string> "TP3 ripple (Loads on)": to be measured again before it is closed */
    public function again(): array
    {
        return array_map(
            fn(TakenReading $r): string => sprintf(
                '%s%s (%s)',
                $r->target,
                $r->quantity === 'dc' ? '' : " {$r->quantity}",
                $this->supply->mode($r->mode)->name,
            ),
            $this->wrongBefore(),
        );
    }

    /** @return list<string> what must still be done before the job can be closed */
    public function missingForClose(): array
    {
        $missing = Close::missing($this->supply, $this->state);
        if ($this->tests()->condemned() !== null) {
            $missing[] = 'measure the isolation again and find it good, or do not hand the unit back';
        }
        foreach (Gates::blocking(Gate::HandBack, $this->supply, $this->state) as $item) {
            if ($item->leads !== 'close') {
                $missing[] = rtrim(lcfirst($item->sentence), '.');
            }
        }
        $bad = $this->badProof();
        if ($bad !== []) {
            $missing[] =
                ($this->state->isLeftAsItIs()
                    ? 'these do not read right: '
                    : 'these do not read right after the repair: ') . implode(', ', $bad);
        }
        $again = $this->again();
        if ($again !== []) {
            $missing[] = 'measure again what was wrong: ' . implode(', ', $again);
        }

        return $missing;
    }

    /** What the job waits for, in a few words for the bench list. */
    public function waitsFor(): string
    {
        $next = $this->next()['next'];

        return match ($next['kind']) {
            'done' => 'handed back',
            'handback' => 'hand-back',
            'close' => 'closing',
            'confirm' => 'confirming ' . $next['part'],
            'cause' => 'naming the cause',
            'look' => 'a closer look',
            'test' => "a test of {$next['part']}",
            'gate' => $next['leads'] === 'prove' ? 'its safety tests' : 'something before power',
            'wait' => 'the engine, or any reading',
            default => ($this->state->repairs === [] ? 'measuring ' : 'proof at ') . ($next['target'] ?? 'the rails'),
        };
    }

    /**
     * @return list<array{id: string, name: string, how: string, against: string, stage: ?string, function: string,
     *     expected: string, low: ?float, high: ?float, hot: bool, waits: bool, reading: ?array<string, mixed>}> waits:
     *     for a press, where a meter takes readings by itself
     */
    public function points(): array
    {
        $expected = $this->expectations[$this->state->mode];
        $standing = $this->state->standing();
        $views = [];
        foreach ($this->supply->points as $id => $point) {
            $function = $expected->functions[$id];
            $window = $expected->window((string) $id);
            $reading = $standing["{$this->state->mode} {$id} {$function}"] ?? null;
            $views[] = [
                'id' => (string) $id,
                'name' => $point->name,
                'how' => $point->how,
                'against' => $point->against,
                'stage' => $point->stage,
                'function' => $function,
                'expected' => Judge::range($window),
                'low' => $window->isKnown() ? $window->low : null,
                'high' => $window->isKnown() ? $window->high : null,
                'hot' => $this->supply->isHot($point->node),
                'waits' =>
                    $this->supply->isHot($point->node) || !$window->isKnown() || $window->most() > StoredCharge::TOUCH,
                'reading' => $reading === null ? null : $this->readingView($reading),
            ];
        }

        return $views;
    }

    /**
     * A place that can be pinned on a photograph: a test point, a check or a part.
     *
     * @return array{target: string, name: string, expected: ?string, suspicion: float, reading: ?array<string, mixed>}
     */
    public function place(string $target): array
    {
        $point = $this->supply->points[$target] ?? null;
        if ($point !== null) {
            $function = $this->functions()[$target];
            $reading = $this->state->latest($target, $function);

            return [
                'target' => $target,
                'name' => $point->name,
                'expected' => Judge::range($this->expectations[$this->state->mode]->window($target)),
                'suspicion' => 0.0,
                'reading' => $reading === null ? null : $this->readingView($reading),
            ];
        }
        $check = $this->supply->deadCheck($target);
        $reading = $check === null ? null : $this->state->latest($target, $check->quantity);
        $part = $this->supply->parts[explode('.', $target)[0]] ?? null;

        return [
            'target' => $target,
            'name' => $part?->label() ?? $target,
            'expected' => null,
            'suspicion' => $this->suspicion()[$part->ref ?? ''] ?? 0.0,
            'reading' => $reading === null ? null : $this->readingView($reading),
        ];
    }

    /** Verdicts on what was tested beside readings. */
    public function tests(): TestVerdicts
    {
        return new TestVerdicts($this->supply, $this->state, $this->dictionary, $this->weighed);
    }

    /**
     * Every unpowered check with what a good unit shows there: fuses and contacts first, then part by part, then the
     * rails.
     *
     * @return list<array{id: string, quantity: string, where: string, red: string, black: string, expected: string,
     *     reading: ?array<string, mixed>}>
     */
    public function deadSheet(): array
    {
        return DeadSheet::of(
            $this->stands,
            $this->state,
            $this->here->dictionary($this->mains),
            $this->readingView(...),
        );
    }

    /**
     * @return array{rows: list<array{point: string, name: string, mine: ?string, twin: ?string, parts: ?bool}>,
     *     first: ?string, sentence: string}
     */
    public function twin(): array
    {
        return TwinComparison::of($this->supply, $this->state, $this->functions());
    }

    /**
     * @return list<array{point: string, name: string, parts: list<string>}> rails along which a short can be looked
     *     for, the one that read lowest first
     */
    public function strips(): array
    {
        $ohms = [];
        foreach ($this->state->readings as $reading) {
            if ($reading->quantity === 'resistance') {
                $ohms[$reading->target] = $reading->value;
            }
        }
        $strips = ShortRails::of($this->supply);
        usort(
            $strips,
            static fn(array $a, array $b): int => ($ohms[$a['point']] ?? INF) <=> ($ohms[$b['point']] ?? INF),
        );

        return $strips;
    }

    /**
     * @return array{suspects: list<array{part: string, probability: float, share: string, ohms: float, spread: float}>,
     *     sigma: float, isClear: bool, sentence: string, advice: string}|null of the newest strip
     */
    public function short(): ?array
    {
        $short = $this->state->shorts[count($this->state->shorts) - 1] ?? null;

        return $short === null
            ? null
            : ShortFinder::find(
                $short['readings'],
                $short['resolution'],
                $short['method'],
                ShortRails::priors($this->dictionary),
            );
    }

    /** Whether more of a board that is known in part is worth tracing now. */
    public function worthTracing(): WorthTracing
    {
        $wrong = array_filter(
            $this->state->readings,
            fn(TakenReading $r): bool => !$r->isResidual() &&
                $r->replaced === $this->state->replaced() &&
                !in_array($this->verdict($r)->word, [VerdictWord::Unknown, VerdictWord::CannotTell], true) &&
                !$this->verdict($r)->word->isGood(),
        );

        return new WorthTracing(
            $this->supply,
            $this->suspects,
            $this->belief->probability[Hypothesis::UNKNOWN] ?? 0.0,
            array_values($wrong),
            $this->state->readings !== [],
            $this->suspicion(),
        );
    }

    /** @return list<string> what to check about the description, where no fault in it explains what was read */
    public function descriptionChecks(): array
    {
        $live = array_values(
            array_filter(
                $this->state->readings,
                fn(TakenReading $r): bool => !$r->isDeadCheck() &&
                    !is_infinite($r->value) &&
                    $r->quantity !== 'hertz' &&
                    $r->replaced === $this->state->replaced() &&
                    EvidenceList::counts($r, $this->supply),
            ),
        );
        $isUnknown = $this->belief->probability[Hypothesis::UNKNOWN] > self::UNEXPLAINED;
        $odd = array_values(
            array_filter($live, function (TakenReading $r) use ($isUnknown): bool {
                $key = "{$r->mode} {$r->target} {$r->quantity}";

                return ($isUnknown && !$this->verdict($r)->word->isGood()) ||
                    (isset($this->doubts->all[$key]) && !isset($this->doubts->unrepeated[$key]));
            }),
        );

        return $odd === [] ? [] : (new DescriptionChecks($this->supply, $this->expectations))->of($odd, $live);
    }

    /**
     * @return array{for: list<array{label: string, weight: float, strength: string}>,
     *     against: list<array{label: string, weight: float, strength: string}>} as Reasons::of() gives them
     */
    public function reasons(Suspect $suspect): array
    {
        return ($this->reasons ??= new Reasons($this->belief))->of($suspect->members[0]->id ?? $suspect->id);
    }

    /** How bad the likeliest fault of a suspect is, in words; null if it has no degree, or nothing tells it. */
    public function severity(Suspect $suspect): ?string
    {
        return $suspect->members === []
            ? null
            : Severity::of($suspect->members[0], $this->belief, $this->weighed)?->words();
    }

    /** How often this workshop has found one of a suspect's faults on this board. */
    public function seenBefore(Suspect $suspect): int
    {
        return array_sum(array_map(fn(Hypothesis $h): int => $this->seen[$h->id] ?? 0, $suspect->members));
    }

    /** @return list<array{part: string, label: string, looks: string, notes: string}> what to look at first */
    public function looks(): array
    {
        return Looks::first($this->supply->parts, $this->dictionary, $this->belief);
    }

    /**
     * How the likeliest suspects came to be so: their probability after each piece of evidence.
     *
     * @return array{labels: list<string>, lines: list<array{title: string, values: list<float>}>}
     */
    public function course(): array
    {
        return Course::of($this->belief, array_slice($this->suspects, 0, 4));
    }

    /**
     * @return array<string, float> probability that a part is at fault, by reference; what was replaced is out of it
     */
    private function suspicion(): array
    {
        if ($this->suspicion !== null) {
            return $this->suspicion;
        }
        $suspicion = [];
        foreach ($this->belief->probability as $id => $probability) {
            $hypothesis = $this->dictionary->hypotheses[$id] ?? null;
            if (
                $hypothesis !== null &&
                $this->dictionary->remaining((string) $id, $this->state->replaced()) !== Hypothesis::HEALTHY
            ) {
                foreach ($hypothesis->each() as $fault) {
                    $suspicion[$fault->ref] = ($suspicion[$fault->ref] ?? 0.0) + $probability;
                }
            }
        }

        return $this->suspicion = $suspicion;
    }

    /** @return list<array<string, mixed>> */
    public function path(): array
    {
        $functions = $this->expectations[$this->state->mode]->functions;

        return PathView::of($this->supply, $this->state, $this->nominal(), $functions, $this->suspicion());
    }

    /** @return array<string, bool> by test point that was measured in the present mode: whether energy gets there */
    public function carrying(): array
    {
        $functions = $this->expectations[$this->state->mode]->functions;

        return PathView::carrying($this->supply, $this->state, $this->nominal(), $functions);
    }

    /** @return array<string, float> volts of a good unit by point, in the present mode */
    private function nominal(): array
    {
        $expected = $this->expectations[$this->state->mode];
        $nominal = [];
        foreach ($expected->functions as $id => $function) {
            $nominal[$id] = $expected->window((string) $id, $function)->nominal;
        }

        return $nominal;
    }
}

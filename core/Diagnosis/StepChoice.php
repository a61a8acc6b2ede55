<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Step\StepView;
use Oculant\Core\Diagnosis\Step\StepWriter;

/**
 * What to do next, and what else would tell nearly as much.
 *
 * @phpstan-import-type Step from StepView
 */
final class StepChoice
{
    /** @var list<Candidate>|null */
    private ?array $candidates = null;

    /** @var array{next: Step, alternatives: list<Step>}|null */
    private ?array $next = null;

    public function __construct(
        private readonly Inference $inference,
        private readonly Proofs $proofs,
        private readonly TestVerdicts $tests,
    ) {}

    /** @return list<Candidate> best first */
    public function candidates(): array
    {
        return $this->candidates ??= $this->steps()->rank(
            $this->inference->belief,
            $this->inference->state,
            $this->inference->doubts->unrepeated,
        );
    }

    /**
     * The next step in words, and the next best others.
     *
     * @return array{next: Step, alternatives: list<Step>}
     */
    public function next(): array
    {
        return $this->next ??= $this->decide();
    }

    /** @return array{next: Step, alternatives: list<Step>} as next() */
    private function decide(): array
    {
        $condemned = $this->tests->condemned();
        $writer = new StepWriter(
            $this->inference->stands,
            $this->inference->state,
            $this->inference->expectations,
            $this->inference->here->dictionary($this->inference->mains),
        );
        if ($condemned !== null && $this->inference->state->handedBackAt === null) {
            return ['next' => $writer->condemned($condemned), 'alternatives' => []];
        }
        if ($this->inference->here->known($this->inference->state->mode) < Workup::ENOUGH) {
            return ['next' => $writer->unready(), 'alternatives' => []];
        }
        $candidates = $this->candidates();

        return [
            'next' => $writer->write(
                $candidates,
                $this->inference->suspects,
                $this->inference->fixed(),
                $this->proofs->bad(),
                $this->steps()->fuseIsKnownOpen($this->inference->state),
                $this->checks(),
                Retest::of($this->inference->belief, $this->inference->state, $this->inference->dictionary),
                $this->proofs->wrongBefore(),
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
            default => ($this->inference->state->repairs === [] ? 'measuring ' : 'proof at ') .
                ($next['target'] ?? 'the rails'),
        };
    }

    /** @return list<string> what to check about the description, where no fault in it explains what was read */
    public function checks(): array
    {
        $live = array_values(
            array_filter(
                $this->inference->state->readings,
                fn(TakenReading $r): bool => !$r->isDeadCheck() &&
                    !is_infinite($r->value) &&
                    $r->quantity !== 'hertz' &&
                    $r->replaced === $this->inference->state->replaced() &&
                    EvidenceList::counts($r, $this->inference->supply),
            ),
        );
        $isUnknown = $this->inference->isUnexplained();
        $odd = array_values(
            array_filter($live, function (TakenReading $r) use ($isUnknown): bool {
                $key = "{$r->mode} {$r->target} {$r->quantity}";

                return ($isUnknown && !$this->inference->verdicts->verdict($r)->word->isGood()) ||
                    (isset($this->inference->doubts->all[$key]) && !isset($this->inference->doubts->unrepeated[$key]));
            }),
        );

        return $odd === []
            ? []
            : (new DescriptionChecks($this->inference->supply, $this->inference->expectations))->of($odd, $live);
    }

    private function steps(): NextStep
    {
        return new NextStep($this->inference->stands, $this->inference->here, $this->inference->mains);
    }
}

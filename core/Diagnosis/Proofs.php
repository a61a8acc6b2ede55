<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Expectation\VerdictWord;

/** What must still be measured, and read right, before a unit goes back. */
final readonly class Proofs
{
    public function __construct(private Inference $inference, private TestVerdicts $tests) {}

    /** @return list<string> points whose latest reading since the repair is not right */
    public function bad(): array
    {
        $bad = [];
        $limited = $this->inference->state->replaced() === [] ? [] : $this->inference->state->limitedReadings();
        foreach ([...$limited, ...$this->inference->state->proofReadings()] as $reading) {
            $word = $this->inference->verdicts->verdict($reading)->word;
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
    public function wrongBefore(): array
    {
        if (!$this->inference->state->isMended()) {
            return [];
        }
        $key = static fn(TakenReading $r): string => "{$r->target} {$r->quantity} {$r->mode}";
        $since = array_fill_keys(array_map($key, $this->inference->state->proofReadings()), true);
        $wrong = [];
        foreach ($this->inference->state->readings as $reading) {
            $isBefore =
                !$reading->isDeadCheck() &&
                !$reading->isResidual() &&
                $reading->power === PowerState::Live &&
                $reading->context->isSettled() &&
                isset($this->inference->supply->points[$reading->target]) &&
                !isset($since[$key($reading)]);
            if ($isBefore) {
                // The newest of the same place counts: what was a slip read right at the second try.
                $word = $this->inference->verdicts->verdict($reading)->word;
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
                $this->inference->supply->mode($r->mode)->name,
            ),
            $this->wrongBefore(),
        );
    }

    /** @return list<string> what must still be done before the job can be closed */
    public function missingForClose(): array
    {
        $missing = Close::missing($this->inference->supply, $this->inference->state);
        if ($this->tests->condemned() !== null) {
            $missing[] = 'measure the isolation again and find it good, or do not hand the unit back';
        }
        foreach (Gates::blocking(Gate::HandBack, $this->inference->supply, $this->inference->state) as $item) {
            if ($item->leads !== 'close') {
                $missing[] = rtrim(lcfirst($item->sentence), '.');
            }
        }
        $bad = $this->bad();
        if ($bad !== []) {
            $missing[] =
                ($this->inference->state->isLeftAsItIs()
                    ? 'these do not read right: '
                    : 'these do not read right after the repair: ') . implode(', ', $bad);
        }
        $again = $this->again();
        if ($again !== []) {
            $missing[] = 'measure again what was wrong: ' . implode(', ', $again);
        }

        return $missing;
    }
}

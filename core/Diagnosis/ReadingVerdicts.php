<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Slip;
use Oculant\Core\Expectation\SlipFinder;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;
use OutOfBoundsException;

/** Verdicts on readings, each in the context in which it was taken. */
final readonly class ReadingVerdicts
{
    /**
     * @param array<string, Expectations> $expectations by mode id, at the mains as it now stands
     * @param float|null                  $mainsVolts   as it now stands
     */
    public function __construct(private Description $supply, private Knowledge $knowledge, private array $expectations, private ?float $mainsVolts)
    {
    }

    /** The verdict on a reading, in the context in which it was taken. */
    public function verdict(TakenReading $reading): Verdict
    {
        if ($reading->isDeadCheck()) {
            return Judge::dead($this->check($reading), $reading->value, $this->good($reading));
        }
        if ($reading->isResidual()) {
            return $this->residual($reading);
        }
        if (! EvidenceList::counts($reading)) {
            return new Verdict(VerdictWord::CannotTell, Quantity::volts($reading->value).': cannot tell on limited power.', 'Measure the mains at the unit and record it; then this reading can be judged.');
        }
        if ($reading->quantity === 'hertz') {
            return Judge::frequency($reading->value, $this->good($reading));
        }

        return $this->judge($reading->mainsVolts)->live($reading->target, $reading->mode, $reading->quantity, $reading->value, $reading->swing);
    }

    /** @return list<Slip> */
    public function slips(TakenReading $reading): array
    {
        if ($reading->isDeadCheck()) {
            $good = $this->good($reading);

            return is_nan($good) ? [] : SlipFinder::explainDead($this->check($reading), $reading->value, $good);
        }
        if ($reading->quantity === 'hertz' || $reading->isResidual() || (! EvidenceList::counts($reading) && ! is_infinite($reading->value))) {
            return [];
        }

        return (new SlipFinder($this->supply, $this->expectationsAt($reading->mainsVolts)))
            ->explain($reading->target, $reading->mode, $reading->quantity, $reading->value);
    }

    /** @return array{entry: string, target: string, text: string, quantity: string, mode: string, power: string, word: string, mark: string, good: bool, sentence: string, why: string, expected: string, slips: list<array{name: string, advice: string}>} */
    public function view(TakenReading $reading): array
    {
        $verdict = $this->verdict($reading);

        return [
            'entry' => $reading->entryId, 'target' => $reading->target, 'text' => Reading::write($reading->quantity, $reading->value, $reading->swing), 'quantity' => $reading->quantity,
            'mode' => $reading->mode, 'power' => $reading->power->value,
            'word' => $verdict->word->value, 'mark' => $verdict->word->mark(), 'good' => $verdict->word->isGood(),
            'sentence' => $verdict->sentence, 'why' => $verdict->why, 'expected' => $this->expectedText($reading),
            'slips' => array_map(static fn(Slip $slip): array => ['name' => $slip->name, 'advice' => $slip->advice], $this->slips($reading)),
        ];
    }

    /** What a good unit would read in the context in which the reading was taken. */
    private function expectedText(TakenReading $reading): string
    {
        if ($reading->isDeadCheck()) {
            return 'about '.Reading::write($reading->quantity, $this->good($reading));
        }
        if ($reading->quantity === 'hertz') {
            return Reading::write('hertz', $this->good($reading));
        }
        if ($reading->isResidual()) {
            return 'under 60 V';
        }
        $window = $this->expectationsAt($reading->mainsVolts)[$reading->mode]->window($reading->target, $reading->quantity);

        return $reading->quantity === 'ripple' ? 'up to '.Quantity::volts($window->high) : Judge::range($window);
    }

    private function check(TakenReading $reading): DeadCheck
    {
        return $this->supply->deadCheck($reading->target)?->on($reading->quantity) ?? throw new OutOfBoundsException("There is no place \"{$reading->target}\" to check.");
    }

    /** What a good unit reads there; NAN if it has no stable reading. */
    private function good(TakenReading $reading): float
    {
        return Foretold::at($this->knowledge, $reading->mainsVolts, $reading->mode, Hypothesis::HEALTHY, $reading->target, $reading->quantity);
    }

    private function judge(?float $mainsVolts): Judge
    {
        return new Judge($this->supply, $this->expectationsAt($mainsVolts));
    }

    /** @return array<string, Expectations> */
    private function expectationsAt(?float $mainsVolts): array
    {
        if ($mainsVolts === $this->mainsVolts) {
            return $this->expectations;
        }
        $expectations = [];
        foreach (array_keys($this->supply->modes) as $mode) {
            $expectations[$mode] = $this->knowledge->expectations((string) $mode, $mainsVolts);
        }

        return $expectations;
    }

    private function residual(TakenReading $reading): Verdict
    {
        $says = Quantity::volts($reading->value);

        return abs($reading->value) > 60
            ? new Verdict(VerdictWord::VeryHigh, "{$says}: still charged. Hands off, discharge it through a resistor.", 'Above 60 V DC a part is hazardous live (IEC 61010-1). The unit is recorded as unplugged: check the plug too.')
            : new Verdict(VerdictWord::Fine, "{$says}: below the touch limit with the plug out.", 'Up to 60 V DC is not hazardous live (IEC 61010-1). A large reservoir may still hold enough energy to burn.');
    }
}

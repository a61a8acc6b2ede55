<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Step;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\Outcome;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Supply\Description;

/**
 * After the repair: every rail as a good unit shows it, on limited power first where there was a short, then what is
 * missing for closing.
 *
 * @phpstan-import-type Step from StepView
 */
final readonly class Proving
{
    private Caution $caution;

    /**
     * @param array<string, Expectations> $expectations by mode id
     * @param list<TakenReading>          $wrongBefore  read wrong before anything was done, and not since
     */
    public function __construct(
        private Description $supply,
        private BenchState $state,
        private array $expectations,
        private Measuring $measuring,
        private array $wrongBefore = [],
    ) {
        $this->caution = new Caution($supply, $state);
    }

    /** @return Step */
    public function next(): array
    {
        $missing = Close::missing($this->supply, $this->state);
        $isAsItCame = $this->state->isLeftAsItIs();
        if ($this->state->cause === null && $this->state->purpose === Purpose::Fault) {
            $repair = end($this->state->repairs);

            return ['part' => $repair['part'] ?? null] +
                StepView::plain('cause', 'Name the cause.', 'What failed, and how? The report needs it.');
        }
        $mode = $this->expectations[$this->state->mode];
        $isLimited = $this->state->power === PowerState::Limited && $this->state->method?->isOwnFeed() !== true;
        $proven = array_unique(
            array_column($isLimited ? $this->state->limitedReadings() : $this->state->proofReadings(), 'target'),
        );
        foreach ($this->provingOrder() as $id) {
            if (in_array($id, $proven, true)) {
                continue;
            }
            $candidate = new Candidate(
                $id,
                $mode->functions[$id],
                $this->state->mode,
                true,
                0.0,
                0.5,
                1.0,
                $mode->window($id)->isKnown()
                    ? [new Outcome($mode->window($id)->low, $mode->window($id)->high, 1.0, [])]
                    : [],
            );
            $view = $this->measuring->of($candidate);

            return [
                'why' => $isAsItCame
                    ? 'A good unit shows this; what does not is looked into before it goes back.'
                    : 'After the repair a good unit must show this.',
                'outcomes' => [
                    ['range' => Judge::range($mode->window($id)), 'meaning' => 'as it should be', 'probability' => 1.0],
                ],
            ] + $view;
        }
        if (!$isLimited && $this->wrongBefore !== []) {
            $first = $this->wrongBefore[0];

            return [
                'why' => 'It read wrong before: what was wrong is what is proven, in the mode it was wrong in.',
            ] +
                $this->measuring->of(
                    new Candidate($first->target, $first->quantity, $first->mode, true, 0.0, 0.5, 1.0, []),
                );
        }
        if ($isLimited) {
            $missing = Gates::blocking(Gate::Mains, $this->supply, $this->state);

            return $missing === []
                ? ['power' => PowerState::Live->value, 'mode' => $this->state->mode] +
                        StepView::plain(
                            'state',
                            'It behaves on limited power: full mains now, behind an RCD.',
                            'Then the same rails once more.',
                            $this->caution->underWay(true),
                        )
                : ['power' => PowerState::Unplugged->value, 'mode' => $this->state->mode] +
                        StepView::plain(
                            'state',
                            'It behaves on limited power. Unplug it: before mains something is missing.',
                            $missing[0]->sentence,
                            $this->caution->underWay(false),
                        );
        }
        if ($this->state->power->isEnergised()) {
            return ['power' => PowerState::Unplugged->value] +
                StepView::plain(
                    'state',
                    'All rails are right. Unplug the unit and discharge it.',
                    $isAsItCame ? 'Then the safety tests, and close.' : 'Then close the repair.',
                    $this->caution->underWay(false),
                );
        }

        $open = array_values(
            array_filter(
                Gates::blocking(Gate::HandBack, $this->supply, $this->state),
                static fn(GateItem $i): bool => $i->leads !== 'close',
            ),
        );
        if ($open !== []) {
            return $this->measuring->gate($open[0], count($open), Gate::HandBack);
        }

        if ($this->state->purpose === Purpose::Unknown && $this->state->cause === null) {
            return StepView::plain(
                'cause',
                'Everything reads as it should: say that no fault was found, or name what you found.',
                'What was tried belongs beside it: how long it ran, how often it was started, warm and cold.',
            );
        }
        if ($this->state->purpose === Purpose::Calibration && $this->state->calibrations === []) {
            return ['leads' => 'calibration'] +
                StepView::plain(
                    'gate',
                    'Calibrate it: as found, adjusted, as left.',
                    'Warmed up, with a meter whose uncertainty is known.',
                );
        }

        return StepView::plain(
            'close',
            $isAsItCame ? 'It is checked: close the job.' : 'The repair is proven: close it.',
            $missing === []
                ? ($isAsItCame
                    ? 'Readings and safety tests are all there.'
                    : 'Cause, work and readings are all there.')
                : implode('; ', $missing),
        );
    }

    /** @return list<string> rails first; without any, all points */
    private function provingOrder(): array
    {
        $rails = array_keys(array_filter($this->supply->points, static fn($point): bool => $point->rail !== null));

        return array_map(strval(...), $rails === [] ? array_keys($this->supply->points) : $rails);
    }
}

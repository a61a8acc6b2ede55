<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Step;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Outcome;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * A measurement or a test as a step: where the leads go, function and range, what to expect, what each outcome means,
 * and what has to happen before it: the power on or off, and what the gates still ask for.
 *
 * @phpstan-import-type Step from StepView
 */
final readonly class Measuring
{
    /** Volts to set a meter for where nothing is foretold: it reads anything then. */
    private const UNKNOWN_VOLTS = 600.0;

    private Caution $caution;

    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(
        private Description $supply,
        private BenchState $state,
        private array $expectations,
        private FaultDictionary $dictionary,
    ) {
        $this->caution = new Caution($supply, $state);
    }

    /** @return Step */
    public function of(Candidate $candidate): array
    {
        if ($candidate->quantity === Tested::BY_ITSELF) {
            return $this->byItself($candidate);
        }
        $needsState =
            $candidate->energised !== $this->state->power->isEnergised() || $candidate->mode !== $this->state->mode;
        $measure = $this->leads($candidate);
        if ($candidate->doubt !== null) {
            $measure['sentence'] = 'Once more, before anything is blamed: ' . lcfirst($measure['sentence']);
        }
        $view =
            [
                'kind' => $needsState ? 'state' : 'measure',
                'sentence' => $measure['sentence'],
                'detail' => '',
                'target' => $candidate->target,
                'quantity' => $candidate->quantity,
                'mode' => $candidate->mode,
                'power' => $candidate->energised
                    ? ($this->state->power->isEnergised()
                        ? $this->state->power->value
                        : PowerState::Live->value)
                    : PowerState::Unplugged->value,
                'why' =>
                    $candidate->doubt !== null
                        ? sprintf(
                            'What was read there fits nothing else that is known: with %d %% it was a slip. A ' .
                                'second look costs less than a wrong trail.',
                            (int) round(100 * $candidate->doubt),
                        )
                        : sprintf(
                            'Tells about %.2f bits in %.1f min; %s.',
                            $candidate->bits,
                            $candidate->minutes,
                            $candidate->hazard > 1.5
                                ? 'care on hot or high-voltage parts counts as time'
                                : 'the most per minute of all that can be measured',
                        ),
                'outcomes' => $this->outcomes($candidate),
            ] +
            $measure +
            StepView::blank();
        $lacks = $this->caution->mode($candidate);
        if ($lacks !== null && $candidate->energised) {
            $view['caution'] = trim(($view['caution'] ?? '') . ' ' . $lacks);
        }
        if ($needsState && $candidate->energised && !$this->state->power->isEnergised()) {
            return $this->powerUp($candidate, $view);
        }
        if ($needsState) {
            $view['detail'] = 'Then: ' . $view['sentence'];
            $view['sentence'] = $this->stateSentence($candidate);
            $view['caution'] = trim(
                $this->caution->underWay($candidate->energised) . ' ' . ($candidate->energised ? $lacks ?? '' : ''),
            );
        }

        return $view;
    }

    /** @return Step */
    private function byItself(Candidate $candidate): array
    {
        $part = $this->supply->part($candidate->target);
        $sentence = $part->kind->apart()->sentence($part->ref);
        $view = [
            'target' => $part->ref,
            'quantity' => Tested::BY_ITSELF,
            'mode' => $candidate->mode,
            'part' => $part->ref,
            'power' => PowerState::Unplugged->value,
            'why' => sprintf(
                'What a meter can tell on the board is told. This tells about %.2f bits in %.1f min; soldering ' .
                    'and what it may harm count as time.',
                $candidate->bits,
                $candidate->minutes,
            ),
            'outcomes' => array_map(
                fn(Outcome $o): array => [
                    'range' => $o->low > 0.0 ? 'bad' : 'good',
                    'meaning' => implode(', ', $this->dictionary->titles($o->shares)),
                    'probability' => $o->probability,
                ],
                $candidate->outcomes,
            ),
        ];
        if ($this->state->power->isEnergised()) {
            return $view +
                StepView::plain(
                    'state',
                    'Unplug it, discharge it through a resistor, measure that it is empty.',
                    "Then: {$sentence}",
                    $this->caution->underWay(false),
                );
        }
        $charged = Gates::blocking(Gate::HandsIn, $this->supply, $this->state);
        if ($charged !== []) {
            return ['detail' => "Before hands go in. Then: {$sentence}"] +
                $this->gate($charged[0], count($charged), Gate::HandsIn);
        }
        $proofs = [];
        foreach (array_keys($candidate->outcomes[1]->shares) as $id) {
            foreach (($this->dictionary->hypotheses[$id] ?? null)?->each() ?? [] as $fault) {
                $proofs[] = $fault->ref === $part->ref ? $fault->proof : '';
            }
        }

        return $view + StepView::plain('test', $sentence, implode(' ', array_unique(array_filter($proofs))));
    }

    /**
     * The way to power: what the gate still asks for, one thing at a time; limited power first where there was a short.
     *
     * @param Step $view of the measurement that power is wanted for
     *
     * @return Step
     */
    private function powerUp(Candidate $candidate, array $view): array
    {
        $missing = Gates::blocking(Gate::Mains, $this->supply, $this->state);
        $limited = array_filter($missing, static fn(GateItem $i): bool => $i->leads === 'power') !== [];
        $missing = array_values(
            array_filter(
                $limited ? Gates::blocking(Gate::Limited, $this->supply, $this->state) : $missing,
                static fn(GateItem $i): bool => $i->leads !== 'power',
            ),
        );
        if ($missing !== []) {
            return $this->gate($missing[0], count($missing), $limited ? Gate::Limited : Gate::Mains);
        }
        $lacks = $this->caution->mode($candidate);

        return [
            'detail' => 'Then: ' . $view['sentence'],
            'sentence' => $limited
                ? 'Limited power first: there was a short in it. A lamp in series, as the power-up plan says.'
                : $this->stateSentence($candidate),
            'power' => $limited ? PowerState::Limited->value : PowerState::Live->value,
            'caution' => trim($this->caution->underWay(true) . ' ' . ($lacks ?? '')),
            'leads' => $limited ? 'plan' : null,
        ] + $view;
    }

    /** @return Step */
    public function gate(GateItem $item, int $count, Gate $gate): array
    {
        $why = sprintf(
            '%s, %s.',
            ucfirst($gate->words()),
            $count === 1 ? 'the last thing that is missing' : "{$count} things are missing",
        );
        $check = $item->leads === 'check' ? $this->supply->deadCheck((string) $item->target) : null;
        if ($check === null) {
            // What is typed into the one field settles these two where they are.
            $typed = match (true) {
                $item->leads === 'discharge' => 'left',
                SafetyTest::tryFrom((string) $item->target) !== null => 'safety',
                default => null,
            };

            return [
                'target' => $typed === null ? null : $item->target,
                'quantity' => $typed,
                'part' => $item->target,
                'leads' => $item->leads,
                'why' => $why,
            ] +
                StepView::plain(
                    'gate',
                    $item->sentence,
                    $typed === 'safety' ? SafetyTest::from((string) $item->target)->how() : '',
                );
        }
        $candidate = new Candidate($check->id, $check->quantity, $this->state->mode, false, 0.0, 0.5, 1.0, []);
        $leads = $this->leads($candidate);

        return [
            'kind' => 'measure',
            'sentence' => $leads['sentence'],
            'detail' => $item->sentence,
            'target' => $check->id,
            'quantity' => $check->quantity,
            'mode' => $this->state->mode,
            'power' => PowerState::Unplugged->value,
            'why' => $why,
        ] +
            $leads +
            StepView::blank();
    }

    /** @return array{sentence: string, red: string, black: string, meter: string, expect: string, caution: ?string} */
    private function leads(Candidate $candidate): array
    {
        $good = $this->dictionary->reading(
            $candidate->mode,
            Hypothesis::HEALTHY,
            "{$candidate->target} {$candidate->quantity}",
        );
        if (!$candidate->energised) {
            $check = $this->supply->deadChecks()[$candidate->target];
            $diode = $check->quantity === DeadCheck::DIODE;

            return [
                'sentence' => sprintf(
                    '%s: red on %s, black on %s.',
                    ucfirst($check->where),
                    $check->redLead,
                    $check->blackLead,
                ),
                'red' => $check->redLead,
                'black' => $check->blackLead,
                'meter' =>
                    $check->quantity === DeadCheck::ESR
                        ? 'ESR meter, leads zeroed'
                        : ($diode
                            ? 'Diode test'
                            : sprintf(
                                'Ohms, %s range',
                                Quantity::write(
                                    Meter::range(is_infinite($good) ? DeadMeter::MOST_OHMS : max($good, 1), 60),
                                    Unit::Ohm,
                                ),
                            )),
                'expect' => sprintf('a good unit: about %s', $this->value($candidate->quantity, $good)),
                'caution' => $this->caution->charge(),
            ];
        }
        $point = $this->supply->points[$candidate->target];
        $window = $this->expectations[$candidate->mode]->window($candidate->target, $candidate->quantity);
        $highest = max([
            0.0,
            ...array_map(static fn(Outcome $o): float => max(abs($o->low), abs($o->high)), $candidate->outcomes),
        ]);
        $range = Quantity::write(
            Meter::range(
                max($highest, $window->isKnown() ? abs($window->high) : abs($point->rail ?? self::UNKNOWN_VOLTS)),
            ),
            Unit::Volt,
            2,
        );

        return [
            'sentence' => sprintf('Red on %s (%s), black on %s.', $point->name, $point->how, $point->against),
            'red' => $point->how,
            'black' => $point->against,
            'meter' => match ($candidate->quantity) {
                'ac' => "AC volts, {$range} range",
                'ripple' => 'Oscilloscope, AC coupled, peak to peak',
                default => "DC volts, {$range} range",
            },
            'expect' => 'a good unit: ' . Judge::range($window),
            'caution' => $this->caution->at($candidate->target, $highest),
        ];
    }

    private function stateSentence(Candidate $candidate): string
    {
        $mode = $this->supply->modes[$candidate->mode];
        $loads =
            $candidate->mode === $this->state->mode
                ? ''
                : sprintf(
                    'Set it up for "%s"%s. ',
                    mb_strtolower($mode->name),
                    $mode->absent === []
                        ? ' with everything connected'
                        : ', disconnecting ' . implode(', ', $mode->absent),
                );
        if (!$candidate->energised) {
            return $this->state->power->isEnergised()
                ? trim('Unplug it, discharge it through a resistor, measure that it is empty. ' . $loads)
                : trim($loads);
        }

        return $loads .
            ($this->state->power->isEnergised()
                ? 'Unplug it for that, then power it again.'
                : 'Power it: lamp limiter first if a short is possible, then mains behind an RCD.');
    }

    /** @return list<array{range: string, meaning: string, probability: float}> */
    private function outcomes(Candidate $candidate): array
    {
        $bins = $candidate->outcomes;
        $edges = [];
        for ($k = 0; $k < count($bins) - 1; $k++) {
            $edges[] = $this->between($candidate->quantity, $bins[$k]->high, $bins[$k + 1]->low);
        }
        $views = [];
        foreach ($bins as $k => $bin) {
            $from = $edges[$k - 1] ?? null;
            $to = $edges[$k] ?? null;
            $range = match (true) {
                is_infinite($bin->high) => 'OL',
                $from === null && $to === null => 'anything',
                $from === null && $to < 0 => 'further below zero than ' . $this->value($candidate->quantity, $to),
                $to === null && $from < 0 => 'nearer zero than ' . $this->value($candidate->quantity, $from),
                $from === null => 'under ' . $this->value($candidate->quantity, $to),
                $to === null => 'over ' . $this->value($candidate->quantity, $from),
                default => $this->value($candidate->quantity, $from) .
                    ' to ' .
                    $this->value($candidate->quantity, $to),
            };
            $views[] = [
                'range' => $range,
                'meaning' => implode(', ', $this->dictionary->titles($bin->shares)),
                'probability' => $bin->probability,
            ];
        }
        usort($views, static fn(array $a, array $b): int => $b['probability'] <=> $a['probability']);

        return array_slice($views, 0, 5);
    }

    private function between(string $quantity, float $low, float $high): float
    {
        if ($quantity === DeadCheck::ESR) {
            return sqrt($low * min($high, 300.0));
        }
        if ($quantity === DeadCheck::RESISTANCE) {
            return sqrt((min($low, DeadMeter::MOST_OHMS) + 0.1) * (min($high, DeadMeter::MOST_OHMS) + 0.1));
        }

        return ($low + min($high, DeadMeter::MOST_DIODE_VOLTS + ($quantity === DeadCheck::DIODE ? 0 : 1e9))) / 2;
    }

    private function value(string $quantity, float $value): string
    {
        return match (true) {
            is_infinite($value) => 'OL',
            in_array($quantity, [DeadCheck::RESISTANCE, DeadCheck::ESR], true) => Quantity::write($value, Unit::Ohm, 2),
            default => Quantity::volts(round($value, 2)),
        };
    }
}

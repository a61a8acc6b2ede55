<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Fuse;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Says the one next thing in words: where the leads go, function and range, what to expect, what each outcome means.
 *
 * @phpstan-type StepView array{kind: string, sentence: string, detail: string, target: ?string, quantity: ?string, mode: ?string, power: ?string,
 *     part: ?string, fault: ?string, red: ?string, black: ?string, meter: ?string, expect: ?string, caution: ?string, why: string,
 *     outcomes: list<array{range: string, meaning: string, probability: float}>, leads: ?string}
 */
final class StepWriter
{
    /** Above this one group is as good as found: confirm it and repair (stop rule of the design). */
    public const FOUND = 0.9;

    /** Beyond this nothing more is measured first; below it only while a cheap measurement (bits per minute) still tells something. */
    private const CERTAIN = 0.94;

    private const CHEAP = 0.2;

    /** Share of a suspect that is still worth a word. */
    private const WORTH_NAMING = 1e-4;

    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(
        private readonly Description $supply,
        private readonly BenchState $state,
        private readonly array $expectations,
        private readonly FaultDictionary $dictionary,
    ) {
    }

    /**
     * @param list<Candidate> $candidates best first
     * @param list<Suspect>   $suspects   likeliest first
     * @param float           $fixed      probability that what was replaced cured it
     * @param list<string>    $badProof   points that read wrong after the repair
     * @param bool            $fuseIsOpen true while a fuse known to be open has not been replaced
     * @param list<string>    $checks     what to check about the description
     *
     * @return StepView
     */
    public function write(array $candidates, array $suspects, float $fixed, array $badProof, bool $fuseIsOpen, array $checks = []): array
    {
        if ($this->state->handedBackAt !== null) {
            return $this->plain('done', 'Handed back. Nothing is left to do on this unit.', 'The report stays available.');
        }
        if ($this->state->closedAt !== null) {
            return $this->plain('handback', 'Hand the unit back with its report.', 'Print or save the report, then record the hand-back.');
        }
        if ($this->state->repairs !== [] && $badProof === [] && ($this->state->cause !== null || $fixed > 0.3) && ! $fuseIsOpen) {
            return $this->prove();
        }
        $top = $suspects[0];
        $cheap = $candidates !== [] && $candidates[0]->score() > self::CHEAP;
        if ($top->members !== [] && $top->probability > ($cheap ? self::CERTAIN : self::FOUND)) {
            $doubtful = array_values(array_filter($candidates, static fn(Candidate $c): bool => $c->doubt !== null))[0] ?? null;
            if ($doubtful !== null) {
                return $this->measure($doubtful);
            }
            // What tested good is not proposed again while anything else is left to measure.
            if ($candidates === [] || ! $this->saidOf($top->members[0]->ref, isGood: true)) {
                return $this->found($top, $suspects);
            }
        }
        if ($candidates === []) {
            return $this->exhausted($top, $checks);
        }

        return $this->measure($candidates[0]);
    }

    /**
     * While the engine still works out what the faults do.
     *
     * @return StepView
     */
    public function unready(): array
    {
        return $this->plain('wait', 'Measure where you like: every reading is kept and judged.', 'The engine is still working out what each fault would do here; suspects and the next step appear by themselves once it is done. Expected values are rough until then.');
    }

    /** @return StepView */
    public function condemned(Verdict $verdict): array
    {
        return ['power' => PowerState::Unplugged->value, 'why' => $verdict->sentence]
            + $this->plain('look', 'Condemned: mains where people touch. Leave it unplugged and mark it.', $verdict->why, 'Local codes and licensed practice decide whether it may be repaired at all. It does not go back before the isolation has been measured again.');
    }

    /** @return StepView */
    public function measure(Candidate $candidate): array
    {
        if ($candidate->quantity === Tested::BY_ITSELF) {
            return $this->byItself($candidate);
        }
        $needsState = $candidate->energised !== $this->state->power->isEnergised() || $candidate->mode !== $this->state->mode;
        $measure = $this->leads($candidate);
        if ($candidate->doubt !== null) {
            $measure['sentence'] = 'Once more, before anything is blamed: '.lcfirst($measure['sentence']);
        }
        $view = [
            'kind' => $needsState ? 'state' : 'measure',
            'sentence' => $measure['sentence'],
            'detail' => '',
            'target' => $candidate->target,
            'quantity' => $candidate->quantity,
            'mode' => $candidate->mode,
            'power' => $candidate->energised ? ($this->state->power->isEnergised() ? $this->state->power->value : PowerState::Live->value) : PowerState::Unplugged->value,
            'why' => $candidate->doubt !== null
                ? sprintf('What was read there fits nothing else that is known: with %d %% it was a slip. A second look costs less than a wrong trail.', (int) round(100 * $candidate->doubt))
                : sprintf('Tells about %.2f bits in %.1f min; %s.', $candidate->bits, $candidate->minutes, $candidate->hazard > 1.5 ? 'care on hot or high-voltage parts counts as time' : 'the most per minute of all that can be measured'),
            'outcomes' => $this->outcomes($candidate),
        ] + $measure + $this->blank();
        $lacks = $this->interlock($candidate->mode);
        if ($lacks !== null && $candidate->energised) {
            $view['caution'] = trim(($view['caution'] ?? '').' '.$lacks);
        }
        if ($needsState && $candidate->energised && ! $this->state->power->isEnergised()) {
            return $this->powerUp($candidate, $view);
        }
        if ($needsState) {
            $view['detail'] = 'Then: '.$view['sentence'];
            $view['sentence'] = $this->stateSentence($candidate);
            $view['caution'] = trim($this->stateCaution($candidate->energised).' '.($candidate->energised ? $lacks ?? '' : ''));
        }

        return $view;
    }

    /** @return StepView */
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
            'why' => sprintf('What a meter can tell on the board is told. This tells about %.2f bits in %.1f min; soldering and what it may harm count as time.', $candidate->bits, $candidate->minutes),
            'outcomes' => array_map(fn(Outcome $o): array => ['range' => $o->low > 0.0 ? 'bad' : 'good', 'meaning' => implode(', ', $this->dictionary->titles($o->shares)), 'probability' => $o->probability], $candidate->outcomes),
        ];
        if ($this->state->power->isEnergised()) {
            return $view + $this->plain('state', 'Unplug it, discharge it through a resistor, measure that it is empty.', "Then: {$sentence}", $this->stateCaution(false));
        }
        $charged = Gates::blocking(Gate::HandsIn, $this->supply, $this->state);
        if ($charged !== []) {
            return ['detail' => "Before hands go in. Then: {$sentence}"] + $this->gate($charged[0], count($charged), Gate::HandsIn);
        }
        $proofs = [];
        foreach (array_keys($candidate->outcomes[1]->shares) as $id) {
            foreach (($this->dictionary->hypotheses[$id] ?? null)?->each() ?? [] as $fault) {
                $proofs[] = $fault->ref === $part->ref ? $fault->proof : '';
            }
        }

        return $view + $this->plain('test', $sentence, implode(' ', array_unique(array_filter($proofs))));
    }

    /**
     * The way to power: what the gate still asks for, one thing at a time; limited power first where there was a short.
     *
     * @param StepView $view of the measurement that power is wanted for
     *
     * @return StepView
     */
    private function powerUp(Candidate $candidate, array $view): array
    {
        $missing = Gates::blocking(Gate::Mains, $this->supply, $this->state, $candidate->mode);
        $limited = array_filter($missing, static fn(GateItem $i): bool => $i->leads === 'power') !== [];
        $missing = array_values(array_filter($limited ? Gates::blocking(Gate::Limited, $this->supply, $this->state, $candidate->mode) : $missing, static fn(GateItem $i): bool => $i->leads !== 'power'));
        if ($missing !== []) {
            return $this->gate($missing[0], count($missing), $limited ? Gate::Limited : Gate::Mains);
        }
        $lacks = $this->interlock($candidate->mode);

        return [
            'detail' => 'Then: '.$view['sentence'],
            'sentence' => $limited ? 'Limited power first: there was a short in it. A lamp in series, as the power-up plan says.' : $this->stateSentence($candidate),
            'power' => $limited ? PowerState::Limited->value : PowerState::Live->value,
            'caution' => trim($this->stateCaution(true).' '.($lacks ?? '')),
            'leads' => $limited ? 'plan' : null,
        ] + $view;
    }

    /** @return StepView */
    private function gate(GateItem $item, int $count, Gate $gate): array
    {
        $why = sprintf('%s, %s.', ucfirst($gate->words()), $count === 1 ? 'the last thing that is missing' : "{$count} things are missing");
        $check = $item->leads === 'check' ? $this->supply->deadCheck((string) $item->target) : null;
        if ($check === null) {
            // What is typed into the one field settles these two where they are.
            $typed = match (true) {
                $item->leads === 'discharge' => 'left',
                SafetyTest::tryFrom((string) $item->target) !== null => 'safety',
                default => null,
            };

            return ['target' => $typed === null ? null : $item->target, 'quantity' => $typed, 'part' => $item->target, 'leads' => $item->leads, 'why' => $why] + $this->plain('gate', $item->sentence, $typed === 'safety' ? SafetyTest::from((string) $item->target)->how() : '');
        }
        $candidate = new Candidate($check->id, $check->quantity, $this->state->mode, false, 0.0, 0.5, 1.0, []);
        $leads = $this->leads($candidate);

        return ['kind' => 'measure', 'sentence' => $leads['sentence'], 'detail' => $item->sentence, 'target' => $check->id, 'quantity' => $check->quantity, 'mode' => $this->state->mode, 'power' => PowerState::Unplugged->value, 'why' => $why] + $leads + $this->blank();
    }

    /** @return array{sentence: string, red: string, black: string, meter: string, expect: string, caution: ?string} */
    private function leads(Candidate $candidate): array
    {
        $good = $this->dictionary->reading($candidate->mode, Hypothesis::HEALTHY, "{$candidate->target} {$candidate->quantity}");
        if (! $candidate->energised) {
            $check = $this->supply->deadChecks()[$candidate->target];
            $diode = $check->quantity === DeadCheck::DIODE;

            return [
                'sentence' => sprintf('%s: red on %s, black on %s.', ucfirst($check->where), $check->redLead, $check->blackLead),
                'red' => $check->redLead,
                'black' => $check->blackLead,
                'meter' => $check->quantity === DeadCheck::ESR ? 'ESR meter, leads zeroed' : ($diode ? 'Diode test' : sprintf('Ohms, %s range', Quantity::write(Meter::range(is_infinite($good) ? DeadMeter::MOST_OHMS : max($good, 1), 60), Unit::Ohm))),
                'expect' => sprintf('a good unit: about %s', $this->value($candidate->quantity, $good)),
                'caution' => $this->chargeCaution(),
            ];
        }
        $point = $this->supply->points[$candidate->target];
        $window = $this->expectations[$candidate->mode]->window($candidate->target, $candidate->quantity);
        $highest = max([0.0, ...array_map(static fn(Outcome $o): float => max(abs($o->low), abs($o->high)), $candidate->outcomes)]);
        $range = Quantity::write(Meter::range(max($highest, abs($window->high))), Unit::Volt, 2);

        return [
            'sentence' => sprintf('Red on %s (%s), black on %s.', $point->name, $point->how, $point->against),
            'red' => $point->how,
            'black' => $point->against,
            'meter' => match ($candidate->quantity) {
                'ac' => "AC volts, {$range} range",
                'ripple' => 'Oscilloscope, AC coupled, peak to peak',
                default => "DC volts, {$range} range",
            },
            'expect' => 'a good unit: '.Judge::range($window),
            'caution' => $this->pointCaution($candidate->target, $highest),
        ];
    }

    /** Ohms on a charged capacitor end the meter, and what comes after it. */
    private function chargeCaution(): ?string
    {
        $charged = StoredCharge::unproven($this->supply, $this->state);

        return $charged === [] ? null : sprintf('Not proven empty: %s. Volts first, then ohms.', implode(', ', $charged));
    }

    private function pointCaution(string $target, float $highest): ?string
    {
        $point = $this->supply->points[$target];
        if ($this->supply->isHot($point->node)) {
            return 'This point is on the mains side: isolation transformer or licensed person, one hand, probe hooked on with the plug out.';
        }

        return $highest > 60 ? sprintf('Up to %s here, above the 60 V DC touch limit of IEC 61010-1: one hand, insulated probes.', Quantity::volts($highest)) : null;
    }

    /** What the supply must see to run, and what it does without it, if this mode leaves it off. */
    private function interlock(string $mode): ?string
    {
        foreach ($this->supply->interlocks as $interlock) {
            if ($interlock->part !== null && in_array($interlock->part, $this->supply->modes[$mode]->absent, true)) {
                return "Set up like this it lacks its {$interlock->kind->value}: {$interlock->without} {$interlock->how}";
            }
        }

        return null;
    }

    private function stateSentence(Candidate $candidate): string
    {
        $mode = $this->supply->modes[$candidate->mode];
        $loads = $candidate->mode === $this->state->mode ? '' : sprintf('Set it up for "%s"%s. ', mb_strtolower($mode->name), $mode->absent === [] ? ' with everything connected' : ', disconnecting '.implode(', ', $mode->absent));
        if (! $candidate->energised) {
            return $this->state->power->isEnergised()
                ? trim('Unplug it, discharge it through a resistor, measure that it is empty. '.$loads)
                : trim($loads);
        }

        return $loads.($this->state->power->isEnergised() ? 'Unplug it for that, then power it again.' : 'Power it: lamp limiter first if a short is possible, then mains behind an RCD.');
    }

    private function stateCaution(bool $energised): string
    {
        if ($energised) {
            return 'Covers and earth back where they belong, hands out. Local codes and licensed practice decide who may do this.';
        }
        $stores = array_keys(array_filter($this->supply->parts, static fn($part): bool => $part->kind->name() === 'electrolytic' && $part->value('value') >= 100e-6));

        return $stores === []
            ? 'Pull the plug, do not trust the switch.'
            : sprintf('Pull the plug, do not trust the switch. %s may stay charged if a bleeder is open: measure.', implode(', ', $stores));
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
                $from === null && $to < 0 => 'further below zero than '.$this->value($candidate->quantity, $to),
                $to === null && $from < 0 => 'nearer zero than '.$this->value($candidate->quantity, $from),
                $from === null => 'under '.$this->value($candidate->quantity, $to),
                $to === null => 'over '.$this->value($candidate->quantity, $from),
                default => $this->value($candidate->quantity, $from).' to '.$this->value($candidate->quantity, $to),
            };
            $views[] = ['range' => $range, 'meaning' => implode(', ', $this->dictionary->titles($bin->shares)), 'probability' => $bin->probability];
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

    /**
     * @param list<Suspect> $suspects
     *
     * @return StepView
     */
    private function found(Suspect $top, array $suspects): array
    {
        $charged = Gates::blocking(Gate::HandsIn, $this->supply, $this->state);
        if (! $this->state->power->isEnergised() && $charged !== []) {
            return ['sentence' => "Found: {$top->title}.", 'detail' => "Before hands go in: {$charged[0]->sentence} Then confirm it: {$top->members[0]->proof}"] + $this->gate($charged[0], count($charged), Gate::HandsIn);
        }
        $left = array_filter($top->members[0]->each(), fn(Hypothesis $h): bool => ! in_array($h->ref, $this->state->replaced(), true));
        $likeliest = array_values($left)[0] ?? $top->members[0];
        if (in_array($likeliest->ref, $this->state->replaced(), true)) {
            return $this->exhausted($top);
        }
        if ($this->saidOf($likeliest->ref, isGood: true)) {
            return $this->stillLikeliest($top, $likeliest);
        }
        if ($this->saidOf($likeliest->ref, isGood: false)) {
            return ['part' => $likeliest->ref, 'fault' => $likeliest->fault, 'why' => sprintf('%d %% of all that could explain the evidence.', (int) round(100 * $top->probability))]
                + $this->plain('cause', "Found and confirmed: {$top->title}.", "Name the cause, then repair it.{$this->behindTheFuse($likeliest, $suspects)}");
        }
        $power = $this->state->power->isEnergised() ? 'Unplug and discharge first. ' : '';

        return [
            'kind' => 'confirm',
            'sentence' => "Found: {$top->title}.",
            'detail' => "{$power}Confirm it: {$likeliest->proof}".($top->members[0]->isPair() && count($left) === 2 ? " Two faults are needed to explain the evidence: begin with {$likeliest->ref}, then measure again." : '').$this->behindTheFuse($likeliest, $suspects),
            'target' => $likeliest->ref,
            'quantity' => Tested::BY_ITSELF,
            'part' => $likeliest->ref,
            'fault' => $likeliest->fault,
            'power' => PowerState::Unplugged->value,
            'caution' => $this->state->power->isEnergised() ? $this->stateCaution(false) : null,
            'why' => sprintf('%d %% of all that could explain the evidence.', (int) round(100 * $top->probability)),
        ] + $this->blank();
    }

    /** @return StepView */
    private function stillLikeliest(Suspect $top, Hypothesis $likeliest): array
    {
        return ['part' => $likeliest->ref, 'fault' => $likeliest->fault, 'why' => sprintf('%d %% of all that could explain the evidence, its good test considered.', (int) round(100 * $top->probability))]
            + $this->plain('confirm', "Still likeliest: {$top->title}, although it tested good.", "Look at its joints and at the way to it, test it warm and under load, or put a known good one in its place. {$likeliest->proof}");
    }

    /** Whether the part that came in was last tested good, or bad, by itself. */
    private function saidOf(string $ref, bool $isGood): bool
    {
        $last = array_values(array_filter($this->state->tested, static fn(array $t): bool => $t['part'] === $ref && ! $t['isNew']));

        return $last !== [] && end($last)['isGood'] === $isGood;
    }

    /**
     * A fuse is a consequence until proven otherwise (common practice): what may have taken it, likeliest first.
     *
     * @param list<Suspect> $suspects
     */
    private function behindTheFuse(Hypothesis $fault, array $suspects): string
    {
        if (! ($this->supply->parts[$fault->ref] ?? null)?->kind instanceof Fuse) {
            return '';
        }
        $behind = [];
        foreach ($suspects as $suspect) {
            foreach ($suspect->members as $member) {
                if (isset($this->dictionary->how[$member->id][$fault->ref]) && $suspect->probability > self::WORTH_NAMING) {
                    $behind[] = $member->title;
                }
            }
        }

        return ' A fuse is a consequence until proven otherwise: put in the same rating and characteristic once, and power up behind a lamp limiter.'
            .($behind === [] ? '' : ' If it goes again: '.implode(', ', array_slice($behind, 0, 4)).'.');
    }

    /** @return StepView */
    private function prove(): array
    {
        $missing = Close::missing($this->supply, $this->state);
        if ($this->state->cause === null) {
            $repair = end($this->state->repairs);

            return ['part' => $repair['part'] ?? null] + $this->plain('cause', 'Name the cause.', 'What failed, and how? The report needs it.');
        }
        $mode = $this->expectations[$this->state->mode];
        $isLimited = $this->state->power === PowerState::Limited && $this->state->method?->isOwnFeed() !== true;
        $proven = array_unique(array_column($isLimited ? $this->state->limitedReadings() : $this->state->proofReadings(), 'target'));
        foreach ($this->provingOrder() as $id) {
            if (in_array($id, $proven, true)) {
                continue;
            }
            $candidate = new Candidate($id, $mode->functions[$id], $this->state->mode, true, 0.0, 0.5, 1.0, [
                new Outcome($mode->window($id)->low, $mode->window($id)->high, 1.0, []),
            ]);
            $view = $this->measure($candidate);

            return [
                'why' => 'After the repair a good unit must show this.',
                'outcomes' => [['range' => Judge::range($mode->window($id)), 'meaning' => 'as it should be', 'probability' => 1.0]],
            ] + $view;
        }
        if ($isLimited) {
            $missing = Gates::blocking(Gate::Mains, $this->supply, $this->state);

            return $missing === []
                ? ['power' => PowerState::Live->value, 'mode' => $this->state->mode] + $this->plain('state', 'It behaves on limited power: full mains now, behind an RCD.', 'Then the same rails once more.', $this->stateCaution(true))
                : ['power' => PowerState::Unplugged->value, 'mode' => $this->state->mode] + $this->plain('state', 'It behaves on limited power. Unplug it: before mains something is missing.', $missing[0]->sentence, $this->stateCaution(false));
        }
        if ($this->state->power->isEnergised()) {
            return ['power' => PowerState::Unplugged->value] + $this->plain('state', 'All rails are right. Unplug the unit and discharge it.', 'Then close the repair.', $this->stateCaution(false));
        }

        $open = array_values(array_filter(Gates::blocking(Gate::HandBack, $this->supply, $this->state), static fn(GateItem $i): bool => $i->leads !== 'close'));
        if ($open !== []) {
            return $this->gate($open[0], count($open), Gate::HandBack);
        }

        return $this->plain('close', 'The repair is proven: close it.', $missing === [] ? 'Cause, work and readings are all there.' : implode('; ', $missing));
    }

    /** @return list<string> rails first; without any, all points */
    private function provingOrder(): array
    {
        $rails = array_keys(array_filter($this->supply->points, static fn($point): bool => $point->rail !== null));

        return array_map(strval(...), $rails === [] ? array_keys($this->supply->points) : $rails);
    }

    /**
     * @param list<string> $checks what to check about the description
     *
     * @return StepView
     */
    private function exhausted(Suspect $top, array $checks = []): array
    {
        if ($top->id === Hypothesis::HEALTHY) {
            return $this->plain('look', 'Every reading is what a good unit shows.', trim(($this->interlock($this->state->mode) ?? '').' Try it warm, under its real load, and tap gently along the boards: the fault may come and go. Record what you see.'));
        }
        if ($top->id === Hypothesis::UNKNOWN || $top->members === []) {
            return $this->plain('look', 'No fault in this description explains the evidence.', 'Repeat the reading that surprised you most; then compare the description with the board: a part may be missing or joined differently. '.implode(' ', array_slice($checks, 0, 3)));
        }
        $first = $top->members[0];
        if ($this->saidOf($first->ref, isGood: true)) {
            return $this->stillLikeliest($top, $first);
        }

        return ['target' => $first->ref, 'quantity' => Tested::BY_ITSELF, 'part' => $first->ref, 'fault' => $first->fault, 'why' => 'No measurement that is left would separate the suspects further.']
            + $this->plain('confirm', "Most likely: {$top->title}.", "Confirm it: {$first->proof}");
    }

    /** @return StepView */
    private function plain(string $kind, string $sentence, string $detail, ?string $caution = null): array
    {
        return ['kind' => $kind, 'sentence' => $sentence, 'detail' => $detail, 'caution' => $caution] + $this->blank();
    }

    /** @return StepView */
    private function blank(): array
    {
        return [
            'kind' => '', 'sentence' => '', 'detail' => '', 'target' => null, 'quantity' => null, 'mode' => null, 'power' => null,
            'part' => null, 'fault' => null, 'red' => null, 'black' => null, 'meter' => null, 'expect' => null, 'caution' => null,
            'why' => '', 'outcomes' => [], 'leads' => null,
        ];
    }
}

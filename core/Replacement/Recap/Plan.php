<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Looked;
use Oculant\Core\Bench\RecapSchool;
use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorLife;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\PartAlone;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Demands;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\UnreadableComponent;
use Oculant\Core\Supply\Description;

/**
 * A recap: each capacitor with its decision, and what else belongs to the work. A function of the description and the
 * log.
 *
 * @phpstan-type RecapLine array{
 *     ref: string,
 *     what: string,
 *     kind: string,
 *     value: string,
 *     duty: string,
 *     volts: string,
 *     ripple: string,
 *     decision: string,
 *     words: string,
 *     planned: string,
 *     reasons: list<string>,
 *     successor: string,
 *     twins: list<string>,
 *     fitted: string,
 *     progress: string,
 *     polarised: bool,
 *     mark: string,
 *     before: string,
 *     after: string,
 *     listed: bool,
 * }
 *
 * @phpstan-type RecapStep array{
 *     key: string,
 *     text: string,
 *     done: bool,
 * }
 *
 * @phpstan-type Consumable array{
 *     what: string,
 *     why: string,
 * }
 */
final readonly class Plan
{
    /** Sights that speak against a capacitor. */
    private const BAD_SIGHTS = [Seen::Bulging, Seen::Burnt, Seen::Cracked, Seen::Reversed, Seen::Hot];

    /** Watts from which something screwed to a heatsink wants a new pad (common practice). */
    private const PAD_WATTS = 0.5;

    /** @param list<Line> $lines */
    private function __construct(
        public RecapSchool $school,
        public float $celsius,
        public float $yearly,
        public array $lines,
        private Description $supply,
        private BenchState $state,
        private Demands $demands,
    ) {}

    /** The plan of the log; before one is recorded, what the school by risk would say. */
    public static function of(Description $supply, BenchState $state, Demands $demands): self
    {
        $recap = $state->recap ?? ['school' => RecapSchool::Risk->value, 'celsius' => 45.0, 'yearly' => 1000.0];
        $school = RecapSchool::from($recap['school']);
        $judge = new RecapJudge($school, $state->years, $recap['celsius'], $recap['yearly']);
        $candidates = self::candidates($supply, $state, $demands);
        uksort($candidates, strnatcasecmp(...));
        $decided = array_map($judge->of(...), $candidates);
        $lines = [];
        foreach ($candidates as $ref => $one) {
            [$planned, $reasons] = $decided[$ref];
            $twins = $one->place->twins ?? [];
            foreach ($twins as $twin) {
                if ($planned !== Decision::Replace && ($decided[$twin][0] ?? null) === Decision::Replace) {
                    [$planned, $reasons] = [
                        Decision::Replace,
                        ["Twin of {$twin}, which is replaced: in pairs, so that both sides stay alike.", ...$reasons],
                    ];
                }
            }
            $successor = Successor::alike(
                Successor::of($one->component, $one->place),
                array_map(
                    static fn(Candidate $twin): Component => Successor::of($twin->component, $twin->place),
                    array_values(array_intersect_key($candidates, array_flip($twins))),
                ),
            );
            $lines[] = self::line($one, $planned, $reasons, $twins, $judge, $state, $recap['yearly'], $successor);
        }

        return new self($school, $recap['celsius'], $recap['yearly'], $lines, $supply, $state, $demands);
    }

    /** @return list<RecapStep> beside soldering, in their order */
    public function steps(): array
    {
        $pads = $this->onHeatsinks();
        $steps = [];
        foreach (Looked::RECAP as $key => $text) {
            if ($key !== 'pads' || $pads !== []) {
                $steps[] = [
                    'key' => "recap {$key}",
                    'text' => ucfirst($text) . ($key === 'pads' ? ': ' . implode(', ', $pads) : ''),
                    'done' => isset($this->state->looked["recap {$key}"]),
                ];
            }
        }

        return $steps;
    }

    /** @return list<Consumable> what is used up beside the parts */
    public function consumables(): array
    {
        $pads = $this->onHeatsinks();

        return [
            ['what' => 'Isopropyl alcohol, brush, lint-free cloth', 'why' => 'before and after'],
            [
                'what' => 'Desoldering braid or pump, leaded or lead-free solder as the board has it',
                'why' => 'do not mix them',
            ],
            ...$pads === []
                ? []
                : [
                    [
                        'what' => sprintf('%d insulating pads with bushes, thermal grease', count($pads)),
                        'why' => implode(', ', $pads),
                    ],
                ],
            [
                'what' => 'Sleeves and a drop of neutral silicone for tall parts',
                'why' => 'nothing chafes, nothing rattles',
            ],
        ];
    }

    /** @return list<string> references of what is screwed to a heatsink and works */
    private function onHeatsinks(): array
    {
        $onSink = static fn(Part $p): bool => in_array(
            Family::of($p->kind->name()),
            [Family::Regulator, Family::Transistor, Family::Mosfet],
            true,
        );

        return array_values(
            array_filter(
                array_map(strval(...), array_keys(array_filter($this->supply->parts, $onSink))),
                fn(string $ref): bool => ($this->demands->value($ref, Rating::POWER) ?? 0.0) > self::PAD_WATTS,
            ),
        );
    }

    /** @return array<string, Candidate> by reference */
    private static function candidates(Description $supply, BenchState $state, Demands $demands): array
    {
        $all = [];
        foreach ($supply->parts as $ref => $part) {
            if (in_array(Family::of($part->kind->name()), [Family::Capacitor, Family::Safety], true)) {
                [$bad, $good, $heat] = self::evidence($supply, $state, (string) $ref);
                $all[(string) $ref] = new Candidate(
                    (string) $ref,
                    Component::ofPart($part),
                    Place::of($supply, $demands, (string) $ref),
                    $bad,
                    $good,
                    $heat,
                );
            }
        }
        foreach ($state->listed as $ref => $text) {
            try {
                $component = ComponentText::read($text, 'electrolytic');
            } catch (UnreadableComponent) {
                $component = new Component('electrolytic', mb_strtoupper($text), []);
            }
            $all[(string) $ref] = new Candidate((string) $ref, $component, null, [], [], false);
        }

        return $all;
    }

    /**
     * @return array{list<string>, list<string>, bool} what speaks against it, what for it, whether it stands beside
     *     heat; of the one that came in
     */
    private static function evidence(Description $supply, BenchState $state, string $ref): array
    {
        $bad = $good = [];
        $isBesideHeat = false;
        foreach ($state->findings as $finding) {
            if ($finding['part'] === $ref && !$finding['isNew']) {
                $isBesideHeat = $isBesideHeat || $finding['sees'] === Seen::Heat;
                if (in_array($finding['sees'], self::BAD_SIGHTS, true)) {
                    $bad[] = "Seen: {$finding['text']}.";
                }
            }
        }
        foreach ($state->partTests as $test) {
            if (
                $test['part'] === $ref &&
                $test['quantity'] !== 'breakdown' &&
                !in_array($ref, $test['replaced'], true)
            ) {
                $verdict =
                    $test['check'] === ''
                        ? CapacitorJudge::of($supply, $ref, $test['quantity'], $test['lifted'], $test['value'])
                        : (new PartAlone($supply, $supply->part($ref)))->verdict(
                            $test['quantity'],
                            $test['check'],
                            $test['value'],
                        );
                if ($verdict->word->isGood()) {
                    $good[] = "Measured: {$verdict->sentence}";
                } else {
                    $bad[] = "Measured: {$verdict->sentence}";
                }
            }
        }
        foreach ($state->readings as $reading) {
            if ($reading->target === "{$ref}.esr" && !in_array($ref, $reading->replaced, true)) {
                $verdict = CapacitorJudge::of($supply, $ref, CapacitorMeter::ESR, false, $reading->value);
                if ($verdict->word->isGood()) {
                    $good[] = "Measured: {$verdict->sentence}";
                } else {
                    $bad[] = "Measured: {$verdict->sentence}";
                }
            }
        }
        foreach ($state->tested as $test) {
            if ($test['part'] === $ref && !$test['isNew']) {
                if ($test['isGood']) {
                    $good[] = 'Tested good out of circuit.';
                } else {
                    $bad[] = 'Tested bad out of circuit.';
                }
            }
        }
        if ($state->cause !== null && $state->cause['part'] === $ref) {
            $bad[] = 'It is the cause.';
        }

        return [$bad, $good, $isBesideHeat];
    }

    /**
     * @param non-empty-list<string> $reasons
     * @param list<string>           $twins
     */
    private static function line(
        Candidate $one,
        Decision $planned,
        array $reasons,
        array $twins,
        RecapJudge $judge,
        BenchState $state,
        float $yearly,
        Component $successor,
    ): Line {
        $own = $state->decided[$one->ref] ?? ['decision' => 'plan', 'with' => '', 'text' => ''];
        $decision = $own['decision'] === 'plan' ? $planned : Decision::from($own['decision']);
        if ($decision !== $planned) {
            array_unshift($reasons, 'Decided at the bench' . ($own['text'] === '' ? '.' : ": {$own['text']}."));
        }
        if ($own['with'] !== '') {
            try {
                $successor = ComponentText::read($own['with'], $one->component->kind);
            } catch (UnreadableComponent) {
                $successor = new Component($one->component->kind, mb_strtoupper($own['with']), []);
            }
        }
        $repairs = array_filter($state->repairs, static fn(array $r): bool => $r['part'] === $one->ref);
        $fitted = $repairs === [] ? $state->recapped[$one->ref]['in'] ?? '' : end($repairs)['in'];
        $before = $after = '';
        if ($one->isWet()) {
            $before = CapacitorLife::words($judge->life($one), $yearly);
            $after =
                $successor->kind === 'electrolytic'
                    ? CapacitorLife::words(
                        $judge->life(new Candidate($one->ref, $successor, $one->place, [], [], $one->isBesideHeat)),
                        $yearly,
                    )
                    : '';
        }

        return new Line(
            $one,
            $decision,
            $planned,
            $reasons,
            $successor,
            $twins,
            $fitted,
            isset($state->looked["polarity {$one->ref}"]),
            $before,
            $after,
        );
    }

    /** @return array<string, mixed> */
    public function view(): array
    {
        return [
            'school' => $this->school->value,
            'planned' => $this->state->recap !== null,
            'celsius' => $this->celsius,
            'yearly' => $this->yearly,
            'years' => $this->state->years,
            'lines' => array_map(self::lineView(...), $this->lines),
            'steps' => $this->steps(),
            'consumables' => $this->consumables(),
            'source' =>
                'Life: L = L0 · 2^((T0 − T)/10), ripple heating as data sheets of electrolytics give it (from ' .
                'memory). Ages and habits: common practice.',
        ];
    }

    /** Where its mark goes: the stripe of an electrolytic is minus, the mark of a tantalum plus. */
    private static function mark(Candidate $one, ?Place $place): string
    {
        if (!$one->component->isPolarised() || $place === null) {
            return '';
        }
        $part = $place->part;

        return $one->component->kind === 'tantalum'
            ? sprintf('plus mark to %s, other end to %s', $part->node('plus'), $part->node('minus'))
            : sprintf('stripe (minus) to %s, plus to %s', $part->node('minus'), $part->node('plus'));
    }

    /** @return RecapLine */
    private static function lineView(Line $line): array
    {
        $one = $line->candidate;
        $place = $one->place;

        return [
            'ref' => $one->ref,
            'what' => $one->component->label() === '' ? $one->component->type : $one->component->label(),
            'kind' => str_replace('_', ' ', $one->component->kind),
            'duty' => $place->duty->value ?? 'from the list',
            'volts' => $place?->says(Rating::VOLTAGE, Unit::Volt) ?? '',
            'ripple' =>
                $place === null || ($place->asks(Rating::RIPPLE) ?? 0.0) < 1e-3
                    ? ''
                    : Quantity::write($place->asks(Rating::RIPPLE), Unit::Ampere),
            'decision' => $line->decision->value,
            'words' => $line->decision->words(),
            'planned' => $line->planned->value,
            'reasons' => $line->reasons,
            'successor' => $line->successor->label(),
            'twins' => $line->twins,
            'fitted' => $line->fitted,
            'progress' => $line->progress(),
            'polarised' => $one->component->isPolarised(),
            'mark' => self::mark($one, $place),
            'before' => $line->before,
            'after' => $line->after,
            'listed' => $place === null,
            'value' => $one->component->write(Attribute::Value),
        ];
    }
}

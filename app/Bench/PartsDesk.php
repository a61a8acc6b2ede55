<?php

declare(strict_types=1);

namespace App\Bench;

use App\Drawer\Drawer;
use App\Knowledge\Solutions;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Diagnosis\Explanation;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Replacement\AnotherValue;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Comparison;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Conditions;
use Oculant\Core\Replacement\Demands;
use Oculant\Core\Replacement\Drawer\Need;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\Economics\Choice;
use Oculant\Core\Replacement\Economics\ModernSupply;
use Oculant\Core\Replacement\Economics\Option;
use Oculant\Core\Replacement\Economics\Rail;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Origin;
use Oculant\Core\Replacement\Origins;
use Oculant\Core\Replacement\PartJudge;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Recap\OrderList;
use Oculant\Core\Replacement\Recap\Plan;
use Oculant\Core\Replacement\Row;
use Oculant\Core\Replacement\Trial;
use Oculant\Core\Replacement\UnreadableComponent;
use Oculant\Core\Supply\Description;
use stdClass;

/**
 * Parts of a job: what stands where, what may take its place, what a measurement says of it, the recap, the money.
 *
 * @phpstan-import-type ChoiceAnswer from Option
 * @phpstan-import-type Consumable from Plan
 * @phpstan-import-type OrderRow from OrderList
 * @phpstan-import-type RecapLine from Plan
 * @phpstan-import-type RecapStep from Plan
 * @phpstan-import-type Explains from Explanation
 * @phpstan-import-type FitRow from Row
 *
 * @phpstan-type Offer array{
 *     id: string,
 *     available: int,
 *     location: string,
 *     salvaged: bool,
 *     price: ?float,
 *     candidate: string,
 *     fit: string,
 *     words: string,
 *     mark: string,
 *     sentence: string,
 *     rows: list<FitRow>,
 * }
 *
 * @phpstan-type Asked array{
 *     title: string,
 *     says: string,
 * }
 *
 * @phpstan-type OriginView array{
 *     key: string,
 *     title: string,
 *     check: string,
 *     finding: string,
 *     likely: bool,
 *     outcome: string,
 * }
 *
 * @phpstan-type TrialView array{
 *     id: string,
 *     title: string,
 *     hint: string,
 *     in_circuit: bool,
 *     kept: bool,
 *     wants: string,
 * }
 *
 * @phpstan-type PartPlace array{
 *     ref: string,
 *     label: string,
 *     original: string,
 *     kind: string,
 *     duty: string,
 *     asks: list<Asked>,
 *     twins: list<string>,
 *     drawer: list<Offer>,
 *     origins: list<OriginView>,
 *     trials: list<TrialView>,
 * }
 *
 * @phpstan-type Judgement array{
 *     word: string,
 *     mark: string,
 *     good: bool,
 *     sentence: string,
 *     why: string,
 *     expected: string,
 *     fault: ?string,
 *     fault_title: string,
 *     explains: ?Explains,
 * }
 *
 * @phpstan-type Recap array{
 *     school: string,
 *     planned: bool,
 *     celsius: float,
 *     yearly: float,
 *     years: ?int,
 *     lines: list<RecapLine>,
 *     steps: list<RecapStep>,
 *     consumables: list<Consumable>,
 *     source: string,
 *     order: list<OrderRow>,
 * }
 *
 * @phpstan-type RailView array{
 *     ref: string,
 *     volts: string,
 *     amperes: string,
 *     ripple: string,
 * }
 *
 * @phpstan-type Economics array{
 *     given: array<string, float>|stdClass,
 *     rails: list<RailView>,
 *     modern: list<FitRow>,
 *     options: list<ChoiceAnswer>,
 * }
 */
final readonly class PartsDesk
{
    /** Lines of the drawer that are offered for a place. */
    private const OFFERED = 6;

    public function __construct(private Solutions $solutions, private Drawer $drawer) {}

    public function demands(Description $supply): Demands
    {
        return $this->solutions->remember($supply, 'demands', static fn(): Demands => Demands::of($supply), [
            self::class,
            'demands',
            [],
        ]);
    }

    /**
     * @return PartPlace what stands there, what is asked of it, what could take its place, why such parts
     *     fail
     */
    public function replace(JobFile $file, string $ref): array
    {
        $place = $this->place($file, $ref);
        $cause = $file->state->cause;

        return [
            'ref' => $ref,
            'label' => $place->part->label(),
            'original' => $place->original->label(),
            'kind' => $place->original->kind,
            'duty' => $place->duty->value ?? '',
            'asks' => self::asks($place),
            'twins' => $place->twins,
            'drawer' => $this->offered($file, $place),
            'origins' => array_map(
                static fn(Origin $o): array => $o->view() + [
                    'outcome' => $file->state->origins["{$ref} {$o->key}"]['outcome'] ?? '',
                ],
                (new Origins($place, $file->state))->of(
                    $cause !== null && $cause['part'] === $ref ? $cause['fault'] : null,
                ),
            ),
            'trials' => array_map(
                static fn(Trial $t): array => [
                    'id' => $t->id,
                    'title' => $t->title,
                    'hint' => $t->hint,
                    'in_circuit' => $t->check !== null,
                    'kept' => $t->isKept,
                    'wants' => $t->wants,
                ],
                (new PartJudge($file->supply))->trials($ref),
            ),
        ];
    }

    /**
     * @return array<string, mixed>
     *
     * @throws EntryRefused if the text cannot be read
     */
    public function compare(JobFile $file, string $ref, string $text): array
    {
        $place = $this->place($file, $ref);
        try {
            // What goes by its data sheet goes by its name, whatever that is.
            $candidate =
                $place->original->family() === Family::Other && trim($text) !== ''
                    ? new Component($place->original->kind, mb_strtoupper(trim($text)), [])
                    : ComponentText::read($text, $place->original->kind);

            return Comparison::of($candidate, $this->trying($file, $place))->view();
        } catch (UnreadableComponent $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }
    }

    /** @return array<string, mixed> what was added, as descriptions write it; empty if it is not understood */
    public static function rowOf(mixed $text): array
    {
        try {
            [$component, $unread] = ComponentText::understand(is_string($text) ? $text : '', 'resistor');
        } catch (UnreadableComponent) {
            return [];
        }

        return $unread === [] ? $component->row() : [];
    }

    /**
     * What the log is told of a part that goes in: how it fits, and for the ledger what it changes. Text that says
     * nothing a comparison could use stands as it is.
     *
     * @return array{fit: string, note: string, si: float|null}
     *
     * @throws EntryRefused if it does not go in
     */
    public function fitOf(JobFile $file, string $ref, string $text): array
    {
        $none = ['fit' => '', 'note' => '', 'si' => null];
        if (!isset($file->supply->parts[$ref])) {
            return $none;
        }
        $kind = Component::ofPart($file->supply->part($ref))->kind;
        try {
            [$candidate, $unread] = ComponentText::understand($text, $kind);
        } catch (UnreadableComponent) {
            return $none;
        }
        if (
            $unread !== [] ||
            ($candidate->get(Attribute::Value) === null && $candidate->get(Attribute::Voltage) === null)
        ) {
            return $none;
        }
        $comparison = Comparison::of($candidate, $this->trying($file, $this->place($file, $ref)));
        if ($comparison->fit() === Fit::No) {
            throw EntryRefused::because('in', $comparison->sentence());
        }

        return [
            'fit' => $comparison->fit()->value,
            'note' => $comparison->fit() === Fit::TestOnly ? $comparison->sentence() : '',
            'si' => $candidate->get(Attribute::Value),
        ];
    }

    /**
     * @param array{trial: string, text: string, lifted: bool, hertz?: string|null, celsius?: string|null} $asked
     *
     * @return Judgement
     *
     * @throws EntryRefused if the value cannot be read
     */
    public function judge(JobFile $file, string $ref, array $asked): array
    {
        $judge = new PartJudge($file->supply);
        $trials = $judge->trials($ref);
        $trial =
            array_values(array_filter($trials, static fn(Trial $t): bool => $t->id === $asked['trial']))[0] ??
            throw EntryRefused::because(
                'trial',
                sprintf(
                    '%s is not measured for "%s". It is: %s.',
                    $ref,
                    $asked['trial'],
                    implode(', ', array_map(static fn(Trial $t): string => $t->id, $trials)),
                ),
            );
        $conditions = new Conditions(
            $asked['lifted'],
            self::number($asked['hertz'] ?? null, Unit::Hertz, 'hertz') ?? 100e3,
            self::number($asked['celsius'] ?? null, Unit::Celsius, 'celsius') ?? 25.0,
        );
        $judged = $judge->judge($ref, $trial, self::value($asked['text'], $trial), $conditions);
        $fault = $judged->fault === null ? null : $file->supply->part($ref)->fault($judged->fault);

        return [
            'word' => $judged->verdict->word->value,
            'mark' => $judged->verdict->word->mark(),
            'good' => $judged->verdict->word->isGood(),
            'sentence' => $judged->verdict->sentence,
            'why' => $judged->verdict->why,
            'expected' => $judged->expected,
            'fault' => $fault?->name,
            'fault_title' => $fault === null ? '' : $fault->title,
            'explains' =>
                $fault === null
                    ? null
                    : ($file->mayBeSuspected()
                        ? Explanation::of($file->workup()->suspects(), $ref, $fault->name)
                        : Explanation::notYet()),
        ];
    }

    public function recap(JobFile $file): Plan
    {
        return Plan::of($file->supply, $file->state, $this->demands($file->supply));
    }

    /** @return array<string, mixed> */
    public function recapView(JobFile $file): array
    {
        $plan = $this->recap($file);

        return $plan->view() + ['order' => $this->order($file, $plan)->view()];
    }

    public function order(JobFile $file, ?Plan $plan = null): OrderList
    {
        return OrderList::of($plan ?? $this->recap($file), $this->drawer->lines($file->job->workshop_id, $file->job));
    }

    /** @return Economics */
    public function economics(JobFile $file): array
    {
        $given = $file->state->estimate;
        $rails = $this->rails($file->supply);
        $modern = isset($given['modern']) ? ModernSupply::rows($rails, $given, $file->supply->frequency > 0.0) : [];
        $danger = $file->workup()->tests()->condemned();

        return [
            'given' => (object) $given,
            'rails' => array_map(
                static fn(Rail $r): array => [
                    'ref' => $r->ref,
                    'volts' => Quantity::volts($r->volts),
                    'amperes' => Quantity::write($r->amperes, Unit::Ampere),
                    'ripple' => $r->ripple === null ? '' : Quantity::write($r->ripple, Unit::Volt, 2),
                ],
                $rails,
            ),
            'modern' => array_map(static fn(Row $r): array => $r->view(), $modern),
            'options' => array_map(
                static fn(Option $o): array => $o->view(),
                (new Choice($given))->options($danger->sentence ?? '', $modern),
            ),
        ];
    }

    private function place(JobFile $file, string $ref): Place
    {
        return Place::of(
            $file->supply,
            $this->demands($file->supply),
            $ref,
            Place::measured($file->supply, $file->state, $ref),
        );
    }

    /** A value that somebody named is tried by the solver, once. */
    private function trying(JobFile $file, Place $place): Place
    {
        return $place->trying(fn(float $value): array => $this->tried($file->supply, $place->part->ref, $value));
    }

    /**
     * @return array{Fit, string, float|null} what another value does there, and the watts that it then turns into heat
     *     at the most
     */
    public function tried(Description $supply, string $ref, float $value): array
    {
        return $this->solutions->remember(
            $supply,
            sprintf('another %s %.6g', $ref, $value),
            static fn(): array => AnotherValue::tried($supply, $supply->part($ref), $value),
            [self::class, 'tried', [$ref, $value]],
        );
    }

    /** @return list<Offer> lines of the drawer with how each fits, best first */
    private function offered(JobFile $file, Place $place): array
    {
        $takesMore = $place->duty?->takesMore() ?? false;
        $lines = array_filter(
            $this->drawer->lines($file->job->workshop_id, $file->job),
            static fn(StockLine $l): bool => $l->component->family() === $place->original->family() &&
                $l->available() > 0,
        );
        $need = Need::likeOriginal($place->original, $takesMore);
        $offers = array_map(
            static fn(StockLine $l): array => [
                'line' => $l,
                'comparison' => Comparison::of($l->component, $place),
                'excess' => $need->excess($l->component),
            ],
            array_values($lines),
        );
        usort(
            $offers,
            static fn(array $a, array $b): int => [
                $a['comparison']->fit()->severity(),
                $a['line']->isSalvaged,
                $a['excess'],
            ] <=> [$b['comparison']->fit()->severity(), $b['line']->isSalvaged, $b['excess']],
        );
        $offers = array_filter($offers, static fn(array $o): bool => $o['comparison']->fit() !== Fit::No);

        return array_map(
            static fn(array $o): array => [
                'id' => $o['line']->id,
                'available' => $o['line']->available(),
                'location' => $o['line']->location,
                'salvaged' => $o['line']->isSalvaged,
                'price' => $o['line']->price,
            ] + $o['comparison']->view(),
            array_slice(array_values($offers), 0, self::OFFERED),
        );
    }

    /** @return list<Asked> */
    private static function asks(Place $place): array
    {
        $asks = [];
        foreach (
            [
                Rating::VOLTAGE => Unit::Volt,
                Rating::REVERSE => Unit::Volt,
                Rating::RIPPLE => Unit::Ampere,
                Rating::AVERAGE => Unit::Ampere,
                Rating::RMS => Unit::Ampere,
                Rating::POWER => Unit::Watt,
            ]
            as $quantity => $unit
        ) {
            $value = $place->asks($quantity);
            // The ripple current of a capacitor is its whole current.
            if (
                $value !== null &&
                $value > 1e-4 &&
                !($quantity === Rating::RMS && abs($value - ($place->asks(Rating::RIPPLE) ?? 0.0)) < 0.01 * $value)
            ) {
                $asks[] = ['title' => $quantity, 'says' => $place->says($quantity, $unit)];
            }
        }

        return $asks;
    }

    /** @return list<Rail> what the supply delivers into each of its loads */
    public function rails(Description $supply): array
    {
        return $this->solutions->remember(
            $supply,
            'rails',
            function () use ($supply): array {
                $demands = $this->demands($supply);
                $expected = Expectations::of($supply, $supply->mode(null));
                $rails = [];
                foreach ($supply->parts as $ref => $part) {
                    if (
                        !($part->kind instanceof Consumes) ||
                        ($demands->value((string) $ref, Rating::POWER) ?? 0.0) <= 0.0
                    ) {
                        continue;
                    }
                    $ripple = null;
                    foreach ($supply->points as $point) {
                        if (
                            in_array($point->node, $part->terminals, true) &&
                            in_array($point->against, $part->terminals, true)
                        ) {
                            $window = $expected->window($point->id, 'ripple');
                            $ripple = $window->isKnown() ? $window->high : null;
                        }
                    }
                    $rails[] = new Rail(
                        (string) $ref,
                        $demands->value((string) $ref, Rating::VOLTAGE) ?? 0.0,
                        $demands->value((string) $ref, Rating::AVERAGE) ?? 0.0,
                        $ripple,
                    );
                }

                return $rails;
            },
            [self::class, 'rails', []],
        );
    }

    private static function value(string $text, Trial $trial): float
    {
        if (preg_match('/^(ol|open)$/i', trim($text)) === 1) {
            return INF;
        }

        $value =
            self::number($text, $trial->unit, 'text') ??
            throw EntryRefused::because('text', "What does the meter show? {$trial->hint}");

        return $value >= 0.0
            ? $value
            : throw EntryRefused::because(
                'text',
                sprintf('%s cannot be below zero: check the sign, or swap the leads.', $trial->title),
            );
    }

    private static function number(?string $text, Unit $unit, string $field): ?float
    {
        if ($text === null || trim($text) === '') {
            return null;
        }
        if ($unit === Unit::Farad && is_numeric($text) && (float) $text >= 1.0) {
            throw EntryRefused::because($field, sprintf('"%1$s" of what? Write %1$su, %1$sn or %1$sp.', $text));
        }
        try {
            return Quantity::parse($text, $unit)->value;
        } catch (UnreadableQuantity $e) {
            // A gain has no unit and no per cent.
            return $unit === Unit::Ratio && is_numeric(trim($text))
                ? (float) $text
                : throw EntryRefused::because($field, $e->getMessage());
        }
    }
}

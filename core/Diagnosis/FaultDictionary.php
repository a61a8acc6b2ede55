<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Parts\Breaking;

/**
 * What every fault of a supply does to every reading. Plain data, so that it can be cached.
 *
 * Keys of readings are "target quantity", for example "TP4 dc" or "F1 resistance"; volts or ohms; INF for OL,
 * missing where there is no stable reading.
 */
final class FaultDictionary
{
    /**
     * What a fault takes along also depends on how the unit was last run, and for how long (common practice: rather yes
     * than no).
     */
    private const TAKEN_ALONG = 0.8;

    /**
     * How often a fuse is quicker than what else a fault may take along, and how often what may hold held, beside the
     * usual way (common practice: as often as not, and rather not).
     */
    private const ALSO = ['!' => 1.0, '~' => 0.2];

    /** Parts of the way between two severities that are told apart: so many a decade, at most. */
    private const A_DECADE = 2.5;

    private const MOST_STEPS = 6;

    /** @var array<string, array<string, Form>> by hypothesis, as asked for */
    private array $forms = [];

    /** @var array<string, array<string, array{float, list<string>}>> [mode][hypothesis], as asked for */
    private array $taken = [];

    /** @var array<string, array<string, array<string, true>>> [mode][key][hypothesis], as asked for */
    private array $movers = [];

    /**
     * @param array<string, Hypothesis>                              $hypotheses by id, without healthy and unknown
     * @param array<string, array<string, array<string, float>>> $readings [mode][hypothesis, Hypothesis::at() its
     *     severities, or "healthy"][key]; of a fault only what it changes, NAN where it leaves no stable reading
     * @param array<string, array<string, list<string>>>             $signs      [mode][hypothesis or "healthy"]
     * @param array<string, array<string, string>> $broken fault mode of what a fault takes with it as the unit is used,
     *     [hypothesis][reference]
     * @param array<string, array<string, Breaking>> $how how that breaks, in whatever mode, [hypothesis][reference]
     * @param array<string, int> $groups hypotheses no measurement separates share a number
     * @param list<string> $rails test points that are outputs: what the owner of the unit lives on
     * @param array<string, array<string, array<string, array{float, float}>>> $spans between which limits a check with
     *     the plug out may read where current goes through semiconductors, as $readings
     * @param array<string, array<string, true>> $missing [mode][hypothesis] that was not solved yet
     * @param array<string, array<string, list<string>>> $takes references of what a fault takes along in this mode and
     *     not in the usual one, [mode][hypothesis, or its severities]
     * @param array<string, array<string, array<string, float>>> $heat watts, [mode][hypothesis or
     *     "healthy"][reference]; of a fault only what it changes
     */
    public function __construct(
        public readonly array $hypotheses,
        public readonly array $readings,
        public readonly array $signs,
        public readonly array $broken,
        public readonly array $how,
        public readonly array $groups,
        public readonly array $rails = [],
        public readonly array $heat = [],
        public readonly array $spans = [],
        public readonly array $missing = [],
        public readonly array $takes = [],
    ) {}

    /**
     * Before anything is solved: nothing is known, not even of a good unit.
     *
     * @param list<string> $modes
     */
    public static function unsolved(array $modes): self
    {
        return new self([], array_fill_keys($modes, [Hypothesis::HEALTHY => []]), [], [], [], []);
    }

    /**
     * The forms in which a fault may be met: where between two of its severities, and whether it took along what it
     * may.
     *
     * @return array<string, Form> by a name that says the same in dictionaries of other mains; empty if it is met in
     *     one form alone, its own row
     */
    public function forms(string $hypothesis): array
    {
        return $this->forms[$hypothesis] ??= $this->formsOf($hypothesis);
    }

    /**
     * The form of that name, or what comes nearest to it where another mains lets fewer things happen; null if it is
     * met in one form alone.
     */
    public function form(string $hypothesis, string $name): ?Form
    {
        $forms = $this->forms($hypothesis);
        $milder = rtrim($name, '<>');
        $plain = str_replace(['!', '~'], '', $milder);
        foreach ([$name, $milder, "{$milder}<", "{$milder}>", $plain, "{$plain}<", "{$plain}>"] as $one) {
            if (isset($forms[$one])) {
                return $forms[$one];
            }
        }

        return array_values($forms)[0] ?? null;
    }

    /** @return array<string, Form> as forms() */
    private function formsOf(string $id): array
    {
        $fault = $this->hypotheses[$id] ?? null;
        if ($fault === null) {
            return [];
        }
        $pairs = [];
        foreach ($fault->cells() as $k => $share) {
            $pairs[] = [Hypothesis::at($id, $k), Hypothesis::at($id, $k + 1), $share];
        }
        $forms = [];
        foreach ($pairs === [] ? [[$id, $id, 1.0]] : $pairs as $cell => [$mild, $worse, $share]) {
            /** @var array<string, array{string, string}> $ways */
            $ways = ['' => [$mild, $worse]];
            /** @var array<string, float> $shares */
            $shares = ['' => 1.0];
            foreach (['!' => Hypothesis::spared(...), '~' => Hypothesis::lucky(...)] as $mark => $named) {
                $rows = array_map(fn(string $row): string => $this->has($row, $named($row)) ? $named($row) : $row, [
                    $mild,
                    $worse,
                ]);
                if ($rows !== [$mild, $worse]) {
                    $ways[$mark] = $rows;
                    $shares[$mark] = self::ALSO[$mark];
                }
            }
            foreach ($ways as $mark => [$first, $last]) {
                [$name, $part] = ["{$cell}{$mark}", ($share * $shares[$mark]) / array_sum($shares)];
                $forms +=
                    $pairs === []
                        ? ["{$name}/0" => new Form($first, $last, 0, $part)]
                        : $this->along($fault, $cell, $name, $first, $last, $part);
            }
        }

        return count($forms) === 1 && $pairs === [] ? [] : $forms;
    }

    /** Whether a row has that other way of going. */
    private function has(string $row, string $other): bool
    {
        foreach ($this->signs as $byRow) {
            if (isset($byRow[$row])) {
                return isset($byRow[$other]);
            }
        }

        return false;
    }

    /**
     * @return array<string, Form> one for each part of the way between two severities, so that readings must agree on
     *     how bad it is; each before and after what gives way on it
     */
    private function along(Hypothesis $fault, int $cell, string $name, string $mild, string $worse, float $share): array
    {
        $decades = abs(log10($fault->degrees[$cell + 1] / $fault->degrees[$cell]));
        $steps = max(2, min(self::MOST_STEPS, (int) ceil(self::A_DECADE * $decades)));
        $course = Interpolation::of($fault, $cell);

        // Where a fuse won a race its own row says so; where it only spared what went with it, the plain one does.
        [$before, $after] = array_map(
            fn(string $row): array => $this->broken[$row] ?? ($this->broken[Hypothesis::unspared($row)] ?? []),
            [$mild, $worse],
        );
        $given = array_map(
            strval(...),
            array_keys(array_diff_assoc($before, $after) + array_diff_assoc($after, $before)),
        );
        $forms = [];
        foreach (range(0, $steps - 1) as $k) {
            foreach ($given === [] ? ['' => null] : ['<' => $mild, '>' => $worse] as $when => $state) {
                $forms["{$name}/{$k}{$when}"] = new Form(
                    $mild,
                    $worse,
                    $cell,
                    $share / $steps / ($given === [] ? 1 : 2),
                    $k / $steps,
                    ($k + 1) / $steps,
                    $course,
                    $state,
                    $given,
                );
            }
        }

        return $forms;
    }

    /** The same of one hypothesis, as likely as it is held now. */
    public function heldAs(Hypothesis $one): self
    {
        return isset($this->hypotheses[$one->id])
            ? new self(
                [$one->id => $one],
                $this->readings,
                $this->signs,
                $this->broken,
                $this->how,
                $this->groups,
                $this->rails,
                $this->heat,
                $this->spans,
                $this->missing,
                $this->takes,
            )
            : $this;
    }

    /** With the hypotheses of another dictionary of the same supply beside its own, each in a group of its own. */
    public function and(self $other): self
    {
        $next = $this->groups === [] ? 0 : max($this->groups) + 1;
        $groups = array_combine(
            array_keys($other->hypotheses),
            array_map(static fn(int $k): int => $next + $k, array_keys(array_values($other->hypotheses))),
        );

        return new self(
            $this->hypotheses + $other->hypotheses,
            self::joined($this->readings, $other->readings),
            self::joined($this->signs, $other->signs),
            $this->broken + $other->broken,
            $this->how + $other->how,
            $this->groups + $groups,
            $this->rails,
            self::joined($this->heat, $other->heat),
            self::joined($this->spans, $other->spans),
            $this->missing,
            self::joined($this->takes, $other->takes),
        );
    }

    /**
     * @template T
     *
     * @param array<string, array<string, T>> $mine   by mode and hypothesis
     * @param array<string, array<string, T>> $theirs likewise
     *
     * @return array<string, array<string, T>>
     */
    private static function joined(array $mine, array $theirs): array
    {
        foreach ($theirs as $mode => $byHypothesis) {
            $mine[$mode] = ($mine[$mode] ?? []) + $byHypothesis;
        }

        return $mine;
    }

    /**
     * What a fault takes along if the unit is put under power in a mode that its owner may never have used.
     *
     * @return array{float, list<string>} share of its severities at which it does, and the references
     */
    public function taken(string $mode, string $hypothesis): array
    {
        if (!isset($this->taken[$mode])) {
            $this->taken[$mode] = $counts = [];
            foreach ($this->takes[$mode] ?? [] as $row => $refs) {
                $of = Hypothesis::of((string) $row);
                // Of a fault with severities the row of its own name is one of them once more.
                if (
                    rtrim((string) $row, '!~') === (string) $row &&
                    ($row !== $of || ($this->hypotheses[$of]->degrees ?? []) === [])
                ) {
                    $counts[$of] = ($counts[$of] ?? 0) + 1;
                    $share = $counts[$of] / max(1, count($this->hypotheses[$of]->degrees ?? []));
                    $this->taken[$mode][$of] = [
                        (float) $share,
                        array_values(array_unique([...$this->taken[$mode][$of][1] ?? [], ...$refs])),
                    ];
                }
            }
        }

        return $this->taken[$mode][$hypothesis] ?? [0.0, []];
    }

    /** Whether no measurement in any mode separates two rows that were both solved. */
    public function alike(string $a, string $b): bool
    {
        foreach ($this->readings as $byRow) {
            if (!isset($byRow[$a], $byRow[$b])) {
                return false;
            }
        }

        return Alike::rows($a, $b, $this->readings);
    }

    /** NAN where there is no stable reading. */
    public function reading(string $mode, string $hypothesis, string $key): float
    {
        $row = $this->readings[$mode][$hypothesis] ?? null;

        return $row === null ? NAN : $row[$key] ?? ($this->readings[$mode][Hypothesis::HEALTHY][$key] ?? NAN);
    }

    /**
     * @return array{float, float} the least and the most that good meters and types show; NAN where there is no stable
     *     reading
     */
    public function span(string $mode, string $hypothesis, string $key): array
    {
        $span = $this->spans[$mode][$hypothesis][$key] ?? null;
        if ($span === null && !isset($this->readings[$mode][$hypothesis][$key])) {
            $span = $this->spans[$mode][Hypothesis::HEALTHY][$key] ?? null;
        }
        $reading = $this->reading($mode, $hypothesis, $key);

        return $span ?? [$reading, $reading];
    }

    /** Whether a fault changes a reading at all, at any of its severities. */
    public function changes(string $mode, string $hypothesis, string $key): bool
    {
        return $hypothesis === Hypothesis::HEALTHY
            ? isset($this->readings[$mode][$hypothesis][$key])
            : isset($this->movers($mode, $key)[$hypothesis]);
    }

    /**
     * The faults that change a reading: most leave most readings alone.
     *
     * @return array<string, true> by hypothesis
     */
    public function movers(string $mode, string $key): array
    {
        if (!isset($this->movers[$mode])) {
            $this->movers[$mode] = [];
            foreach ($this->readings[$mode] ?? [] as $id => $changed) {
                if ($id !== Hypothesis::HEALTHY) {
                    foreach (array_keys($changed) as $moved) {
                        $this->movers[$mode][$moved][Hypothesis::of((string) $id)] = true;
                    }
                }
            }
        }

        // What was not solved yet may change anything.
        return ($this->movers[$mode][$key] ?? []) + ($this->missing[$mode] ?? []);
    }

    /** Share of all faults, by how often they are met, that is known in a mode. */
    public function known(string $mode): float
    {
        $all = array_sum(array_map(static fn(Hypothesis $h): float => $h->weight, $this->hypotheses));
        $missing = array_sum(
            array_map(
                static fn(Hypothesis $h): float => $h->weight,
                array_intersect_key($this->hypotheses, $this->missing[$mode] ?? []),
            ),
        );

        return $all > 0.0 && isset($this->readings[$mode]) ? 1 - $missing / $all : 0.0;
    }

    /** How likely a part is bad under a hypothesis: failed by itself, taken along, or neither. */
    public function broken(string $hypothesis, string $ref): float
    {
        return match (true) {
            ($this->hypotheses[$hypothesis] ?? null)?->faultOf($ref) !== null => 1.0,
            isset($this->broken[$hypothesis][$ref]) => self::TAKEN_ALONG,
            // At its worst it may take along what it spares when it is milder, and a fuse may win or lose.
            $this->takes($hypothesis, $ref) => self::TAKEN_ALONG / 2,
            default => 0.0,
        };
    }

    private function takes(string $hypothesis, string $ref): bool
    {
        $rows = [
            $hypothesis,
            ...array_map(
                static fn(int $k): string => Hypothesis::at($hypothesis, $k),
                array_keys(($this->hypotheses[$hypothesis] ?? null)->degrees ?? []),
            ),
        ];

        return array_filter(
            [...$rows, ...array_map(Hypothesis::spared(...), $rows)],
            fn(string $row): bool => isset($this->broken[$row][$ref]),
        ) !== [];
    }

    /** How a fault breaks another part in any mode, or may; null if it never does. */
    public function breaking(string $row, string $ref): ?Breaking
    {
        return $this->how[$row][$ref] ?? ($this->how[Hypothesis::spared($row)][$ref] ?? null);
    }

    /**
     * @param array<string, float> $probabilities by hypothesis
     *
     * @return list<string> titles of the four likeliest
     */
    public function titles(array $probabilities): array
    {
        arsort($probabilities);

        return array_map(
            fn(string $id): string => $this->hypotheses[$id]->title ?? 'nothing wrong',
            array_map(strval(...), array_slice(array_keys($probabilities), 0, 4)),
        );
    }

    /** Watts that a part turns into heat. */
    public function heat(string $mode, string $hypothesis, string $ref): float
    {
        return $this->heat[$mode][$hypothesis][$ref] ?? ($this->heat[$mode][Hypothesis::HEALTHY][$ref] ?? 0.0);
    }

    /**
     * The fault that is still in the unit under a hypothesis once some parts have been replaced.
     *
     * What a short took with it stays broken until it is replaced too, and breaks again while the short is there.
     *
     * @param list<string> $replaced references
     */
    public function remaining(string $hypothesis, array $replaced): string
    {
        $fault = $this->hypotheses[$hypothesis] ?? null;
        if ($fault?->mishap !== null) {
            return $fault->mishap->isUndone($replaced) ? Hypothesis::HEALTHY : $hypothesis;
        }
        if ($fault?->isPair() === true) {
            // Of two faults the one whose part is still the old one remains.
            [$first, $second] = array_map(
                fn(Hypothesis $h): string => $this->remaining($h->id, $replaced),
                $fault->each(),
            );

            return match (true) {
                [$first, $second] === array_column($fault->each(), 'id') => $hypothesis,
                $first === Hypothesis::HEALTHY => $second,
                default => $first,
            };
        }
        if ($fault === null || !in_array($fault->ref, $replaced, true)) {
            return $hypothesis;
        }
        foreach ($this->broken[$hypothesis] ?? [] as $ref => $becomes) {
            if (!in_array($ref, $replaced, true) && isset($this->hypotheses["{$ref}:{$becomes}"])) {
                return "{$ref}:{$becomes}";
            }
        }

        return Hypothesis::HEALTHY;
    }
}

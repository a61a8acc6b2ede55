<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Expectation\Settling;
use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Kind\AveragedConverter;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Solves every fault of every part in every mode, piece by piece: some faults in one mode, which workers may share
 * among them; a dictionary is then made of whatever pieces there are.
 */
final class DictionaryBuilder
{
    /** Share of a reading below which two are the same to any meter. */
    private const SAME = 3e-4;

    /** The same in volts or ohms, near nothing. */
    private const SAME_FLOOR = 3e-4;

    /**
     * Parts beyond which faults are solved at one severity only: degrees would take a large dictionary from minutes to
     * many. What leaks has some all the same, or it is taken for its neighbour that is shorted.
     */
    private const GRADED_UP_TO = 34;

    /** Parts up to which severities are solved so closely that what lies between two of them can be told from both. */
    private const CLOSELY_UP_TO = 24;

    /**
     * How many times as bad as its neighbour a severity then is at most: ripple behind a leak rises and falls again
     * within two decades.
     */
    private const APART = 8.0;

    /**
     * Ohms at which whatever leaks or is shorted is solved, all of it at the same ones: across the same two nodes it is
     * one circuit whichever part it is, and what regulates or limits gives way somewhere between one ohm and thirty.
     */
    private const CLOSE_LADDER = [
        0.3,
        0.8,
        1.5,
        4.0,
        8.0,
        15.0,
        30.0,
        100.0,
        320.0,
        1e3,
        3.2e3,
        1e4,
        3.2e4,
        1e5,
        3.2e5,
    ];

    /** Ohms up to which one severity stands for all where there are many parts. */
    private const SHORT = 2.0;

    private const LADDER = [1.5, 8.0, 30.0, 320.0, 3.2e3, 3.2e4];

    /** The ends of a fault that lie nearer to a rung than this ratio make it superfluous. */
    private const NEAR_A_RUNG = 1.4;

    /** Ohms below which no semiconductor has a say. */
    private const COPPER = 50.0;

    /** Share by which the heat of a part must change to be noticed. */
    private const FELT = 0.2;

    private Behaviour $behaviour;

    /** @var array<string, Hypothesis>|null */
    private ?array $hypotheses = null;

    private DeadMeter $meter;

    /** @var list<array<string>>|null nodes of each winding, as asked for */
    private ?array $windings = null;

    /** @var array<string, self> by part and severity */
    private array $failed = [];

    /** @var array<string, Observation> a good unit, by mode and mains */
    private array $healthy = [];

    /**
     * @var array<string, array{array<string, float>, array<string, array{float, float}>}> dead readings and their spans
     *     by what is fitted and what is broken: most modes differ only with the power on
     */
    private array $dead = [];

    /**
     * @param Description|null $asleep as it is with the plug out, where that differs
     * @param self|null        $beside for the same good unit, only with other severities of its faults
     */
    public function __construct(private readonly Description $supply, ?Description $asleep = null, ?self $beside = null)
    {
        $this->behaviour = new Behaviour($supply);
        $this->meter = new DeadMeter($asleep ?? $supply, $beside?->meter);
    }

    /** Dead checks of a good unit, and no faults. */
    public function goodUnitOnly(): FaultDictionary
    {
        $readings = $spans = [];
        foreach ($this->supply->modes as $mode) {
            [$readings[$mode->id][Hypothesis::HEALTHY], $spans[$mode->id][Hypothesis::HEALTHY]] = $this->deadReadings(
                $mode,
                [],
            );
        }

        return new FaultDictionary([], $readings, [], [], [], [], [], [], $spans);
    }

    /**
     * @param float|null              $mainsVolts as measured; null for nominal
     * @param (callable(int): void)|null $progress called with the number of faults solved in a mode, of each mode
     */
    public function build(?float $mainsVolts = null, ?callable $progress = null): FaultDictionary
    {
        $rows = new DictionaryRows();
        $ids = array_keys($this->hypotheses());
        foreach ($this->supply->modes as $mode) {
            $done = count($ids) * count($rows->readings);
            $rows->join(
                $this->piece(
                    $mode,
                    $ids,
                    $mainsVolts,
                    $rows,
                    $progress === null ? null : static fn(int $solved) => $progress($done + $solved),
                ),
            );
        }

        return $this->assemble($rows);
    }

    /**
     * What some faults do in one mode.
     *
     * @param list<string>                $ids      of hypotheses
     * @param float|null                  $mainsVolts as measured; null for nominal
     * @param DictionaryRows|null $usual what they do in the usual mode: what breaks there is broken in this one. Null
     *     in the usual mode itself
     * @param (callable(int): void)|null  $progress called with the number of faults solved
     */
    public function piece(
        Mode $mode,
        array $ids,
        ?float $mainsVolts = null,
        ?DictionaryRows $usual = null,
        ?callable $progress = null,
    ): DictionaryRows {
        $rows = new DictionaryRows();
        $solved = [];
        $rows->broken = $usual->broken ?? [];
        $healthy = $this->healthy["{$mode->id} {$mainsVolts}"] ??= $this->behaviour->live($mode, [], $mainsVolts);
        $rows->put($mode->id, Hypothesis::HEALTHY, $healthy, $this->deadReadings($mode, []), $healthy->heat);
        foreach ($ids as $k => $id) {
            $hypothesis = $this->hypotheses()[$id];
            foreach ($this->rows([$id => $hypothesis]) as $row => [, $degree]) {
                $twin = $degree === null ? null : $this->likeBothEnds($hypothesis, $degree, $rows->readings[$mode->id]);
                $failed = $this->failedBy($hypothesis->ref, $degree);
                $circuit =
                    $twin === null && $degree !== null && self::isAcross($hypothesis->fault, $hypothesis->in)
                        ? $failed->circuit($hypothesis, $mode, $mainsVolts, $healthy)
                        : $row;
                $twin ??= $this->sameCircuit($solved[$circuit] ?? null, $mode, $rows);
                if ($twin !== null) {
                    $rows->copy($mode->id, $twin, $row);
                } else {
                    $failed->solve($rows, $row, $hypothesis, $mode, $mainsVolts, $healthy, $usual);
                    $solved[$circuit] = $row;
                }
            }
            if ($hypothesis->degrees !== []) {
                // The middle of its severities stands for it where only one can.
                $rows->copy($mode->id, Hypothesis::at($id, intdiv(count($hypothesis->degrees), 2)), $id);
            }
            if ($progress !== null) {
                $progress($k + 1);
            }
        }
        // A circuit for every part and severity would fill the memory of whoever goes on.
        $this->failed = [];
        $rows->readings[$mode->id] = self::sparse($rows->readings[$mode->id]);
        $rows->spans[$mode->id] = self::sparseSpans($rows->spans[$mode->id]);

        return $rows;
    }

    /** A dictionary of whatever was solved so far; of what was not, it knows that it does not know. */
    public function assemble(DictionaryRows $rows): FaultDictionary
    {
        $hypotheses = $this->hypotheses();
        $missing = [];
        foreach ($this->supply->modes as $mode) {
            $rows->readings[$mode->id] ??= [Hypothesis::HEALTHY => []];
            $missing[$mode->id] = array_fill_keys(
                array_map(strval(...), array_keys(array_diff_key($hypotheses, $rows->signs[$mode->id] ?? []))),
                true,
            );
        }

        return new FaultDictionary(
            $hypotheses,
            $rows->readings,
            $rows->signs,
            array_filter($rows->broken),
            array_filter($rows->how),
            self::group($hypotheses, $rows->readings),
            $this->rails(),
            array_map(array_filter(...), $rows->heat),
            $rows->spans,
            array_filter($missing),
            $rows->takes,
        );
    }

    /**
     * One fault in one mode, once more with the fuse quicker than what else it takes along, and once more with
     * everything holding that may.
     */
    private function solve(
        DictionaryRows $rows,
        string $row,
        Hypothesis $hypothesis,
        Mode $mode,
        ?float $mainsVolts,
        Observation $healthy,
        ?DictionaryRows $usual = null,
    ): void {
        $faults = array_diff_key($hypothesis->faults(), array_flip($mode->absent));
        $observation =
            $faults === [] && $hypothesis->mishap === null
                ? $healthy
                : $this->behaviour->live(
                    $mode,
                    $faults,
                    $mainsVolts,
                    $hypothesis->mishap === null ? $healthy->guide : null,
                );
        $lucky = Hypothesis::lucky($row);
        $isDoubtful = isset($rows->broken[$row]) ? isset($rows->broken[$lucky]) : $observation->isDoubtful();
        $broken = $rows->breaks($mode->id, $row, $observation);
        $heat = $observation === $healthy ? $healthy->heat : self::changedHeat($healthy->heat, $observation->heat);
        $rows->put(
            $mode->id,
            $row,
            $observation,
            $this->asUsual($usual, $mode, $row) ?? $this->deadReadings($mode, $faults + $broken),
            $heat,
        );
        $spared = array_filter(
            $broken,
            fn(string $ref): bool => $this->supply->part($ref)->kind instanceof Fuse,
            ARRAY_FILTER_USE_KEY,
        );
        if ($spared !== [] && $spared !== $broken) {
            $rows->put(
                $mode->id,
                Hypothesis::spared($row),
                $observation,
                $this->asUsual($usual, $mode, Hypothesis::spared($row)) ??
                    $this->deadReadings($mode, $faults + $spared),
                [],
            );
        }
        if ($isDoubtful) {
            $held = $this->behaviour->live($mode, $faults, $mainsVolts, $healthy->guide, isLucky: true);
            $rows->put(
                $mode->id,
                $lucky,
                $held,
                $this->asUsual($usual, $mode, $lucky) ??
                    $this->deadReadings($mode, $faults + $rows->breaks($mode->id, $lucky, $held)),
                self::changedHeat($healthy->heat, $held->heat),
            );
        }
    }

    /**
     * With the plug out most modes are the same circuit: what another worker read in the usual one is read here as
     * well.
     *
     * @return array{array<string, float>, array<string, array{float, float}>}|null as deadReadings(); null if it is
     *     another circuit, or was not read
     */
    private function asUsual(?DictionaryRows $usual, Mode $mode, string $row): ?array
    {
        $first = $this->supply->mode(null);
        $seen = $usual->readings[$first->id][$row] ?? null;
        if (
            $usual === null ||
            $seen === null ||
            $mode->id === $first->id ||
            CircuitBuilder::unplugged($this->supply, $mode) !== CircuitBuilder::unplugged($this->supply, $first)
        ) {
            return null;
        }
        $readings = $spans = [];
        foreach ($this->supply->deadChecks() as $id => $check) {
            $key = "{$id} {$check->quantity}";
            $value = $seen[$key] ?? ($usual->readings[$first->id][Hypothesis::HEALTHY][$key] ?? NAN);
            $span =
                $usual->spans[$first->id][$row][$key] ??
                (isset($seen[$key]) ? null : $usual->spans[$first->id][Hypothesis::HEALTHY][$key] ?? null);
            $readings += is_nan($value) ? [] : [$key => $value];
            $spans += $span === null ? [] : [$key => $span];
        }

        return [$readings, $spans];
    }

    /** What two faults at once do, or a mishap, in the shape of a dictionary of one hypothesis. */
    public function pair(Hypothesis $pair, ?float $mainsVolts = null): FaultDictionary
    {
        $rows = new DictionaryRows();
        $made =
            $pair->mishap === null
                ? $this
                : new self($pair->mishap->made($this->supply), $pair->mishap->asleep($this->supply));
        foreach ($this->supply->modes as $mode) {
            $healthy = $this->healthy["{$mode->id} {$mainsVolts}"] ??= $this->behaviour->live($mode, [], $mainsVolts);
            $made->solve($rows, $pair->id, $pair, $mode, $mainsVolts, $healthy);
        }

        return new FaultDictionary(
            [$pair->id => $pair],
            $rows->readings,
            $rows->signs,
            $rows->broken,
            $rows->how,
            [$pair->id => 0],
            $this->rails(),
            $rows->heat,
            $rows->spans,
            [],
            $rows->takes,
        );
    }

    /**
     * @param array<string, Hypothesis> $hypotheses
     *
     * @return array<string, array{Hypothesis, ?float}> each once, or once at each of its severities
     */
    private function rows(array $hypotheses): array
    {
        $rows = [];
        foreach ($hypotheses as $id => $hypothesis) {
            if ($hypothesis->degrees === []) {
                $rows[$id] = [$hypothesis, null];
                continue;
            }
            // The ends first: what lies between them is solved only if they differ.
            $last = count($hypothesis->degrees) - 1;
            foreach ([$last, ...range(0, $last - 1)] as $k) {
                $rows[Hypothesis::at($id, $k)] = [$hypothesis, $hypothesis->degrees[$k]];
            }
        }

        return $rows;
    }

    /**
     * The worst row of a fault, if no measurement separates it from the mildest: nothing between them needs to be
     * solved.
     *
     * @param array<string, array<string, float>> $readings of this mode
     */
    private function likeBothEnds(Hypothesis $hypothesis, float $degree, array $readings): ?string
    {
        $last = count($hypothesis->degrees) - 1;
        $worst = Hypothesis::at($hypothesis->id, $last);

        return $degree !== $hypothesis->degrees[0] &&
            $degree !== $hypothesis->degrees[$last] &&
            Alike::rows(Hypothesis::at($hypothesis->id, 0), $worst, ['' => $readings])
            ? $worst
            : null;
    }

    /**
     * Whether it is so many ohms across two terminals: with power and without, and however the rest of the circuit
     * stands.
     */
    private static function isAcross(string $fault, ?Unit $in): bool
    {
        return $in === Unit::Ohm && FailureClass::of($fault)->burdens();
    }

    /**
     * The same for faults that make the same circuit of it: before power, running as a good unit runs, and with the
     * plug out.
     */
    private function circuit(Hypothesis $hypothesis, Mode $mode, ?float $mainsVolts, Observation $healthy): string
    {
        $faults = array_diff_key($hypothesis->faults(), array_flip($mode->absent));
        $parts = Settling::restingParts($this->supply, $mode, $mainsVolts);
        $circuits = [
            CircuitBuilder::live($this->supply, $parts, $faults),
            CircuitBuilder::unpowered($this->supply, $mode, $faults),
        ];
        if ($healthy->guide !== null) {
            $circuits[] = CircuitBuilder::live($this->supply, $healthy->guide->end($parts)[0], $faults);
        }

        return implode(array_map(static fn(Netlist $circuit): string => $circuit->likeness(), $circuits));
    }

    /** What a circuit takes along may be the very part that is at fault in another. */
    private function sameCircuit(?string $row, Mode $mode, DictionaryRows $rows): ?string
    {
        return $row !== null &&
            array_filter(
                [...array_keys($rows->broken[$row] ?? []), ...$rows->takes[$mode->id][$row] ?? []],
                fn(string $ref): bool => !($this->supply->part($ref)->kind instanceof Fuse),
            ) === []
            ? $row
            : null;
    }

    /** The same supply with one part as bad as that. */
    private function failedBy(string $ref, ?float $degree): self
    {
        return $degree === null
            ? $this
            : ($this->failed["{$ref} {$degree}"] ??= new self(
                $this->supply->withParts([$ref => $this->supply->part($ref)->failedBy($degree)]),
                null,
                $this,
            ));
    }

    /** @return list<string> */
    private function rails(): array
    {
        return array_map(strval(...), array_keys($this->supply->outputs()));
    }

    /** @return array<string, Hypothesis> by id */
    public function hypotheses(): array
    {
        return $this->hypotheses ??= $this->allHypotheses();
    }

    /** @return array<string, Hypothesis> */
    private function allHypotheses(): array
    {
        $hypotheses = [];
        foreach ($this->supply->parts as $ref => $part) {
            foreach ($part->kind->faults($part) as $fault) {
                $id = "{$ref}:{$fault->name}";
                $hypotheses[$id] = new Hypothesis(
                    $id,
                    (string) $ref,
                    $fault->name,
                    "{$ref} {$fault->title}",
                    $fault->weight,
                    $fault->graded,
                    $fault->proof,
                    $fault->looks,
                    $part->kind->name(),
                    $fault->comesAndGoes,
                    [],
                    $this->degrees($fault),
                    $fault->in,
                );
            }
        }

        return $hypotheses;
    }

    /** @return list<float> severities at which a fault is solved here */
    private function degrees(FaultMode $fault): array
    {
        $parts = count($this->supply->parts);
        $isClose = $parts <= self::CLOSELY_UP_TO;
        $isAcross = self::isAcross($fault->name, $fault->in);
        if (
            $fault->degrees === [] ||
            ($parts > self::GRADED_UP_TO && !($isAcross && max($fault->degrees) > self::SHORT))
        ) {
            return [];
        }
        if ($isAcross) {
            return self::rungs($fault->degrees, $isClose ? self::CLOSE_LADDER : self::LADDER);
        }

        return $isClose ? self::closely($fault->degrees) : $fault->degrees;
    }

    /**
     * @param non-empty-list<float> $degrees ohms, from mildest to worst
     * @param list<float>           $ladder
     *
     * @return list<float> its ends, and the rungs between them
     */
    private static function rungs(array $degrees, array $ladder): array
    {
        [$mildest, $worst] = [max($degrees), min($degrees)];
        $between = array_filter(
            $ladder,
            static fn(float $rung): bool => $rung * self::NEAR_A_RUNG < $mildest && $rung > $worst * self::NEAR_A_RUNG,
        );

        return [$mildest, ...array_reverse(array_values($between)), $worst];
    }

    /**
     * @param non-empty-list<float> $degrees
     *
     * @return list<float>
     */
    private static function closely(array $degrees): array
    {
        $close = array_slice($degrees, 0, 1);
        foreach (array_slice($degrees, 1) as $k => $to) {
            $from = $degrees[$k];
            $steps = max(1, (int) ceil(abs(log($to / $from)) / log(self::APART)));
            array_push(
                $close,
                ...array_map(
                    static fn(int $step): float => $from * ($to / $from) ** ($step / $steps),
                    range(1, $steps),
                ),
            );
        }

        return $close;
    }

    /**
     * Most faults leave most readings alone, and a dictionary is read on every request.
     *
     * @param array<string, array<string, float>> $rows by hypothesis, "healthy" among them
     *
     * @return array<string, array<string, float>> of a fault only what differs from healthy; six digits are more than
     *     any meter shows
     */
    private static function sparse(array $rows): array
    {
        $healthy = array_map(self::digits(...), $rows[Hypothesis::HEALTHY]);
        $sparse = [Hypothesis::HEALTHY => $healthy];
        foreach ($rows as $id => $row) {
            if ($id !== Hypothesis::HEALTHY) {
                $changed = array_filter(
                    array_map(self::digits(...), $row),
                    static fn(float $value, string $key): bool => !self::same($value, $healthy[$key] ?? NAN),
                    ARRAY_FILTER_USE_BOTH,
                );
                $sparse[$id] =
                    $changed + array_fill_keys(array_map(strval(...), array_keys(array_diff_key($healthy, $row))), NAN);
            }
        }

        return $sparse;
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{float, array{float, float}|null} reading and span
     */
    private function readBetween(DeadCheck $check, Mode $mode, array $faults): array
    {
        $value = $this->meter->read($check, $mode, $faults);

        // What is shorted shows the same to every meter, a winding only if its ohms are known.
        return [
            $value,
            $value > self::COPPER || $check->quantity === DeadCheck::DIODE || $this->isAcrossWinding($check)
                ? $this->meter->span($check, $mode, $faults)
                : null,
        ];
    }

    private function isAcrossWinding(DeadCheck $check): bool
    {
        $this->windings ??= array_merge(
            ...array_map(
                static fn(Part $part): array => array_map(
                    static fn(array $ends): array => array_map($part->node(...), $ends),
                    $part->kind->islands($part),
                ),
                array_values(
                    array_filter(
                        $this->supply->parts,
                        static fn(Part $part): bool => $part->kind instanceof NamesWindings ||
                            $part->kind instanceof AveragedConverter,
                    ),
                ),
            ),
        );

        return array_filter(
            $this->windings,
            static fn(array $nodes): bool => in_array($check->red, $nodes, true) &&
                in_array($check->black, $nodes, true),
        ) !== [];
    }

    /**
     * @param array<string, array<string, array{float, float}>> $rows by hypothesis, "healthy" among them
     *
     * @return array<string, array<string, array{float, float}>> of a fault only what differs from healthy
     */
    private static function sparseSpans(array $rows): array
    {
        $healthy = $rows[Hypothesis::HEALTHY];
        foreach ($rows as $id => $row) {
            $rows[$id] =
                $id === Hypothesis::HEALTHY
                    ? $row
                    : array_filter(
                        $row,
                        static fn(array $span, string $key): bool => $span !== ($healthy[$key] ?? null),
                        ARRAY_FILTER_USE_BOTH,
                    );
        }

        return $rows;
    }

    private static function same(float $value, float $healthy): bool
    {
        return $value === $healthy || abs($value - $healthy) < self::SAME * abs($healthy) + self::SAME_FLOOR;
    }

    private static function digits(float $value): float
    {
        return is_finite($value) ? (float) sprintf('%.6g', $value) : $value;
    }

    /**
     * @param array<string, float> $good watts by reference
     * @param array<string, float> $seen likewise
     *
     * @return array<string, float> what differs enough to be felt
     */
    private static function changedHeat(array $good, array $seen): array
    {
        $changed = [];
        foreach ($good + $seen as $ref => $watts) {
            $now = $seen[$ref] ?? 0.0;
            if (abs($now - ($good[$ref] ?? 0.0)) > self::FELT * max($now, $good[$ref] ?? 0.0)) {
                $changed[$ref] = round($now, 3);
            }
        }

        return $changed;
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{array<string, float>, array<string, array{float, float}>} readings and spans by "target quantity"
     */
    private function deadReadings(Mode $mode, array $faults): array
    {
        ksort($faults);

        return $this->dead[
            CircuitBuilder::unplugged($this->supply, $mode) . json_encode($faults, JSON_THROW_ON_ERROR)
        ] ??= $this->readDead($mode, $faults);
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{array<string, float>, array<string, array{float, float}>} as deadReadings()
     */
    private function readDead(Mode $mode, array $faults): array
    {
        $readings = $spans = [];
        $between = [];
        foreach ($this->supply->deadChecks() as $id => $check) {
            // Many parts lie across the same two nodes.
            [$value, $span] =
                $check->quantity === DeadCheck::ESR
                    ? [$this->meter->read($check, $mode, $faults), null]
                    : ($between["{$check->red} {$check->black} {$check->quantity}"] ??= $this->readBetween(
                        $check,
                        $mode,
                        $faults,
                    ));
            if (!is_nan($value)) {
                $readings["{$id} {$check->quantity}"] = $value;
                if ($span !== null) {
                    $spans["{$id} {$check->quantity}"] = [self::digits($span[0]), self::digits($span[1])];
                }
            }
        }

        return [$readings, $spans];
    }

    /**
     * @param array<string, Hypothesis>                          $hypotheses
     * @param array<string, array<string, array<string, float>>> $readings
     *
     * @return array<string, int>
     */
    private static function group(array $hypotheses, array $readings): array
    {
        $groups = [];
        $representatives = [];
        foreach ($hypotheses as $id => $hypothesis) {
            $number = null;
            foreach (self::isSolved($hypothesis, $readings) ? $representatives : [] as $candidate => $other) {
                if (
                    self::isSolved($hypotheses[$other], $readings) &&
                    self::isLike($hypothesis, $hypotheses[$other], $readings)
                ) {
                    $number = $candidate;
                    break;
                }
            }
            if ($number === null) {
                $number = count($representatives);
                $representatives[] = $id;
            }
            $groups[$id] = $number;
        }

        return $groups;
    }

    /**
     * Of what was solved nowhere yet nobody knows what it is like.
     *
     * @param array<string, array<string, array<string, float>>> $readings
     */
    private static function isSolved(Hypothesis $hypothesis, array $readings): bool
    {
        return array_filter(
            $readings,
            static fn(array $byHypothesis): bool => isset($byHypothesis[$hypothesis->id]),
        ) !== [];
    }

    /**
     * Whether no measurement separates two faults as they usually are and at their worst: milder, they differ by how
     * bad they are, not by where they are.
     *
     * @param array<string, array<string, array<string, float>>> $readings
     */
    private static function isLike(Hypothesis $one, Hypothesis $other, array $readings): bool
    {
        $worst = static fn(Hypothesis $h): string => $h->degrees === []
            ? $h->id
            : Hypothesis::at($h->id, count($h->degrees) - 1);

        return Alike::rows($worst($one), $worst($other), $readings) && Alike::rows($one->id, $other->id, $readings);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Expectation\Settling;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Solves every fault of every part in every mode, piece by piece: some faults in one mode, which workers may share
 * among them; a dictionary is then made of whatever pieces there are.
 */
final class DictionaryBuilder
{
    /** Share by which the heat of a part must change to be noticed. */
    private const FELT = 0.2;

    private Behaviour $behaviour;

    /** @var array<string, Hypothesis>|null */
    private ?array $hypotheses = null;

    private DeadReadings $dead;

    /** @var array<string, self> by part and severity */
    private array $failed = [];

    /** @var array<string, Observation> a good unit, by mode and mains */
    private array $healthy = [];

    /**
     * @param Description|null $asleep as it is with the plug out, where that differs
     * @param self|null        $beside for the same good unit, only with other severities of its faults
     */
    public function __construct(private readonly Description $supply, ?Description $asleep = null, ?self $beside = null)
    {
        $this->behaviour = new Behaviour($supply);
        $this->dead = new DeadReadings($supply, $asleep, $beside?->dead);
    }

    /** Dead checks of a good unit, and no faults. */
    public function goodUnitOnly(): FaultDictionary
    {
        $readings = $spans = [];
        foreach ($this->supply->modes as $mode) {
            [$readings[$mode->id][Hypothesis::HEALTHY], $spans[$mode->id][Hypothesis::HEALTHY]] = $this->dead->of(
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
        $rows->put($mode->id, Hypothesis::HEALTHY, $healthy, $this->dead->of($mode, []), $healthy->heat);
        foreach ($ids as $k => $id) {
            $hypothesis = $this->hypotheses()[$id];
            foreach ($this->rows([$id => $hypothesis]) as $row => [, $degree]) {
                $twin = $degree === null ? null : $this->likeBothEnds($hypothesis, $degree, $rows->readings[$mode->id]);
                $failed = $this->failedBy($hypothesis->ref, $degree);
                $circuit =
                    $twin === null && $degree !== null && Severities::isAcross($hypothesis->fault, $hypothesis->in)
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
        $rows->readings[$mode->id] = SparseRows::readings($rows->readings[$mode->id]);
        $rows->spans[$mode->id] = SparseRows::spans($rows->spans[$mode->id]);

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
            Indistinct::groups($hypotheses, $rows->readings),
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
            $this->asUsual($usual, $mode, $row) ?? $this->dead->of($mode, $faults + $broken),
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
                $this->asUsual($usual, $mode, Hypothesis::spared($row)) ?? $this->dead->of($mode, $faults + $spared),
                [],
            );
        }
        $this->race($rows, $row, $mode, $faults, $mainsVolts, $observation, $usual);
        if ($isDoubtful) {
            $held = $this->behaviour->live($mode, $faults, $mainsVolts, $healthy->guide, isLucky: true);
            $rows->put(
                $mode->id,
                $lucky,
                $held,
                $this->asUsual($usual, $mode, $lucky) ??
                    $this->dead->of($mode, $faults + $rows->breaks($mode->id, $lucky, $held)),
                self::changedHeat($healthy->heat, $held->heat),
            );
        }
    }

    /**
     * The same where a fuse won that another part may have lost to; which of them went is settled as the unit is used.
     *
     * @param array<string, string> $faults
     */
    private function race(
        DictionaryRows $rows,
        string $row,
        Mode $mode,
        array $faults,
        ?float $mainsVolts,
        Observation $observation,
        ?DictionaryRows $usual,
    ): void {
        $spared = Hypothesis::spared($row);
        $known = $rows->how[$spared] ?? ($usual->how[$spared] ?? null);
        $isUsual = $mode->id === $this->supply->mode(null)->id;
        $fuses = $known ?? ($isUsual ? $observation->raced() : []);
        if ($fuses === [] || isset($rows->signs[$mode->id][$spared])) {
            return;
        }
        $open = array_map(static fn(): string => 'open', $fuses);
        $rows->how[$spared] = $fuses;
        $rows->broken[$spared] = $open;
        $rows->put(
            $mode->id,
            $spared,
            $this->behaviour->live($mode, $open + $faults, $mainsVolts),
            $this->asUsual($usual, $mode, $spared) ?? $this->dead->of($mode, $open + $faults),
            [],
        );
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
        $severities = new Severities(count($this->supply->parts));
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
                    $severities->of($fault),
                    $fault->in,
                );
            }
        }

        return $hypotheses;
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
}

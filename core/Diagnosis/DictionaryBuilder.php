<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Point;

/** Solves every fault of every part in every mode. */
final class DictionaryBuilder
{
    /** Share of a reading below which two are the same to any meter. */
    private const SAME = 3e-4;

    /** The same in volts or ohms, near nothing. */
    private const SAME_FLOOR = 3e-4;

    /** Share by which the heat of a part must change to be noticed. */
    private const FELT = 0.2;

    private Behaviour $behaviour;

    private DeadMeter $meter;

    /** @var array<string, Observation> a good unit, by mode and mains */
    private array $healthy = [];

    /** @var array<string, array<string, float>> dead readings by what is fitted and what is broken: most modes differ only with the power on */
    private array $dead = [];

    public function __construct(private readonly Description $supply)
    {
        $this->behaviour = new Behaviour($supply);
        $this->meter = new DeadMeter($supply);
    }

    /** How many solves build() makes, for a measure of its progress. */
    public function size(): int
    {
        return count($this->supply->modes) * (count($this->hypotheses()) + 1);
    }

    /** Dead checks of a good unit, and no faults. */
    public function goodUnitOnly(): FaultDictionary
    {
        $readings = [];
        foreach ($this->supply->modes as $mode) {
            $readings[$mode->id][Hypothesis::HEALTHY] = $this->deadReadings($mode, []);
        }

        return new FaultDictionary([], $readings, [], [], [], []);
    }

    /**
     * @param float|null              $mainsVolts as measured; null for nominal
     * @param (callable(int): void)|null $progress called with the number of solves made
     */
    public function build(?float $mainsVolts = null, ?callable $progress = null): FaultDictionary
    {
        $hypotheses = $this->hypotheses();
        $done = 0;
        $readings = $signs = $broken = $how = $heat = [];
        foreach ($this->supply->modes as $mode) {
            $healthy = $this->behaviour->live($mode, [], $mainsVolts);
            foreach ([Hypothesis::HEALTHY => null] + $hypotheses as $id => $hypothesis) {
                $faults = [];
                if ($hypothesis !== null) {
                    $faults = in_array($hypothesis->ref, $mode->absent, true) ? [] : [$hypothesis->ref => $hypothesis->fault];
                }
                $observation = $faults === [] ? $healthy : $this->behaviour->live($mode, $faults, $mainsVolts, $healthy->guide);
                // It comes from its owner: what broke as it was used is broken on the bench, however it is then set up.
                $broken[$id] ??= $observation->broken();
                $how[$id] = ($how[$id] ?? []) + $observation->howBroken();
                $readings[$mode->id][$id] = $this->flat($observation) + $this->deadReadings($mode, $faults + $broken[$id]);
                $signs[$mode->id][$id] = $observation->signs;
                $heat[$mode->id][$id] = $faults === [] ? $healthy->heat : self::changedHeat($healthy->heat, $observation->heat);
                if ($progress !== null) {
                    $progress(++$done);
                }
            }
        }

        $groups = self::group($hypotheses, $readings);

        return new FaultDictionary($hypotheses, array_map(self::sparse(...), $readings), $signs, array_filter($broken), array_filter($how), $groups, $this->rails(), array_map(array_filter(...), $heat));
    }

    /** What two faults at once do, in the shape of a dictionary of one hypothesis. */
    public function pair(Hypothesis $pair, ?float $mainsVolts = null): FaultDictionary
    {
        $readings = $signs = $how = $heat = [];
        $broken = null;
        foreach ($this->supply->modes as $mode) {
            $healthy = $this->healthy["{$mode->id} {$mainsVolts}"] ??= $this->behaviour->live($mode, [], $mainsVolts);
            $faults = array_diff_key($pair->faults(), array_flip($mode->absent));
            $observation = $faults === [] ? $healthy : $this->behaviour->live($mode, $faults, $mainsVolts, $healthy->guide);
            $broken ??= $observation->broken();
            $how += $observation->howBroken();
            $readings[$mode->id][$pair->id] = $this->flat($observation) + $this->deadReadings($mode, $faults + $broken);
            $signs[$mode->id][$pair->id] = $observation->signs;
            $heat[$mode->id][$pair->id] = self::changedHeat($healthy->heat, $observation->heat);
        }

        return new FaultDictionary([$pair->id => $pair], $readings, $signs, [$pair->id => $broken ?? []], [$pair->id => $how], [$pair->id => 0], $this->rails(), $heat);
    }

    /** @return list<string> */
    private function rails(): array
    {
        return array_map(strval(...), array_keys(array_filter($this->supply->points, fn(Point $point): bool => $point->rail !== null && ! $this->supply->isHot($point->node))));
    }

    /** @return array<string, Hypothesis> */
    private function hypotheses(): array
    {
        $hypotheses = [];
        foreach ($this->supply->parts as $ref => $part) {
            foreach ($part->kind->faults($part) as $fault) {
                $id = "{$ref}:{$fault->name}";
                $hypotheses[$id] = new Hypothesis($id, (string) $ref, $fault->name, "{$ref} {$fault->title}", $fault->weight, $fault->graded, $fault->proof, $fault->looks, $part->kind->name(), $fault->comesAndGoes);
            }
        }

        return $hypotheses;
    }

    /** @return array<string, float> by "target quantity" */
    private function flat(Observation $observation): array
    {
        $flat = [];
        foreach ($observation->readings as $point => $byQuantity) {
            foreach ($byQuantity as $quantity => $value) {
                $flat["{$point} {$quantity}"] = $value;
            }
        }

        return $flat;
    }

    /**
     * Most faults leave most readings alone, and a dictionary is read on every request.
     *
     * @param array<string, array<string, float>> $rows by hypothesis, "healthy" among them
     *
     * @return array<string, array<string, float>> of a fault only what differs from healthy; six digits are more than any meter shows
     */
    private static function sparse(array $rows): array
    {
        $healthy = array_map(self::digits(...), $rows[Hypothesis::HEALTHY]);
        $sparse = [Hypothesis::HEALTHY => $healthy];
        foreach ($rows as $id => $row) {
            if ($id !== Hypothesis::HEALTHY) {
                $changed = array_filter(array_map(self::digits(...), $row), static fn(float $value, string $key): bool => ! self::same($value, $healthy[$key] ?? NAN), ARRAY_FILTER_USE_BOTH);
                $sparse[$id] = $changed + array_fill_keys(array_map(strval(...), array_keys(array_diff_key($healthy, $row))), NAN);
            }
        }

        return $sparse;
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
     * @return array<string, float> by "target quantity"
     */
    private function deadReadings(Mode $mode, array $faults): array
    {
        ksort($faults);

        return $this->dead[CircuitBuilder::unplugged($this->supply, $mode).json_encode($faults, JSON_THROW_ON_ERROR)] ??= $this->readDead($mode, $faults);
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array<string, float> by "target quantity"
     */
    private function readDead(Mode $mode, array $faults): array
    {
        $readings = [];
        foreach ($this->supply->deadChecks() as $id => $check) {
            $value = $this->meter->read($check, $mode, $faults);
            if (! is_nan($value)) {
                $readings["{$id} {$check->quantity}"] = $value;
            }
        }

        return $readings;
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
            foreach ($representatives as $candidate => $other) {
                if (self::alike($id, $other, $readings)) {
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

    /** @param array<string, array<string, array<string, float>>> $readings */
    private static function alike(string $a, string $b, array $readings): bool
    {
        foreach ($readings as $byHypothesis) {
            foreach ($byHypothesis[$a] as $key => $value) {
                if (self::isMeasured($key, $byHypothesis[Hypothesis::HEALTHY]) && ! Likelihood::indistinguishable($key, $value, $byHypothesis[$b][$key] ?? NAN)) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * Only what a technician would measure there separates faults: no DC on a winding, no AC function on a rail.
     *
     * @param array<string, float> $healthy readings by key
     */
    private static function isMeasured(string $key, array $healthy): bool
    {
        [$target, $quantity] = explode(' ', $key);
        if (! isset($healthy["{$target} ac"])) {
            return true;
        }
        $alternating = Observation::isAlternating($healthy["{$target} dc"], $healthy["{$target} ac"]);

        return match ($quantity) {
            'ac' => $alternating,
            'dc', 'ripple' => ! $alternating,
            'hertz' => false,
            default => true,
        };
    }
}

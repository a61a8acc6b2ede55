<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Part;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Supply\Description;

/**
 * A unit that runs on the bench: its voltages follow mains and loads, its parts warm up, and one of them may fail after
 * some hours. Time is whatever the caller says it is, and only goes forward.
 */
final class RunningUnit
{
    /** Mains steps between which it is solved; readings in between are read off. */
    private const GRID = 0.05;

    /** Share by which references move between cold and warm. */
    private const WARM_DRIFT = 4e-4;

    private const DRIFT_SECONDS = 900.0;

    private readonly Description $unit;

    /** @var array<string, Observation> */
    private array $solved = [];

    /** @var array<string, float> degrees above the room at the last change, by part */
    private array $risen = [];

    private float $since = 0.0;

    private ?float $onSince = null;

    private int $starts = 0;

    private bool $hasStarted = true;

    private float $mains = 0.0;

    private string $mode;

    /** @var array<string, float> share of full load by rail */
    private array $shares = [];

    /**
     * @param array<string, string>                                    $faults fault name by part reference
     * @param list<array{part: string, fault: string, after: float}> $ageing what fails later, after so many seconds
     *     under power without a break
     * @param float                                                    $room   degrees Celsius
     * @param float                                                    $shy    share of its starts that fail
     */
    public function __construct(
        public readonly Description $supply,
        private array $faults,
        private readonly int $seed,
        private array $ageing = [],
        public readonly float $room = 21.0,
        private readonly float $shy = 0.0,
    ) {
        $this->unit = (new SimulatedUnit($supply, [], $seed))->asBuilt();
        $this->mode = $supply->mode(null)->id;
    }

    /**
     * Feed and loads from now on.
     *
     * @param float                $mains  volts at the feed, 0 for none
     * @param array<string, float> $shares of full load by rail; a rail that is not named has its load as the mode has
     *     it
     */
    public function set(float $now, float $mains, ?string $mode = null, array $shares = []): void
    {
        $this->advance($now);
        $this->freeze($now);
        if ($mains > 0.0 && $this->onSince === null) {
            $this->hasStarted =
                ++$this->starts === 0 || $this->noise('start', (float) $this->starts) > 2 * $this->shy - 1;
        }
        $this->onSince = $mains > 0.0 ? $this->onSince ?? $now : null;
        $this->mains = $mains;
        $this->mode = $mode !== null && isset($this->supply->modes[$mode]) ? $mode : $this->mode;
        $this->shares = $shares;
    }

    /** @param float $mains what the feed wanders to just now; null for as it was set */
    public function reading(string $point, string $quantity, float $now, ?float $mains = null): float
    {
        $this->advance($now);
        // A rail that did not start stands at nothing; what is fed straight from the mains does not care.
        $isDead = !$this->hasStarted && ($this->supply->points[$point]->rail ?? null) !== null;
        $true = $isDead
            ? 0.0
            : $this->between(
                static fn(Observation $o): float => $o->readings === [] ? 0.0 : $o->reading($point, $quantity),
                $mains ?? $this->mains,
            );
        $warm =
            $quantity === 'dc' && $this->onSince !== null
                ? 1 - self::WARM_DRIFT * (1 - exp(-($now - $this->onSince) / self::DRIFT_SECONDS))
                : 1.0;

        return $true * $warm + $this->noise("{$point}{$quantity}", $now) * (1e-4 * abs($true) + 5e-4);
    }

    /** Degrees Celsius on the outside of a part; of the room for what is no part. */
    public function celsius(string $ref, float $now): float
    {
        $this->advance($now);

        return $this->room + $this->rise($ref, $now) + 0.05 * $this->noise($ref, $now);
    }

    /** Ohms of a dead check with the feed off, INF for OL; NAN if there is no such check. */
    public function ohms(string $check): float
    {
        $asked = $this->supply->deadCheck($check);

        return $asked === null
            ? NAN
            : (new DeadMeter($this->unit))->read($asked, $this->unit->mode($this->mode), $this->faults);
    }

    /** Watts from the feed. */
    public function watts(float $now): float
    {
        return $this->feed($now)[1];
    }

    /** Amperes rms from the feed. */
    public function amperes(float $now): float
    {
        return $this->feed($now)[0];
    }

    /** A part was replaced by a good one. */
    public function repair(string $ref): void
    {
        unset($this->faults[$ref]);
        $this->ageing = array_values(array_filter($this->ageing, static fn(array $a): bool => $a['part'] !== $ref));
        $this->solved = [];
    }

    /** @return array{float, float} amperes, watts */
    private function feed(float $now): array
    {
        $this->advance($now);
        if ($this->mains <= 0.0) {
            return [0.0, 0.0];
        }
        $stands = $this->stands();
        $budget = Budget::of($stands, $stands->mode($this->mode), $this->mains);

        return [$budget->feedAmperes, $budget->inputWatts];
    }

    /** What was to fail by now has failed, at its own time. */
    private function advance(float $now): void
    {
        while ($this->ageing !== [] && $this->onSince !== null) {
            $first = $this->ageing[0];
            $at = max($this->since, $this->onSince + $first['after']);
            if ($at > $now) {
                return;
            }
            $this->freeze($at);
            array_shift($this->ageing);
            $this->faults = [$first['part'] => $first['fault']] + $this->faults;
            $this->solved = [];
        }
    }

    /** Keeps the temperatures of this moment, from which whatever comes next goes on. */
    private function freeze(float $now): void
    {
        $risen = [];
        foreach (array_keys($this->supply->parts) as $ref) {
            $risen[$ref] = $this->rise((string) $ref, $now);
        }
        $this->risen = $risen;
        $this->since = $now;
    }

    private function rise(string $ref, float $now): float
    {
        $part = $this->supply->parts[$ref] ?? null;
        if ($part === null) {
            return 0.0;
        }
        $end =
            $this->mains <= 0.0
                ? 0.0
                : Warmth::rise(
                    $part,
                    $this->between(static fn(Observation $o): float => $o->heat[$ref] ?? 0.0, $this->mains),
                );
        $tau = $part->kind->profile()->warms;

        return $end + (($this->risen[$ref] ?? 0.0) - $end) * exp(-max(0.0, $now - $this->since) / $tau);
    }

    /** @param callable(Observation): float $of */
    private function between(callable $of, float $mains): float
    {
        if ($mains <= 0.0) {
            return 0.0;
        }
        $step = self::GRID * $this->supply->mainsVoltage;
        $below = (int) floor($mains / $step + 1e-9);
        $share = $mains / $step - $below;
        $low = $of($this->observe($below * $step));

        return $share < 1e-6 ? $low : $low + $share * ($of($this->observe(($below + 1) * $step)) - $low);
    }

    private function observe(float $mains): Observation
    {
        $key = sprintf('%s %.3f %s', $this->mode, $mains, json_encode($this->shares));
        if (!isset($this->solved[$key])) {
            if ($mains <= 0.0) {
                return $this->solved[$key] = new Observation([], [], [], [], null);
            }
            $stands = $this->stands();
            $seen = (new Behaviour($stands))->live($stands->mode($this->mode), $this->faults, $mains);
            // What broke stays broken.
            $this->faults = $seen->broken() + $this->faults;
            $this->solved[$key] = $seen;
        }

        return $this->solved[$key];
    }

    /** The unit with its loads set as they are. */
    private function stands(): Description
    {
        $alterations = [];
        foreach (Rail::all($this->supply) as $id => $rail) {
            if (isset($this->shares[$id]) && abs($this->shares[$id] - 1.0) > 1e-9) {
                array_push($alterations, ...$rail->at($this->shares[$id]));
            }
        }
        if ($alterations === []) {
            return $this->unit;
        }
        $altered = $this->supply->altered($this->mode, $alterations);

        return $altered->withParts(
            array_diff_key(
                $this->unit->parts,
                array_filter($this->unit->parts, static fn(Part $p): bool => $p->kind instanceof Consumes),
            ),
        );
    }

    /** Between -1 and 1, the same for the same moment and place. */
    private function noise(string $what, float $now): float
    {
        return crc32("{$this->seed} {$what} " . round($now, 3)) / 0x7fffffff - 1.0;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\Ability\Oscillates;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Point;

/**
 * Runs a supply, healthy or with faults, to the end: what is grossly overloaded goes, the quickest first, and the rest
 * runs on, until nothing more breaks. Fuses are the parts that are meant to go.
 */
final class Behaviour
{
    private const LONGEST_CHAIN = 8;

    /** Within so many times the other's time either of two may be the quicker. */
    private const RACE = 8.0;

    /** Mains from which another is reached, as shares of it. */
    private const BESIDE = [0.97, 1.04];

    public function __construct(private readonly Description $supply) {}

    /**
     * @param array<string, string> $faults fault name by part reference
     * @param Guide|null            $guide     how a similar supply came to rest in this mode
     * @param bool                  $isRunning true to begin where the guide ended, not with everything off
     * @param bool                  $isLucky   true if whatever may hold holds
     */
    public function live(
        Mode $mode,
        array $faults = [],
        ?float $mainsVolts = null,
        ?Guide $guide = null,
        bool $isRunning = false,
        bool $isLucky = false,
    ): Observation {
        $chain = [];
        try {
            $run = $this->run($mode, $faults, $mainsVolts, $guide, $chain, $isRunning, $isLucky);
        } catch (CircuitError $e) {
            return new Observation([], $chain, ['unstable'], [], null, [], Unsettled::from($e));
        }

        return new Observation(
            $this->readings($run),
            $chain,
            $this->signs($run),
            $this->levels($run->longest()->record),
            $run->guide,
            $this->heat($run),
        );
    }

    /**
     * The circuit as it stands after everything that breaks has broken.
     *
     * @param array<string, string> $faults fault name by part reference
     * @param list<Destruction>     $chain  what broke, in order
     *
     * @throws NoStableReading if it does not settle
     */
    public function run(
        Mode $mode,
        array $faults = [],
        ?float $mainsVolts = null,
        ?Guide $guide = null,
        array &$chain = [],
        bool $isRunning = false,
        bool $isLucky = false,
    ): Run {
        while (true) {
            try {
                $run = $this->settle($mode, $faults, $mainsVolts, $guide, $isRunning);
                $next = $this->nextToGo($run, $faults, $chain, $isLucky);
                if ($next === null) {
                    return $run;
                }
            } catch (NoStableReading $lost) {
                // What goes as the mains arrives does not wait for the controllers to come to rest.
                $next =
                    $this->nextToGo(
                        Settling::atRest($this->supply, $mode, $faults, $mainsVolts),
                        $faults,
                        $chain,
                        $isLucky,
                    ) ?? throw $lost;
            }
            $chain[] = $next;
            $faults = [$next->ref => $next->becomes] + $faults;
            // The circuit has lost a branch: it may come to rest quite differently.
            [$guide, $isRunning] = [null, false];
        }
    }

    /**
     * The good unit's way to rest may lead nowhere with a fault: then its own from nothing, then from where the good
     * unit runs. Where none does, a state may still be reached from the one that it has on a mains a little off.
     *
     * @param array<string, string> $faults
     *
     * @throws NoStableReading if none leads anywhere
     */
    private function settle(Mode $mode, array $faults, ?float $mainsVolts, ?Guide $guide, bool $isRunning): Run
    {
        $others = $guide === null ? [] : [[null, false], [$guide, true]];
        while (true) {
            try {
                return Settling::of($this->supply, $mode, $faults, $mainsVolts, $guide, $isRunning);
            } catch (NoStableReading $lost) {
                $other = array_shift($others);
                if ($other === null) {
                    return $this->fromBeside($mode, $faults, $mainsVolts) ?? throw $lost;
                }
                [$guide, $isRunning] = $other;
            }
        }
    }

    /** @param array<string, string> $faults */
    private function fromBeside(Mode $mode, array $faults, ?float $mainsVolts): ?Run
    {
        $volts = $mainsVolts ?? $this->supply->mainsVoltage * $mode->mains;
        foreach (self::BESIDE as $share) {
            try {
                $guide = Settling::of($this->supply, $mode, $faults, $share * $volts)->guide;

                return Settling::of($this->supply, $mode, $faults, $mainsVolts, $guide);
            } catch (NoStableReading) {
                continue;
            }
        }

        return null;
    }

    /**
     * What goes first. A fuse and a part beside it that go within about the same time run a race that either may win:
     * one specimen of a fuse takes twenty times as long as another (IEC 60127-2).
     *
     * @param array<string, string> $faults
     * @param list<Destruction>     $chain what broke before
     */
    private function nextToGo(Run $run, array $faults, array $chain, bool $isLucky): ?Destruction
    {
        if (count($chain) >= self::LONGEST_CHAIN) {
            return null;
        }
        $part = $this->quickest($run, static fn(Phase $p): ?Destruction => Stress::firstToGo($p, $faults, $isLucky));
        $fuse = $this->quickest($run, fn(Phase $p): ?Destruction => $this->fuse($p, $faults, $isLucky, $part));
        if ($fuse === null || $part === null) {
            return $fuse ?? $part;
        }

        return match (true) {
            $fuse->seconds <= $part->seconds => $fuse,
            $fuse->seconds <= self::RACE * $part->seconds => $part->beside([$fuse->ref => $fuse->how]),
            default => $part,
        };
    }

    /** @param callable(Phase): ?Destruction $of */
    private function quickest(Run $run, callable $of): ?Destruction
    {
        $first = null;
        foreach ($run->phases as $phase) {
            $candidate = $of($phase);
            if ($candidate !== null && ($first === null || $candidate->seconds < $first->seconds)) {
                $first = $candidate;
            }
        }

        return $first;
    }

    /**
     * @param array<string, string> $faults
     * @param Destruction|null      $part   what else goes; with luck it is quicker than a fuse that is hardly so
     */
    private function fuse(Phase $phase, array $faults, bool $isLucky, ?Destruction $part): ?Destruction
    {
        $first = null;
        foreach ($phase->parts as $ref => $fuse) {
            $opening =
                $fuse->kind instanceof Fuse && !isset($faults[$ref])
                    ? Fuse::opening($fuse, $phase->record->currentSignal((string) $ref)->rms)
                    : null;
            if ($opening === null) {
                continue;
            }
            [$how, $seconds, $isSlow] = $opening;
            $isDoubtful = $isSlow || ($part !== null && $part->seconds < self::RACE * $seconds);
            if (!($isLucky && $isDoubtful) && ($first === null || $seconds < $first->seconds)) {
                $first = new Destruction((string) $ref, 'open', $how, $seconds, $isDoubtful);
            }
        }

        return $first;
    }

    /** @return array<string, array{dc: float, ac: float, ripple: float, swing: float, hertz: float}> */
    private function readings(Run $run): array
    {
        $shares = $run->shares();
        $readings = [];
        $switching = array_map(SwitchingRipple::of(...), $run->phases);
        $drive = new GateDrive($this->supply);
        foreach ($this->supply->points as $id => $point) {
            $average = $square = $ripple = 0.0;
            $levels = [];
            $band = $run->alternates() ? $this->band($run, $point) : null;
            foreach ($run->phases as $k => $phase) {
                $signal = $phase->record->signal($point->node, $point->against);
                // Each phase is solved as if it lasted; the supply pin of what starts and stops never gets that far.
                $level = $band === null ? $signal->average : min($band[1], max($band[0], $signal->average));
                $levels[] = $level;
                $average += $shares[$k] * ($band === null ? $level : ($band[0] + $band[1]) / 2);
                $square += $shares[$k] * ($band === null ? $signal->rms ** 2 : (($band[0] + $band[1]) / 2) ** 2);
                $ripple = max($ripple, $signal->peakToPeak + ($switching[$k][$point->node]['volts'] ?? 0.0));
            }
            $swing = $band === null ? max($levels) - min($levels) : $band[1] - $band[0];
            $readings[$id] = [
                'dc' => $drive->shown($point->node, $average),
                'ac' => sqrt(max(0.0, $square - $average ** 2)),
                'ripple' => $ripple,
                'swing' => $swing,
                'hertz' =>
                    $swing > $ripple && $run->period() > 0.0 && $swing > Periodicity::VISIBLE
                        ? 1 / $run->period()
                        : $this->hertz(
                            $run->longest(),
                            $point,
                            $switching[(int) array_search($run->longest(), $run->phases, true)][$point->node] ?? null,
                        ),
            ];
        }

        return $readings;
    }

    /**
     * @return array{float, float}|null volts between which a controller's supply pin saws while it starts and gives up
     */
    private function band(Run $run, Point $point): ?array
    {
        foreach ($run->longest()->parts as $part) {
            if ($part->kind instanceof LivesBetween) {
                [$supply, $ground, $stop, $start] = $part->kind->thresholds($part);
                if ($point->node === $supply && $point->against === $ground) {
                    return [$stop, $start];
                }
            }
        }

        return null;
    }

    /** @param array{volts: float, hertz: float}|null $switching ripple that averaging leaves out */
    private function hertz(Phase $phase, Point $point, ?array $switching): float
    {
        foreach ($phase->parts as $ref => $part) {
            if ($part->kind instanceof Oscillates && in_array($point->node, $part->kind->clockNodes($part), true)) {
                $clock = $part->kind->clock($part, $phase->faults[$ref] ?? null, $phase->record->netlist());
                if ($clock > 0.0) {
                    return $clock;
                }
            }
        }
        $mains = Periodicity::of($phase->record->waveform($point->node, $point->against), $this->supply->frequency);
        if (
            $switching !== null &&
            $switching['volts'] >
                max(Periodicity::VISIBLE, $phase->record->signal($point->node, $point->against)->peakToPeak)
        ) {
            return $switching['hertz'];
        }

        return $mains;
    }

    /** @return array<string, float> */
    private function heat(Run $run): array
    {
        $shares = $run->shares();
        $watts = [];
        foreach ($run->phases as $k => $phase) {
            foreach (Stress::heats($phase) as $ref => $heat) {
                $watts[$ref] = ($watts[$ref] ?? 0.0) + $shares[$k] * $heat;
            }
        }

        return array_filter($watts, static fn(float $one): bool => $one > Stress::WARM);
    }

    /** @return array<string, float> */
    private function levels(CycleRecord $record): array
    {
        $levels = [];
        foreach (
            [
                ...array_keys($this->supply->grounds),
                ...array_map(static fn(Point $point): string => $point->against, array_values($this->supply->points)),
            ]
            as $node
        ) {
            $levels[$node] ??= $record->signal((string) $node, $this->supply->reference)->average;
        }

        return $levels;
    }

    /** @return list<string> */
    private function signs(Run $run): array
    {
        $phase = $run->longest();
        $signs = [];
        foreach ($phase->parts as $ref => $part) {
            if ($part->kind instanceof ShowsSigns) {
                array_push($signs, ...$part->kind->signs($part, $phase->faults[$ref] ?? null, $phase->record));
            }
        }
        // Slower than this it is a supply that tries now and then, faster it is a squeal.
        if ($run->alternates() && $run->period() < 20.0) {
            $signs[] = $run->period() > 0.02 ? 'ticks' : 'squeals';
        }

        return $signs;
    }
}

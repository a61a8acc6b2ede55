<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\WarmStart;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Parts\Fuse;
use Oculant\Core\Parts\ShowsSigns;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Runs a supply, healthy or with faults, to the end: what is grossly overloaded goes, the quickest first, and the rest runs
 * on, until nothing more breaks. Fuses are the parts that are meant to go.
 */
final class Behaviour
{
    private const LONGEST_CHAIN = 8;

    public function __construct(private readonly Description $supply)
    {
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     * @param WarmStart|null        $warm       of a similar solve
     */
    public function live(Mode $mode, array $faults = [], ?float $mainsVolts = null, ?WarmStart $warm = null): Observation
    {
        $chain = [];
        try {
            $run = $this->run($mode, $faults, $mainsVolts, $warm, $chain);
        } catch (CircuitError) {
            return new Observation([], $chain, ['unstable'], false, null);
        }

        return new Observation($this->readings($run), $chain, $this->signs($run), true, $run->longest()->record->warmStart());
    }

    /**
     * The circuit as it stands after everything that breaks has broken.
     *
     * @param array<string, string> $faults fault name by part reference
     * @param list<Destruction>     $chain  what broke, in order
     *
     * @throws NoStableReading if it does not settle
     */
    public function run(Mode $mode, array $faults = [], ?float $mainsVolts = null, ?WarmStart $warm = null, array &$chain = []): Run
    {
        while (true) {
            $run = Settling::of($this->supply, $mode, $faults, $mainsVolts, $warm);
            $next = count($chain) < self::LONGEST_CHAIN ? $this->nextToGo($run, $faults) : null;
            if ($next === null) {
                return $run;
            }
            $chain[] = $next;
            $faults = [$next->ref => $next->becomes] + $faults;
            // The circuit has lost a branch: its states may be others.
            $warm = null;
        }
    }

    /** @param array<string, string> $faults */
    private function nextToGo(Run $run, array $faults): ?Destruction
    {
        $first = null;
        foreach ($run->phases as $phase) {
            foreach ([$this->fuse($phase, $faults), Stress::firstToGo($phase, $faults)] as $candidate) {
                if ($candidate !== null && ($first === null || $candidate->seconds < $first->seconds)) {
                    $first = $candidate;
                }
            }
        }

        return $first;
    }

    /** @param array<string, string> $faults */
    private function fuse(Phase $phase, array $faults): ?Destruction
    {
        $first = null;
        foreach ($phase->parts as $ref => $part) {
            if ($part->kind instanceof Fuse && ! isset($faults[$ref])) {
                $opening = Fuse::opening($phase->record->currentSignal((string) $ref)->rms, $part->value('rating'));
                if ($opening !== null && ($first === null || $opening[1] < $first->seconds)) {
                    $first = new Destruction((string) $ref, 'open', "opens {$opening[0]}", $opening[1]);
                }
            }
        }

        return $first;
    }

    /** @return array<string, array{dc: float, ac: float, ripple: float, swing: float}> */
    private function readings(Run $run): array
    {
        $shares = $run->shares();
        $readings = [];
        $switching = array_map(SwitchingRipple::of(...), $run->phases);
        foreach ($this->supply->points as $id => $point) {
            $average = $square = $ripple = 0.0;
            $levels = [];
            foreach ($run->phases as $k => $phase) {
                $signal = $phase->record->signal($point->node, $point->against);
                $levels[] = $signal->average;
                $average += $shares[$k] * $signal->average;
                $square += $shares[$k] * $signal->rms ** 2;
                $ripple = max($ripple, $signal->peakToPeak + ($switching[$k][$point->node] ?? 0.0));
            }
            $readings[$id] = ['dc' => $average, 'ac' => sqrt(max(0.0, $square - $average ** 2)), 'ripple' => $ripple, 'swing' => max($levels) - min($levels)];
        }

        return $readings;
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
        if ($run->alternates() && $run->period() > 0.02 && $run->period() < 20.0) {
            $signs[] = 'ticks';
        }

        return $signs;
    }
}

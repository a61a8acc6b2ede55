<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use ArrayObject;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\ReducedNetwork;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** What a multimeter reads across two nodes of the unplugged, discharged unit; everything in parallel counts. */
final class DeadMeter
{
    /** Ohms; above this the display says OL. */
    public const MOST_OHMS = 40e6;

    /** Volts; above this a diode test says OL. */
    public const MOST_DIODE_VOLTS = 2.8;

    /** Test source of the ohms function: 0.3 V behind 1 kOhm keeps silicon junctions shut (common practice). */
    private const OHMS_SOURCE = [0.3, 1000.0];

    /** Test source of the diode function: 3 V behind 2 kOhm, about 1 mA through a junction (common practice). */
    private const DIODE_SOURCE = [3.0, 2000.0];

    /**
     * Between which limits meters and types differ where current goes through semiconductors: volts and ohms of the
     * test source, and what integrated circuits show of their usual resistance asleep. A strong meter wakes junctions,
     * a shy one finds everything open (common practice).
     */
    private const STRONG = [0.6, 500.0, 0.3];

    private const SHY = [0.12, 2000.0, 2e4];

    /**
     * Where the usual source meets no consistent state of the junctions, one a little different does: shares of its
     * volts and ohms.
     */
    private const NUDGES = [[1.0, 1.0], [1.03, 1.0], [0.9, 1.0], [1.0, 1.2], [1.2, 0.7]];

    /** Ratio up to which the two ends of a span are the same. */
    private const ALIKE = 1.05;

    /** Ohms; above this an ESR meter says OL. */
    private const MOST_ESR = 100.0;

    /**
     * A climb is seen from about a microfarad on (the megohm ranges), and if it ends above some tens of ohms (common
     * practice).
     */
    private const LEAST_CAPACITANCE = 0.7e-6;

    private const LEAST_CLIMB = 30.0;

    /**
     * Ohms below which every beeper sounds, and above which none does: makes differ from some twenty to about a hundred
     * (common practice).
     */
    private const BEEPS = DeadCheck::ALL_BEEP;

    private const SILENT = DeadCheck::NONE_BEEPS;

    /** Circuits to keep: that of the usual meter and the two ends of the others, before and after something broke. */
    private const KEPT = 8;

    private readonly CapacitorMeter $capacitors;

    /** Share of the test source below which nothing stands across a part, and nothing flows through it. */
    private const IDLE = 1e-4;

    /**
     * @var ArrayObject<string, array{float, array<string, true>}> what the good unit shows by mode, sleep, check and
     *     test source; and the parts that this goes past
     */
    private readonly ArrayObject $good;

    /** @var array<string, ReducedNetwork|false> by mode, faults and sleep; false for one that has no single solution */
    private array $networks = [];

    /** @param self|null $beside that reads the same good unit, only with other severities of its faults */
    public function __construct(private readonly Description $supply, ?self $beside = null)
    {
        $this->capacitors = new CapacitorMeter($supply);
        $this->good = $beside->good ?? new ArrayObject();
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return float ohms, volts for a diode test, 1 or 0 for whether ohms climb or a beeper sounds; INF for OL; NAN if
     *     it does not settle
     */
    public function read(DeadCheck $check, Mode $mode, array $faults = []): float
    {
        if ($check->quantity === DeadCheck::ESR) {
            $esr = $this->capacitors->read(
                strstr($check->id, '.', true) ?: $check->id,
                CapacitorMeter::ESR,
                false,
                $faults,
            );
            // Whatever conducts across it is taken for its series resistance: a short beside it reads as a splendid
            // capacitor.
            $beside = $this->read($check->on(DeadCheck::RESISTANCE), $mode, $faults);
            $shown =
                is_nan($beside) || is_infinite($beside)
                    ? $esr
                    : (is_infinite($esr)
                        ? $beside
                        : ($esr * $beside) / ($esr + $beside));

            return $shown > self::MOST_ESR ? INF : $shown;
        }
        if ($check->quantity === DeadCheck::CLIMBS) {
            $ends = $this->read($check->on(DeadCheck::RESISTANCE), $mode, $faults);

            return is_nan($ends)
                ? NAN
                : ($ends > self::LEAST_CLIMB &&
                $this->capacitors->between($check->red, $check->black, $mode, $faults) > self::LEAST_CAPACITANCE
                    ? 1.0
                    : 0.0);
        }
        if ($check->quantity === DeadCheck::BEEPS) {
            return self::beeps($this->read($check->on(DeadCheck::RESISTANCE), $mode, $faults));
        }
        [$volts, $ohms] = $check->quantity === DeadCheck::DIODE ? self::DIODE_SOURCE : self::OHMS_SOURCE;
        foreach (self::NUDGES as [$more, $stiffer]) {
            $shown = $this->shown($check, $mode, $faults, $more * $volts, $stiffer * $ohms);
            if (!is_nan($shown)) {
                return $shown;
            }
        }

        return NAN;
    }

    /** @return float how likely a beeper sounds, 0 to 1; NAN if the ohms are not known */
    public static function beeps(float $ohms): float
    {
        if (is_nan($ohms)) {
            return NAN;
        }

        return 1.0 - max(0.0, min(1.0, log(max($ohms, 1e-3) / self::BEEPS) / log(self::SILENT / self::BEEPS)));
    }

    /**
     * Between which readings good meters and good types may differ here.
     *
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{float, float}|null as read() gives them, the lower first; null where all show the same, or nothing
     *     is known
     */
    public function span(DeadCheck $check, Mode $mode, array $faults = []): ?array
    {
        if (!in_array($check->quantity, [DeadCheck::RESISTANCE, DeadCheck::DIODE], true)) {
            return null;
        }
        $ends = [];
        foreach ([self::STRONG, self::SHY] as [$volts, $ohms, $sleep]) {
            [$volts, $ohms] = $check->quantity === DeadCheck::DIODE ? self::DIODE_SOURCE : [$volts, $ohms];
            foreach (self::NUDGES as [$more, $stiffer]) {
                $shown = $this->shown($check, $mode, $faults, $more * $volts, $stiffer * $ohms, $sleep);
                if (!is_nan($shown)) {
                    $ends[] = $shown;
                    break;
                }
            }
        }
        sort($ends);

        return count($ends) === 2 && $ends[1] > self::ALIKE * $ends[0] ? [$ends[0], $ends[1]] : null;
    }

    /**
     * @param array<string, string> $faults
     *
     * @return float as read() gives it
     */
    private function shown(
        DeadCheck $check,
        Mode $mode,
        array $faults,
        float $volts,
        float $ohms,
        float $sleep = 1.0,
    ): float {
        if ($faults !== []) {
            $key = "{$mode->id} {$sleep} {$check->red} {$check->black} {$check->quantity} {$volts} {$ohms}";
            $this->good[$key] ??= $this->goodUnit($check, $mode, $volts, $ohms, $sleep);
            [$shown, $idle] = $this->good[$key];
            // Nothing stands across it and nothing flows through it: whatever becomes of it changes nothing.
            if (!is_nan($shown) && array_diff_key($faults, $idle) === []) {
                return $shown;
            }
        }

        return $this->solved($check, $this->network($mode, $faults, $sleep), $volts, $ohms)[0];
    }

    /** @return array{float, array<string, true>} as $good */
    private function goodUnit(DeadCheck $check, Mode $mode, float $volts, float $ohms, float $sleep): array
    {
        [$shown, $record] = $this->solved($check, $this->network($mode, [], $sleep), $volts, $ohms);
        if ($record === null) {
            return [NAN, []];
        }
        $idle = [];
        $busy = [];
        foreach (array_keys($record->netlist()->branches()) as $name) {
            if (abs($record->current((string) $name)[0]) > (self::IDLE * $volts) / $ohms) {
                $busy[explode('.', (string) $name)[0]] = true;
            }
        }
        $known = $record->netlist()->nodes() + [$this->supply->reference => -1];
        $passive = CircuitBuilder::passive($this->supply, $mode);
        foreach ($passive as $ref => $part) {
            $nodes = array_values(
                array_unique(array_intersect($part->terminals, array_map(strval(...), array_keys($known)))),
            );
            $across = array_map(
                static fn(string $node): float => abs($record->waveform($node, $nodes[0])[0]),
                array_slice($nodes, 1),
            );
            if (!isset($busy[$ref]) && max([0.0, ...$across]) <= self::IDLE * $volts) {
                $idle[(string) $ref] = true;
            }
        }
        foreach (array_diff_key($this->supply->parts, $passive) as $ref => $part) {
            $idle[(string) $ref] = true;
        }

        return [$shown, $idle];
    }

    /**
     * @return array{float, CycleRecord|null} what the meter shows, and the circuit under it; NAN and null if it does
     *     not settle, INF and null where nothing reaches the leads
     */
    private function solved(DeadCheck $check, ?ReducedNetwork $network, float $volts, float $ohms): array
    {
        $between = $network?->netlist->meeting($check->red, $check->black);
        if ($network === null || $between === null) {
            return [$network === null ? NAN : INF, null];
        }
        try {
            $record = SteadyState::restingIn($network->fed($between, $volts, $ohms));
        } catch (CircuitError) {
            return [NAN, null];
        }
        $across = $record->waveform($check->red, $check->black)[0];
        if ($check->quantity === DeadCheck::DIODE) {
            return [$across > self::MOST_DIODE_VOLTS ? INF : $across, $record];
        }
        $current = ($volts - $across) / $ohms;
        $resistance = $current > 0 ? $across / $current : INF;

        return [$resistance > self::MOST_OHMS ? INF : $resistance, $record];
    }

    /**
     * All checks of one unit look at the same circuit, only from other nodes.
     *
     * @param array<string, string> $faults
     */
    private function network(Mode $mode, array $faults, float $sleep): ?ReducedNetwork
    {
        ksort($faults);
        $key = "{$mode->id} {$sleep} " . json_encode($faults, JSON_THROW_ON_ERROR);
        if (!isset($this->networks[$key])) {
            try {
                $network = ReducedNetwork::resting(CircuitBuilder::unpowered($this->supply, $mode, $faults, $sleep));
            } catch (CircuitError) {
                $network = false;
            }
            $this->networks = array_slice($this->networks, -self::KEPT + 1, null, true) + [$key => $network];
        }

        return $this->networks[$key] ?: null;
    }
}

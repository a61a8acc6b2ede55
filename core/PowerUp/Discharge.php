<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\HoldsHighVoltage;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** What every capacitor may hold with the plug out, how long by itself, and what to discharge it with. */
final readonly class Discharge
{
    /** Below these a capacitor is not worth a line. */
    private const LEAST_JOULES = 5e-3;

    private const LEAST_VOLTS = 3.0;

    /** A resistor that makes it hold so much longer when it is open is its bleeder. */
    private const MATTERS = 1.5;

    /**
     * @return list<DischargeLine> most energy first
     *
     * @throws CircuitError if a good unit does not settle
     */
    public static function of(Description $supply): array
    {
        $bare = self::barest($supply);
        $decay = new Decay($supply, $bare);
        $lines = [];
        foreach (self::peaks($supply, [$supply->mode(null), $bare]) as $ref => $volts) {
            $part = $supply->part((string) $ref);
            $farads = StoredCharge::farads($part);
            if ($volts < self::LEAST_VOLTS || ($farads * $volts ** 2) / 2 < self::LEAST_JOULES) {
                continue;
            }
            $lines[] = self::line($supply, $part, $farads, $volts, $decay, $bare);
        }
        foreach ($supply->parts as $part) {
            if ($part->kind instanceof HoldsHighVoltage) {
                ['volts' => $volts, 'farads' => $farads] = $part->kind->anode($part);
                $lines[] = new DischargeLine(
                    $part->ref,
                    $part->label(),
                    $volts,
                    $farads,
                    $volts,
                    INF,
                    null,
                    INF,
                    true,
                    true,
                    null,
                );
            }
        }
        usort($lines, static fn(DischargeLine $a, DischargeLine $b): int => $b->joules() <=> $a->joules());

        return $lines;
    }

    /** The mode with the least connected: nothing but its bleeder empties it then. */
    public static function barest(Description $supply): Mode
    {
        $bare = $supply->mode(null);
        foreach ($supply->modes as $mode) {
            $loads = count(
                array_filter(
                    $mode->absent,
                    static fn(string $ref): bool => $supply->part($ref)->kind instanceof Consumes,
                ),
            );
            $known = count(
                array_filter(
                    $bare->absent,
                    static fn(string $ref): bool => $supply->part($ref)->kind instanceof Consumes,
                ),
            );
            $bare = $loads > $known ? $mode : $bare;
        }

        return $bare;
    }

    private static function line(
        Description $supply,
        Part $part,
        float $farads,
        float $volts,
        Decay $decay,
        Mode $bare,
    ): DischargeLine {
        $limit = StoredCharge::TOUCH;
        $own = $decay->seconds($part, $farads, $volts, min($limit, $volts / 2));
        $bleeder = null;
        $most = $decay->ohms($part, $volts);
        foreach ($supply->parts as $ref => $one) {
            if ($one->kind instanceof Resistor && !in_array($ref, $bare->absent, true)) {
                $ohms = $decay->ohms($part, $volts, [(string) $ref => 'open']);
                if ($ohms > self::MATTERS * $most) {
                    [$bleeder, $most] = [(string) $ref, $ohms];
                }
            }
        }
        $stuck =
            $bleeder === null
                ? $own
                : $decay->seconds($part, $farads, $volts, min($limit, $volts / 2), [$bleeder => 'open']);
        $held =
            $bleeder === null || $volts < $limit
                ? $volts
                : max($volts, self::peaks($supply, [$bare], [$bleeder => 'open'])[$part->ref] ?? $volts);
        $isHazard = isset(StoredCharge::hazards($supply)[$part->ref]);

        return new DischargeLine(
            $part->ref,
            $part->label(),
            $volts,
            $farads,
            $held,
            $own,
            $bleeder,
            $stuck,
            $isHazard,
            StoredCharge::needsSecond($supply, $part->ref),
            BleedResistor::for(max($volts, $held), $farads),
        );
    }

    /**
     * @param list<Mode>            $modes
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array<string, float> highest volts across each capacitor at the highest mains, by reference
     */
    private static function peaks(Description $supply, array $modes, array $faults = []): array
    {
        $peaks = [];
        $behaviour = new Behaviour($supply);
        foreach ($modes as $mode) {
            try {
                $run = $behaviour->run(
                    $mode,
                    $faults,
                    $supply->mainsVoltage * $mode->mains * (1 + $supply->mainsTolerance),
                );
            } catch (CircuitError $e) {
                if ($faults === []) {
                    throw $e;
                }
                continue;
            }
            foreach ($supply->parts as $ref => $part) {
                if ($part->kind instanceof StoresCharge) {
                    foreach ($run->phases as $phase) {
                        $peaks[(string) $ref] = max($peaks[(string) $ref] ?? 0.0, self::across($part, $phase->record));
                    }
                }
            }
        }

        return $peaks;
    }

    private static function across(Part $part, CycleRecord $record): float
    {
        [$plus, $minus] = array_slice(array_values($part->terminals), 0, 2);

        return max(array_map(abs(...), $record->waveform($plus, $minus)));
    }
}

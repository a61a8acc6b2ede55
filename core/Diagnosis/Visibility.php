<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** What shows each fault of a supply: a live reading or sign in some mode, a dead check, or nothing a meter tells. */
final readonly class Visibility
{
    public const LIVE = 'live';

    public const DEAD_CHECK = 'dead check only';

    public const SILENT = 'silent';

    public const LEVELS = [self::LIVE, self::DEAD_CHECK, self::SILENT];

    /** Share of a reading, and volts, within which a technician sees no difference. */
    private const SAME = 0.02;

    private const SAME_VOLTS = 0.02;

    /** Resistance in circuit says less. */
    private const SAME_DEAD = 0.1;

    /**
     * @param list<array{ref: string, fault: string, level: string, reason: string, unsettled: list<string>}> $faults
     *     reason if silent; modes without a stable reading
     * @param list<string> $unsettled modes in which a good unit has no stable reading
     */
    private function __construct(public int $modes, public array $faults, public array $unsettled) {}

    public static function of(Description $supply): self
    {
        $behaviour = new Behaviour($supply);
        $meter = new DeadMeter($supply);
        $healthy = array_map(static fn(Mode $mode): Observation => $behaviour->live($mode), $supply->modes);
        $first = $supply->mode(null);
        $checks = $supply->deadChecks();
        $ohms = array_map(static fn($check): float => $meter->read($check, $first), $checks);
        $faults = [];
        foreach ($supply->parts as $ref => $part) {
            foreach ($part->kind->faults($part) as $fault) {
                $unsettled = [];
                $level = self::SILENT;
                foreach ($supply->modes as $id => $mode) {
                    $seen = $behaviour->live($mode, [$ref => $fault->name], null, $healthy[$id]->guide);
                    if (!$seen->settled) {
                        $unsettled[] = (string) $id;
                    }
                    if (self::differs($healthy[$id], $seen)) {
                        $level = self::LIVE;
                        break;
                    }
                }
                if ($level === self::SILENT) {
                    foreach ($checks as $id => $check) {
                        if (self::tells($ohms[$id], $meter->read($check, $first, [$ref => $fault->name]))) {
                            $level = self::DEAD_CHECK;
                            break;
                        }
                    }
                }
                $faults[] = [
                    'ref' => (string) $ref,
                    'fault' => $fault->name,
                    'level' => $level,
                    'reason' =>
                        $level === self::SILENT
                            ? ($fault->silence ?: 'Nothing at a test point depends on it in these modes.') .
                                " {$fault->proof}"
                            : '',
                    'unsettled' => $unsettled,
                ];
            }
        }

        return new self(
            count($supply->modes),
            $faults,
            array_map(strval(...), array_keys(array_filter($healthy, static fn(Observation $o): bool => !$o->settled))),
        );
    }

    private static function differs(Observation $good, Observation $seen): bool
    {
        if ($seen->settled !== $good->settled || $seen->signs !== $good->signs) {
            return true;
        }
        foreach ($good->readings as $id => $reading) {
            foreach (['dc', 'ac', 'ripple', 'swing'] as $quantity) {
                $scale = max(abs($reading['dc']), $reading['ac']);
                $share = $quantity === 'dc' ? self::SAME : 5 * self::SAME;
                $own = $quantity === 'dc' ? $scale : max($reading[$quantity], 0.002 * $scale);
                if (
                    abs($seen->reading((string) $id, $quantity) - $reading[$quantity]) >
                    $share * $own + self::SAME_VOLTS
                ) {
                    return true;
                }
            }
        }

        return false;
    }

    private static function tells(float $good, float $seen): bool
    {
        if (is_infinite($good) || is_infinite($seen) || is_nan($seen)) {
            return $good !== $seen;
        }

        return abs($seen - $good) > self::SAME_DEAD * $good + 0.2;
    }
}

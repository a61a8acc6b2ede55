<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\Look;

/** What is seen or heard, predicted from the readings of a fault. */
final class Signs
{
    /** Ripple this many times the healthy one is heard as hum (common practice). */
    private const HUM = 2.5;

    /** Share of its good value below which an output is called dead; volts from which a point is one. */
    public const DEAD = 0.1;

    private const LEAST = 1.0;

    /** Share of its good value from which an output stands, for somebody who looks whether it falls (a guess). */
    private const STANDS = 0.5;

    /**
     * Whether a fault shows a sign: "dead", "part_dead", "hum", "weak", "ticks", "squeals", "intermittent", "bang",
     * "smoke", "shock", "load", "F1 open", "F1 intact", "LED1 dark", "LED1 lit".
     *
     * @return bool|null null if this sign says nothing about the supply, or it is not known
     */
    public static function shows(FaultDictionary $dictionary, string $mode, string $hypothesis, string $sign): ?bool
    {
        $known = $dictionary->signs[$mode][$hypothesis] ?? [];
        if (in_array('unstable', $known, true) || isset($dictionary->missing[$mode][Hypothesis::of($hypothesis)])) {
            return null;
        }
        if (preg_match('/ (open|intact|dark|lit)$/', $sign) === 1) {
            return in_array($sign, $known, true);
        }
        [$dead, $weak, $alive, $hum] = self::count($dictionary, $mode, $hypothesis);

        return match ($sign) {
            'dead' => $alive === 0 && $dead > 0,
            'part_dead' => $dead > 0 && $alive > 0,
            'weak' => $weak > 0,
            'hum' => $hum,
            // How fast it tries again depends on how bad it is.
            'ticks', 'squeals' => in_array($sign, $known, true) ||
                (($dictionary->hypotheses[Hypothesis::of($hypothesis)]->graded ?? false) &&
                    array_intersect(['ticks', 'squeals'], $known) !== []),
            // What leaves it dead at its worst lets it start now and then while it is half as bad: a dried start
            // capacitor.
            'intermittent' => ($dictionary->hypotheses[Hypothesis::of($hypothesis)]->comesAndGoes ?? false) ||
                (($dictionary->hypotheses[Hypothesis::of($hypothesis)]->graded ?? false) && $alive === 0 && $dead > 0),
            'bang' => self::goes(
                $dictionary,
                $hypothesis,
                static fn(Breaking $how): bool => $how->isHeard(),
                static fn(Look $look): bool => $look->wasHeard(),
            ),
            'smoke' => self::goes(
                $dictionary,
                $hypothesis,
                static fn(Breaking $how): bool => $how->smokes(),
                static fn(Look $look): bool => $look->smoked(),
            ),
            'shock' => self::leadsToTheCase($dictionary->hypotheses[Hypothesis::of($hypothesis)] ?? null),
            'load' => in_array(
                $dictionary->hypotheses[Hypothesis::of($hypothesis)]->kind ?? '',
                ['load', 'current_load', 'power_load', 'heater'],
                true,
            ),
            'healthy' => $hypothesis === Hypothesis::HEALTHY,
            default => null,
        };
    }

    /**
     * Whether any output stands at half its volts or more, beside what it is in a good unit as described.
     *
     * @return bool|null null if it is not known
     */
    public static function runs(
        FaultDictionary $dictionary,
        FaultDictionary $described,
        string $mode,
        string $hypothesis,
    ): ?bool {
        if (
            in_array('unstable', $dictionary->signs[$mode][$hypothesis] ?? [], true) ||
            isset($dictionary->missing[$mode][Hypothesis::of($hypothesis)])
        ) {
            return null;
        }
        $known = false;
        foreach (self::outputs($described, $mode) as $key => $good) {
            $ratio = $dictionary->reading($mode, $hypothesis, $key) / $good;
            $known = $known || !is_nan($ratio);
            if ($ratio >= self::STANDS) {
                return true;
            }
        }

        return $known ? false : null;
    }

    /**
     * Whether what the fault takes along goes like that, or the fault itself looks like it.
     *
     * @param callable(Breaking): bool $like
     * @param callable(Look): bool     $looksSo
     */
    private static function goes(
        FaultDictionary $dictionary,
        string $hypothesis,
        callable $like,
        callable $looksSo,
    ): bool {
        return array_filter($dictionary->how[$hypothesis] ?? [], $like) !== [] ||
            array_filter($dictionary->hypotheses[Hypothesis::of($hypothesis)]->looks ?? [], $looksSo) !== [];
    }

    /**
     * What can put mains on the case or the output: the parts that bridge the barrier or hang on the earth (common
     * practice).
     */
    private static function leadsToTheCase(?Hypothesis $hypothesis): bool
    {
        return $hypothesis !== null &&
            ((in_array($hypothesis->kind, ['y_capacitor', 'paper_suppressor'], true) &&
                $hypothesis->fault !== 'open') ||
                str_contains($hypothesis->fault, 'insulation'));
    }

    /** @return array<string, float> volts of a good unit, by "point dc" */
    public static function outputs(FaultDictionary $dictionary, string $mode): array
    {
        return array_filter(
            $dictionary->readings[$mode][Hypothesis::HEALTHY] ?? [],
            static fn(float $good, string $key): bool => str_ends_with($key, ' dc') &&
                abs($good) >= self::LEAST &&
                self::isOutput($dictionary, $key),
            ARRAY_FILTER_USE_BOTH,
        );
    }

    /** Where none is named every direct voltage counts. */
    private static function isOutput(FaultDictionary $dictionary, string $key): bool
    {
        return $dictionary->rails === [] || in_array(substr($key, 0, -3), $dictionary->rails, true);
    }

    /**
     * @return array{int, int, int, bool} outputs (or, where none is named, direct-voltage points) that are dead, weak
     *     and alive, and whether anything hums
     */
    private static function count(FaultDictionary $dictionary, string $mode, string $hypothesis): array
    {
        $dead = $weak = $alive = 0;
        $hum = false;
        foreach ($dictionary->readings[$mode][Hypothesis::HEALTHY] as $key => $healthy) {
            if (!str_ends_with($key, ' dc') || abs($healthy) < self::LEAST) {
                continue;
            }
            $ratio = $dictionary->reading($mode, $hypothesis, $key) / $healthy;
            if (self::isOutput($dictionary, $key)) {
                $dead += $ratio < self::DEAD ? 1 : 0;
                $alive += $ratio < self::DEAD ? 0 : 1;
                $weak += $ratio >= self::DEAD && $ratio < 0.85 ? 1 : 0;
            }
            $ripple = substr($key, 0, -2) . 'ripple';
            $hum =
                $hum ||
                $dictionary->reading($mode, $hypothesis, $ripple) >
                    self::HUM * $dictionary->reading($mode, Hypothesis::HEALTHY, $ripple) + 0.1;
        }

        return [$dead, $weak, $alive, $hum];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** What is seen or heard, predicted from the readings of a fault. */
final class Signs
{
    /** Ripple this many times the healthy one is heard as hum (common practice). */
    private const HUM = 2.5;

    /**
     * Whether a fault shows a sign: "dead", "part_dead", "hum", "weak", "ticks", "squeals", "F1 open", "F1 intact", "LED1 dark", "LED1 lit".
     *
     * @return bool|null null if this sign says nothing about the supply
     */
    public static function shows(FaultDictionary $dictionary, string $mode, string $hypothesis, string $sign): ?bool
    {
        $known = $dictionary->signs[$mode][$hypothesis] ?? [];
        if (in_array('unstable', $known, true)) {
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
            'ticks', 'squeals' => in_array($sign, $known, true),
            'healthy' => $hypothesis === Hypothesis::HEALTHY,
            default => null,
        };
    }

    /** @return array{int, int, int, bool} direct-voltage points that are dead, weak and alive, and whether any hums */
    private static function count(FaultDictionary $dictionary, string $mode, string $hypothesis): array
    {
        $dead = $weak = $alive = 0;
        $hum = false;
        foreach ($dictionary->readings[$mode][Hypothesis::HEALTHY] as $key => $healthy) {
            if (! str_ends_with($key, ' dc') || abs($healthy) < 1.0) {
                continue;
            }
            $ratio = $dictionary->reading($mode, $hypothesis, $key) / $healthy;
            if ($ratio < 0.1) {
                $dead++;
            } else {
                $alive++;
                $weak += $ratio < 0.85 ? 1 : 0;
            }
            $ripple = substr($key, 0, -2).'ripple';
            $hum = $hum || $dictionary->reading($mode, $hypothesis, $ripple) > self::HUM * $dictionary->reading($mode, Hypothesis::HEALTHY, $ripple) + 0.1;
        }

        return [$dead, $weak, $alive, $hum];
    }
}

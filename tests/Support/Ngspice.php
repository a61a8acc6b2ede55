<?php

declare(strict_types=1);

namespace Tests\Support;

use RuntimeException;

/** Runs ngspice, the independent reference for the circuit solver. */
final class Ngspice
{
    /**
     * @return array<string, array{dc: float, ac: float, ripple: float}> by probe: average, AC-coupled rms, peak to
     *     peak, volts
     */
    public static function run(string $netlist): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'oculant');
        file_put_contents($file, $netlist);
        exec('ngspice -b ' . escapeshellarg($file) . ' 2>&1', $lines, $status);
        unlink($file);
        $raw = [];
        foreach ($lines as $line) {
            if (preg_match('/^(\w+)_(avg|rms|pp)\s*=\s*(\S+)/', $line, $m) === 1) {
                $raw[$m[1]][$m[2]] = (float) $m[3];
            } elseif (preg_match('/^(tp\w*) = (\S+)$/', $line, $m) === 1) {
                // The resting point of a direct feed.
                $raw[$m[1]] = ['avg' => (float) $m[2], 'rms' => abs((float) $m[2]), 'pp' => 0.0];
            }
        }
        if ($raw === []) {
            throw new RuntimeException(
                "ngspice (exit {$status}) measured nothing:\n" . implode("\n", array_slice($lines, -15)),
            );
        }

        return array_map(
            static fn(array $r): array => [
                'dc' => $r['avg'],
                'ac' => sqrt(max(0.0, $r['rms'] ** 2 - $r['avg'] ** 2)),
                'ripple' => $r['pp'],
            ],
            $raw,
        );
    }
}

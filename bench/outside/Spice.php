<?php

declare(strict_types=1);

namespace Bench\Outside;

/** Runs ngspice. */
final class Spice
{
    private const SECONDS = 60;

    /**
     * @return array<string, float> what it measured or printed, by name in lower case; empty if it found no solution
     */
    public static function run(string $deck): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'outside');
        file_put_contents($file, $deck);
        exec('timeout ' . self::SECONDS . ' ngspice -b ' . escapeshellarg($file) . ' 2>&1', $lines);
        unlink($file);
        $found = [];
        foreach ($lines as $line) {
            if (preg_match('/^\s*(\w+)\s*=\s*([-+]?[\d.]+(?:e[-+]?\d+)?)\b/i', $line, $m) === 1) {
                $found[strtolower($m[1])] = (float) $m[2];
            }
        }

        return $found;
    }
}

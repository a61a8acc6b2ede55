<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Oculant\Core\Practice\SimulatedUnit;
use Oculant\Core\Supply\Description;

final class Unit extends ReadsDescription
{
    protected $signature =
        'oculant:unit {file : A description, oculant/supply version 1} {--fault=* : A fault, for example "C3 ' .
        'short"; none for a good unit} {--mode= : One mode; the first if left out} {--seed=1 : Which ' .
        'specimen: spread of its parts, noise of the meter}';

    protected $description =
        'What a meter shows on one simulated unit, at every test point and dead check, as JSON: for practice ' .
        'and tests';

    protected function with(Description $supply): int
    {
        $mode = $supply->mode($this->text('mode'));
        $faults = [];
        foreach ((array) $this->option('fault') as $fault) {
            $faults = self::fault((string) $fault, $supply) + $faults;
        }
        $unit = new SimulatedUnit($supply, $faults, (int) $this->text('seed'));
        $readings = [];
        foreach (array_keys($supply->points) as $point) {
            foreach (['dc', 'ac', 'ripple'] as $quantity) {
                $readings[] = [
                    'target' => (string) $point,
                    'quantity' => $quantity,
                    'value' => self::shown($unit->live((string) $point, $quantity, $mode->id)),
                ];
            }
        }
        foreach ($supply->deadChecks() as $id => $check) {
            $readings[] = [
                'target' => (string) $id,
                'quantity' => $check->quantity,
                'value' => self::shown($unit->dead((string) $id, $mode->id)),
            ];
        }

        return $this->json([
            'mode' => $mode->id,
            'name' => $mode->name,
            'signs' => $unit->signs($mode->id),
            'readings' => $readings,
        ]);
    }

    /** As it is typed: a number, or OL. */
    private static function shown(float $value): float|string|null
    {
        return is_infinite($value) ? 'OL' : (is_nan($value) ? null : $value);
    }
}

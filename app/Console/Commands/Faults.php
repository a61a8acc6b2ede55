<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Description;

final class Faults extends ReadsDescription
{
    protected $signature =
        'oculant:faults {file : A description, oculant/supply version 1} {--mode= : One mode; the first if ' .
        'left out}';

    protected $description = 'What every fault of every part does to the readings, as JSON';

    protected function with(Description $supply): int
    {
        $mode = $supply->mode($this->text('mode'));
        $behaviour = new Behaviour($supply);
        $healthy = $behaviour->live($mode);
        $faults = [];
        foreach ($supply->parts as $ref => $part) {
            if (in_array($ref, $mode->absent, true)) {
                continue;
            }
            foreach ($part->kind->faults($part) as $fault) {
                $observation = $behaviour->live($mode, [$ref => $fault->name], null, $healthy->guide);
                $faults[] = [
                    'part' => (string) $ref,
                    'fault' => $fault->name,
                    'points' => array_map(
                        static fn(string|int $id): array => ['point' => (string) $id, 'mode' => $mode->id] +
                            Shown::reading($observation, (string) $id) + ['settled' => $observation->settled],
                        array_keys($supply->points),
                    ),
                    'fuse' =>
                        array_filter(
                            $observation->chain,
                            static fn($d): bool => $supply->part($d->ref)->kind->name() === 'fuse',
                        ) === []
                            ? 'intact'
                            : 'opens',
                    'chain' => array_map(static fn($d): string => $d->words(), $observation->chain),
                    'signs' => $observation->signs,
                ];
            }
        }

        return $this->json(['faults' => $faults]);
    }
}

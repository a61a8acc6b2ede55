<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;

final class Diagnose extends ReadsDescription
{
    protected $signature = 'oculant:diagnose {file : A description, oculant/supply version 1} {--readings= : CSV with the columns point,mode,quantity,value,unit} {--mains= : Measured mains in volts}';

    protected $description = 'Suspects and the next step from readings, as JSON';

    protected function with(Description $supply): int
    {
        $path = $this->text('readings');
        if ($path === null || ! is_file($path)) {
            throw new InvalidArgumentException('Give the readings with --readings=FILE, a CSV with the columns point,mode,quantity,value,unit.');
        }
        $state = new BenchState($supply->mode(null)->id);
        $state->mainsVolts = $this->text('mains') === null ? null : (float) $this->text('mains');
        ReadingsCsv::into($state, $supply, $path);
        $workup = new Workup($supply, $state, new SolvedKnowledge($supply));

        $suspects = $workup->suspects();
        $slips = [];
        foreach ($state->readings as $reading) {
            foreach ($workup->slips($reading) as $slip) {
                $slips[] = ['point' => $reading->target, 'slip' => $slip->name, 'advice' => $slip->advice, 'would_read_v' => round($slip->wouldRead, 4)];
            }
        }
        $next = $workup->next()['next'];

        return $this->json([
            'suspects' => array_values(array_map(static fn(Suspect $s): array => [
                'parts' => array_map(static fn(Hypothesis $h): array => ['part' => $h->ref, 'fault' => $h->fault], $s->members),
                'probability' => round($s->probability, 5),
            ], array_filter($suspects, static fn(Suspect $s): bool => $s->members !== [] && $s->probability > 1e-4))),
            'unexplained' => round($this->share($suspects, Hypothesis::UNKNOWN), 5),
            'healthy' => round($this->share($suspects, Hypothesis::HEALTHY), 5),
            'next' => [
                'action' => trim($next['sentence'].' '.$next['detail']), 'kind' => $next['kind'], 'point' => $next['target'], 'mode' => $next['mode'],
                'quantity' => $next['quantity'], 'expect' => $next['expect'], 'outcomes' => $next['outcomes'],
            ],
            'slips' => $slips,
        ]);
    }

    /** @param list<Suspect> $suspects */
    private function share(array $suspects, string $id): float
    {
        foreach ($suspects as $suspect) {
            if ($suspect->id === $id) {
                return $suspect->probability;
            }
        }

        return 0.0;
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;

final class Diagnose extends ReadsDescription
{
    use KeepsKnowledge;

    protected $signature =
        'oculant:diagnose {file : A description, oculant/supply version 1} {--readings= : CSV with the ' .
        'columns point,mode,quantity,value,unit} {--log= : The log of a job as JSON: a list of entries, or ' .
        'an archive of the job} {--mains= : Measured mains in volts} {--keep= : A directory in which what ' .
        'was solved is kept for the next call}';

    protected $description = 'Suspects and the next step from readings, as JSON';

    protected function with(Description $supply): int
    {
        $path = $this->text('readings');
        $log = $this->text('log');
        if (($path === null && $log === null) || !is_file($path ?? (string) $log)) {
            throw new InvalidArgumentException(
                'Give the readings with --readings=FILE, a CSV with the columns point,mode,quantity,value,unit, ' .
                    'or a job with --log=FILE.',
            );
        }
        $state =
            $log === null ? new BenchState($supply->mode(null)->id) : Fold::of($supply, self::entries($log, $supply));
        $state->mainsVolts = $this->text('mains') === null ? $state->mainsVolts : (float) $this->text('mains');
        if ($path !== null) {
            ReadingsCsv::into($state, $supply, $path);
        }
        $workup = new Workup($supply, $state, $this->knowledge($supply));

        $suspects = $workup->suspects();
        $slips = [];
        foreach ($state->readings as $reading) {
            foreach ($workup->slips($reading) as $slip) {
                $slips[] = [
                    'point' => $reading->target,
                    'slip' => $slip->name,
                    'advice' => $slip->advice,
                    'would_read_v' => round($slip->wouldRead, 4),
                ];
            }
        }
        $next = $workup->next()['next'];

        return $this->json([
            'suspects' => array_values(
                array_map(
                    static fn(Suspect $s): array => [
                        'parts' => array_map(
                            static fn(Hypothesis $h): array => ['part' => $h->ref, 'fault' => $h->fault],
                            $s->members,
                        ),
                        'probability' => round($s->probability, 5),
                        'severity' => $workup->severity($s),
                    ],
                    array_filter(
                        $suspects,
                        static fn(Suspect $s): bool => $s->members !== [] && $s->probability > 1e-4,
                    ),
                ),
            ),
            'unexplained' => round($this->share($suspects, Hypothesis::UNKNOWN), 5),
            'healthy' => round($this->share($suspects, Hypothesis::HEALTHY), 5),
            'next' => [
                'action' => trim($next['sentence'] . ' ' . $next['detail']),
                'kind' => $next['kind'],
                'point' => $next['target'],
                'mode' => $next['mode'],
                'quantity' => $next['quantity'],
                'expect' => $next['expect'],
                'outcomes' => $next['outcomes'],
            ],
            'slips' => $slips,
        ]);
    }

    /**
     * The log of an archive as it was kept; a bare list of entries as they are sent to a job, each read at the bench
     * that those before it left.
     *
     * @return list<LogEntry>
     *
     * @throws InvalidArgumentException if the file is not the log of a job, or an entry would be refused
     */
    private static function entries(string $path, Description $supply): array
    {
        $json = json_decode((string) file_get_contents($path), true);
        $kept = is_array($json) ? $json['job']['log'] ?? null : null;
        $rows = $kept ?? ($json['entries'] ?? $json);
        if (!is_array($rows) || !array_is_list($rows)) {
            throw new InvalidArgumentException(
                "\"{$path}\" is no log of a job: a JSON list of entries with kind and payload, or an archive of a job.",
            );
        }
        $entries = [];
        foreach ($rows as $k => $row) {
            if (!is_array($row) || !is_string($row['kind'] ?? null) || !is_array($row['payload'] ?? null)) {
                throw new InvalidArgumentException(
                    sprintf('Entry %d of "%s" has no kind or no payload.', $k + 1, $path),
                );
            }
            try {
                $payload =
                    $kept === null
                        ? EntryKinds::named($row['kind'])->read($row['payload'], $supply, Fold::of($supply, $entries))
                        : $row['payload'];
            } catch (EntryRefused $refused) {
                throw new InvalidArgumentException(
                    sprintf('Entry %d (%s): %s', $k + 1, $row['kind'], $refused->getMessage()),
                    previous: $refused,
                );
            }
            $entries[] = new LogEntry(
                (string) ($row['id'] ?? 'entry ' . ($k + 1)),
                $row['kind'],
                $payload,
                (string) ($row['received'] ?? ($row['at'] ?? '')),
                (string) ($row['by'] ?? ''),
            );
        }

        return $entries;
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

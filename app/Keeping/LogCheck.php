<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\LogSeal;
use Illuminate\Database\ConnectionInterface;

/** Whether every log is as the server took it down. */
final readonly class LogCheck
{
    public function __construct(private ConnectionInterface $db) {}

    /**
     * @param callable(string): void $broken told of each log that is not, in words
     *
     * @return array{jobs: int, entries: int}
     */
    public function run(callable $broken): array
    {
        $jobs = $entries = 0;
        foreach ($this->db->table('repair_jobs')->orderBy('id')->lazyById(200, 'id') as $job) {
            $jobs++;
            $link = '';
            $place = 0;
            $whole = true;
            $rows = $this->db->table('log_entries')->where('repair_job_id', $job->id)->orderBy('sequence')->lazy(500);
            foreach ($rows as $row) {
                $entries++;
                $place++;
                $link = LogSeal::link($link, (array) $row);
                if ($row->link !== $link || (int) $row->sequence !== $place) {
                    $broken(
                        sprintf(
                            'Job %s: entry %d (%s, %s) is not as it was taken down, or one before it is gone.',
                            $job->number,
                            (int) $row->sequence,
                            $row->kind,
                            $row->received_at,
                        ),
                    );
                    $whole = false;
                    break;
                }
            }
            if ($whole && $job->log_link !== $link) {
                $broken(
                    sprintf(
                        'Job %s: entries are missing at the end of its log, after the %d that are there.',
                        $job->number,
                        $place,
                    ),
                );
            }
        }

        return ['jobs' => $jobs, 'entries' => $entries];
    }
}

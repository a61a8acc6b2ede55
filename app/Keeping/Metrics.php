<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Database\ConnectionInterface;
use Throwable;

/** Counts of this server in the common text format for those who scrape (version 0.0.4, common practice); no names. */
final readonly class Metrics
{
    public function __construct(private ConnectionInterface $db, private Health $health, private string $storage) {}

    public function text(): string
    {
        $look = $this->health->look();
        $lines = self::family('oculant_fine', 'gauge', '1 where it is right', [
            ...array_map(
                static fn(string $what): array => [['what' => $what], $look[$what] === null ? 1 : 0],
                array_keys($look),
            ),
        ]);
        $room = @disk_free_space($this->storage);
        if ($room !== false) {
            $lines .= self::family('oculant_disk_free_bytes', 'gauge', 'Room for photographs', [[[], $room]]);
        }
        $lines .= $this->pages();
        try {
            return $lines . $this->counts();
        } catch (Throwable) {
            // Without the database there is nothing to count, and what is wrong was said above.
            return $lines;
        }
    }

    /** Of the process pool that answers: php-fpm counts itself, other servers do not. */
    private function pages(): string
    {
        $pool = function_exists('fpm_get_status') ? fpm_get_status() : false;

        return $pool === false
            ? ''
            : self::family('oculant_requests_total', 'counter', 'Pages and answers since the pool began', [
                    [[], $pool['accepted-conn']],
                ]) .
                    self::family('oculant_php_processes', 'gauge', 'Processes of the pool', [
                        [['state' => 'busy'], $pool['active-processes']],
                        [['state' => 'idle'], $pool['idle-processes']],
                    ]) .
                    self::family('oculant_requests_waiting', 'gauge', 'Requests that no process had time for yet', [
                        [[], $pool['listen-queue']],
                    ]);
    }

    private function counts(): string
    {
        $one = fn(string $sql): float => (float) $this->db->scalar($sql);
        $queues = $this->db->select(
            'SELECT queue, COUNT(*) AS waiting, MIN(available_at) AS oldest FROM jobs ' .
                'WHERE reserved_at IS NULL GROUP BY queue',
        );

        return self::family('oculant_queue_waiting', 'gauge', 'Work that nobody has taken yet', [
            ...array_map(static fn(object $q): array => [['queue' => $q->queue], $q->waiting], $queues),
        ]) .
            self::family('oculant_queue_oldest_seconds', 'gauge', 'How long the oldest of it has waited', [
                ...array_map(
                    static fn(object $q): array => [['queue' => $q->queue], max(0, time() - $q->oldest)],
                    $queues,
                ),
            ]) .
            self::family('oculant_solve_pieces_left', 'gauge', 'Pieces of fault dictionaries to be solved', [
                [[], $one("SELECT COUNT(*) FROM solve_pieces WHERE state IN ('waiting', 'claimed')")],
            ]) .
            self::family('oculant_jobs', 'gauge', 'Repairs on record', [
                [[], $one('SELECT COUNT(*) FROM repair_jobs WHERE practice_run_id IS NULL')],
            ]) .
            self::family('oculant_entries_total', 'counter', 'Entries of all logs', [
                [[], $one('SELECT COALESCE(SUM(last_sequence), 0) FROM repair_jobs WHERE practice_run_id IS NULL')],
            ]) .
            self::family('oculant_runs_running', 'gauge', 'Unattended runs', [
                [[], $one("SELECT COUNT(*) FROM runs WHERE state = 'running'")],
            ]) .
            self::family('oculant_instruments', 'gauge', 'Instruments on record', [
                [[], $one('SELECT COUNT(*) FROM instruments')],
            ]);
    }

    /** @param list<array{array<string, string>, float|int|string}> $rows labels and value */
    private static function family(string $name, string $type, string $help, array $rows): string
    {
        $lines = "# HELP {$name} {$help}\n# TYPE {$name} {$type}\n";
        foreach ($rows as [$labels, $value]) {
            $words = array_map(
                static fn(string $key, string $label): string => sprintf(
                    '%s="%s"',
                    $key,
                    addcslashes($label, "\\\"\n"),
                ),
                array_keys($labels),
                $labels,
            );
            $lines .= $name . ($words === [] ? '' : '{' . implode(',', $words) . '}') . " {$value}\n";
        }

        return $lines;
    }
}

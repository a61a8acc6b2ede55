<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Database\ConnectionInterface;
use Throwable;

/**
 * What must be right for a bench to go on, each in words where it is not.
 *
 * @phpstan-type ServerHealth array{
 *     rows: list<array{
 *         what: 'database'|'disk'|'queue'|'scheduler'|'watch',
 *         // in words; null where nothing is
 *         wrong: ?string,
 *     }>,
 * }
 */
final readonly class Health
{
    /** Bytes below which photographs and the database are in danger. */
    private const ROOM = 200_000_000;

    /** Seconds after which a waiting piece of work has been forgotten: one takes two minutes at most. */
    private const FORGOTTEN = 900;

    public function __construct(private ConnectionInterface $db, private string $storage, private Beats $beats) {}

    /** @return array<string, string|null> by what is looked at: what is wrong; null if nothing is */
    public function look(): array
    {
        $database = $this->database();

        return [
            'database' => $database,
            'disk' => $this->disk(),
            'queue' => $database === null ? $this->queue() : 'not known without the database',
            'scheduler' => $this->silence(Beats::SCHEDULER, 'what is due at its hour (backup, pruning) is not done'),
            'watch' => $this->silence(Beats::WATCH, 'nobody looks after unattended runs'),
        ];
    }

    private function silence(string $who, string $so): ?string
    {
        try {
            $silent = $this->beats->silence($who);
        } catch (Throwable) {
            return 'not known without the database';
        }

        return $silent < Beats::SILENT[$who] ? null : sprintf('not heard of for %d min: %s', intdiv($silent, 60), $so);
    }

    private function database(): ?string
    {
        try {
            $this->db->select('SELECT 1');

            return null;
        } catch (Throwable $e) {
            return 'the database does not answer: ' . mb_substr($e->getMessage(), 0, 120);
        }
    }

    private function disk(): ?string
    {
        $room = @disk_free_space($this->storage);

        return match (true) {
            !is_dir($this->storage) || !is_writable($this->storage) => "{$this->storage} cannot be written to",
            $room === false => "nobody knows how much room is left in {$this->storage}",
            $room < self::ROOM => sprintf('only %.0f MB are left for photographs', $room / 1e6),
            default => null,
        };
    }

    private function queue(): ?string
    {
        $oldest = $this->db->table('jobs')->whereNull('reserved_at')->min('available_at');
        $waits = $oldest === null ? 0 : time() - (int) $oldest;
        // A long row is no fault while somebody works it off.
        $isTaken = $this->db
            ->table('jobs')
            ->where('reserved_at', '>', time() - self::FORGOTTEN)
            ->exists();

        return $waits < self::FORGOTTEN || $isTaken
            ? null
            : sprintf('work has been waiting for %d min: no worker takes it', intdiv($waits, 60));
    }
}

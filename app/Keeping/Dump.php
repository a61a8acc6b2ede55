<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Contracts\Process\ProcessResult;
use Illuminate\Support\Facades\Process;

/** The database as a file and back, by MariaDB's own tools. */
final class Dump
{
    /** Of these only the shape is kept: they are made again. */
    private const PASSING = [
        'cache',
        'cache_locks',
        'sessions',
        'jobs',
        'job_batches',
        'failed_jobs',
        'solves',
        'solve_pieces',
    ];

    /**
     * Consistent while the server works: one transaction reads it all.
     *
     * @param array<string, mixed> $connection as config/database.php has it
     *
     * @throws KeepingFailed if the database cannot be read
     */
    public function write(array $connection, string $path): void
    {
        $database = (string) $connection['database'];
        $passing = array_map(
            static fn(string $table): string => "--ignore-table-data={$database}.{$table}",
            self::PASSING,
        );
        $this->mustRun(
            [
                'mariadb-dump',
                ...self::where($connection),
                '--single-transaction',
                '--quick',
                '--routines',
                '--triggers',
                '--hex-blob',
                '--default-character-set=utf8mb4',
                '--skip-dump-date',
                // Where the binary log stood, so that it can be played on from here.
                ...$this->hasBinaryLog($connection) ? ['--master-data=2'] : [],
                ...$passing,
                "--result-file={$path}",
                $database,
            ],
            $connection,
        );
    }

    /**
     * Whether the server writes one, and lets this account know where it stands.
     *
     * @param array<string, mixed> $connection
     */
    private function hasBinaryLog(array $connection): bool
    {
        $status = Process::forever()
            ->env(['MYSQL_PWD' => (string) $connection['password']])
            ->run(['mariadb', ...self::where($connection), '--skip-column-names', '--execute=SHOW MASTER STATUS']);

        return $status->successful() && trim($status->output()) !== '';
    }

    /**
     * @param array<string, mixed> $connection
     *
     * @throws KeepingFailed if it cannot be written
     */
    public function read(array $connection, string $path): void
    {
        $source = fopen($path, 'r');
        if ($source === false) {
            throw new KeepingFailed("The database's file cannot be read: {$path}.");
        }
        $this->mustRun(
            [
                'mariadb',
                ...self::where($connection),
                '--default-character-set=utf8mb4',
                (string) $connection['database'],
            ],
            $connection,
            $source,
        );
    }

    /**
     * @param array<string, mixed> $connection
     *
     * @return list<string>
     */
    private static function where(array $connection): array
    {
        $socket = (string) ($connection['unix_socket'] ?? '');

        return [
            '--no-defaults',
            ...$socket === ''
                ? ["--host={$connection['host']}", "--port={$connection['port']}", '--protocol=tcp']
                : ["--socket={$socket}"],
            "--user={$connection['username']}",
        ];
    }

    /**
     * @param list<string>         $command
     * @param array<string, mixed> $connection
     * @param resource|null        $input
     */
    private function mustRun(array $command, array $connection, mixed $input = null): ProcessResult
    {
        // Not on the command line, where every account of the machine reads it.
        $process = Process::forever()->env(['MYSQL_PWD' => (string) $connection['password']]);
        $result = ($input === null ? $process : $process->input($input))->run($command);
        if (!$result->successful()) {
            throw new KeepingFailed("{$command[0]} failed: " . trim($result->errorOutput()));
        }

        return $result;
    }
}

<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Process;
use Throwable;

/** Takes a backup back: looks through all of it first, and touches nothing that is not empty. */
final readonly class Restore
{
    public function __construct(private Dump $dump, private Lock $lock) {}

    /**
     * @param array<string, mixed> $connection of a database that is there and empty
     * @param string               $files      folder for the photographs, empty or not there
     * @param string|null          $phrase     that opens it
     * @param bool                 $mayBeOthers true to take one that was made with another application key: nothing
     *     then shows who put it together
     *
     * @return array{rows: array<string, int>, files: int, made_at: string, sameKey: bool, broken: list<string>}
     *
     * @throws KeepingFailed if it is not whole, or there is something where it should go; nothing is changed then
     */
    public function take(
        string $backup,
        array $connection,
        string $files,
        ?string $phrase,
        bool $mayBeOthers = false,
    ): array {
        if (!is_file($backup)) {
            throw new KeepingFailed("There is no such file: {$backup}.");
        }
        $work = sys_get_temp_dir() . '/oculant-restore-' . bin2hex(random_bytes(6));
        umask(0077);
        File::makeDirectory($work, 0700, true);
        try {
            $manifest = $this->open($backup, $work, $phrase, $mayBeOthers);
            $this->mustBeEmpty($connection, $files);
            $this->dump->read($connection, "{$work}/" . Backup::DATABASE);
            File::ensureDirectoryExists($files, 0700);
            if (!File::copyDirectory("{$work}/" . Backup::FILES, $files)) {
                throw new KeepingFailed("The photographs could not be put into {$files}.");
            }

            return [
                'rows' => $this->rows($connection),
                'files' => count(File::allFiles($files)),
                'made_at' => (string) $manifest['made_at'],
                'sameKey' => $manifest['key'] === Backup::keyMark(),
                'broken' => $this->brokenLogs($connection),
            ];
        } finally {
            File::deleteDirectory($work);
        }
    }

    /**
     * @return array<string, mixed> the manifest
     *
     * @throws KeepingFailed if anything in it is not as it was put there
     */
    private function open(string $backup, string $work, ?string $phrase, bool $mayBeOthers): array
    {
        $packed = $backup;
        if ($this->lock->isShut($backup)) {
            if ($phrase === null) {
                throw new KeepingFailed('This backup is shut: give its pass phrase.');
            }
            $packed = "{$work}.tar";
            $this->lock->unlock($backup, $packed, $phrase);
        }
        $opened = Process::forever()->run(['tar', '-C', $work, '--no-same-owner', '-xzf', $packed]);
        File::delete("{$work}.tar");
        if (!$opened->successful()) {
            throw new KeepingFailed('This is no backup, or it is cut off: ' . trim($opened->errorOutput()));
        }
        try {
            $manifest = json_decode(
                (string) file_get_contents("{$work}/" . Backup::MANIFEST),
                true,
                8,
                JSON_THROW_ON_ERROR,
            );
        } catch (Throwable) {
            throw new KeepingFailed('This is no backup: it has no manifest.');
        }
        if (!is_array($manifest) || ($manifest['format'] ?? null) !== 'oculant/backup' || $manifest['version'] !== 1) {
            throw new KeepingFailed('This is no backup of a kind that is known here.');
        }
        $isOwn = ($manifest['key'] ?? null) === Backup::keyMark();
        if (!$isOwn && !$mayBeOthers) {
            throw new KeepingFailed(
                'It was made with another APP_KEY. Put that key into .env; or, if you know where the backup comes ' .
                    'from, add --other-key: what is in it is run by the database.',
            );
        }
        if ($isOwn && !hash_equals(Backup::seal($manifest['sums'] ?? []), (string) ($manifest['seal'] ?? ''))) {
            throw new KeepingFailed('Not as it was put there: manifest.json.');
        }
        $wrong = array_keys(
            array_diff_assoc(Backup::sums($work), $manifest['sums']) +
                array_diff_key($manifest['sums'], Backup::sums($work)),
        );
        if ($wrong !== []) {
            throw new KeepingFailed('Not as it was put there: ' . implode(', ', array_slice($wrong, 0, 5)) . '.');
        }

        return $manifest;
    }

    /** @param array<string, mixed> $connection */
    private function mustBeEmpty(array $connection, string $files): void
    {
        $tables = $this->on($connection)->select('SHOW TABLES');
        if ($tables !== []) {
            throw new KeepingFailed(
                sprintf(
                    'The database "%s" is not empty. Make another beside it and name it with --database, or empty it ' .
                        'by hand once you are sure.',
                    $connection['database'],
                ),
            );
        }
        if (is_dir($files) && File::allFiles($files) !== []) {
            throw new KeepingFailed("The folder {$files} is not empty. Name another with --files.");
        }
    }

    /**
     * @param array<string, mixed> $connection
     *
     * @return array<string, int>
     */
    private function rows(array $connection): array
    {
        $rows = [];
        foreach (Backup::COUNTED as $table) {
            $rows[$table] = $this->on($connection)->table($table)->count();
        }

        return $rows;
    }

    /**
     * @param array<string, mixed> $connection
     *
     * @return list<string>
     */
    private function brokenLogs(array $connection): array
    {
        $broken = [];
        (new LogCheck($this->on($connection)))->run(static function (string $words) use (&$broken): void {
            $broken[] = $words;
        });

        return $broken;
    }

    /** @param array<string, mixed> $connection */
    private function on(array $connection): \Illuminate\Database\ConnectionInterface
    {
        $name = "restored {$connection['database']}";
        config(["database.connections.{$name}" => $connection]);

        return DB::connection($name);
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Keeping\Backup;
use App\Keeping\KeepingFailed;
use Illuminate\Console\Command;

/** Everything that cannot be made again, as one file, while the server works. */
final class MakeBackup extends Command
{
    use ReadsPhrase;

    protected $signature = 'oculant:backup {directory : Where it goes}
        {--phrase-file= : A file whose first line shuts it; keep that line elsewhere}
        {--keep= : So many of the newest stay in the folder; all if nothing is said}';

    protected $description = 'Back up database and photographs into one file, while the server works';

    public function handle(Backup $backup): int
    {
        try {
            $path = $backup->make(
                (array) config('database.connections.' . config()->string('database.default')),
                (string) config('filesystems.disks.local.root'),
                rtrim((string) $this->argument('directory'), '/'),
                $this->phrase(),
            );
        } catch (KeepingFailed $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->line($path);
        $this->line(
            sprintf(
                '%.1f MB. It needs the APP_KEY of this server, which is not in it: keep that apart.',
                filesize($path) / 1e6,
            ),
        );

        if ($this->option('keep') !== null) {
            $this->prune(dirname($path), max(1, (int) $this->option('keep')));
        }

        return self::SUCCESS;
    }

    /** Only what this command makes is taken away. */
    private function prune(string $directory, int $keep): void
    {
        $made = array_values(
            array_filter(
                glob("{$directory}/oculant-*") ?: [],
                static fn(string $path): bool => preg_match('/oculant-\d{8}-\d{6}\.tar\.gz(\.shut)?$/', $path) === 1,
            ),
        );
        sort($made);
        foreach (array_slice($made, 0, -$keep) as $old) {
            unlink($old);
            $this->line("Taken away: {$old}");
        }
    }
}

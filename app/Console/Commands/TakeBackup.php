<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Keeping\KeepingFailed;
use App\Keeping\Restore;
use Illuminate\Console\Command;

/** Takes a backup back into an empty database, this server's or one beside it. */
final class TakeBackup extends Command
{
    use ReadsPhrase;

    protected $signature = 'oculant:restore {file : The backup}
        {--database= : An empty database beside the running one; this server\'s own if nothing is said}
        {--files= : An empty folder for the photographs; this server\'s own if nothing is said}
        {--phrase-file= : A file whose first line opens it}
        {--other-key : Take one that was made with another APP_KEY, from where you know}';

    protected $description = 'Take a backup back into an empty database and folder, and look through all of it';

    public function handle(Restore $restore): int
    {
        $connection = (array) config('database.connections.' . config()->string('database.default'));
        $connection['database'] = $this->option('database') ?? $connection['database'];
        try {
            $taken = $restore->take(
                (string) $this->argument('file'),
                $connection,
                (string) ($this->option('files') ?? config('filesystems.disks.local.root')),
                $this->phrase(),
                (bool) $this->option('other-key'),
            );
        } catch (KeepingFailed $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->line("Of {$taken['made_at']}, into {$connection['database']}:");
        foreach ($taken['rows'] as $table => $count) {
            $this->line(sprintf('%8d  %s', $count, $table));
        }
        $this->line(sprintf('%8d  files', $taken['files']));
        if (!$taken['sameKey']) {
            $this->error('It was made with another APP_KEY: put that into .env, or signatures and logs do not hold.');
        }
        array_map($this->error(...), $taken['broken']);
        $this->line('Run "php artisan migrate" next, if this program is newer than the backup.');

        return $taken['sameKey'] && $taken['broken'] === [] ? self::SUCCESS : self::FAILURE;
    }
}

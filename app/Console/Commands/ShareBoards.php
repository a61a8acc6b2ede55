<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Workshop;
use App\Sharing\Publisher;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;

/** Writes what a workshop publishes into a folder: for a stick, or a web server of one's own. */
final class ShareBoards extends Command
{
    protected $signature = 'oculant:share {directory} {--workshop= : Its name, if there are several}';

    protected $description = 'Write the boards that a workshop publishes, with their index, into a folder';

    public function handle(Publisher $publisher): int
    {
        $directory = (string) $this->argument('directory');
        if (!is_dir($directory) || !is_writable($directory)) {
            $this->error("There is no folder that can be written to: {$directory}.");

            return self::FAILURE;
        }
        $name = $this->option('workshop');
        $found = Workshop::query()
            ->when(is_string($name), static fn($query) => $query->where('name', $name))
            ->whereNotNull('share_word')
            ->get();
        if ($found->count() !== 1) {
            $this->error(
                $found->isEmpty()
                    ? 'No such workshop publishes anything: its lead chooses boards under Library, Shared boards.'
                    : 'Several workshops publish here: say which with --workshop. ' . $found->implode('name', ', '),
            );

            return self::FAILURE;
        }
        $workshop = $found->firstOrFail();
        foreach ($publisher->names($workshop) as $file) {
            File::put("{$directory}/{$file}", (string) $publisher->file((string) $workshop->share_word, $file));
            $this->line($file);
        }

        return self::SUCCESS;
    }
}

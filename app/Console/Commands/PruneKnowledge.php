<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Solve;
use App\Models\SolvePiece;
use FilesystemIterator;
use Illuminate\Console\Command;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/**
 * Takes away what the engine worked out long ago, and the oldest of it above a limit: whatever is still wanted is
 * worked out again when it is asked for.
 */
final class PruneKnowledge extends Command
{
    protected $signature =
        'oculant:prune {--days=90 : Older than this goes} {--megabytes=2048 : Above this the ' . 'oldest goes}';

    protected $description = 'Prune what the engine worked out, by age and size';

    public function handle(): int
    {
        $path = (string) config('cache.stores.knowledge.path');
        $files = [];
        foreach (
            is_dir($path)
                ? new RecursiveIteratorIterator(new RecursiveDirectoryIterator($path, FilesystemIterator::SKIP_DOTS))
                : []
            as $file
        ) {
            if ($file instanceof SplFileInfo && $file->isFile()) {
                $files[] = [$file->getMTime(), $file->getSize(), $file->getPathname()];
            }
        }
        rsort($files);
        $oldest = time() - 86_400 * (int) $this->option('days');
        $room = 1_000_000 * (int) $this->option('megabytes');
        $gone = 0;
        foreach ($files as [$written, $bytes, $name]) {
            $room -= $bytes;
            // Another worker may have taken it away meanwhile.
            $gone += ($written < $oldest || $room < 0) && @unlink($name) ? 1 : 0;
        }
        // Descriptions that nobody has looked at for so long, and what is left of their pieces.
        Solve::query()->where('updated_at', '<', now()->subDays((int) $this->option('days')))->delete();
        SolvePiece::query()
            ->whereNotIn('hash', Solve::query()->select('hash'))
            ->delete();
        SolvePiece::query()
            ->whereIn(
                'hash',
                Solve::query()->select('hash')->where('state', Solve::READY)->where('updated_at', '<', now()->subDay()),
            )
            ->delete();
        $this->line(sprintf('%d of %d files taken away.', $gone, count($files)));

        return self::SUCCESS;
    }
}

<?php

declare(strict_types=1);

namespace App\Keeping;

use FilesystemIterator;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Process;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/**
 * All that a workshop cannot make again, in one file: the database, the photographs as they came, and what both must
 * come to. Made while the server works.
 */
final readonly class Backup
{
    public const MANIFEST = 'manifest.json';

    public const DATABASE = 'database.sql';

    public const FILES = 'files';

    /** Tables whose rows are counted, in words for whoever reads the manifest. */
    public const COUNTED = [
        'workshops',
        'users',
        'supplies',
        'supply_versions',
        'repair_jobs',
        'log_entries',
        'photos',
        'runs',
        'stock_items',
        'practice_runs',
        'practice_series',
        'document_pages',
        'page_pins',
        'publications',
        'share_keys',
        'shared_boards',
        'share_sources',
    ];

    public function __construct(private ConnectionInterface $db, private Dump $dump, private Lock $lock) {}

    /**
     * @param array<string, mixed> $connection of the database
     * @param string               $files      folder of the photographs
     * @param string|null          $phrase     that shuts it; null to leave it open
     *
     * @return string the path of the backup
     *
     * @throws KeepingFailed if it could not be made whole; nothing is left then
     */
    public function make(array $connection, string $files, string $directory, ?string $phrase): string
    {
        if (!is_dir($directory) || !is_writable($directory)) {
            throw new KeepingFailed("There is no folder that can be written to: {$directory}.");
        }
        $name = 'oculant-' . gmdate('Ymd-His');
        $work = "{$directory}/{$name}.part";
        umask(0077);
        File::makeDirectory("{$work}/" . self::FILES, 0700, true);
        try {
            $this->dump->write($connection, "{$work}/" . self::DATABASE);
            // After the database: what a row there names was on the disk before the row was.
            if (is_dir($files) && !File::copyDirectory($files, "{$work}/" . self::FILES)) {
                throw new KeepingFailed("The photographs could not be copied from {$files}.");
            }
            File::put(
                "{$work}/" . self::MANIFEST,
                json_encode($this->manifest($work), JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES),
            );
            $packed = Process::forever()->run(['tar', '-C', $work, '-czf', "{$work}.tar", '.']);
            if (!$packed->successful()) {
                throw new KeepingFailed('tar failed: ' . trim($packed->errorOutput()));
            }
            $whole = "{$directory}/{$name}.tar.gz" . ($phrase === null ? '' : '.shut');
            if ($phrase !== null) {
                $this->lock->shut("{$work}.tar", "{$work}.shut", $phrase);
            }
            rename($phrase === null ? "{$work}.tar" : "{$work}.shut", $whole);

            return $whole;
        } finally {
            File::deleteDirectory($work);
            File::delete(["{$work}.tar", "{$work}.shut"]);
        }
    }

    /** @return array<string, mixed> */
    private function manifest(string $work): array
    {
        $sums = self::sums($work);

        return [
            'format' => 'oculant/backup',
            'version' => 1,
            'made_at' => gmdate('c'),
            'schema' => $this->db->table('migrations')->orderByDesc('id')->value('migration'),
            // Signatures and links hold with this key only: it is kept apart from what it protects.
            'key' => self::keyMark(),
            'sums' => $sums,
            'seal' => self::seal($sums),
        ];
    }

    /**
     * That nobody else put the sums together: what comes back is run by the database.
     *
     * @param array<string, string> $sums
     */
    public static function seal(array $sums): string
    {
        return hash_hmac(
            'sha256',
            json_encode($sums, JSON_THROW_ON_ERROR),
            hash_hkdf('sha256', config()->string('app.key'), 32, 'oculant backup'),
        );
    }

    /** Tells one application key from another without giving it away. */
    public static function keyMark(): string
    {
        return substr(hash_hmac('sha256', 'oculant backup', config()->string('app.key')), 0, 16);
    }

    /** @return array<string, string> SHA-256 by path, of everything but the manifest itself */
    public static function sums(string $work): array
    {
        $sums = [];
        $all = new RecursiveIteratorIterator(new RecursiveDirectoryIterator($work, FilesystemIterator::SKIP_DOTS));
        foreach ($all as $file) {
            if ($file instanceof SplFileInfo && $file->isFile() && $file->getFilename() !== self::MANIFEST) {
                $sums[substr($file->getPathname(), strlen($work) + 1)] = (string) hash_file(
                    'sha256',
                    $file->getPathname(),
                );
            }
        }
        ksort($sums);

        return $sums;
    }
}

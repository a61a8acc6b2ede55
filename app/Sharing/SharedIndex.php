<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Accounts\WorkshopKey;
use App\Models\Publication;
use App\Models\Workshop;

/** What a workshop publishes, in one small signed file: docs/formats.md. */
final readonly class SharedIndex
{
    public const FORMAT = 'oculant/shared-index';

    public const NAME = 'index.json';

    private const MOST = 1_000_000;

    public const MOST_BOARDS = 2000;

    /** @param iterable<Publication> $publications with the titles of their designs */
    public static function write(iterable $publications, Workshop $workshop, WorkshopKey $key): string
    {
        $boards = [];
        foreach ($publications as $publication) {
            $boards[] = [
                'board' => $publication->design_id,
                'file' => self::file($publication->design_id),
                'sum' => $publication->sum,
            ];
        }

        return SharedFile::write(
            [
                'format' => self::FORMAT,
                'version' => SharedFile::VERSION,
                'at' => now()->toRfc3339String(),
                'boards' => $boards,
            ],
            $workshop,
            $key,
        )[0];
    }

    /**
     * @return array<string, string> sum of what is signed, by the name of its file
     *
     * @throws ShareRefused
     */
    public static function read(string $json): array
    {
        [$given] = SharedFile::opened($json, self::FORMAT, self::MOST);
        $files = [];
        foreach (SharedFile::rows($given, 'boards', self::MOST_BOARDS) as $row) {
            $file = SharedFile::text($row, 'file', 60);
            if (preg_match('/^[0-9A-Za-z][0-9A-Za-z_-]{0,50}\.json$/', $file) !== 1) {
                throw ShareRefused::because("A file of an index is a plain name like board.json, not \"{$file}\".");
            }
            $files[$file] = SharedFile::text($row, 'sum', 64);
        }

        return $files;
    }

    public static function file(string $board): string
    {
        return strtolower($board) . '.json';
    }
}

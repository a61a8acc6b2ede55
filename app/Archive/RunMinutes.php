<?php

declare(strict_types=1);

namespace App\Archive;

use Generator;

/** What each minute of a run held, line by line: a week of ten channels is a hundred thousand lines. */
final class RunMinutes
{
    /** A fortnight of ten channels, and some. */
    public const MOST = 250_000;

    /**
     * @return Generator<int, array{channel: int, minute: int, low: float, high: float, mean: float, count: int}>
     *
     * @throws ArchiveRefused at the first line that cannot be read
     */
    public static function of(string $csv, string $run): Generator
    {
        $at = 0;
        $number = 0;
        $length = strlen($csv);
        while ($at < $length) {
            $end = strpos($csv, "\n", $at);
            $line = trim(substr($csv, $at, ($end === false ? $length : $end) - $at), "\r \u{FEFF}");
            $at = $end === false ? $length : $end + 1;
            $number++;
            if ($number === 1) {
                if (array_map('mb_strtolower', str_getcsv($line, ',', '"', '')) !== JobArchive::MINUTES) {
                    throw ArchiveRefused::because(
                        "Run {$run} has samples that cannot be read: the columns are " .
                            implode(', ', JobArchive::MINUTES) .
                            '. The archive was changed by hand, or is damaged.',
                    );
                }
                continue;
            }
            if ($line === '') {
                continue;
            }
            $cells = explode(',', $line);
            if (
                $number > self::MOST ||
                count($cells) !== count(JobArchive::MINUTES) ||
                array_filter($cells, static fn(string $c): bool => !is_numeric($c) || !is_finite((float) $c)) !== []
            ) {
                throw ArchiveRefused::because(
                    $number > self::MOST
                        ? sprintf('Run %s has more than %d lines of samples; that many are taken in.', $run, self::MOST)
                        : sprintf(
                            'Run %s has samples that cannot be read (line %d, "%s"): the archive was changed by ' .
                                'hand, or is damaged.',
                            $run,
                            $number,
                            mb_substr(mb_scrub($line), 0, 40),
                        ),
                );
            }
            yield [
                'channel' => (int) $cells[0],
                'minute' => (int) $cells[1],
                'low' => (float) $cells[2],
                'high' => (float) $cells[3],
                'mean' => (float) $cells[4],
                'count' => max(1, (int) $cells[5]),
            ];
        }
    }
}

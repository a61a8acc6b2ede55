<?php

declare(strict_types=1);

namespace App\Archive;

use JsonException;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Soak\SoakPlan;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Throwable;
use UnexpectedValueException;
use ZipArchive;

/**
 * Reads a job's archive and believes nothing of it: sizes, names, the schema, the description, and a log that folds.
 */
final readonly class ArchiveReader
{
    public function __construct(private Seal $seal) {}

    private const MOST_FILES = 300;

    /** Bytes unpacked, of all files together. */
    private const MOST_BYTES = 80_000_000;

    /** Bytes of job.json: ten thousand entries have a few. */
    private const MOST_JOB = 8_000_000;

    /**
     * @return array{job: array<string, mixed>, supply: Description, photos: array<string, string>,
     *     minutes: array<string, string>, seal: array{workshop: string, key: string}|null} photographs and minutes by
     *     id; seal: who signed it
     *
     * @throws ArchiveRefused
     */
    public function read(string $path): array
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw ArchiveRefused::because('This is no zip file. A job\'s archive is saved from its report.');
        }
        try {
            $this->checkSizes($zip);
            $seal = $this->seal->of($zip);
            $job = $this->job($zip);
            $photos = $minutes = [];
            foreach ($job['photos'] as $id) {
                $photos[$id] =
                    $zip->getFromName("photos/{$id}.jpg") ?:
                    throw ArchiveRefused::because(
                        "The photograph {$id} is named in job.json and is not in the archive.",
                    );
            }
            $supply = $this->supply($job);
            foreach ($job['runs'] as $run) {
                $minutes[$run['id']] =
                    $zip->getFromName("runs/{$run['id']}.csv") ?:
                    throw ArchiveRefused::because("The samples of run {$run['id']} are not in the archive.");
                $this->checkRun($run, $minutes[$run['id']], $supply);
            }

            return ['job' => $job, 'supply' => $supply, 'photos' => $photos, 'minutes' => $minutes, 'seal' => $seal];
        } finally {
            $zip->close();
        }
    }

    /** A small file may unpack to a large one. */
    private function checkSizes(ZipArchive $zip): void
    {
        $bytes = 0;
        for ($k = 0; $k < $zip->numFiles; $k++) {
            $bytes += (int) ($zip->statIndex($k)['size'] ?? 0);
        }
        if ($zip->numFiles > self::MOST_FILES || $bytes > self::MOST_BYTES) {
            throw ArchiveRefused::because(
                sprintf(
                    'The archive holds %d files of %d MB; at most %d files of %d MB are taken in.',
                    $zip->numFiles,
                    (int) ($bytes / 1e6),
                    self::MOST_FILES,
                    (int) (self::MOST_BYTES / 1e6),
                ),
            );
        }
    }

    /** @return array<string, mixed> */
    private function job(ZipArchive $zip): array
    {
        if (($zip->statName('job.json')['size'] ?? 0) > self::MOST_JOB) {
            throw ArchiveRefused::because(
                sprintf(
                    'job.json has more than %d MB: no job has. Is this the right file?',
                    intdiv(self::MOST_JOB, 1_000_000),
                ),
            );
        }
        $text = $zip->getFromName('job.json');
        if ($text === false) {
            throw ArchiveRefused::because('There is no job.json in this archive: is it one of a job?');
        }
        try {
            $data = json_decode($text, false, 128, JSON_THROW_ON_ERROR);
        } catch (JsonException $e) {
            throw ArchiveRefused::because("job.json is not JSON: {$e->getMessage()}.");
        }
        $result = (new Validator())->validate($data, (string) file_get_contents(base_path('docs/job.schema.json')));
        if ($result->hasError()) {
            $error = $result->error();
            $flat = $error === null ? [] : (new ErrorFormatter())->format($error, false);
            throw ArchiveRefused::because(
                sprintf(
                    'job.json does not follow docs/job.schema.json: at %s, %s.',
                    array_key_first($flat) ?: '/',
                    rtrim((string) reset($flat), '.'),
                ),
            );
        }

        $job = json_decode($text, true, 128, JSON_THROW_ON_ERROR);
        foreach (
            [
                'log' => array_map(strtoupper(...), array_column($job['log'], 'id')),
                'photos' => array_map(strtoupper(...), $job['photos']),
                'runs' => array_map(strtoupper(...), array_column($job['runs'], 'id')),
            ]
            as $of => $ids
        ) {
            $twice = array_keys(array_filter(array_count_values($ids), static fn(int $n): bool => $n > 1));
            if ($twice !== []) {
                throw ArchiveRefused::because(
                    'In job.json the id ' .
                        "{$twice[0]} stands twice in \"{$of}\": the archive was changed by hand, or is damaged.",
                );
            }
        }

        return $job;
    }

    /** @param array<string, mixed> $run */
    private function checkRun(array $run, string $minutes, Description $supply): void
    {
        try {
            $isPlan = $run['kind'] !== 'starts' || is_numeric($run['plan']['cycles'] ?? null);
            $run['kind'] === 'starts' ?: SoakPlan::of($run['plan'], $supply->mainsVoltage);
        } catch (PlanRefused) {
            $isPlan = false;
        }
        if (!$isPlan) {
            throw ArchiveRefused::because(
                "Run {$run['id']} has a plan that cannot be read: the archive was changed by hand, or is damaged.",
            );
        }
        foreach (RunMinutes::of($minutes, $run['id']) as $row) {
            // Read to its end before anything is kept.
        }
    }

    /**
     * Whether the log means anything beside the description: every line of it is folded and written.
     *
     * @param array<string, mixed> $job
     */
    private function supply(array $job): Description
    {
        $supply = DescriptionReader::fromArray($job['description']);
        $known = EntryKinds::all();
        $log = [];
        foreach ($job['log'] as $row) {
            if (!isset($known[$row['kind']])) {
                throw ArchiveRefused::because(
                    sprintf(
                        'The log has an entry of the kind "%s", which this Oculant does not know: it comes from ' .
                            'a newer one.',
                        $row['kind'],
                    ),
                );
            }
            $log[] = new LogEntry($row['id'], $row['kind'], $row['payload'], $row['at'], $row['by']);
        }
        try {
            Fold::of($supply, $log);
            foreach ($log as $entry) {
                $known[$entry->kind]->line($entry, $supply);
                MeterProfile::of(
                    is_array($entry->payload['profile'] ?? [])
                        ? $entry->payload['profile'] ?? []
                        : throw new UnexpectedValueException('profile'),
                );
            }
        } catch (Throwable) {
            throw ArchiveRefused::because(
                'The log in this archive does not fit its description: it was changed by hand, or is damaged.',
            );
        }

        return $supply;
    }
}

<?php

declare(strict_types=1);

namespace App\Archive;

use App\Bench\PhotoAlbum;
use App\Models\LogEntryRecord;
use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\Workshop;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Supply\Import\CsvTable;
use ZipArchive;

/** A job as one file that another Oculant can take in: job.json, its photographs, and the minutes of its runs. */
final readonly class JobArchive
{
    public const FORMAT = 'oculant/job';

    /** Columns of a run's samples: what each minute held. */
    public const MINUTES = ['channel', 'minute', 'low', 'high', 'mean', 'count'];

    public function __construct(private PhotoAlbum $album, private Seal $seal) {}

    /** @return string a zip file's contents */
    public function export(RepairJob $job): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant-job');
        try {
            $zip = new ZipArchive();
            $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
            $photos = Photo::query()->where('repair_job_id', $job->id)->orderBy('id')->get();
            foreach ($photos as $photo) {
                // One that no worker has got to yet is made ready now.
                $this->album->draw($photo);
            }
            $photos = $photos->where('state', Photo::READY);
            foreach ($photos as $photo) {
                $zip->addFromString(
                    "photos/{$photo->id}.jpg",
                    (string) $this->album->picture($job, (string) $photo->id),
                );
            }
            $runs = Run::query()->where('repair_job_id', $job->id)->orderBy('number')->get();
            foreach ($runs as $run) {
                $zip->addFromString("runs/{$run->id}.csv", self::minutes($run));
            }
            $zip->addFromString(
                'job.json',
                json_encode(
                    self::view($job, $photos->pluck('id')->all(), $runs->all()),
                    JSON_THROW_ON_ERROR |
                        JSON_PRETTY_PRINT |
                        JSON_UNESCAPED_UNICODE |
                        JSON_UNESCAPED_SLASHES |
                        JSON_PRESERVE_ZERO_FRACTION,
                ),
            );
            $zip->close();
            // Signed once it is all there.
            $zip->open($path);
            $this->seal->put($zip, $job->user->workshop ?? Workshop::query()->findOrFail($job->workshop_id));
            $zip->close();

            return (string) file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }

    /**
     * @param list<string> $photos
     * @param list<Run>    $runs
     *
     * @return array<string, mixed>
     */
    private static function view(RepairJob $job, array $photos, array $runs): array
    {
        return [
            'format' => self::FORMAT,
            'version' => 1,
            'number' => $job->number,
            'workshop' => $job->user->workshop->name ?? '',
            'technician' => $job->user->name ?? '',
            'booked_in_at' => $job->created_at?->toIso8601String() ?? '',
            'unit' => $job->unit,
            'owner' => $job->owner,
            'complaint' => (string) $job->complaint,
            'mains' => $job->mains,
            'description' => $job->description,
            'log' => array_map(
                static fn(LogEntryRecord $r): array => [
                    'id' => $r->id,
                    'kind' => $r->kind,
                    'payload' => (object) $r->payload,
                    'at' => $r->noted_at,
                    'received' => $r->received_at->toIso8601String(),
                    'waited' => $r->waited,
                    'by' => $r->toEntry()->by,
                ],
                array_values($job->entries()->with('user')->get()->all()),
            ),
            'photos' => $photos,
            'runs' => array_map(
                static fn(Run $r): array => [
                    'id' => $r->id,
                    'kind' => $r->kind,
                    'plan' => (object) $r->plan,
                    'state' => $r->state === Run::RUNNING ? Run::STOPPED : $r->state,
                    'started_at' => $r->started_at,
                    'ended_at' => $r->ended_at,
                    'gaps' => $r->gaps,
                    'alarms' => $r->alarms,
                ],
                $runs,
            ),
        ];
    }

    private static function minutes(Run $run): string
    {
        $rows = array_map(
            static fn(object $r): array => [
                (string) $r->channel,
                (string) $r->minute,
                sprintf('%.9g', $r->low),
                sprintf('%.9g', $r->high),
                sprintf('%.9g', $r->total / $r->count),
                (string) $r->count,
            ],
            DB::select(
                'SELECT channel, minute, low, high, total, count FROM run_minutes WHERE run = ? ORDER BY ' .
                    'channel, minute',
                [$run->number],
            ),
        );

        return CsvTable::write(self::MINUTES, $rows);
    }
}

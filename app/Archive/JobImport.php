<?php

declare(strict_types=1);

namespace App\Archive;

use App\Bench\BookIn;
use App\Bench\JobStanding;
use App\Bench\PhotoAlbum;
use App\Library\Shelf;
use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use App\Policies\EntryRights;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Oculant\Core\Supply\Description;

/** Takes in the archive of a job as a job of this workshop, with ids of its own: the same archive may come in twice. */
final readonly class JobImport
{
    private const AT_ONCE = 2000;

    public function __construct(private ArchiveReader $reader, private Shelf $shelf, private PhotoAlbum $album) {}

    /** @throws ArchiveRefused nothing is kept then */
    public function take(User $user, string $path): RepairJob
    {
        [
            'job' => $from,
            'supply' => $supply,
            'photos' => $photos,
            'minutes' => $minutes,
            'seal' => $seal,
        ] = $this->reader->read($path);
        $this->mayTake($user, $from, $supply);

        return DB::transaction(function () use ($user, $from, $supply, $photos, $minutes, $seal): RepairJob {
            $kept = $this->supply($user, $supply);
            $job = RepairJob::query()->create([
                'workshop_id' => $user->workshop_id,
                'supply_id' => $kept->id,
                'supply_version_id' => $kept->latestVersion?->id,
                'user_id' => $user->id,
                'number' => BookIn::nextNumber($user->workshop_id),
                'unit' => $from['unit'],
                'owner' => $from['owner'],
                'complaint' => $from['complaint'],
                'mains' => $from['mains'],
                'description' => $from['description'],
                'origin' => [
                    'number' => $from['number'],
                    'workshop' => $from['workshop'],
                    'at' => $from['booked_in_at'],
                    'by' => $user->name,
                    'taken_at' => Carbon::now()->toIso8601String(),
                    'signed_by' => $seal['workshop'] ?? null,
                    'key' => $seal['key'] ?? null,
                    'known' => $seal === null ? null : $this->isKnown($user->workshop_id, $seal),
                ],
            ]);
            $job->setRelation('user', $user);
            $ids = [];
            foreach ([...array_column($from['log'], 'id'), ...$from['photos']] as $id) {
                $ids[$id] ??= strtoupper((string) Str::ulid());
            }
            foreach ($from['runs'] as $run) {
                $ids[$run['id']] = strtolower($this->run($job, $user, $run, $minutes[$run['id']])->id);
            }
            foreach ($photos as $id => $picture) {
                $this->album->add($job, $user, $ids[$id], $picture);
            }
            foreach ($from['log'] as $k => $row) {
                LogEntryRecord::query()->create([
                    'id' => $ids[$row['id']],
                    'repair_job_id' => $job->id,
                    'user_id' => $user->id,
                    'kind' => $row['kind'],
                    'sequence' => $k + 1,
                    'waited' => $row['waited'] ?? 0,
                    'payload' =>
                        [
                            'author' => mb_substr(
                                "{$row['by']}, taken in by {$user->name} from {$from['workshop']}",
                                0,
                                200,
                            ),
                        ] + self::renamed($row['payload'], $ids),
                    'noted_at' => $row['at'],
                    'received_at' => Carbon::parse($row['received'] ?? $row['at'])->utc(),
                ]);
            }

            JobStanding::make($job);

            return $job;
        }, 3);
    }

    /**
     * An archive writes in other people's names: whoever takes it in needs the rights of what it writes.
     *
     * @param array<string, mixed> $from
     *
     * @throws AuthorizationException
     */
    private function mayTake(User $user, array $from, Description $supply): void
    {
        $permissions = ['handBack' => 'hand back', 'override' => 'override gates', 'log' => 'work'];
        $needed = array_map(
            static fn(string $ability): string => $permissions[$ability],
            EntryRights::needed($from['log']),
        );
        // What a lead's or technician's judgement stands on, in whoever's name it is.
        if (
            array_intersect(['safety', 'isolation', 'condemned'], array_column($from['log'], 'kind')) !== [] ||
            $from['runs'] !== []
        ) {
            $needed[] = 'hand back';
        }
        if ($this->same($user, $supply) === null) {
            $needed[] = 'edit library';
        }
        foreach (array_unique($needed) as $permission) {
            if (!$user->can($permission)) {
                throw new AuthorizationException(
                    match ($permission) {
                        'override gates' => 'In this archive gates are passed over: only a lead may take it in.',
                        'edit library'
                            => 'Taking this archive in adds a description to the library: that is for technicians ' .
                            'and leads.',
                        default
                            => 'In this archive units are tested, closed or handed back in other people\'s names: ' .
                            'only technicians and leads may take it in.',
                    },
                );
            }
        }
    }

    /** @param array{workshop: string, key: string} $seal */
    private function isKnown(string $workshopId, array $seal): bool
    {
        $own = Workshop::query()->whereKey($workshopId)->value('verify_key');

        return $own === $seal['key'] ||
            RepairJob::query()
                ->ofWorkshop($workshopId)
                ->where('origin->key', $seal['key'])
                ->where('origin->signed_by', $seal['workshop'])
                ->exists();
    }

    private function same(User $user, Description $supply): ?Supply
    {
        return Supply::query()
            ->where('workshop_id', $user->workshop_id)
            ->where('title', $supply->title)
            ->where('revision', $supply->revision)
            ->with('latestVersion')
            ->get()
            ->first(static fn(Supply $s): bool => $s->description == $supply->written);
    }

    private function supply(User $user, Description $supply): Supply
    {
        return $this->same($user, $supply) ?? $this->shelf->keep($user, $supply);
    }

    /** @param array<string, mixed> $from */
    private function run(RepairJob $job, User $user, array $from, string $minutes): Run
    {
        $run = Run::query()->create([
            'number' => 1 + (int) Run::query()->lockForUpdate()->max('number'),
            'repair_job_id' => $job->id,
            'user_id' => $user->id,
            'kind' => $from['kind'],
            'plan' => $from['plan'],
            'state' => $from['state'],
            'started_at' => $from['started_at'],
            'ended_at' => $from['ended_at'] ?? $from['started_at'],
            'next_scan' => 0,
            'memory_base' => 0,
            'stage' => -1,
            'watch' => [],
            'gaps' => $from['gaps'],
            'alarms' => $from['alarms'],
        ]);
        $rows = [];
        foreach (RunMinutes::of($minutes, $from['id']) as $row) {
            $rows[] = [
                'run' => $run->number,
                'channel' => $row['channel'],
                'minute' => $row['minute'],
                'low' => $row['low'],
                'high' => $row['high'],
                'total' => $row['mean'] * $row['count'],
                'count' => $row['count'],
            ];
            if (count($rows) === self::AT_ONCE) {
                DB::table('run_minutes')->insertOrIgnore($rows);
                $rows = [];
            }
        }
        DB::table('run_minutes')->insertOrIgnore($rows);

        return $run;
    }

    /**
     * @param array<mixed>          $payload
     * @param array<string, string> $ids
     *
     * @return array<mixed> with every id that it names in its new form
     */
    private static function renamed(array $payload, array $ids): array
    {
        return array_map(
            static fn(mixed $value): mixed => is_array($value)
                ? self::renamed($value, $ids)
                : (is_string($value) && isset($ids[$value])
                    ? $ids[$value]
                    : $value),
            $payload,
        );
    }
}

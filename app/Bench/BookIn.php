<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Bench\Purpose;

/** Books in a unit: the job, the description as it stands today, and the owner's symptoms as the first log entries. */
final readonly class BookIn
{
    public function __construct(private JobLog $log) {}

    /** The year and the next free number in it; within a transaction. */
    public static function nextNumber(string $workshopId): string
    {
        $year = Carbon::now()->format('y');
        $taken = RepairJob::query()
            ->ofWorkshop($workshopId)
            ->where('number', 'like', "{$year}-%")
            ->lockForUpdate()
            ->count();

        return sprintf('%s-%03d', $year, $taken + 1);
    }

    /** @param array{unit: string, owner: string, complaint?: ?string, mains: string, symptoms?: list<string>,
     *     purpose?: string} $what */
    public function unit(User $user, Supply $supply, array $what): RepairJob
    {
        return DB::transaction(function () use ($user, $supply, $what): RepairJob {
            $job = RepairJob::query()->create([
                'workshop_id' => $user->workshop_id,
                'supply_id' => $supply->id,
                'supply_version_id' => $supply->latestVersion?->id,
                'user_id' => $user->id,
                'number' => self::nextNumber($user->workshop_id),
                'unit' => $what['unit'],
                'owner' => $what['owner'],
                'complaint' => $what['complaint'] ?? '',
                'mains' => $what['mains'],
                'description' => $supply->description,
            ]);
            $job->setRelation('user', $user);
            JobStanding::make($job);
            if (($what['purpose'] ?? Purpose::Fault->value) !== Purpose::Fault->value) {
                $this->log->add($job, $user, 'purpose', ['purpose' => $what['purpose']]);
            }
            foreach ($what['symptoms'] ?? [] as $symptom) {
                $this->log->add($job, $user, 'symptom', ['symptom' => $symptom]);
            }

            return $job;
        }, 3);
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Solutions;
use App\Library\Shelf;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\Continuity;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Supply\Description;

/**
 * Puts a job on another description: more of its board was traced, or the old one was wrong. Its log stands, and must
 * still mean something; the supply in the library goes along where nobody changed it meanwhile.
 */
final readonly class Redescribe
{
    public function __construct(private Solutions $solutions, private JobLog $log, private Shelf $shelf) {}

    /**
     * @throws EntryRefused if the unit is on power, the job is over, or its log would name what is not there any more
     */
    public function job(RepairJob $job, User $user, Description $new, string $why): void
    {
        DB::transaction(function () use ($job, $user, $new, $why): void {
            $kept = RepairJob::query()->lockForUpdate()->findOrFail($job->id);
            $file = JobFile::open($this->solutions, $kept);
            Admission::mayTake($file->state, 'described');
            if ($kept->description == $new->written) {
                return;
            }
            if ($file->state->power->isEnergised()) {
                throw EntryRefused::because(
                    'description',
                    'The unit is recorded as on power, and what is dangerous on it is told from its description: ' .
                        'unplug it, record that, and describe it then.',
                );
            }
            Continuity::mustHold($file->supply, $new, $file->log);
            $supply = $kept->supply()->lockForUpdate()->first();
            if ($supply !== null && $supply->description == $kept->description && $user->can('update', $supply)) {
                $this->shelf->change($user, $supply, $new);
                $kept->setAttribute('supply_version_id', $supply->latestVersion()->value('id'));
            }
            $kept->description = $new->written;
            $kept->save();
            $this->log->add(
                $kept,
                $user,
                'described',
                [
                    'title' => $new->title,
                    'revision' => $new->revision,
                    'key' => $new->hash(),
                    'parts' => count($new->parts),
                    'unknown' => count($new->written['unknown'] ?? []),
                    'why' => $why,
                ],
                isOwnWork: true,
            );
        }, 3);
    }
}

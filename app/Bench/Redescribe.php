<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Solutions;
use App\Library\Shelf;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Supply\Description;
use OutOfBoundsException;

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
            self::mustStillBeRead($file, $new);
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

    /** @throws EntryRefused naming the entry */
    private static function mustStillBeRead(JobFile $file, Description $new): void
    {
        foreach ($file->log as $entry) {
            try {
                EntryKinds::named($entry->kind)->line($entry, $new);
            } catch (OutOfBoundsException | InvalidArgumentException) {
                throw self::missing(EntryKinds::named($entry->kind)->line($entry, $file->supply));
            }
        }
        $state = Fold::of($new, $file->log);
        foreach ($state->readings as $reading) {
            if (!isset($new->modes[$reading->mode]) || !self::isThere($reading, $new)) {
                throw self::missing("{$reading->target}, {$file->supply->mode($reading->mode)->name}");
            }
            if (!$reading->isDeadCheck()) {
                self::mustLieThere($file->supply, $new, $reading->target);
            }
        }
        foreach (
            [$state->replaced(), array_column($state->tested, 'part'), array_column($state->findings, 'part')]
            as $refs
        ) {
            foreach ($refs as $ref) {
                if (!isset($new->parts[$ref])) {
                    throw self::missing($ref);
                }
            }
        }
        if (!isset($new->modes[$state->mode])) {
            throw self::missing($file->supply->mode($state->mode)->name);
        }
    }

    private static function isThere(TakenReading $reading, Description $new): bool
    {
        try {
            $reading->stood($new);
            if ($reading->isDeadCheck()) {
                return $new->deadCheck($reading->target) !== null;
            }
            $new->point($reading->target);

            return true;
        } catch (OutOfBoundsException | InvalidArgumentException) {
            return false;
        }
    }

    /**
     * The leads were on certain pins: under the same name they must be on them still.
     *
     * @throws EntryRefused
     */
    private static function mustLieThere(Description $old, Description $new, string $target): void
    {
        [$was, $is] = [$old->point($target), $new->point($target)];
        foreach ([[$was->node, $is->node], [$was->against, $is->against]] as [$before, $now]) {
            foreach ($old->parts as $ref => $part) {
                foreach ($part->terminals as $pin => $node) {
                    $there = $new->parts[$ref]->terminals[$pin] ?? null;
                    if ($node === $before && $there !== null && $there !== $now) {
                        throw EntryRefused::because(
                            'description',
                            sprintf(
                                '%1$s was measured with a lead on %2$s.%3$s, and in this description %1$s lies ' .
                                    'elsewhere. Give it another name, and keep the point that was measured.',
                                $target,
                                $ref,
                                $pin,
                            ),
                        );
                    }
                }
            }
        }
    }

    private static function missing(string $what): EntryRefused
    {
        return EntryRefused::because(
            'description',
            sprintf(
                'The log of this job speaks of "%s", which is not in this description any more. Keep what was ' .
                    'measured and worked on in it, under the names that it had.',
                $what,
            ),
        );
    }
}

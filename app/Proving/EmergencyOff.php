<?php

declare(strict_types=1);

namespace App\Proving;

use App\Instruments\OffList;
use App\Instruments\OffMark;
use App\Instruments\OffSwitch;
use App\Models\RepairJob;
use App\Models\Run;
use Illuminate\Support\Facades\Log;
use Throwable;

/**
 * Everything off that this workshop's instruments put on a unit. It opens connections of its own, waits for nobody, and
 * needs no page and no database: a hung browser, a reading that does not come, a run that is being watched do not stand
 * in its way.
 */
final readonly class EmergencyOff
{
    public function __construct(
        private OffList $list,
        private OffSwitch $switch,
        private OffMark $mark,
        private Runs $runs,
    ) {}

    /** @return array{off: list<string>, failed: list<string>} names, with what went wrong */
    public function press(string $workshopId): array
    {
        // First, so that no run switches anything on again behind our back.
        $this->mark->set($workshopId);

        return $this->switch->press($this->list->of($workshopId));
    }

    /**
     * What the database and the logs are told, once the answer is out; without a database the watchman does it as soon
     * as there is one.
     */
    public function record(string $workshopId): void
    {
        try {
            foreach (
                Run::query()
                    ->running()
                    ->whereIn('repair_job_id', RepairJob::query()->ofWorkshop($workshopId)->select('id'))
                    ->with('job', 'user')
                    ->get()
                as $run
            ) {
                $this->runs->stopAfterOff($run);
            }
        } catch (Throwable $e) {
            Log::warning('Everything off', ['workshop' => $workshopId, 'message' => $e->getMessage()]);
        }
    }
}

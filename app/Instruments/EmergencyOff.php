<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Run;
use App\Proving\Runs;
use Illuminate\Support\Facades\Log;
use Oculant\Core\Bench\EntryRefused;
use Throwable;

/**
 * Everything off that this workshop's instruments put on a unit. It opens connections of its own, waits for nobody, and needs
 * no page: a hung browser, a reading that does not come or a run that is being watched do not stand in its way.
 */
final readonly class EmergencyOff
{
    private const SECONDS = 1.5;

    /** Loads last: a unit without its load rises. */
    private const ORDER = ['source' => 0, 'supply' => 1, 'load' => 2];

    public function __construct(private Rack $rack, private Runs $runs)
    {
    }

    /** @return array{off: list<string>, failed: list<string>, stopped: int} names, with what went wrong */
    public function press(string $workshopId): array
    {
        // First, so that nothing is switched on again behind our back.
        $runs = Run::query()->running()->whereIn('repair_job_id', RepairJob::query()->ofWorkshop($workshopId)->select('id'))->get();
        Run::query()->whereKey($runs->modelKeys())->running()->update(['state' => Run::STOPPED, 'message' => 'Everything off.', 'ended_at' => $this->runs->now()]);
        $instruments = Instrument::query()->ofWorkshop($workshopId)->whereIn('kind', Instrument::OUTPUTS)->whereNotNull('host')->get()->sortBy(static fn(Instrument $i): int => self::ORDER[$i->kind] ?? 9);
        $off = $failed = [];
        foreach ($instruments as $instrument) {
            try {
                $this->rack->driver($instrument, self::SECONDS)->off();
                $off[] = $instrument->name;
            } catch (Throwable $e) {
                Log::warning('Emergency off', ['instrument' => $instrument->name, 'message' => $e->getMessage()]);
                $failed[] = "{$instrument->name}: {$e->getMessage()}";
            }
        }

        foreach ($runs->load('job', 'user') as $run) {
            $this->note($run);
        }

        return ['off' => $off, 'failed' => $failed, 'stopped' => $runs->count()];
    }

    /** The log learns of it last: nothing waits for it, and a log that takes nothing any more does not matter here. */
    private function note(Run $run): void
    {
        try {
            $this->runs->tell($run, 'stopped', 'Everything off.');
        } catch (EntryRefused $e) {
            Log::warning('Everything off', ['run' => $run->number, 'message' => $e->getMessage()]);
        }
    }
}

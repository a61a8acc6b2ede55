<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Run;
use Illuminate\Support\Facades\Log;
use Psr\Clock\ClockInterface;
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

    public function __construct(private Rack $rack, private ClockInterface $clock)
    {
    }

    /** @return array{off: list<string>, failed: list<string>, stopped: int} names, with what went wrong */
    public function press(string $workshopId): array
    {
        // First, so that nothing is switched on again behind our back.
        $stopped = Run::query()->running()->whereIn('repair_job_id', RepairJob::query()->ofWorkshop($workshopId)->select('id'))->update(['state' => Run::STOPPED, 'message' => 'Emergency off.', 'ended_at' => (float) $this->clock->now()->format('U.u')]);
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

        return ['off' => $off, 'failed' => $failed, 'stopped' => $stopped];
    }
}

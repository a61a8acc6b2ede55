<?php

declare(strict_types=1);

namespace App\Proving;

use App\Bench\JobFile;
use App\Bench\JobLog;
use App\Instruments\InstrumentFailed;
use App\Instruments\OffMark;
use App\Instruments\Rack;
use App\Instruments\Setting;
use App\Models\Run;
use Illuminate\Support\Facades\DB;
use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\StartsPlan;

/**
 * Repeated starts: on, wait, read, off, wait. Where it stands is kept, so that a killed watchman repeats at most one
 * start.
 */
final readonly class StartsWatch
{
    public function __construct(
        private Runs $runs,
        private Rack $rack,
        private SampleStore $samples,
        private JobLog $log,
        private OffMark $off,
    ) {}

    public function tick(Run $run, JobFile $file): void
    {
        /** @var array{on: bool, until: float, done: int, failed: int} $at */
        $at = $run->watch + ['on' => false, 'until' => 0.0, 'done' => 0, 'failed' => 0];
        $now = $this->runs->now();
        if ($now < $at['until']) {
            return;
        }
        $instruments = $this->runs->instruments($file);
        $source = $this->rack->driver($instruments[$run->plan['source']]);
        try {
            if (!$at['on']) {
                $source->apply(
                    Setting::source($run->plan['volts'], $run->plan['limit'], $file->supply->frequency ?: 50.0),
                );
                if (
                    $this->off->isAfter($run->job->workshop_id, $run->started_at) ||
                    !Run::query()->whereKey($run->id)->running()->exists()
                ) {
                    // Everything off was pressed between the look and the switch.
                    $source->off();

                    return;
                }
                $this->move($run, ['on' => true, 'until' => $now + $run->plan['on']] + $at);

                return;
            }
            $read = $this->rack->driver($instruments[$run->plan['reader']])->read('dc');
            $source->off();
        } catch (InstrumentFailed | AnswerUnreadable $e) {
            // A start that nobody could read is no start that failed: it is tried again.
            Run::query()
                ->whereKey($run->id)
                ->update(['message' => $e->getMessage()]);

            return;
        }
        $volts = $read->isValue() ? $read->value : null;
        $this->move(
            $run,
            [
                'on' => false,
                'until' => $now + $run->plan['off'],
                'done' => $at['done'] + 1,
                'failed' => $at['failed'] + (StartsPlan::of($run->plan)->isGood($volts) ? 0 : 1),
            ],
            $volts,
        );
    }

    /** @param array{on: bool, until: float, done: int, failed: int} $to */
    private function move(Run $run, array $to, ?float $volts = null): void
    {
        DB::transaction(function () use ($run, $to, $volts): void {
            $fresh = Run::query()->lockForUpdate()->findOrFail($run->id);
            if (!$fresh->isRunning()) {
                return;
            }
            $isOver = $to['done'] >= $run->plan['cycles'];
            if ($volts !== null) {
                $this->samples->keep($run->number, [$to['done'] => [0 => $volts]]);
            }
            $fresh->update(
                ['watch' => $to, 'message' => null, 'next_scan' => $to['done']] +
                    ($isOver ? ['state' => Run::ENDED, 'ended_at' => $this->runs->now()] : []),
            );
            if ($isOver) {
                $this->log->add(
                    $run->job,
                    $run->user,
                    'starts',
                    ['tried' => $to['done'], 'failed' => $to['failed']],
                    "run {$run->number}",
                    isOwnWork: true,
                );
                $this->runs->tell($run, 'ended', "{$to['done']} starts, {$to['failed']} failed");
            }
        }, 3);
    }
}

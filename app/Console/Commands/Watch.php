<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Instruments\OffList;
use App\Keeping\Beats;
use App\Models\Run;
use App\Proving\Watchman;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Str;
use PDOException;
use Throwable;

final class Watch extends Command
{
    protected $signature = 'oculant:watch {--for=3600 : seconds after which it makes room for a fresh one}';

    protected $description = 'Watches unattended runs; several may run, each run is one watchman\'s at a time';

    /** What went wrong last: a database that is away for an hour is one line, not ten thousand. */
    private string $said = '';

    private const PAUSE = 250_000;

    /** Seconds. */
    private const COPY_EVERY = 20.0;

    public function handle(Watchman $watchman): int
    {
        $me = (string) Str::ulid();
        $until = microtime(true) + (float) $this->option('for');
        $copied = 0.0;
        while (microtime(true) < $until) {
            $this->round($watchman, $me);
            // Another node may have added an instrument: this one's emergency off has to know it.
            if (microtime(true) - $copied > self::COPY_EVERY) {
                $copied = microtime(true);
                $this->copy();
            }
            usleep(self::PAUSE);
        }

        return self::SUCCESS;
    }

    private function round(Watchman $watchman, string $me): void
    {
        try {
            $ids = Run::query()->running()->orderBy('number')->pluck('id');
        } catch (Throwable $e) {
            $this->tell($e);

            return;
        }
        foreach ($ids as $id) {
            try {
                $watchman->tick($id, $me);
            } catch (Throwable $e) {
                // One run in trouble must not take the others' turn.
                $this->tell($e);
            }
        }
    }

    private function copy(): void
    {
        try {
            app(Beats::class)->beat(Beats::WATCH);
            app(OffList::class)->write();
        } catch (Throwable $e) {
            $this->tell($e);
        }
    }

    private function tell(Throwable $e): void
    {
        if ($this->said !== $e->getMessage()) {
            Log::warning('Watching runs', ['message' => ($this->said = $e->getMessage())]);
        }
        if ($e instanceof PDOException || $e->getPrevious() instanceof PDOException) {
            // A database that is away comes back; what the instruments keep meanwhile is collected then.
            DB::purge();
        }
    }
}

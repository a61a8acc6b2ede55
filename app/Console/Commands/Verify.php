<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Keeping\LogCheck;
use Illuminate\Console\Command;

/** Whether every log is as the server took it down. */
final class Verify extends Command
{
    protected $signature = 'oculant:verify';

    protected $description = 'Look for entries of logs that were altered, moved or taken out in the database';

    public function handle(LogCheck $check): int
    {
        $wrong = 0;
        $seen = $check->run(function (string $words) use (&$wrong): void {
            $wrong++;
            $this->error($words);
        });
        $this->line(
            sprintf(
                '%d logs, %d entries: %s.',
                $seen['jobs'],
                $seen['entries'],
                $wrong === 0 ? 'all as they were taken down' : "{$wrong} not whole",
            ),
        );

        return $wrong === 0 ? self::SUCCESS : self::FAILURE;
    }
}

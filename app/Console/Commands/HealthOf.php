<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Keeping\Health;
use Illuminate\Console\Command;

/** The same as /up, in words. */
final class HealthOf extends Command
{
    protected $signature = 'oculant:health';

    protected $description = 'Say what of database, disk, queue, scheduler and watch is not right';

    public function handle(Health $health): int
    {
        $wrong = 0;
        foreach ($health->look() as $what => $words) {
            $wrong += $words === null ? 0 : 1;
            $this->line(sprintf('%-10s %s', $what, $words ?? 'fine'));
        }

        return $wrong === 0 ? self::SUCCESS : self::FAILURE;
    }
}

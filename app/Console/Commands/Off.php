<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Instruments\EmergencyOff;
use App\Models\Workshop;
use Illuminate\Console\Command;

final class Off extends Command
{
    protected $signature = 'oculant:off';

    protected $description = 'Emergency off: every source and load of every workshop on this server, and every run';

    public function handle(EmergencyOff $button): int
    {
        $failed = [];
        foreach (Workshop::query()->pluck('id') as $workshop) {
            $done = $button->press($workshop);
            array_push($failed, ...$done['failed']);
            array_map(fn(string $name) => $this->info("{$name} is off."), $done['off']);
        }
        array_map(fn(string $line) => $this->error("NOT OFF: {$line}"), $failed);

        return $failed === [] ? self::SUCCESS : self::FAILURE;
    }
}

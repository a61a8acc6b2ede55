<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Instruments\OffList;
use App\Proving\EmergencyOff;
use Illuminate\Console\Command;

final class Off extends Command
{
    protected $signature = 'oculant:off';

    protected $description =
        'Emergency off: every source and load of every workshop on this server, and every run; works without ' .
        'the database';

    public function handle(EmergencyOff $button, OffList $list): int
    {
        $failed = [];
        foreach ($list->workshops() as $workshop) {
            $done = $button->press($workshop);
            array_push($failed, ...$done['failed']);
            array_map(fn(string $name) => $this->info("{$name} is off."), $done['off']);
        }
        foreach ($list->workshops() as $workshop) {
            $button->record($workshop);
        }
        array_map(fn(string $line) => $this->error("NOT OFF: {$line}"), $failed);

        return $failed === [] ? self::SUCCESS : self::FAILURE;
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\StandIn\Rig;
use App\StandIn\Server;
use Illuminate\Console\Command;

final class StandIns extends Command
{
    protected $signature =
        'oculant:stand-ins {--port= : the first of six ports on 127.0.0.1; as configured if left ' . 'out}';

    protected $description =
        'Runs simulated instruments on loopback: meter, bench supply, electronic load, AC source, logging ' .
        'thermometer, and the hands that wire them';

    public function handle(Rig $rig): int
    {
        $port = (int) ($this->option('port') ?? config('oculant.stand_ins.port'));
        $this->info("Stand-ins on 127.0.0.1, ports {$port} to " . ($port + count(Server::KINDS)));
        (new Server($rig))->run($port);

        return self::SUCCESS;
    }
}

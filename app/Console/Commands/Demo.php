<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Instruments\OffList;
use App\Keeping\KeepingFailed;
use App\Keeping\Removal;
use Database\Seeders\DemoSeeder;
use Database\Seeders\RoleSeeder;
use Illuminate\Console\Command;

/** The demo workshop, beside whatever else is here. */
final class Demo extends Command
{
    protected $signature = 'oculant:demo {what : load or remove}';

    protected $description = 'Load the demo workshop, or take it away with all that is its own';

    public function handle(Removal $removal, OffList $off): int
    {
        if ($this->argument('what') === 'load') {
            $this->callSilently('db:seed', ['--class' => RoleSeeder::class, '--force' => true]);
            $this->callSilently('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
            $this->line(
                'Loaded. Its people come in only where OCULANT_DEMO=true: their passwords are known to everybody.',
            );

            return self::SUCCESS;
        }
        if ($this->argument('what') !== 'remove') {
            $this->error('Say "load" or "remove".');

            return self::FAILURE;
        }
        try {
            $gone = $removal->ofDemo();
        } catch (KeepingFailed $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $off->write();
        $this->line($gone === [] ? 'There is no demo here.' : 'Gone: ' . implode(', ', $gone) . '.');

        return self::SUCCESS;
    }
}

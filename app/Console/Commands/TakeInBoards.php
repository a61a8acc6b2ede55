<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\ShareSource;
use App\Models\User;
use App\Sharing\ReadSource;
use App\Sharing\ShareRefused;
use App\Sharing\Sources;
use Illuminate\Console\Command;

/** Takes in what another workshop published, from a folder; or reads all addresses that workshops here keep. */
final class TakeInBoards extends Command
{
    protected $signature = 'oculant:take-in
        {directory? : A folder with index.json; none to read all kept addresses}
        {--as= : E-mail address of the lead in whose workshop it is kept}';

    protected $description = 'Take in boards that other workshops published';

    public function handle(Sources $sources): int
    {
        $directory = $this->argument('directory');
        if (!is_string($directory)) {
            foreach (ShareSource::query()->orderBy('id')->pluck('id') as $id) {
                ReadSource::dispatch((int) $id);
            }

            return self::SUCCESS;
        }
        $lead = User::query()->where('email', (string) $this->option('as'))->first();
        if ($lead === null || !$lead->can('manage people')) {
            $this->error('Say in whose workshop: --as with the e-mail address of its lead.');

            return self::FAILURE;
        }
        try {
            [$taken, $refused] = $sources->folder($lead, rtrim($directory, '/'));
        } catch (ShareRefused $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        foreach ($taken as $title) {
            $this->line("here: {$title}");
        }
        foreach ($refused as $why) {
            $this->error($why);
        }

        return $refused === [] ? self::SUCCESS : self::FAILURE;
    }
}

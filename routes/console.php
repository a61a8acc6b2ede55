<?php

declare(strict_types=1);

use App\Console\Commands\MakeBackup;
use App\Console\Commands\PruneKnowledge;
use App\Console\Commands\PrunePhotographs;
use App\Console\Commands\TakeInBoards;
use App\Keeping\Beats;
use App\Models\BenchPin;
use App\Models\SignIn;
use Illuminate\Support\Facades\Schedule;

// What runs by itself says so; /up is red once it falls silent.
Schedule::call(static fn() => app(Beats::class)->beat(Beats::SCHEDULER))->everyMinute();
Schedule::command(PruneKnowledge::class)->dailyAt('03:20')->withoutOverlapping()->onOneServer();
Schedule::command('model:prune', ['--model' => [SignIn::class, BenchPin::class]])
    ->dailyAt('03:30')
    ->withoutOverlapping()
    ->onOneServer();
Schedule::command(TakeInBoards::class)->dailyAt('04:10')->withoutOverlapping()->onOneServer();
Schedule::command(PrunePhotographs::class)->dailyAt('03:40')->withoutOverlapping()->onOneServer();

$into = config('oculant.backup.directory');
if (is_string($into) && $into !== '') {
    $phrase = config('oculant.backup.phrase');
    Schedule::command(MakeBackup::class, [
        $into,
        '--keep=14',
        ...is_string($phrase) && $phrase !== '' ? ["--phrase-file={$phrase}"] : [],
    ])
        ->dailyAt('02:40')
        ->withoutOverlapping()
        ->onOneServer();
}

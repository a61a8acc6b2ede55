<?php

declare(strict_types=1);

use App\Console\Commands\PruneKnowledge;
use Illuminate\Support\Facades\Schedule;

Schedule::command(PruneKnowledge::class)->dailyAt('03:20')->withoutOverlapping();

<?php

declare(strict_types=1);

// Writes notes into the log of a job until it is killed, and says which were taken: a bench while a backup is made.
// php tests/Support/write-notes.php JOB

use App\Bench\JobLog;
use App\Models\RepairJob;
use Illuminate\Contracts\Console\Kernel;

require __DIR__ . '/../../vendor/autoload.php';
$app = require __DIR__ . '/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
for ($k = 1; ; $k++) {
    $job = RepairJob::query()->with('user')->findOrFail($argv[1]);
    echo $app->make(JobLog::class)->add($job, $job->user, 'note', ['text' => "note {$k}"])->id, "\n";
}

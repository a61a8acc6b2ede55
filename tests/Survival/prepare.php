<?php

declare(strict_types=1);

// Puts one workshop with one unit, live on mains, and its simulated instruments into an empty database; prints what the
// test needs.

use App\Bench\BookIn;
use App\Bench\JobLog;
use App\Models\Instrument;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use App\StandIn\Server;
use Database\Seeders\RoleSeeder;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Str;
use Oculant\Core\Proving\MeterProfile;

require dirname(__DIR__, 2) . '/vendor/autoload.php';
$app = require dirname(__DIR__, 2) . '/bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

(new RoleSeeder())->run();
$workshop = Workshop::query()->create(['name' => 'Survival']);
$user = User::query()->create([
    'workshop_id' => $workshop->id,
    'name' => 'Night watch',
    'email' => 'night@bench.example',
    'password' => 'a long enough word',
]);
$user->assignRole('technician');
$description = json_decode(
    (string) file_get_contents(dirname(__DIR__, 2) . '/database/demo/supplies/deck-intercom.json'),
    true,
    64,
    JSON_THROW_ON_ERROR,
);
$supply = Supply::query()->create([
    'workshop_id' => $workshop->id,
    'title' => $description['title'],
    'revision' => $description['revision'],
    'description' => $description,
]);
$job = $app->make(BookIn::class)->unit($user, $supply, ['unit' => 'Intercom', 'owner' => 'Ferry', 'mains' => '230 V']);
$app->make(JobLog::class)->append($job, $user, [
    'id' => strtoupper((string) Str::ulid()),
    'kind' => 'power',
    'payload' => ['power' => 'live', 'mode' => 'loaded'],
    'at' => now()->toIso8601String(),
]);
$instruments = [];
foreach (Server::KINDS as $k => $kind) {
    $instruments[$kind] = Instrument::query()->create([
        'workshop_id' => $workshop->id,
        'name' => $kind,
        'kind' => $kind,
        'host' => '127.0.0.1',
        'port' => (int) config('oculant.stand_ins.port') + $k,
        'timeout_ms' => 5000,
        'profile' => MeterProfile::usual()->toArray(),
        'serial' => '',
        'is_stand_in' => true,
    ])->id;
}
echo json_encode(
    ['token' => $user->createToken('survival')->plainTextToken, 'job' => $job->id, 'instruments' => $instruments],
    JSON_THROW_ON_ERROR,
);

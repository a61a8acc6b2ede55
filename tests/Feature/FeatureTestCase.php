<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\BookIn;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\Solve;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use Database\Seeders\RoleSeeder;
use Illuminate\Cache\RateLimiter;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Str;
use Illuminate\Support\Testing\Fakes\QueueFake;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Supply\DescriptionReader;
use Symfony\Component\HttpFoundation\Response;
use Tests\Support\Contract;
use Tests\Support\Supplies;

/** A workshop with people, and the words to play a job through the API. */
abstract class FeatureTestCase extends TestCase
{
    use RefreshDatabase;

    protected Workshop $workshop;

    protected function setUp(): void
    {
        parent::setUp();
        $this->seed(RoleSeeder::class);
        // The cache outlives a test.
        (new RateLimiter(Cache::store()))->clear('sign-in:address:127.0.0.1');
        // In place of the workers: what is quick is solved where it is asked for.
        Solve::saved(static function (Solve $solve): void {
            $supply = DescriptionReader::fromArray($solve->description);
            if (
                $solve->state === Solve::QUEUED &&
                !$supply->isLarge() &&
                !(Queue::getFacadeRoot() instanceof QueueFake)
            ) {
                app(Solutions::class)->solve($supply, static fn() => null);
            }
        });
        $this->workshop = Workshop::query()->create(['name' => 'Test bench']);
    }

    /**
     * Whatever a test asks of the API, its answer is as the API's document says.
     *
     * @param Response $response
     * @param Request $request
     *
     * @return TestResponse<Response>
     */
    protected function createTestResponse($response, $request): TestResponse
    {
        Contract::own()->hold($request, $response);

        return parent::createTestResponse($response, $request);
    }

    /** Emptying a database is for the test's own alone: run by hand without bin/test, it would be the workshop's. */
    protected function beforeRefreshingDatabase(): void
    {
        $name = (string) config('database.connections.' . config('database.default') . '.database');
        if (!str_ends_with($name, '_test')) {
            self::fail(
                "These tests empty their database, and this one is \"{$name}\". Use bin/test, which brings its own.",
            );
        }
    }

    protected function person(string $role, ?Workshop $workshop = null): User
    {
        $name = $role . Str::random(6);
        $user = User::query()->create([
            'workshop_id' => ($workshop ?? $this->workshop)->id,
            'name' => $name,
            'email' => "{$name}@bench.example",
            'password' => 'a long enough word',
        ]);
        if ($role !== '') {
            $user->assignRole($role);
        }

        return $user;
    }

    protected function supply(string $demo = 'tuner-feed', ?Workshop $workshop = null): Supply
    {
        $description = Supplies::demo($demo);

        return Supply::query()->create([
            'workshop_id' => ($workshop ?? $this->workshop)->id,
            'title' => $description->title,
            'revision' => $description->revision,
            'description' => $description->written,
        ]);
    }

    protected function job(User $user, string $demo = 'tuner-feed'): RepairJob
    {
        return app(BookIn::class)->unit($user, $this->supply($demo, $user->workshop), [
            'unit' => 'Wireless',
            'owner' => 'Somebody',
            'mains' => '230 V',
        ]);
    }

    /**
     * @param array<string, mixed> $payload
     *
     * @return array{id: string, kind: string, payload: array<string, mixed>, at: string}
     */
    protected static function entry(string $kind, array $payload = []): array
    {
        static $time = 0;

        // Rising ULIDs even within one millisecond.
        return [
            'id' => strtoupper((string) Str::ulid(now()->addMilliseconds(++$time))),
            'kind' => $kind,
            'payload' => $payload,
            'at' => now()->toIso8601String(),
        ];
    }

    /** @param array<string, mixed> $payload */
    protected function log(RepairJob $job, string $kind, array $payload = []): TestResponse
    {
        return $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [self::entry($kind, $payload)]]);
    }

    /** Sees to whatever a gate still asks for, through the API. */
    protected function seeTo(RepairJob $job, string $gate): void
    {
        for ($k = 0; $k < 20; $k++) {
            $gates = collect(
                $this->getJson("/api/v1/jobs/{$job->id}/bench")
                    ->assertOk()
                    ->json('safety.gates'),
            )->keyBy('gate');
            $item = $gates[$gate]['items'][0] ?? null;
            if ($item === null) {
                return;
            }
            if ($item['leads'] === 'power') {
                $this->seeTo($job, 'limited');
                $this->log($job, 'power', ['power' => 'limited'])->assertOk();
                $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
                continue;
            }
            $this->travel(3)->minutes();
            $this->log(
                $job,
                ...match ($item['leads']) {
                    'check' => ['reading', ['text' => '4k7', 'target' => $item['target']]],
                    'isolation' => ['isolation', ['test' => 'resistance', 'text' => 'OL']],
                    'look' => ['looked', ['what' => $item['target']]],
                    'prove' => [
                        'safety',
                        [
                            'test' => $item['target'],
                            'text' =>
                                ['earth' => '80m', 'insulation' => 'OL', 'touch' => '20u'][$item['target']] ?? 'ok',
                        ],
                    ],
                    'discharge' => ['left', ['part' => $item['target'], 'text' => '0.4']],
                    default => ['change_closed', ['change' => $item['target'], 'how' => 'undone']],
                },
            )->assertOk();
        }
        self::fail("The gate {$gate} does not open.");
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Invitations;
use App\Models\DocumentPage;
use App\Models\Instrument;
use App\Models\Photo;
use App\Models\PracticeRun;
use App\Models\PracticeSeries;
use App\Models\Run;
use App\Models\SharedBoard;
use App\Models\ShareKey;
use App\Models\ShareSource;
use App\Models\User;
use App\Models\Workshop;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Several workshops on one installation are apart: every route and every table is walked. */
final class WallsTest extends FeatureTestCase
{
    /** What belongs to no workshop: the program's own, queues, and what the engine worked out, which is by content. */
    private const COMMON = [
        'migrations',
        'cache',
        'cache_locks',
        'jobs',
        'job_batches',
        'failed_jobs',
        'roles',
        'permissions',
        'role_has_permissions',
        'solves',
        'solve_pieces',
        'log_seals',
        'password_reset_tokens',
    ];

    /** By a name that the database knows no foreign key for: what it leads to. */
    private const LEADS = [
        'run_samples' => 'runs',
        'run_minutes' => 'runs',
        'personal_access_tokens' => 'users',
        'model_has_roles' => 'users',
        'model_has_permissions' => 'users',
        'sessions' => 'users',
        'sign_ins' => 'users',
    ];

    /** Whoever has the link or the address is let in, from wherever. */
    private const OPEN = ['invitations/{word}', 'shared/{word}/{file}', 'session/all/{name}'];

    public function testWhoeverLeadsAnotherWorkshopGetsToNothingOfThisOne(): void
    {
        $owner = $this->person('lead');
        $ids = $this->everything($owner);
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Beyond the wall']));
        $this->actingAs($stranger);
        $before = self::rows();
        $walked = 0;
        $wrong = [];
        foreach ($this->app['router']->getRoutes()->getRoutes() as $route) {
            assert($route instanceof Route);
            $path = substr($route->uri(), strlen('api/v1/'));
            if (
                !str_starts_with($route->uri(), 'api/v1/') ||
                !str_contains($path, '{') ||
                in_array($path, self::OPEN, true)
            ) {
                continue;
            }
            $address = preg_replace_callback(
                '/\{(\w+)\??\}/',
                fn(array $m): string => (string) ($ids[$m[1]] ?? self::fail("Nothing stands for {$m[0]} in {$path}.")),
                $path,
            );
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $walked++;
                $status = $this->json($method, "/api/v1/{$address}", self::bodies($ids))->getStatusCode();
                if (!in_array($status, [403, 404], true)) {
                    $wrong[] = "{$method} {$path}: {$status}";
                }
            }
        }
        self::assertSame([], $wrong);
        self::assertGreaterThan(80, $walked);
        self::assertSame($before, self::rows(), 'nothing was written either');
    }

    public function testListsShowNothingOfAnotherWorkshop(): void
    {
        $this->everything($this->person('lead'));
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Beyond the wall']));
        $this->actingAs($stranger);
        $walked = 0;
        foreach ($this->app['router']->getRoutes()->getRoutes() as $route) {
            assert($route instanceof Route);
            if (
                str_starts_with($route->uri(), 'api/v1/') &&
                !str_contains($route->uri(), '{') &&
                in_array('GET', $route->methods(), true)
            ) {
                $walked++;
                $answer = (string) $this->getJson("/{$route->uri()}")->getContent();
                foreach (['Walled unit', 'Walled owner', 'Walled stock', 'Walled meter', 'Walled series'] as $words) {
                    self::assertStringNotContainsString($words, $answer, $route->uri());
                }
            }
        }
        self::assertGreaterThan(15, $walked);
    }

    /** A new table hangs on a workshop, or is named above with a reason. */
    public function testEveryTableHangsOnAWorkshop(): void
    {
        $schema = DB::getDatabaseName();
        $tables = DB::table('information_schema.tables')
            ->where('table_schema', $schema)
            ->pluck('table_name')
            ->map(strval(...))
            ->all();
        $own = DB::table('information_schema.columns')
            ->where('table_schema', $schema)
            ->where('column_name', 'workshop_id')
            ->pluck('table_name')
            ->map(strval(...))
            ->all();
        $keys = DB::table('information_schema.key_column_usage')
            ->where('table_schema', $schema)
            ->whereNotNull('referenced_table_name')
            ->get(['table_name as from', 'referenced_table_name as to']);
        $reached = [...$own, 'workshops'];
        do {
            $count = count($reached);
            foreach ($keys as $key) {
                if (in_array($key->to, $reached, true) && !in_array($key->from, $reached, true)) {
                    $reached[] = $key->from;
                }
            }
            foreach (self::LEADS as $from => $to) {
                if (in_array($to, $reached, true) && !in_array($from, $reached, true)) {
                    $reached[] = $from;
                }
            }
        } while (count($reached) > $count);
        self::assertSame([], array_values(array_diff($tables, $reached, self::COMMON)));
    }

    /** @return array<string, string|int> an id of this workshop for every name in a route */
    private function everything(User $owner): array
    {
        $this->actingAs($owner);
        $supply = $this->supply();
        $job = app(\App\Bench\BookIn::class)->unit($owner, $supply, [
            'unit' => 'Walled unit',
            'owner' => 'Walled owner',
            'mains' => '230 V',
        ]);
        $this->log($job, 'symptom', ['symptom' => 'dead'])->assertSuccessful();
        $photo = strtoupper((string) Str::ulid());
        Photo::query()->create([
            'id' => $photo,
            'repair_job_id' => $job->id,
            'user_id' => $owner->id,
            'width' => 1,
            'height' => 1,
            'bytes' => 1,
            'state' => 'drawn',
        ]);
        $run = Run::query()->create([
            'number' => 1,
            'repair_job_id' => $job->id,
            'user_id' => $owner->id,
            'kind' => 'heat',
            'plan' => ['stages' => [], 'channels' => [], 'loads' => [], 'interval' => 1, 'load_off' => false],
            'state' => Run::ENDED,
            'started_at' => 1,
            'ended_at' => 2,
            'next_scan' => 0,
            'memory_base' => 0,
            'stage' => -1,
            'watch' => [],
            'gaps' => [],
            'alarms' => [],
        ]);
        $instrument = Instrument::query()->create([
            'workshop_id' => $owner->workshop_id,
            'name' => 'Walled meter',
            'kind' => 'meter',
            'host' => '127.0.0.1',
            'port' => 5025,
            'timeout_ms' => 100,
            'profile' => \Oculant\Core\Proving\MeterProfile::usual()->toArray(),
            'serial' => '',
            'is_stand_in' => false,
        ]);
        $item = $this->postJson('/api/v1/stock', [
            'part' => 'electrolytic 47u 25V',
            'quantity' => 3,
            'location' => 'Walled stock',
        ])
            ->assertCreated()
            ->json('id');
        $practice = PracticeRun::query()->create([
            'workshop_id' => $owner->workshop_id,
            'user_id' => $owner->id,
            'title' => 'Walled unit',
            'exercise' => (new \Oculant\Core\Practice\Exercise(
                \Tests\Support\Supplies::demo('tuner-feed'),
                [],
                1,
                [],
            ))->toArray(),
            'lines' => [['line' => '', 'said' => '', 'taken' => true]],
            'steps' => [],
        ]);
        $series = PracticeSeries::query()->create([
            'workshop_id' => $owner->workshop_id,
            'title' => 'Walled series',
            'items' => [],
            'people' => [$owner->id],
        ]);
        $page = DocumentPage::query()->create([
            'id' => strtoupper((string) Str::ulid()),
            'workshop_id' => $owner->workshop_id,
            'design_id' => $supply->id,
            'user_id' => $owner->id,
            'document' => 'sheet',
            'number' => 1,
            'width' => 1,
            'height' => 1,
            'words' => [],
        ]);
        $key = ShareKey::query()->create([
            'workshop_id' => $owner->workshop_id,
            'key' => str_repeat('k', 44),
            'name' => 'Somebody',
        ]);
        $board = SharedBoard::query()->create([
            'workshop_id' => $owner->workshop_id,
            'design_id' => $supply->id,
            'share_key_id' => $key->id,
            'user_id' => $owner->id,
            'board' => 'b',
            'title' => 'Walled unit',
            'signed_at' => now(),
            'sum' => str_repeat('0', 64),
            'repairs' => 0,
            'failures' => [],
            'copies' => [],
        ]);
        $source = ShareSource::query()->create([
            'workshop_id' => $owner->workshop_id,
            'user_id' => $owner->id,
            'address' => 'https://boards.example/',
        ]);
        [$invitation] = app(Invitations::class)->toJoin($owner, 'technician', 'Somebody');

        return [
            'job' => $job->id,
            'supply' => $supply->id,
            'photo' => $photo,
            'run' => $run->id,
            'instrument' => $instrument->id,
            'item' => $item,
            'practice' => $practice->id,
            'series' => $series->id,
            'page' => $page->id,
            'key' => $key->id,
            'board' => $board->id,
            'source' => $source->id,
            'invitation' => $invitation->id,
            'person' => $owner->id,
            'token' => $owner->createToken('Walled token')->accessToken->id,
            'entry' => (string) $job->entries()->value('id'),
            'reservation' => 1,
            'part' => 'R1',
            'target' => 'TP1',
            'section' => 'lamp',
        ];
    }

    /**
     * Enough for whatever a route asks for before it looks whose it is.
     *
     * @param array<string, string|int> $ids
     *
     * @return array<string, mixed>
     */
    private static function bodies(array $ids): array
    {
        return [
            'entries' => [self::entry('symptom', ['symptom' => 'hum'])],
            'lines' => ['r1 1k'],
            'depth' => 'where',
            'step' => 0,
            'role' => 'technician',
            'accepted' => true,
            'revisions' => [$ids['supply']],
            'failures' => true,
            'description' => \Tests\Support\Supplies::demo('tuner-feed')->written,
            'target' => 'TP1',
            'x' => 0.5,
            'y' => 0.5,
            'quantity' => 1,
        ];
    }

    /** @return array<string, int> rows by table */
    private static function rows(): array
    {
        $counts = [];
        foreach (['log_entries', 'supplies', 'supply_versions', 'publications', 'photos', 'page_pins'] as $table) {
            $counts[$table] = DB::table($table)->count();
        }

        return $counts;
    }
}

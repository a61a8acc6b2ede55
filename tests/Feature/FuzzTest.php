<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use Illuminate\Http\UploadedFile;
use Illuminate\Routing\Middleware\ThrottleRequests;
use Illuminate\Routing\Route;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Bench\EntryKinds;
use Tests\Support\Fuzz;
use Tests\Support\Supplies;
use ZipArchive;

/**
 * Every route, every kind of log entry and every import with what nobody would send: no 5xx, no hang, and a sentence
 * that says how to mend it. By hand, longer and elsewhere: OCULANT_FUZZ_SEED=7 OCULANT_FUZZ_ROUNDS=20
 * vendor/bin/phpunit tests/Feature/FuzzTest.php
 */
final class FuzzTest extends FeatureTestCase
{
    /** Seconds, JIT cold and the machine busy. */
    private const LONGEST = 15.0;

    private Fuzz $fuzz;

    private RepairJob $job;

    protected function setUp(): void
    {
        parent::setUp();
        $this->withoutMiddleware(ThrottleRequests::class);
        $this->fuzz = new Fuzz((int) (getenv('OCULANT_FUZZ_SEED') ?: 20261128), Supplies::demo('tuner-feed'));
        $lead = $this->person('lead');
        $this->actingAs($lead);
        $this->job = $this->job($lead);
        // What is allowed to happen to a drawer, a meter and a run is tried on real ones.
        $this->postJson('/api/v1/stock', ['part' => '2200u 25V', 'quantity' => 5]);
        $this->postJson('/api/v1/instruments', [
            'name' => 'Meter',
            'kind' => 'meter',
            'host' => '127.0.0.1',
            'port' => 6999,
            'timeout_ms' => 100,
        ]);
        $this->travel(1)->minutes();
    }

    public function testEveryKindOfEntry(): void
    {
        $lead = $this->job->user()->firstOrFail();
        $taken = 0;
        $kinds = [...array_keys(EntryKinds::all()), 'nothing'];
        for ($k = 0; $k < 8 * self::rounds() * count($kinds); $k++) {
            $kind = $kinds[$k % count($kinds)];
            $entry = ['payload' => $this->fuzz->payload($kind), 'kind' => $kind] + self::entry($kind);
            if ($this->fuzz->one(9) === 0) {
                $entry[$this->fuzz->pick(['id', 'at', 'payload', 'kind', 'still_true'])] = $this->fuzz->value();
            }
            $this->send(
                'POST',
                "jobs/{$this->job->id}/log",
                ['entries' => [$entry]] + ($this->fuzz->one(4) === 0 ? ['sent_at' => $this->fuzz->value()] : []),
            );
            // What was taken must not take the pages with it; then another unit, before this one is condemned and gone.
            if ($k % 60 === 59) {
                $this->pages();
                $taken += $this->job->entries()->count();
                $this->job = $this->job($lead);
            }
        }
        $this->pages();
        self::assertGreaterThan(35, $taken, 'some of it was sense');
    }

    public function testEveryRoute(): void
    {
        $api = json_decode((string) file_get_contents(base_path('docs/openapi.json')), true);
        $routes = collect($this->app['router']->getRoutes()->getRoutes())->filter(
            static fn(Route $r): bool => (str_starts_with($r->uri(), 'api/v1/') &&
                !in_array($r->uri(), ['api/v1/session', 'api/v1/session/everywhere'], true)) ||
                ($r->uri() === 'api/v1/session' && in_array('POST', $r->methods(), true)),
        );
        self::assertGreaterThan(80, $routes->count());
        for ($round = 0; $round < 2 * self::rounds(); $round++) {
            foreach ($routes as $route) {
                $method = $route->methods()[0];
                $path = substr($route->uri(), strlen('api/v1/'));
                $asked = (string) preg_replace_callback(
                    '/\{(\w+)\}/',
                    fn(array $m): string => $this->parameter($m[1]),
                    $path,
                );
                if ($this->fuzz->one(3) === 0) {
                    $asked .=
                        '?' .
                        http_build_query([
                            $this->fuzz->pick([
                                'q',
                                'need',
                                'mode',
                                'other',
                                'version',
                                'diameter',
                                'target',
                                'hottest',
                                'part',
                                'trace',
                                'fault',
                                'from',
                                'to',
                                'points',
                                'x',
                            ]) => $this->fuzz->pick([$this->fuzz->value(), [$this->fuzz->value()]]),
                        ]);
                }
                $schema = $api['paths']["/{$path}"][strtolower($method)]['requestBody']['content']['application/json'][
                    'schema'
                ] ?? ['type' => 'object'];
                $this->send(
                    $method,
                    $asked,
                    $method === 'GET' ? null : $this->fuzz->body($schema, $api['components']['schemas']),
                );
            }
        }
    }

    public function testEveryImport(): void
    {
        $job = $this->exported();
        $job['log'] = [
            [
                'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAV',
                'kind' => 'power',
                'payload' => ['power' => 'live', 'mode' => 'loaded'],
                'at' => '2026-11-01T10:00:00Z',
                'by' => 'me',
            ],
        ];
        $supply = Supplies::demo('tuner-feed')->written;
        for ($k = 0; $k < 25 * self::rounds(); $k++) {
            $this->archive($this->fuzz->json($this->fuzz->spoilt($job)));
            $this->send('POST', 'supplies/import', [
                'format' => $this->fuzz->pick(['json', 'kicad', 'parts']),
                'text' => $this->fuzz->json($this->fuzz->spoilt($supply)),
                'description' => $this->fuzz->spoilt($supply),
            ]);
            $this->send('POST', 'supplies', ['description' => $this->fuzz->spoilt($supply)]);
            $this->send('POST', 'supplies/check', ['description' => $this->fuzz->spoilt($supply)]);
            $this->send('POST', 'stock/import', [
                'csv' => implode(
                    "\n",
                    array_map(
                        fn(): string => implode(
                            ',',
                            array_map(
                                fn(): string => is_scalar($v = $this->fuzz->value()) ? (string) $v : '',
                                range(0, 3),
                            ),
                        ),
                        range(0, 20),
                    ),
                ),
                'keep' => true,
            ]);
            $this->send('POST', "jobs/{$this->job->id}/recap/list", [
                'text' => implode(
                    "\n",
                    array_map(
                        fn(): string => 'C' .
                            $this->fuzz->one(9) .
                            ' ' .
                            (is_scalar($v = $this->fuzz->value()) ? (string) $v : ''),
                        range(0, 9),
                    ),
                ),
            ]);
        }
        $this->getJson('/api/v1/jobs')->assertOk();
    }

    /** What was seen to fail once, each by itself. */
    public function testWhatOnceBrokeIsSaidInWords(): void
    {
        $job = $this->job->id;
        foreach (
            [
                'stock?need[]=1',
                'supplies?q[]=1',
                'wire?diameter[]=1',
                "supplies/{$this->job->supply_id}/differences?other[]=1",
                "supplies/{$this->job->supply_id}/budget?mode[]=1",
            ]
            as $path
        ) {
            $this->getJson("/api/v1/{$path}")->assertUnprocessable();
        }
        $this->postJson('/api/v1/session', ['email' => ['a' => 1], 'password' => ['b' => 2]])->assertUnprocessable();
        $this->log($this->job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        foreach (['1e400', '-1e308', '1e300', '80000 V'] as $volts) {
            $this->log($this->job, 'reading', ['text' => "tp4 {$volts}"])->assertUnprocessable();
        }
        $this->log($this->job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->log($this->job, 'reading', ['text' => 'c1 -230 ohm'])->assertUnprocessable();
        $this->log($this->job, 'part_test', [
            'part' => 'C1',
            'quantity' => 'esr',
            'text' => '-230',
        ])->assertUnprocessable();
        $this->postJson("/api/v1/jobs/{$job}/parts/C1/judge", [
            'trial' => 'esr',
            'text' => '-230',
            'lifted' => true,
        ])->assertUnprocessable();
        foreach (['9999-12-31T00:00:00Z', 'not a date', '10000-01-01T00:00:00Z'] as $at) {
            $this->postJson("/api/v1/jobs/{$job}/log", [
                'entries' => [['at' => $at] + self::entry('note', ['text' => 'x'])],
            ])->assertUnprocessable();
        }
        $this->postJson('/api/v1/stock/import', ['csv' => "part,quantity\n" . str_repeat("2200u 25V,1\n", 450_000)])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'larger than 2 MB'));
        $this->pages();
    }

    public function testArchivesThatAreTooMuch(): void
    {
        $job = $this->exported();
        $entry = [
            'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAV',
            'kind' => 'note',
            'payload' => ['text' => 'x'],
            'at' => '2026-11-01T10:00:00Z',
            'by' => 'me',
        ];
        self::assertStringContainsString(
            'stands twice',
            (string) $this->archive((string) json_encode(['log' => [$entry, $entry]] + $job))->json('message'),
        );
        self::assertStringContainsString(
            'job.json has more than',
            (string) $this->archive(str_repeat(' ', 78_000_000))->json('message'),
        );
        $run = [
            'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAW',
            'kind' => 'soak',
            'state' => 'ended',
            'started_at' => 0,
            'gaps' => [],
            'alarms' => [],
            'plan' => [
                'title' => 'x',
                'stages' => [['title' => 'all', 'hours' => 0.05, 'share' => 1]],
                'channels' => [['title' => 'rail', 'quantity' => 'dc', 'target' => 'TP4', 'low' => 8, 'high' => 10]],
                'loads' => [],
            ],
        ];
        $minutes = static fn(int $count): array => [
            "runs/{$run['id']}.csv" =>
                "channel,minute,low,high,mean,count\n" .
                implode("\n", array_map(static fn(int $k): string => "0,{$k},1,2,1.5,60", range(0, $count))),
        ];
        $with = (string) json_encode(['runs' => [$run], 'log' => [$entry]] + $job);
        self::assertStringContainsString(
            'more than 250000 lines',
            (string) $this->archive($with, $minutes(300_000))->assertUnprocessable()->json('message'),
        );
        $this->archive($with, $minutes(30_000))->assertCreated();
        foreach (["0,1,2\n", "0,x,1,2,1.5,60\n", "0,1,1e999,2,1.5,60\n"] as $line) {
            self::assertStringContainsString(
                '(line 2,',
                (string) $this->archive($with, [
                    "runs/{$run['id']}.csv" => "channel,minute,low,high,mean,count\n{$line}",
                ])
                    ->assertUnprocessable()
                    ->json('message'),
            );
        }
    }

    /** @return array<string, mixed> job.json of the job's own archive */
    private function exported(): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant-fuzz');
        file_put_contents(
            $path,
            (string) $this->get("/api/v1/jobs/{$this->job->id}/archive.zip")
                ->assertOk()
                ->getContent(),
        );
        $open = new ZipArchive();
        $open->open($path);
        $job = json_decode((string) $open->getFromName('job.json'), true);
        $open->close();
        unlink($path);

        return $job;
    }

    private static function rounds(): int
    {
        return max(1, (int) getenv('OCULANT_FUZZ_ROUNDS'));
    }

    private function pages(): void
    {
        foreach (
            [
                'bench',
                'report',
                'report.csv',
                'report.pdf',
                'recap',
                'economics',
                'prove/load',
                'prove/heat',
                'prove/safety',
                'prove/calibration',
                'powerup/safe',
                'archive.zip',
            ]
            as $page
        ) {
            $this->rule($this->getJson("/api/v1/jobs/{$this->job->id}/{$page}"), "GET {$page}", microtime(true));
        }
        $this->getJson('/api/v1/jobs')->assertOk();
    }

    private function parameter(string $name): string
    {
        $real = [
            'job' => $this->job->id,
            'supply' => (string) $this->job->supply_id,
            'part' => 'C1',
            'section' => 'safe',
            'token' => '1',
            'item' => (string) \App\Models\StockItem::query()->value('id'),
            'instrument' => (string) \App\Models\Instrument::query()->value('id'),
        ];
        $value = $this->fuzz->one(4) === 0 ? $this->fuzz->value() : $real[$name] ?? '01ARZ3NDEKTSV4RRFFQ69G5FAV';

        return rawurlencode(is_scalar($value) ? mb_substr((string) $value, 0, 200) : 'x') ?: 'x';
    }

    private function send(string $method, string $path, mixed $body): TestResponse
    {
        $began = microtime(true);
        $answer = $this->call(
            $method,
            "/api/v1/{$path}",
            [],
            [],
            [],
            ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'application/json'],
            $body === null ? null : $this->fuzz->json($body),
        );
        $this->rule(
            $answer,
            "{$method} {$path} " . mb_substr((string) json_encode($body, JSON_PARTIAL_OUTPUT_ON_ERROR), 0, 600),
            $began,
        );

        return $answer;
    }

    /** @param array<string, string> $more files beside job.json */
    private function archive(string $json, array $more = []): TestResponse
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant-fuzz');
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        foreach (['job.json' => $json] + $more as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $began = microtime(true);
        $answer = $this->post(
            '/api/v1/jobs/import',
            ['archive' => new UploadedFile($path, 'job.zip', null, null, true)],
            ['Accept' => 'application/json'],
        );
        $this->rule($answer, 'POST jobs/import ' . mb_substr(mb_scrub($json), 0, 1500), $began);
        unlink($path);

        return $answer;
    }

    private function rule(TestResponse $answer, string $what, float $began): void
    {
        // An answer that was kept is a plain one, which carries none.
        $thrown = $answer->baseResponse->exception ?? null;
        self::assertLessThan(
            500,
            $answer->getStatusCode(),
            "{$what}\n" .
                mb_substr((string) $answer->getContent(), 0, 400) .
                ' ' .
                ($thrown?->getMessage() ?? '') .
                ' ' .
                ($thrown?->getFile() ?? '') .
                ':' .
                ($thrown?->getLine() ?? ''),
        );
        self::assertLessThan(self::LONGEST, microtime(true) - $began, $what);
        if ($answer->getStatusCode() >= 400) {
            self::assertGreaterThan(
                8,
                mb_strlen((string) $answer->json('message')),
                "{$what} is refused without a word",
            );
        }
    }
}

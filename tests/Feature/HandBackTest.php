<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use App\Models\Run;
use App\Models\User;
use App\Models\Workshop;
use App\Proving\SampleStore;
use Illuminate\Http\UploadedFile;
use Opis\JsonSchema\Validator;
use ZipArchive;

/** Proof over HTTP without instruments, the report in its forms, the archive and what a workshop has seen. */
final class HandBackTest extends FeatureTestCase
{
    private function proven(User $user): RepairJob
    {
        $job = $this->job($user, 'deck-intercom');
        $this->actingAs($user);
        $this->log($job, 'cause', ['part' => 'C1', 'fault' => 'dried', 'text' => 'Twelve warm years.'])->assertOk();
        $this->seeTo($job, 'hands');
        $this->log($job, 'repair', ['part' => 'C1', 'out' => 'dried out', 'in' => '2200u 35V 105C 2A'])->assertOk();
        $this->seeTo($job, 'mains');
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp4 12.02'])->assertOk();
        $this->log($job, 'load_step', ['step' => 'none', 'rails' => ['TP4' => ['dc' => '12.03']]])->assertOk();
        $this->log($job, 'load_step', [
            'step' => 'full',
            'rails' => ['TP4' => ['dc' => '12.01', 'ripple' => '10m']],
            'watts' => '15.6',
        ])->assertOk();
        $this->log($job, 'heat', ['part' => 'U1', 'text' => '68C', 'room' => '22C'])->assertOk();
        $this->log($job, 'calibration', [
            'phase' => 'as_left',
            'point' => 'TP4',
            'nominal' => 12,
            'low' => 11.4,
            'high' => 12.6,
            'read' => '12.02',
            'minutes' => 30,
        ])->assertOk();
        $this->log($job, 'power', ['power' => 'unplugged'])->assertOk();
        $this->log($job, 'estimate', ['hours' => 1.5, 'rate' => 60, 'parts' => 8])->assertOk();
        $this->log($job, 'advice', ['text' => 'Keep the vents free'])->assertOk();

        return $job;
    }

    public function testTheTestsSayWhatTheyAskAndWhatWasRead(): void
    {
        $job = $this->proven($this->person('technician'));
        $load = $this->getJson("/api/v1/jobs/{$job->id}/prove/load")
            ->assertOk()
            ->assertJsonPath('rails.0.regulated', true);
        $steps = array_column($load->json('steps'), null, 'id');
        self::assertSame('fine', $steps['full']['rails'][0]['dc']['word']);
        self::assertFalse($steps['part']['done']);
        self::assertTrue(collect($load->json('between'))->firstWhere('title', 'Efficiency, Full load')['good']);
        $this->getJson("/api/v1/jobs/{$job->id}/prove/heat")
            ->assertOk()
            ->assertJsonPath('judged.0.part', 'U1')
            ->assertJsonPath('judged.0.celsius', 68);
        $cool = $this->getJson("/api/v1/jobs/{$job->id}/prove/heat")->json('judged.0.worst');
        self::assertEqualsWithDelta(
            $cool + 15,
            $this->getJson("/api/v1/jobs/{$job->id}/prove/heat?hottest=55")
                ->assertOk()
                ->json('judged.0.worst'),
            1e-6,
        );
        $this->getJson("/api/v1/jobs/{$job->id}/prove/heat?hottest=200")
            ->assertUnprocessable()
            ->assertJsonPath(
                'errors.hottest.0',
                'The hottest room that a unit has to live in: a number from 20 to 70 °C.',
            );
        $this->getJson("/api/v1/jobs/{$job->id}/prove/heat?hottest=warm")
            ->assertUnprocessable()
            ->assertJsonPath(
                'errors.hottest.0',
                'The hottest room that a unit has to live in: a number from 20 to 70 °C.',
            );
        $this->getJson("/api/v1/jobs/{$job->id}/prove/calibration")
            ->assertOk()
            ->assertJsonPath('points.0.as_left.word', 'passes')
            ->assertJsonPath('points.0.as_found', null);
        $this->getJson('/api/v1/wire?diameter=2.2 mm')->assertOk()->assertJsonPath('area', '3.80 mm²');
        $this->getJson('/api/v1/wire?diameter=AWG 12')->assertJsonPath('diameter', '2.05 mm');
        $this->getJson('/api/v1/wire?diameter=thick')->assertUnprocessable()->assertJsonValidationErrors('diameter');
        $this->log($job, 'load_step', [
            'step' => 'double',
            'rails' => ['TP4' => ['dc' => '12']],
        ])->assertUnprocessable();
    }

    public function testWhetherASafetyTestPassesIsNotForTheClientToSay(): void
    {
        $job = $this->proven($this->person('technician'));
        $this->log($job, 'safety', [
            'test' => 'insulation',
            'text' => '300k',
            'judged' => ['passed' => true],
        ])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/prove/safety")
            ->assertOk()
            ->assertJsonPath('tests.0.result.passed', false)
            ->assertJsonPath('class', 'II');
        $this->log($job, 'close')->assertUnprocessable();
        $this->log($job, 'condemned', ['text' => 'transformer leaks'])->assertOk();
        $this->log($job, 'handback', ['unsafe' => 'cord cut off'])->assertOk();

        $this->getJson("/api/v1/jobs/{$job->id}/report")
            ->assertJsonPath('condemned', 'transformer leaks')
            ->assertJsonPath('returned_unsafe', 'cord cut off');
    }

    public function testOnlyALeadChoosesTheLimits(): void
    {
        $technician = $this->person('technician');
        $this->actingAs($technician)
            ->getJson('/api/v1/safety-rules')
            ->assertOk()
            ->assertJsonPath('may_edit', false)
            ->assertJsonCount(3, 'published');
        $this->putJson('/api/v1/safety-rules', ['id' => 'household'])->assertForbidden();
        $this->actingAs($this->person('lead'))
            ->putJson('/api/v1/safety-rules', ['id' => 'household'])
            ->assertOk()
            ->assertJsonPath('limits.touch.II', '250 µA');
        $this->putJson('/api/v1/safety-rules', ['id' => 'household', 'limits' => ['touch' => ['II' => '100u']]])
            ->assertUnprocessable()
            ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'write whose they are'));
        $this->putJson('/api/v1/safety-rules', ['id' => 'nobody'])->assertUnprocessable();
        $job = $this->job($technician, 'deck-intercom');

        $this->actingAs($technician);
        $this->log($job, 'safety', ['test' => 'touch', 'text' => '0.3 mA'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/prove/safety")->assertJsonPath('tests.1.result.passed', false);
    }

    public function testTheReportHasAFirstPageForItsOwnerAndTheRestForAnAuditor(): void
    {
        $job = $this->proven($technician = $this->person('technician'));
        $this->seeTo($job, 'handback');
        $this->log($job, 'close')->assertOk();
        $report = $this->getJson("/api/v1/jobs/{$job->id}/report.json")
            ->assertOk()
            ->assertHeader('Content-Disposition', "attachment; filename=\"report-{$job->number}.json\"")
            ->assertJsonPath('format', 'oculant/report');
        $owner = array_column($report->json('owner'), 'text', 'title');

        self::assertStringContainsString('dried out', $owner['What was wrong'] . $report->json('cause.fault'));
        self::assertStringContainsString('2200u 35V 105C 2A', $owner['What was done']);
        self::assertStringStartsWith('All 1 readings after the repair', $owner['How it is now']);
        self::assertStringContainsString('passed its electrical safety tests', $owner['Is it safe']);
        self::assertSame('Keep the vents free.', $owner['Please mind']);
        self::assertEqualsWithDelta(98.0, $report->json('cost.2.amount'), 1e-9);
        self::assertCount(2, $report->json('load.steps'));
        // 12.02 V on 6000 counts of 0.5 % + 2: 2 * (60 mV + 20 mV) / sqrt 3.
        self::assertSame('±92 mV', $report->json('asLeft.0.uncertainty'));
        self::assertContains($technician->name, array_column($report->json('chronicle'), 'by'));
        $csv = (string) $this->get("/api/v1/jobs/{$job->id}/report.csv")
            ->assertOk()
            ->getContent();
        foreach (['electrical safety', 'calibration as left', 'load test', 'heat', 'cost,Together,98.00'] as $says) {
            self::assertStringContainsString($says, str_replace('"', '', $csv));
        }
        self::assertStringStartsWith(
            '%PDF',
            (string) $this->get("/api/v1/jobs/{$job->id}/report.pdf")
                ->assertOk()
                ->getContent(),
        );
    }

    public function testASoakIsDrawnOnPaper(): void
    {
        $job = $this->proven($technician = $this->person('technician'));
        $before = strlen((string) $this->get("/api/v1/jobs/{$job->id}/report.pdf")->getContent());
        $this->withRun($job, $technician);

        self::assertGreaterThan(
            $before + 500,
            strlen(
                (string) $this->get("/api/v1/jobs/{$job->id}/report.pdf")
                    ->assertOk()
                    ->getContent(),
            ),
        );
    }

    public function testAnArchiveIsTakenInByAnotherWorkshop(): void
    {
        $job = $this->proven($technician = $this->person('technician'));
        $run = $this->withRun($job, $technician);
        $this->log($job, 'note', ['text' => 'wrong'])->assertOk();
        $this->log($job, 'strike', ['entry' => $job->entries()->where('kind', 'note')->first()?->id])->assertOk();
        $this->post("/api/v1/jobs/{$job->id}/photos", [
            'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAV',
            'at' => now()->toIso8601String(),
            'caption' => 'opened',
            'photo' => UploadedFile::fake()->image('board.jpg', 60, 40),
        ])->assertSuccessful();
        $zip = (string) $this->get("/api/v1/jobs/{$job->id}/archive.zip")
            ->assertOk()
            ->getContent();
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant-test');
        file_put_contents($path, $zip);
        $open = new ZipArchive();
        $open->open($path);
        self::assertTrue(
            (new Validator())
                ->validate(
                    json_decode((string) $open->getFromName('job.json')),
                    (string) file_get_contents(base_path('docs/job.schema.json')),
                )
                ->isValid(),
        );

        $elsewhere = Workshop::query()->create(['name' => 'Elsewhere']);
        $this->actingAs($this->person('technician', $elsewhere));
        $taken = $this->post(
            '/api/v1/jobs/import',
            ['archive' => new UploadedFile($path, 'job.zip', null, null, true)],
            ['Accept' => 'application/json'],
        )
            ->assertCreated()
            ->json('id');
        $again = $this->post(
            '/api/v1/jobs/import',
            ['archive' => new UploadedFile($path, 'job.zip', null, null, true)],
            ['Accept' => 'application/json'],
        )
            ->assertCreated()
            ->json('id');
        self::assertNotSame($taken, $again, 'twice is two jobs');
        $theirs = $this->getJson("/api/v1/jobs/{$taken}/report")
            ->assertOk()
            ->assertJsonPath('origin.number', $job->number)
            ->assertJsonPath('origin.workshop', $this->workshop->name);
        $this->actingAs($technician);
        $ours = $this->getJson("/api/v1/jobs/{$job->id}/report");
        foreach (['asLeft.0.text', 'cause', 'work', 'owner', 'cost', 'safety'] as $same) {
            self::assertEquals($ours->json($same), $theirs->json($same), $same);
        }
        self::assertSame(
            array_column($ours->json('chronicle'), 'line'),
            array_column($theirs->json('chronicle'), 'line'),
            'in the same order',
        );
        $taker = $theirs->json('job.technician');
        self::assertSame(
            array_map(
                fn(string $by): string => "{$by}, taken in by {$taker} from {$this->workshop->name}",
                array_column($ours->json('chronicle'), 'by'),
            ),
            array_column($theirs->json('chronicle'), 'by'),
            'by the same people, and who took it in',
        );
        self::assertStringContainsString('with a key not seen here before', (string) $theirs->json('origin.sentence'));
        self::assertSame(
            array_column($ours->json('chronicle'), 'struck'),
            array_column($theirs->json('chronicle'), 'struck'),
        );
        $this->actingAs(User::query()->where('workshop_id', $elsewhere->id)->firstOrFail());
        $newRun = $this->getJson("/api/v1/jobs/{$taken}/runs")->json('0.id');
        self::assertNotSame($run->id, $newRun);
        self::assertSame(
            3,
            count($this->getJson("/api/v1/jobs/{$taken}/runs/{$newRun}/plot")->json('channels.0.points')),
        );
        $photo = $this->getJson("/api/v1/jobs/{$taken}/bench")->json('photos.0.id');
        $this->get("/api/v1/jobs/{$taken}/photos/{$photo}")->assertOk();
    }

    public function testABadArchiveLeavesNothingBehind(): void
    {
        $this->actingAs($this->person('technician'));
        $take = fn(string $bytes) => $this->post(
            '/api/v1/jobs/import',
            ['archive' => UploadedFile::fake()->createWithContent('job.zip', $bytes)],
            ['Accept' => 'application/json'],
        )
            ->assertUnprocessable()
            ->json('message');
        self::assertStringContainsString('no zip file', (string) $take('hello'));
        self::assertStringContainsString('no job.json', (string) $take(self::zip(['x.txt' => 'x'])));
        self::assertStringContainsString('is not JSON', (string) $take(self::zip(['job.json' => '{'])));
        self::assertStringContainsString(
            'does not follow docs/job.schema.json',
            (string) $take(self::zip(['job.json' => '{"format": "oculant/job", "version": 1}'])),
        );
        $job = [
            'format' => 'oculant/job',
            'version' => 1,
            'number' => '1',
            'workshop' => '',
            'unit' => 'x',
            'owner' => '',
            'complaint' => '',
            'mains' => '',
            'booked_in_at' => '',
            'description' => $this->supply()->description,
            'log' => [],
            'photos' => [],
            'runs' => [],
        ];
        $entry = ['id' => '01ARZ3NDEKTSV4RRFFQ69G5FAV', 'at' => '2026-11-01T10:00:00Z', 'by' => 'me'];
        self::assertStringContainsString(
            'does not follow docs/job.schema.json: at /log/0/at',
            (string) $take(
                self::zip([
                    'job.json' => (string) json_encode(
                        ['log' => [['at' => 'not a date', 'kind' => 'note', 'payload' => ['text' => 'x']] + $entry]] +
                            $job,
                    ),
                ]),
            ),
        );
        self::assertStringContainsString(
            '"dance", which this Oculant does not know',
            (string) $take(
                self::zip([
                    'job.json' => (string) json_encode(
                        ['log' => [$entry + ['kind' => 'dance', 'payload' => new \stdClass()]]] + $job,
                    ),
                ]),
            ),
        );
        self::assertStringContainsString(
            'does not fit its description',
            (string) $take(
                self::zip([
                    'job.json' => (string) json_encode(
                        [
                            'log' => [
                                $entry + ['kind' => 'power', 'payload' => ['power' => 'somewhere', 'mode' => 'x']],
                            ],
                        ] + $job,
                    ),
                ]),
            ),
        );
        self::assertStringContainsString(
            'does not fit its description',
            (string) $take(
                self::zip([
                    'job.json' => (string) json_encode(
                        [
                            'log' => [
                                $entry + ['kind' => 'note', 'payload' => ['text' => 'x', 'profile' => ['counts' => 5]]],
                            ],
                        ] + $job,
                    ),
                ]),
            ),
        );
        $run = [
            'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAW',
            'kind' => 'soak',
            'plan' => ['stages' => [['hours' => 1, 'share' => 1]], 'channels' => [['quantity' => 'dc']]],
            'state' => 'ended',
            'started_at' => 0,
            'gaps' => [],
            'alarms' => [],
        ];
        $of = static fn(array $change, string $csv): string => self::zip([
            'job.json' => (string) json_encode(['runs' => [$change + $run]] + $job),
            'runs/01ARZ3NDEKTSV4RRFFQ69G5FAW.csv' => $csv,
        ]);
        self::assertStringContainsString(
            'cannot be read',
            (string) $take($of(['plan' => ['stages' => 7]], "channel,minute,low,high,mean,count\n")),
        );
        self::assertStringContainsString('cannot be read', (string) $take($of([], "channel,minute\n0,1\n")));
        self::assertStringContainsString(
            'does not follow',
            (string) $take($of(['gaps' => [['from' => 'then']]], "channel,minute,low,high,mean,count\n")),
        );
        self::assertStringContainsString(
            'is not in the archive',
            (string) $take(
                self::zip(['job.json' => (string) json_encode(['photos' => ['01ARZ3NDEKTSV4RRFFQ69G5FAV']] + $job)]),
            ),
        );
        $this->post('/api/v1/jobs/import', [], ['Accept' => 'application/json'])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'Choose the archive of a job, a zip file.');

        self::assertSame(0, RepairJob::query()->count());
    }

    public function testWhatAWorkshopHasSeenIsCountedByBoard(): void
    {
        $job = $this->proven($technician = $this->person('technician'));
        $this->seeTo($job, 'handback');
        $this->travel(5)->hours();
        $this->log($job, 'close')->assertOk();
        $this->job($technician, 'tuner-feed')->update(['unit' => 'Another wireless']);
        $boards = array_column($this->getJson('/api/v1/history')->assertOk()->json(), null, 'title');
        $intercom = $boards[$job->supply->title ?? ''];

        self::assertSame(
            [1, 1, 1, 1],
            [$intercom['jobs'], $intercom['closed'], $intercom['first_right'], $intercom['judged']],
        );
        self::assertStringStartsWith('C1 ', $intercom['causes'][0]['title']);
        self::assertGreaterThan(4.9, $intercom['hours']);
        // The same unit comes back within its time.
        $this->travel(20)->days();
        $back = $this->job($technician, 'deck-intercom');
        $back->update(['supply_id' => $job->supply_id]);
        self::assertSame(
            0,
            array_column($this->getJson('/api/v1/history')->json(), null, 'title')[$job->supply->title ?? ''][
                'first_right'
            ],
        );
        $this->actingAs($this->person('lead', Workshop::query()->create(['name' => 'Elsewhere'])))
            ->getJson('/api/v1/history')
            ->assertOk()
            ->assertExactJson([]);
    }

    public function testStrangersSeeNothingOfIt(): void
    {
        $job = $this->job($this->person('technician'), 'deck-intercom');
        $this->actingAs($this->person('lead', Workshop::query()->create(['name' => 'Elsewhere'])));
        foreach (
            [
                'prove/load',
                'prove/soak',
                'prove/heat',
                'prove/calibration',
                'prove/safety',
                'report.json',
                'report.csv',
                'archive.zip',
            ]
            as $path
        ) {
            $this->getJson("/api/v1/jobs/{$job->id}/{$path}")->assertNotFound();
        }
        $this->actingAs($this->person('apprentice'))
            ->getJson("/api/v1/jobs/{$job->id}/prove/safety")
            ->assertOk();
        $this->log($job, 'safety', ['test' => 'touch', 'text' => '0.1 mA'])->assertForbidden();
    }

    private function withRun(RepairJob $job, User $user): Run
    {
        $run = Run::query()->create([
            'number' => 1,
            'repair_job_id' => $job->id,
            'user_id' => $user->id,
            'kind' => 'soak',
            'state' => Run::ENDED,
            'started_at' => 1000.0,
            'ended_at' => 1180.0,
            'next_scan' => 180,
            'memory_base' => 0,
            'stage' => 0,
            'watch' => [],
            'gaps' => [],
            'alarms' => [],
            'plan' => [
                'title' => '0.05 h, 1 channel',
                'stages' => [['title' => 'all', 'hours' => 0.05, 'share' => 1]],
                'channels' => [['title' => 'rail', 'quantity' => 'dc', 'target' => 'TP4', 'low' => 11, 'high' => 13]],
                'loads' => [],
            ],
        ]);
        (new SampleStore())->keep(1, array_map(static fn(int $s): array => [0 => 12 + 0.1 * sin($s)], range(0, 179)));

        return $run;
    }

    /** @param array<string, string> $files */
    private static function zip(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant-test');
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::OVERWRITE);
        array_walk($files, static fn(string $bytes, string $name) => $zip->addFromString($name, $bytes));
        $zip->close();

        return (string) file_get_contents($path);
    }
}

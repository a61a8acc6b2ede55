<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Archive\Limits;
use App\Archive\Seal;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use ZipArchive;

/**
 * What comes in with an archive is written in other people's names: who may bring it, what stands on it, and what is
 * believed of it.
 */
final class ArchiveTrustTest extends FeatureTestCase
{
    private const AT = '2026-11-01T10:00:00Z';

    public function testItNeedsTheRightsOfWhatItWrites(): void
    {
        $entries = [
            'note' => ['text' => 'x'],
            'close' => [],
            'handback' => [],
            'override' => ['gate' => 'mains', 'reason' => 'so', 'items' => [], 'ids' => []],
            'safety' => [
                'test' => 'insulation',
                'value' => 'OL',
                'class' => 'II',
                'judged' => ['passed' => true, 'limit' => '', 'source' => '', 'sentence' => '', 'condemns' => false],
            ],
        ];
        $may = [
            'apprentice' => ['note'],
            'technician' => ['note', 'close', 'handback', 'safety'],
            'lead' => array_keys($entries),
        ];
        $supply = $this->supply();
        foreach ($may as $role => $kinds) {
            $this->actingAs($this->person($role));
            foreach ($entries as $kind => $payload) {
                $answer = $this->take(
                    self::zip(
                        [
                            'log' => [
                                [
                                    'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAV',
                                    'kind' => $kind,
                                    'payload' => (object) $payload,
                                    'at' => self::AT,
                                    'by' => 'Ines',
                                ],
                            ],
                        ] + self::sent($supply),
                    ),
                );
                self::assertSame(
                    in_array($kind, $kinds, true),
                    $answer->isSuccessful(),
                    "{$role} {$kind}: {$answer->getContent()}",
                );
                if (!in_array($kind, $kinds, true)) {
                    $answer->assertForbidden();
                }
            }
        }
        // A description that is not in the library yet would come in by the back door.
        $unknown = ['description' => ['title' => 'Another'] + $supply->description] + self::sent($supply);
        $this->actingAs($this->person('apprentice'))->take(self::zip($unknown))->assertForbidden();
        self::assertSame(1, Supply::query()->count());
        $this->actingAs($this->person('technician'))->take(self::zip($unknown))->assertCreated();
    }

    public function testItsLinesSayWhoTookThemInAndItsReportWhetherItIsSigned(): void
    {
        $technician = $this->person('technician');
        $this->actingAs($technician);
        $unsigned = $this->take(
            self::zip(
                [
                    'log' => [
                        [
                            'id' => '01ARZ3NDEKTSV4RRFFQ69G5FAV',
                            'kind' => 'note',
                            'payload' => ['text' => 'x', 'author' => 'The Lead'],
                            'at' => self::AT,
                            'by' => 'Ines',
                        ],
                    ],
                ] + self::sent($this->supply()),
            ),
        )
            ->assertCreated()
            ->json('id');
        $report = $this->getJson("/api/v1/jobs/{$unsigned}/report")->assertOk();
        self::assertSame("Ines, taken in by {$technician->name} from Elsewhere", $report->json('chronicle.0.by'));
        self::assertStringContainsString('not signed', $report->json('origin.sentence'));

        // Our own workshop's, signed with its own key, and somebody else's with one that is new here.
        $own = (string) $this->get("/api/v1/jobs/{$unsigned}/archive.zip")
            ->assertOk()
            ->getContent();
        self::assertStringContainsString('with the key known here', $this->sentenceOf($this->take($own)));
        $other = $this->person('technician', Workshop::query()->create(['name' => 'Elsewhere']));
        $theirs = $this->archiveOf($other);
        $this->actingAs($technician);
        self::assertMatchesRegularExpression(
            '/signed by "Elsewhere" with a key not seen here before \([0-9a-f ]{19}\)/',
            $this->sentenceOf($this->take($theirs)),
        );
        self::assertStringContainsString(
            'with the key known here',
            $this->sentenceOf($this->take($theirs)),
            'the second time it is known',
        );
        self::assertStringNotContainsString(
            'PRIVATE',
            (string) Workshop::query()->find($this->workshop->id)?->toJson(),
        );
        self::assertArrayNotHasKey('signing_key', Workshop::query()->findOrFail($this->workshop->id)->toArray());
    }

    public function testWhatWasChangedAfterItWasSignedIsRefused(): void
    {
        $zip = $this->archiveOf($technician = $this->person('technician'));
        $this->actingAs($technician);
        foreach (
            [
                static fn(ZipArchive $z) => $z->addFromString(
                    'job.json',
                    str_replace('Wireless', 'Wireless set', (string) $z->getFromName('job.json')),
                ),
                static fn(ZipArchive $z) => $z->addFromString('photos/x.jpg', 'one more'),
                static fn(ZipArchive $z) => $z->addFromString(
                    Seal::FILE,
                    '{"workshop": "Test bench", "key": "AAAA", "signature": "AAAA"}',
                ),
                static fn(ZipArchive $z) => $z->addFromString(Seal::FILE, 'nothing'),
            ]
            as $change
        ) {
            $path = (string) tempnam(sys_get_temp_dir(), 'oculant-test');
            file_put_contents($path, $zip);
            $open = new ZipArchive();
            $open->open($path);
            $change($open);
            $open->close();
            $this->take((string) file_get_contents($path))
                ->assertUnprocessable()
                ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'does not fit what is in it'));
        }
        self::assertSame(1, RepairJob::query()->count());
    }

    /** What may be booked in comes back with its archive. */
    public function testLimitsAreOne(): void
    {
        $user = $this->person('technician');
        $this->actingAs($user);
        $long = [
            'unit' => str_repeat('u', Limits::UNIT),
            'owner' => str_repeat('o', Limits::OWNER),
            'complaint' => str_repeat('c', Limits::COMPLAINT),
            'mains' => '230 V',
        ];
        $job = $this->postJson('/api/v1/jobs', $long + ['supply_id' => $this->supply()->id])
            ->assertCreated()
            ->json('id');
        $this->take((string) $this->get("/api/v1/jobs/{$job}/archive.zip")->getContent())->assertCreated();
        $this->postJson(
            '/api/v1/jobs',
            ['unit' => str_repeat('u', Limits::UNIT + 1)] + $long + ['supply_id' => $this->supply('deck-intercom')->id],
        )->assertJsonValidationErrors('unit');
        $schema = json_decode((string) file_get_contents(base_path('docs/job.schema.json')), true)['properties'];
        self::assertSame(
            [Limits::UNIT, Limits::OWNER, Limits::COMPLAINT, Limits::MAINS],
            array_map(static fn(string $f): int => $schema[$f]['maxLength'], ['unit', 'owner', 'complaint', 'mains']),
        );
    }

    private function sentenceOf(TestResponse $taken): string
    {
        return (string) $this->getJson('/api/v1/jobs/' . $taken->assertCreated()->json('id') . '/report')->json(
            'origin.sentence',
        );
    }

    private function archiveOf(User $user): string
    {
        $this->actingAs($user);

        return (string) $this->get("/api/v1/jobs/{$this->job($user)->id}/archive.zip")
            ->assertOk()
            ->getContent();
    }

    private function take(string $zip): TestResponse
    {
        return $this->post(
            '/api/v1/jobs/import',
            ['archive' => UploadedFile::fake()->createWithContent('job.zip', $zip)],
            ['Accept' => 'application/json'],
        );
    }

    /** @return array<string, mixed> */
    private static function sent(Supply $supply): array
    {
        return [
            'format' => 'oculant/job',
            'version' => 1,
            'number' => '1',
            'workshop' => 'Elsewhere',
            'unit' => 'x',
            'owner' => '',
            'complaint' => '',
            'mains' => '',
            'booked_in_at' => '',
            'description' => $supply->description,
            'log' => [],
            'photos' => [],
            'runs' => [],
        ];
    }

    /** @param array<string, mixed> $job */
    private static function zip(array $job): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant-test');
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        $zip->addFromString('job.json', (string) json_encode($job));
        $zip->close();

        return (string) file_get_contents($path);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\BookIn;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use Oculant\Core\PowerUp\Plan;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;

/**
 * A unit that finds no rest in one mode, or in any: it can be booked in, listed, measured, reported and closed, and
 * what is not known is called so.
 */
final class UnsettledTest extends FeatureTestCase
{
    private User $technician;

    protected function setUp(): void
    {
        parent::setUp();
        $this->technician = $this->person('technician');
        $this->actingAs($this->technician);
    }

    /** @return iterable<string, array{bool}> */
    public static function modes(): iterable
    {
        yield 'in a mode beside the usual one' => [false];
        yield 'in the usual mode' => [true];
    }

    #[DataProvider('modes')]
    public function testNoPageFailsForIt(bool $usual): void
    {
        $job = $this->booked($usual);
        $this->job($this->technician);

        $listed = $this->getJson('/api/v1/jobs')->assertOk();
        self::assertCount(2, $listed->json());
        foreach (
            [
                "jobs/{$job->id}",
                "jobs/{$job->id}/bench",
                "jobs/{$job->id}/report",
                "jobs/{$job->id}/report.json",
                "jobs/{$job->id}/report.csv",
                "jobs/{$job->id}/parts/R1",
                "jobs/{$job->id}/recap",
                "jobs/{$job->id}/economics",
                "jobs/{$job->id}/runs",
                'supplies',
                "supplies/{$job->supply_id}",
                "supplies/{$job->supply_id}/progress",
                "supplies/{$job->supply_id}/history",
                "supplies/{$job->supply_id}/json",
                "supplies/{$job->supply_id}/spice",
            ]
            as $path
        ) {
            self::assertSame(
                200,
                $this->getJson("/api/v1/{$path}")->status(),
                "{$path}: " . $this->getJson("/api/v1/{$path}")->getContent(),
            );
        }
        foreach (
            [
                ...array_map(static fn(string $s): string => "powerup/{$s}", Plan::SECTIONS),
                ...array_map(static fn(string $s): string => "prove/{$s}", [
                    'load',
                    'soak',
                    'heat',
                    'calibration',
                    'safety',
                ]),
            ]
            as $section
        ) {
            $answer = $this->getJson("/api/v1/jobs/{$job->id}/{$section}");
            self::assertContains($answer->status(), [200, 202, 422], "{$section}: {$answer->getContent()}");
            if ($answer->status() === 422) {
                // What cannot be planned is said in a sentence, with what may be mended.
                self::assertMatchesRegularExpression('/[.]$/', (string) $answer->json('message'), $section);
            }
        }
    }

    public function testWhatIsNotKnownIsCalledSo(): void
    {
        $job = $this->booked(true);
        $this->seeTo($job, 'mains');
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'heavy', 'through' => 'direct'])->assertOk();
        $this->log($job, 'reading', ['target' => 'TP2', 'text' => '3.1'])->assertOk();
        $bench = $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();

        $point = collect($bench->json('points'))->firstWhere('id', 'TP2');
        self::assertSame('not known', $point['expected']);
        self::assertSame('not known', $point['reading']['word']);
        self::assertStringContainsString('U1 goes to and fro', $point['reading']['why']);
        // Nothing is convicted by it, and what needs no voltage is still asked for.
        self::assertNotSame('', $bench->json('next.sentence'));
    }

    public function testTheEditorSaysWhatHuntsAndWhatMayBeMended(): void
    {
        $checked = $this->postJson('/api/v1/supplies/check', ['description' => self::description(true)])->assertOk();

        self::assertSame(['U1'], $checked->json('unsettled.parts'));
        self::assertStringContainsString('too weak for what it draws', $checked->json('unsettled.mend'));
    }

    private function booked(bool $usual): RepairJob
    {
        $written = self::description($usual);
        $description = DescriptionReader::fromArray($written);
        $supply = Supply::query()->create([
            'workshop_id' => $this->workshop->id,
            'title' => $description->title,
            'revision' => $description->revision,
            'description' => $written,
        ]);
        $job = app(BookIn::class)->unit($this->technician, $supply, [
            'unit' => 'Fog horn',
            'owner' => 'Harbour master',
            'mains' => '12 V',
        ]);
        app(Solutions::class)->solve($description, static fn() => null);

        return $job;
    }

    /**
     * A converter behind a resistor that cannot feed it: it draws the more the lower its input falls, and no current
     * fits (12 V behind 10 ohm give 3.6 W at most, maximum power transfer; the load asks for 7.5 W).
     *
     * @return array<string, mixed>
     */
    private static function description(bool $usual): array
    {
        $modes = [
            ['id' => 'light', 'name' => 'Load off', 'absent' => ['RL1']],
            ['id' => 'heavy', 'name' => 'Sounding'],
        ];

        return [
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'Fog horn feed',
            'revision' => 'A',
            'reference' => '0V',
            'mains' => ['dc' => '12 V'],
            'parts' => [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'IN', 'n' => '0V']],
                ['ref' => 'F1', 'kind' => 'fuse', 'rating' => 'T2A', 'terminals' => ['a' => 'IN', 'b' => 'IN1']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '10',
                    'power' => '20',
                    'terminals' => ['a' => 'IN1', 'b' => 'RAW'],
                ],
                [
                    'ref' => 'U1',
                    'kind' => 'dc_converter',
                    'value' => '5 V',
                    'limit' => '2 A',
                    'lowest' => '7 V',
                    'terminals' => ['in' => 'RAW', 'out' => 'OUT', 'common' => '0V'],
                ],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '220u',
                    'voltage' => '16 V',
                    'terminals' => ['plus' => 'OUT', 'minus' => '0V'],
                ],
                [
                    'ref' => 'RL1',
                    'kind' => 'load',
                    'current' => '1.5 A',
                    'at' => '5 V',
                    'terminals' => ['a' => 'OUT', 'b' => '0V'],
                ],
            ],
            'stages' => [
                ['id' => 'in', 'name' => 'Feed', 'parts' => ['W1', 'F1', 'R1']],
                ['id' => 'out', 'name' => 'Converter', 'from' => 'in', 'parts' => ['U1', 'C1', 'RL1']],
            ],
            'modes' => $usual ? array_reverse($modes) : $modes,
            'points' => [
                [
                    'id' => 'TP1',
                    'name' => 'feed behind the fuse',
                    'node' => 'IN1',
                    'against' => '0V',
                    'how' => 'end of R1',
                    'stage' => 'in',
                ],
                [
                    'id' => 'TP2',
                    'name' => 'converter input',
                    'node' => 'RAW',
                    'against' => '0V',
                    'how' => 'other end of R1',
                    'stage' => 'in',
                ],
                [
                    'id' => 'TP3',
                    'name' => '5 V rail',
                    'node' => 'OUT',
                    'against' => '0V',
                    'how' => 'plus of C1',
                    'stage' => 'out',
                    'rail' => '5 V',
                ],
            ],
        ];
    }
}

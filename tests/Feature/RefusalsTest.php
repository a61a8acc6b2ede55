<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\SupplyVersion;
use Illuminate\Support\Facades\Route;
use LogicException;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Support\Supplies;

/** What cannot be done is refused in words that somebody at the bench understands, and nothing is left half done. */
final class RefusalsTest extends FeatureTestCase
{
    /** A fault of the server's own says what to do, and nothing of what went wrong inside. */
    public function testAFaultOfTheServerIsSaidInWords(): void
    {
        config(['app.debug' => false]);
        Route::get('/api/v1/broken', static fn() => throw new LogicException('column secret_of_the_house'));

        $answer = $this->getJson('/api/v1/broken')->assertStatus(500);

        self::assertStringContainsString('What you typed is kept', (string) $answer->json('message'));
        self::assertStringNotContainsString('secret_of_the_house', (string) $answer->getContent());
    }

    /**
     * @return iterable<string, array{string, string, array<string, mixed>, string, string}> method, path, body, field,
     *     part of the message
     */
    public static function bodies(): iterable
    {
        yield 'booking in without a unit' => [
            'POST',
            'jobs',
            ['owner' => 'Ferry office', 'mains' => '230 V'],
            'unit',
            'unit',
        ];
        yield 'a unit nobody can read' => [
            'POST',
            'jobs',
            ['unit' => str_repeat('x', 400), 'owner' => 'Ferry office'],
            'unit',
            'characters',
        ];
        yield 'a log without entries' => ['POST', 'jobs/{job}/log', ['entries' => []], 'entries', 'entries'];
        yield 'a log that is a word' => ['POST', 'jobs/{job}/log', ['entries' => 'all of them'], 'entries', 'array'];
        yield 'an unknown import format' => [
            'POST',
            'supplies/import',
            ['format' => 'papyrus', 'text' => 'x'],
            'format',
            'a KiCad netlist, or a parts list',
        ];
        yield 'an import of nothing' => [
            'POST',
            'supplies/import',
            ['format' => 'json', 'text' => ''],
            'text',
            'empty',
        ];
        yield 'a duplicate without a revision' => ['POST', 'supplies/{supply}/duplicate', [], 'revision', 'revision'];
        yield 'losses in a mode that is not there' => [
            'GET',
            'supplies/{supply}/budget?mode=asleep',
            [],
            'mode',
            'Known: ',
        ];
        yield 'a waveform in a mode that is not there' => [
            'GET',
            'supplies/{supply}/waveforms?mode=asleep',
            [],
            'mode',
            'Known: ',
        ];
        yield 'a waveform of a part that is not there' => [
            'GET',
            'supplies/{supply}/waveforms?trace=part:R99',
            [],
            'trace',
            'Write "volts:"',
        ];
        yield 'a fault without its part' => [
            'GET',
            'supplies/{supply}/waveforms?part=R1&fault=bored',
            [],
            'fault',
            'R1 has no fault "bored"',
        ];
        yield 'a version that never was' => [
            'GET',
            'supplies/{supply}/differences?version=7',
            [],
            'version',
            'There is no version 7',
        ];
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('bodies')]
    public function testNamesTheFieldAndTheMend(
        string $method,
        string $path,
        array $body,
        string $field,
        string $message,
    ): void {
        $user = $this->person('lead');
        $supply = $this->supply();
        $job = $this->job($user);
        $before = [
            RepairJob::query()->count(),
            Supply::query()->count(),
            SupplyVersion::query()->count(),
            $job->entries()->count(),
        ];
        $answer = $this->actingAs($user)->json(
            $method,
            '/api/v1/' . strtr($path, ['{job}' => $job->id, '{supply}' => $supply->id]),
            $path === 'jobs' ? $body + ['supply_id' => $supply->id] : $body,
        );

        $answer->assertUnprocessable()->assertJsonValidationErrors($field);
        self::assertStringContainsStringIgnoringCase($message, implode(' ', $answer->json("errors.{$field}")));
        self::assertSame($before, [
            RepairJob::query()->count(),
            Supply::query()->count(),
            SupplyVersion::query()->count(),
            $job->entries()->count(),
        ]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function nothingThere(): iterable
    {
        foreach (
            [
                'jobs/NOBODY/bench',
                'jobs/NOBODY',
                'jobs/NOBODY/report',
                'jobs/NOBODY/report.pdf',
                'supplies/NOBODY',
                'supplies/NOBODY/json',
                'supplies/NOBODY/spice',
                'supplies/NOBODY/versions',
                'supplies/NOBODY/budget',
            ]
            as $path
        ) {
            yield $path => ['GET', $path];
        }
        yield 'log' => ['POST', 'jobs/NOBODY/log'];
        yield 'change' => ['PUT', 'supplies/NOBODY'];
    }

    #[DataProvider('nothingThere')]
    public function testWhatIsNotThereIsSaidWithoutNamesFromTheCode(string $method, string $path): void
    {
        $answer = $this->actingAs($this->person('technician'))->json($method, "/api/v1/{$path}", ['entries' => []]);

        $answer->assertNotFound();
        self::assertStringNotContainsString('App\\', $answer->content());
        self::assertStringContainsString(
            'Your workshop has nothing at this address',
            (string) $answer->json('message'),
        );
    }

    public function testABadDescriptionChangesNothing(): void
    {
        $supply = $this->supply();
        $bad =
            [
                'parts' => array_fill(0, 500, [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '1k',
                    'terminals' => ['a' => 'x', 'b' => 'y'],
                ]),
            ] + $supply->description;
        $this->actingAs($this->person('technician'))
            ->putJson("/api/v1/supplies/{$supply->id}", ['description' => $bad])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                'parts: 500 parts were given; at most 200 are solved. Leave out what the supply does not need ' .
                    'to work: what hangs on a rail becomes one load.',
            );

        self::assertSame($supply->description, $supply->fresh()?->description);
        self::assertSame(0, $supply->versions()->count());
    }

    public function testAnUnknownFamilyNamesThoseThereAre(): void
    {
        $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/supplies/template', ['family' => 'perpetual'])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                static fn(string $message): bool => str_contains($message, 'perpetual') &&
                    str_contains($message, 'linear'),
            );
    }

    public function testAnUnknownRoleOrNoneMayOnlySignOut(): void
    {
        $supply = $this->supply();
        $job = $this->job($this->person('technician'));
        $this->actingAs($this->person(''));
        foreach (
            [
                ['GET', "jobs/{$job->id}/bench"],
                ['GET', "supplies/{$supply->id}"],
                ['GET', 'supplies'],
                ['POST', "jobs/{$job->id}/log"],
                ['POST', 'supplies'],
            ]
            as [$method, $path]
        ) {
            $this->json($method, "/api/v1/{$path}", [
                'entries' => [self::entry('note', ['text' => 'x'])],
                'description' => $supply->description,
            ])->assertForbidden();
        }
        $this->getJson('/api/v1/session')->assertOk();
    }

    /** A bare number may mean several things; the one who typed it knows which. */
    public function testAUnitSlipIsNamedAtItsPath(): void
    {
        $description = Supplies::demoArray('tuner-feed');
        foreach ($description['parts'] as $k => $part) {
            $description['parts'][$k] = match ($part['ref']) {
                'C1' => ['value' => '1000'] + $part,
                'RL1' => ['current' => '20'] + $part,
                'R1' => ['value' => '1,2k'] + $part,
                default => $part,
            };
        }
        $answer = $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/supplies', ['description' => $description])
            ->assertUnprocessable();
        $problems = array_column($answer->json('problems'), 'message', 'path');

        self::assertSame(['parts[C1].value', 'parts[R1].value', 'parts[RL1].current'], array_keys($problems));
        self::assertStringContainsString('Write "1000u"', $problems['parts[C1].value']);
        self::assertStringContainsString('Write "20 A" or "20 mA"', $problems['parts[RL1].current']);
        self::assertStringContainsString('1.2k', $problems['parts[R1].value']);
        self::assertSame(0, Supply::query()->count());
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\WorkshopKey;
use App\Models\RepairJob;
use App\Models\SharedBoard;
use App\Models\ShareKey;
use App\Models\ShareSource;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use App\Sharing\Canonical;
use App\Sharing\ReadSource;
use App\Sharing\Sources;
use App\Sharing\TakeIn;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;

/** Boards go from one workshop to another as signed files, and what failed there counts less than what failed here. */
final class ShareTest extends FeatureTestCase
{
    private User $giver;

    private Supply $board;

    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake('local');
        $this->giver = $this->person('lead');
        $this->board = $this->supply();
        $this->board->update([
            'description' => ['traced' => ['on' => '26-014', 'lines' => []]] + $this->board->description,
        ]);
        for ($k = 0; $k < 3; $k++) {
            $this->closed($this->board, 'R1:open');
        }
        $this->closed($this->board, 'C1:dried');
    }

    public function testWhatIsPublishedIsWhatWasChosenAndNothingOfAnOwner(): void
    {
        $this->actingAs($this->giver);
        $this->getJson('/api/v1/shares')->assertOk()->assertJsonPath('address', null);
        $this->publish(false)->assertOk()->assertJsonPath('published.0.title', $this->board->title);
        $address = (string) parse_url((string) $this->getJson('/api/v1/shares')->json('address'), PHP_URL_PATH);
        // Anybody who has the address.
        $this->signedOut();
        $index = $this->getJson($address)->assertOk();
        $file = str_replace('index.json', (string) $index->json('boards.0.file'), $address);
        $given = $this->getJson($file)->assertOk();
        self::assertSame([], $given->json('failures'));
        self::assertStringNotContainsString('26-014', (string) $given->getContent());
        self::assertStringNotContainsString('Somebody', (string) $given->getContent());

        $this->actingAs($this->giver);
        $this->publish(true)->assertOk()->assertJsonCount(1, 'published');
        $this->signedOut();
        $given = $this->getJson($file)->assertOk();
        self::assertSame(['part' => 'R1', 'fault' => 'open', 'times' => 3], $given->json('failures.0'));
        self::assertSame(4, $given->json('repairs'));
        $valid = (new Validator())->validate(
            json_decode((string) $given->getContent()),
            (string) file_get_contents(base_path('docs/shared.schema.json')),
        );
        self::assertTrue($valid->isValid(), json_encode($valid->error()?->args()) ?: '');

        $this->actingAs($this->giver)
            ->deleteJson("/api/v1/supplies/{$this->board->id}/share")
            ->assertNoContent();
        $this->signedOut();
        $this->getJson($file)->assertNotFound();
        $this->getJson($address)->assertOk()->assertJsonCount(0, 'boards');
    }

    public function testAnotherWorkshopSeesWhoSaysSoAndCountsItForAQuarterOnceItsLeadBelievesIt(): void
    {
        $json = $this->given();
        [$there, $lead] = $this->elsewhere();
        $this->actingAs($lead);
        $shares = $this->take($json)->assertCreated();
        $shares
            ->assertJsonPath('keys.0.name', $this->workshop->name)
            ->assertJsonPath('keys.0.accepted', false)
            ->assertJsonPath('taken.0.repairs', 4);
        self::assertSame(
            WorkshopKey::fingerprint((string) $this->workshop->refresh()->verify_key),
            $shares->json('keys.0.fingerprint'),
        );
        $supply = Supply::query()->findOrFail($shares->json('taken.0.supply'));
        self::assertSame($there->id, $supply->workshop_id);
        self::assertArrayNotHasKey('traced', $supply->description);
        $this->getJson("/api/v1/supplies/{$supply->id}/history")->assertExactJson([]);
        $job = $this->booked($lead, $supply);
        $before = $this->probability($job);

        $key = $shares->json('keys.0.id');
        $this->putJson("/api/v1/shares/keys/{$key}", ['accepted' => true])
            ->assertOk()
            ->assertJsonPath('keys.0.accepted', true);
        $this->getJson("/api/v1/supplies/{$supply->id}/history")
            ->assertJsonPath('0.elsewhere', 3)
            ->assertJsonPath('0.times', 0);
        $after = $this->probability($job);
        self::assertGreaterThan($before, $after);
        // The same again changes nothing, what is older is refused, what is newer takes its place.
        $this->take($json)->assertCreated()->assertJsonCount(1, 'taken');
        $this->closed($this->board, 'R1:open');
        $this->travel(1)->minutes();
        $newer = $this->given();
        $this->actingAs($lead);
        $this->take($newer)->assertCreated()->assertJsonPath('taken.0.repairs', 5)->assertJsonCount(1, 'taken');
        $this->take($json)
            ->assertUnprocessable()
            ->assertJsonPath(
                'errors.text.0',
                static fn(string $said): bool => str_contains($said, 'newer than this file'),
            );
        self::assertSame(1, Supply::query()->where('workshop_id', $there->id)->count());

        $this->deleteJson("/api/v1/shares/{$shares->json('taken.0.id')}")->assertNoContent();
        $this->getJson("/api/v1/supplies/{$supply->id}/history")->assertExactJson([]);
        self::assertNotNull($supply->fresh());
    }

    public function testWhatWasChangedHereStaysAsItIs(): void
    {
        $json = $this->given();
        [, $lead] = $this->elsewhere();
        $this->actingAs($lead);
        $id = $this->take($json)->json('taken.0.supply');
        $own = ['title' => 'Our own title'] + Supply::query()->findOrFail($id)->description;
        $this->putJson("/api/v1/supplies/{$id}", ['description' => $own])->assertOk();
        $this->board->update(['description' => ['title' => 'Theirs, renamed'] + $this->board->description]);
        $this->travel(1)->minutes();
        $newer = $this->given();
        $this->actingAs($lead);
        $this->take($newer)->assertCreated()->assertJsonPath('taken.0.held', 1);
        self::assertSame('Our own title', Supply::query()->findOrFail($id)->title);
    }

    /** @return iterable<string, array{callable(string): string, string}> */
    public static function damaged(): iterable
    {
        $with = static fn(string $name, mixed $value): callable => static function (string $json) use (
            $name,
            $value,
        ): string {
            $given = json_decode($json, true);
            $given[$name] = $value;

            return json_encode($given, JSON_THROW_ON_ERROR);
        };
        yield 'a count' => [
            static fn(string $json): string => str_replace('"times": 3', '"times": 30', $json),
            'changed',
        ];
        yield 'a name' => [$with('workshop', 'Somebody better known'), 'changed'];
        yield 'a key' => [$with('key', base64_encode(str_repeat('k', 32))), 'changed'];
        yield 'a key that is none' => [$with('key', ['x']), 'changed'];
        yield 'no signature' => [$with('signature', null), 'changed'];
        yield 'more fields' => [$with('extra', 1), 'changed'];
        yield 'a version to come' => [$with('version', 2), 'older'];
        yield 'another format' => [$with('format', 'oculant/supply'), 'no file of the format'];
        yield 'half of it' => [static fn(string $json): string => substr($json, 0, 400), 'cut short'];
        yield 'nothing' => [static fn(string $json): string => '[]', 'no file of the format'];
    }

    #[DataProvider('damaged')]
    public function testWhatIsNotAsItWasSignedIsRefused(callable $damage, string $why): void
    {
        $json = $damage($this->given());
        [, $lead] = $this->elsewhere();
        $this->actingAs($lead);
        self::assertStringContainsString($why, (string) $this->take($json)->assertUnprocessable()->json('message'));
        self::assertSame(0, SharedBoard::query()->count() + ShareKey::query()->count());
    }

    /** @return iterable<string, array{array<string, mixed>, string}> signed, and wrong all the same */
    public static function wrong(): iterable
    {
        $times = static fn(mixed $times): array => [['part' => 'R1', 'fault' => 'open', 'times' => $times]];
        yield 'more causes than repairs' => [['failures' => $times(5), 'repairs' => 4], 'more causes than repairs'];
        yield 'a count of nothing' => [['failures' => $times(0), 'repairs' => 0], 'no number from 1'];
        yield 'a count that is a text' => [['failures' => $times('3'), 'repairs' => 3], 'no number from 1'];
        yield 'a count beyond counting' => [['failures' => $times(100_001), 'repairs' => 100_001], 'no number from 1'];
        yield 'said twice' => [['failures' => [...$times(1), ...$times(1)], 'repairs' => 2], 'said twice'];
        yield 'no description' => [['revisions' => []], 'no description'];
        yield 'a description that is none' => [
            ['revisions' => [['id' => 'a', 'revision' => 'A', 'description' => ['x' => 1]]]],
            'cannot be read',
        ];
        yield 'from next year' => [['at' => '2099-01-01T00:00:00+00:00'], 'to come'];
        yield 'a board without a name' => [['board' => ''], '"board" is missing'];
    }

    /** @param array<string, mixed> $with */
    #[DataProvider('wrong')]
    public function testASignatureMakesNothingTrue(array $with, string $why): void
    {
        $given = json_decode($this->given(), true);
        unset($given['signature']);
        $given = $with + $given;
        $key = app(WorkshopKey::class);
        $given['signature'] = $key->sign(
            $this->workshop->refresh(),
            Canonical::of(json_decode((string) json_encode($given), false)),
        );
        [, $lead] = $this->elsewhere();
        $this->actingAs($lead);
        $said = (string) $this->take((string) json_encode($given))->assertUnprocessable()->json('message');
        self::assertStringContainsString($why, $said);
        self::assertSame(0, SharedBoard::query()->count());
    }

    public function testOnlyALeadGivesAndTakesAndOnlyForItsOwnWorkshop(): void
    {
        $json = $this->given();
        $this->take($json)
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                static fn(string $said): bool => str_contains($said, 'by this workshop itself'),
            );
        [, $lead] = $this->elsewhere();
        foreach (['technician', 'apprentice'] as $role) {
            $this->actingAs($this->person($role));
            $this->getJson('/api/v1/shares')->assertForbidden();
            $this->take($json)->assertForbidden();
            $this->publish(true)->assertForbidden();
            $this->deleteJson("/api/v1/supplies/{$this->board->id}/share")->assertForbidden();
            $this->postJson('/api/v1/shares/sources', ['address' => 'https://boards.example/x'])->assertForbidden();
        }
        $this->actingAs($lead);
        $this->publish(true)->assertNotFound();
        $this->deleteJson("/api/v1/supplies/{$this->board->id}/share")->assertNotFound();
        $taken = $this->take($json);
        $this->actingAs($this->giver);
        $this->putJson("/api/v1/shares/keys/{$taken->json('keys.0.id')}", ['accepted' => true])->assertNotFound();
        $this->deleteJson("/api/v1/shares/{$taken->json('taken.0.id')}")->assertNotFound();
        $this->getJson('/api/v1/shares')->assertJsonCount(0, 'taken')->assertJsonCount(0, 'keys');
    }

    /** @return iterable<string, array{string}> */
    public static function addresses(): iterable
    {
        yield 'another host' => ['https://elsewhere.example/api/v1/shared/a/index.json'];
        yield 'a host behind a name' => ['https://boards.example@elsewhere.example/shared/a/index.json'];
        yield 'a longer host' => ['https://boards.example.elsewhere.example/shared/a/index.json'];
        yield 'another port' => ['https://boards.example:8443/shared/a/index.json'];
        yield 'not over TLS' => ['http://boards.example/shared/a/index.json'];
        yield 'up and out' => ['https://boards.example/shared/../admin/index.json'];
        yield 'with a question' => ['https://boards.example/shared/a?x=http://127.0.0.1'];
        yield 'this machine' => ['http://127.0.0.1:3306/'];
        yield 'a file' => ['file:///etc/passwd'];
        yield 'no address' => ['boards'];
    }

    #[DataProvider('addresses')]
    public function testTheServerReadsNowhereElseThanItsSettingsSay(string $address): void
    {
        Http::fake();
        config(['oculant.shares' => ['https://boards.example/shared/']]);
        $this->actingAs($this->giver);
        $this->postJson('/api/v1/shares/sources', ['address' => $address])->assertUnprocessable();
        self::assertSame(0, ShareSource::query()->count());
        Http::assertNothingSent();
    }

    public function testAnAddressIsReadAndSaysWhatCameOfIt(): void
    {
        $json = $this->given();
        $word = (string) $this->workshop->refresh()->share_word;
        $files = collect(Storage::disk('local')->files("shares/{$word}"))->mapWithKeys(
            static fn(string $path): array => [
                'https://boards.example/shared/a/' . basename($path) => Http::response(
                    (string) Storage::disk('local')->get($path),
                ),
            ],
        );
        Http::fake([...$files->all(), '*' => Http::response('', 302, ['Location' => 'http://127.0.0.1:3306/'])]);
        config(['oculant.shares' => ['https://boards.example/shared/']]);
        [, $lead] = $this->elsewhere();
        $this->actingAs($lead);
        $this->postJson('/api/v1/shares/sources', [
            'address' => 'https://boards.example/shared/a/index.json',
        ])->assertCreated();
        $read = static fn() => ShareSource::query()
            ->pluck('id')
            ->each(static fn(int $id) => (new ReadSource($id))->handle(app(Sources::class)));
        $read();
        $shares = $this->getJson('/api/v1/shares');
        self::assertStringContainsString('1 boards are here', (string) $shares->json('sources.0.said'));
        $shares->assertJsonCount(1, 'taken');
        $this->postJson('/api/v1/shares/sources', [
            'address' => 'https://boards.example/shared/b/index.json',
        ])->assertCreated();
        $read();
        $second = collect($this->getJson('/api/v1/shares')->json('sources'))->last();
        self::assertStringContainsString('answers 302', $second['said']);

        // Who is no lead any more reads nothing.
        $lead->syncRoles('technician');
        (new ReadSource($second['id']))->handle(app(Sources::class));
        self::assertStringContainsString('no lead', (string) ShareSource::query()->find($second['id'])?->said);
        self::assertNotSame('', $json);
    }

    public function testAFolderGoesFromOneToTheOther(): void
    {
        $this->given();
        [, $lead] = $this->elsewhere();
        $folder = sys_get_temp_dir() . '/oculant-share-' . bin2hex(random_bytes(4));
        File::makeDirectory($folder);
        try {
            $this->artisan('oculant:share', ['directory' => $folder])->assertSuccessful();
            $this->artisan('oculant:take-in', ['directory' => $folder, '--as' => $lead->email])
                ->expectsOutputToContain($this->board->title)
                ->assertSuccessful();
            self::assertSame(1, SharedBoard::query()->where('workshop_id', $lead->workshop_id)->count());
            // A file that is not the one which the index names.
            $file = collect(File::files($folder))->first(static fn($f): bool => $f->getFilename() !== 'index.json');
            File::put($file->getPathname(), str_replace('"times": 3', '"times": 2', (string) $file->getContents()));
            $this->artisan('oculant:take-in', ['directory' => $folder, '--as' => $lead->email])->assertFailed();
            $this->artisan('oculant:take-in', [
                'directory' => $folder,
                '--as' => 'nobody@bench.example',
            ])->assertFailed();
            $this->artisan('oculant:share', ['directory' => "{$folder}/none"])->assertFailed();
        } finally {
            File::deleteDirectory($folder);
        }
    }

    /** RFC 8785, 3.2.3: names sorted by their UTF-16 code units; from memory of the RFC. */
    public function testTheCanonicalFormIsThatOfTheStandard(): void
    {
        $given = json_decode(
            '{"\u20ac":"Euro Sign","\r":"Carriage Return","\ufb33":"Hebrew Letter Dalet With Dagesh","1":"One",' .
                '"\ud83d\ude00":"Emoji: Grinning Face","\u0080":"Control",' .
                '"\u00f6":"Latin Small Letter O With Diaeresis"}',
            false,
        );
        self::assertSame(
            [
                'Carriage Return',
                'One',
                'Control',
                'Latin Small Letter O With Diaeresis',
                'Euro Sign',
                'Emoji: Grinning Face',
                'Hebrew Letter Dalet With Dagesh',
            ],
            array_values((array) json_decode(Canonical::of($given), true)),
        );
        self::assertSame('{"a":[1,{},[]],"b":0.5}', Canonical::of(json_decode('{"b":0.5,"a":[1,{},[]]}', false)));
    }

    public function testTakingInTwiceAtOnceIsTakingInOnce(): void
    {
        $json = $this->given();
        [, $lead] = $this->elsewhere();
        $first = app(TakeIn::class)->file($lead, $json);
        self::assertSame($first->id, app(TakeIn::class)->file($lead, $json)->id);
    }

    private function publish(bool $failures): TestResponse
    {
        return $this->putJson("/api/v1/supplies/{$this->board->id}/share", [
            'revisions' => [$this->board->id],
            'failures' => $failures,
        ]);
    }

    /** What the first workshop publishes now, with its lead signed in. */
    private function given(): string
    {
        $this->actingAs($this->giver);
        $this->publish(true)->assertOk();
        $word = $this->workshop->refresh()->share_word;

        return (string) Storage::disk('local')->get("shares/{$word}/" . strtolower($this->board->id) . '.json');
    }

    private function take(string $json): TestResponse
    {
        return $this->post(
            '/api/v1/shares',
            ['file' => UploadedFile::fake()->createWithContent('board.json', $json)],
            ['Accept' => 'application/json'],
        );
    }

    /** @return array{Workshop, User} */
    private function elsewhere(): array
    {
        $there = Workshop::query()->create(['name' => 'Mill lane bench']);

        return [$there, $this->person('lead', $there)];
    }

    private function closed(Supply $supply, string $found): void
    {
        $this->booked($this->giver, $supply)
            ->forceFill(['found' => $found, 'closed_at' => now()])
            ->save();
    }

    private function booked(User $user, Supply $supply): RepairJob
    {
        return app(\App\Bench\BookIn::class)->unit($user, $supply, [
            'unit' => 'Wireless',
            'owner' => 'Somebody',
            'mains' => '230 V',
        ]);
    }

    private function probability(RepairJob $job): float
    {
        foreach (
            $this->getJson("/api/v1/jobs/{$job->id}/bench")
                ->assertOk()
                ->json('suspects')
            as $suspect
        ) {
            foreach ($suspect['members'] as $member) {
                if ($member['part'] === 'R1' && $member['fault'] === 'open') {
                    return (float) $suspect['probability'];
                }
            }
        }

        return 0.0;
    }

    private function signedOut(): void
    {
        $this->app['auth']->forgetGuards();
    }
}

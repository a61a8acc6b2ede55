<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\FrontDoor;
use App\Models\AccountEvent;
use App\Models\Invitation;
use App\Models\User;
use App\Models\Workshop;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Cache;
use PHPUnit\Framework\Attributes\DataProvider;

/** People come in by links that are good once, get roles, and are shut out when they leave. */
final class PeopleTest extends FeatureTestCase
{
    private const PASSWORD = 'three gulls on a mast';

    private User $lead;

    protected function setUp(): void
    {
        parent::setUp();
        // How often somebody tried outlives a test.
        Cache::flush();
        Cache::store(config()->string('cache.limiter'))->flush();
        $this->lead = $this->person('lead');
    }

    public function testSomebodyIsInvitedJoinsAndWorks(): void
    {
        $link = $this->actingAs($this->lead)
            ->postJson('/api/v1/people/invitations', ['role' => 'apprentice', 'name' => 'Runa'])
            ->assertCreated()
            ->json();
        $word = basename($link['path']);
        self::assertSame(0, Invitation::query()->where('token', $word)->count(), 'what is kept is not the link');

        $this->signedOut();
        $this->getJson("/api/v1/invitations/{$word}")
            ->assertOk()
            ->assertJsonPath('workshop', 'Test bench')
            ->assertJsonPath('role', 'apprentice');
        $this->postJson("/api/v1/invitations/{$word}", [
            'name' => 'Runa Vik',
            'email' => ' Runa@Bench.example ',
            'password' => self::PASSWORD,
        ])
            ->assertCreated()
            ->assertJsonPath('email', 'runa@bench.example');
        $this->in('runa@bench.example', self::PASSWORD)
            ->assertOk()
            ->assertJsonPath('role', 'apprentice')
            ->assertJsonPath('can.manage_people', false);

        // Once is once.
        $this->getJson("/api/v1/invitations/{$word}")->assertJsonValidationErrors('link');
        $this->postJson("/api/v1/invitations/{$word}", [
            'name' => 'Another',
            'email' => 'another@bench.example',
            'password' => self::PASSWORD,
        ])->assertJsonValidationErrors('link');
        self::assertSame(0, User::query()->where('email', 'another@bench.example')->count());
        self::assertSame(
            ['invited Runa as apprentice', 'joined as apprentice'],
            AccountEvent::query()->orderBy('id')->pluck('what')->all(),
        );
    }

    public function testALinkThatIsOldOrWithdrawnIsGoodForNothing(): void
    {
        $this->actingAs($this->lead);
        $make = fn(): array => $this->postJson('/api/v1/people/invitations', [
            'role' => 'technician',
            'name' => 'Runa',
        ])->json();
        $old = $make();
        $this->travel(8)->days();
        $this->getJson('/api/v1/invitations/' . basename($old['path']))->assertJsonValidationErrors('link');
        $withdrawn = $make();
        $this->deleteJson("/api/v1/people/invitations/{$withdrawn['id']}")->assertNoContent();
        $this->getJson('/api/v1/invitations/' . basename($withdrawn['path']))->assertJsonValidationErrors('link');
        $this->getJson('/api/v1/invitations/nothing')->assertJsonValidationErrors('link');
    }

    /** @return iterable<string, array{array<string, string>, string}> */
    public static function badAccounts(): iterable
    {
        $good = ['name' => 'Runa Vik', 'email' => 'runa@bench.example', 'password' => self::PASSWORD];
        yield 'no name' => [['name' => ''] + $good, 'name'];
        yield 'no address' => [['email' => 'runa'] + $good, 'email'];
        yield 'short' => [['password' => 'too short'] + $good, 'password'];
        yield 'longer than what is looked at' => [['password' => str_repeat('mast and gull ', 6)] + $good, 'password'];
        yield 'one character' => [['password' => 'aaaaaaaaaaaaaa'] + $good, 'password'];
        yield 'guessed first' => [['password' => 'Password123'] + $good, 'password'];
        yield 'the own name' => [['password' => 'runa vik 1'] + $good, 'password'];
        yield 'the own address' => [['password' => 'runa@bench.example'] + $good, 'password'];
        yield 'the workshop' => [['password' => 'test bench 12'] + $good, 'password'];
        yield 'that of the demo' => [['password' => 'harbour-light'] + $good, 'password'];
    }

    /** @param array<string, string> $given */
    #[DataProvider('badAccounts')]
    public function testWhatIsWrongWithAnAccountIsSaidAndTheLinkStaysGood(array $given, string $field): void
    {
        $word = basename(
            $this->actingAs($this->lead)
                ->postJson('/api/v1/people/invitations', ['role' => 'technician', 'name' => 'Runa'])
                ->json('path'),
        );
        $this->signedOut();
        $this->postJson("/api/v1/invitations/{$word}", $given)->assertJsonValidationErrors($field);
        $this->getJson("/api/v1/invitations/{$word}")->assertOk();
    }

    public function testAnAddressThatHasAnAccountIsNotTakenAgain(): void
    {
        $word = basename(
            $this->actingAs($this->lead)
                ->postJson('/api/v1/people/invitations', ['role' => 'technician', 'name' => 'Runa'])
                ->json('path'),
        );
        $this->signedOut();
        $this->postJson("/api/v1/invitations/{$word}", [
            'name' => 'Runa',
            'email' => mb_strtoupper($this->lead->email),
            'password' => self::PASSWORD,
        ])->assertJsonValidationErrors('email');
    }

    public function testWhoLeftIsShutOutEverywhereAndTheLogKeepsTheName(): void
    {
        $who = $this->person('technician');
        $this->in($who->email, 'a long enough word')->assertOk();
        $this->fromApp()->getJson('/api/v1/jobs')->assertOk();
        $plain = $who->createToken('script', ['read'])->plainTextToken;
        $held = $this->app['session']->all();

        $this->signedOut();
        $this->actingAs($this->lead)
            ->postJson("/api/v1/people/{$who->id}/close")
            ->assertOk();
        $this->signedOut();
        $this->withSession($held)->fromApp()->getJson('/api/v1/jobs')->assertUnauthorized();
        $this->signedOut();
        $this->withToken($plain)->getJson('/api/v1/jobs')->assertUnauthorized();
        $this->flushHeaders();
        $this->signedOut();
        $this->in($who->email, 'a long enough word')->assertUnprocessable()->assertSeeText('closed');
        $this->in($who->email, 'another word')->assertUnprocessable()->assertDontSeeText('closed');

        $this->signedOut();
        $this->actingAs($this->lead)
            ->postJson("/api/v1/people/{$who->id}/reset")
            ->assertUnprocessable();
        $this->postJson("/api/v1/people/{$who->id}/open")->assertOk();
        $this->signedOut();
        $this->in($who->email, 'a long enough word')->assertOk();
    }

    public function testOneLeadIsAlwaysLeft(): void
    {
        $this->actingAs($this->lead);
        $this->postJson("/api/v1/people/{$this->lead->id}/close")->assertJsonValidationErrors('person');
        $this->putJson("/api/v1/people/{$this->lead->id}", ['role' => 'apprentice'])->assertJsonValidationErrors(
            'person',
        );
        $second = $this->person('technician');
        $this->putJson("/api/v1/people/{$second->id}", ['role' => 'lead'])->assertOk();
        $this->putJson("/api/v1/people/{$this->lead->id}", ['role' => 'technician'])->assertOk();
        self::assertTrue($this->lead->refresh()->hasRole('technician'));
        $this->app['auth']->forgetGuards();
        $this->actingAs($this->lead->fresh())->getJson('/api/v1/people')->assertForbidden();
    }

    public function testANewPasswordByLinkEndsWhatTheOldOneOpened(): void
    {
        $who = $this->person('technician');
        $plain = $who->createToken('script', ['read'])->plainTextToken;
        $first = $this->actingAs($this->lead)
            ->postJson("/api/v1/people/{$who->id}/reset")
            ->assertCreated()
            ->json('path');
        $link = $this->postJson("/api/v1/people/{$who->id}/reset")
            ->assertCreated()
            ->json('path');
        $this->signedOut();
        $this->getJson('/api/v1/invitations/' . basename($first))->assertJsonValidationErrors('link');
        $this->getJson('/api/v1/invitations/' . basename($link))
            ->assertOk()
            ->assertJsonPath('email', $who->email);
        $this->postJson('/api/v1/invitations/' . basename($link), ['password' => self::PASSWORD])->assertCreated();
        $this->in($who->email, 'a long enough word')->assertUnprocessable();
        $this->in($who->email, self::PASSWORD)->assertOk();
        $this->signedOut();
        $this->withToken($plain)->getJson('/api/v1/jobs')->assertUnauthorized();
    }

    public function testOnesOwnPasswordIsChangedByWhoKnowsIt(): void
    {
        $who = $this->person('apprentice');
        $this->in($who->email, 'a long enough word')->assertOk();
        $this->fromApp()
            ->putJson('/api/v1/session/password', ['current' => 'guessed', 'password' => self::PASSWORD])
            ->assertJsonValidationErrors('current');
        $this->fromApp()
            ->putJson('/api/v1/session/password', ['current' => 'a long enough word', 'password' => 'short'])
            ->assertJsonValidationErrors('password');
        $this->fromApp()
            ->putJson('/api/v1/session/password', ['current' => 'a long enough word', 'password' => self::PASSWORD])
            ->assertNoContent();
        $this->app['auth']->forgetGuards();
        $this->fromApp()->getJson('/api/v1/session')->assertOk();
        $this->in($who->email, 'a long enough word')->assertUnprocessable();
        $this->in($who->email, self::PASSWORD)->assertOk();
    }

    public function testPeopleAreForTheLeadOfTheirOwnWorkshopAndNoToken(): void
    {
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Another']));
        $invitation = $this->actingAs($this->lead)
            ->postJson('/api/v1/people/invitations', ['role' => 'lead', 'name' => 'Runa'])
            ->json('id');
        $routes = [
            ['GET', 'people', []],
            ['PUT', 'workshop', ['name' => 'Mine']],
            ['POST', 'people/invitations', ['role' => 'lead', 'name' => 'x']],
            ['DELETE', "people/invitations/{$invitation}", []],
            ['PUT', "people/{$this->lead->id}", ['role' => 'apprentice']],
            ['POST', "people/{$this->lead->id}/reset", []],
            ['POST', "people/{$this->lead->id}/close", []],
            ['POST', "people/{$this->lead->id}/open", []],
        ];
        foreach (['technician', 'apprentice'] as $role) {
            $this->actingAs($this->person($role));
            foreach ($routes as [$method, $path, $body]) {
                $this->json($method, "/api/v1/{$path}", $body)->assertForbidden();
            }
        }
        $this->actingAs($stranger);
        foreach (array_slice($routes, 3) as [$method, $path, $body]) {
            $this->json($method, "/api/v1/{$path}", $body)->assertNotFound();
        }
        self::assertSame([$stranger->name], array_column($this->getJson('/api/v1/people')->json('people'), 'name'));
        $plain = $this->lead->createToken('script', ['read', 'log', 'library', 'instruments'])->plainTextToken;
        $this->signedOut();
        foreach ($routes as [$method, $path, $body]) {
            $this->withToken($plain)
                ->json($method, "/api/v1/{$path}", $body)
                ->assertForbidden();
        }
        self::assertTrue($this->lead->refresh()->hasRole('lead'));
        $this->actingAs($this->lead)
            ->postJson('/api/v1/people/invitations', ['role' => 'emperor', 'name' => 'x'])
            ->assertJsonValidationErrors('role');
    }

    public function testAnEmptyServerBeginsByAPrintedLinkAndOnlyOnce(): void
    {
        User::query()->get()->each->delete();
        Workshop::query()->delete();
        self::assertSame(0, Artisan::call('oculant:begin'));
        preg_match('#/join/(\S+)#', Artisan::output(), $first);
        self::assertSame(0, Artisan::call('oculant:begin'));
        preg_match('#/join/(\S+)#', Artisan::output(), $second);
        $given = [
            'workshop' => 'Slipway Bench',
            'name' => 'Runa Vik',
            'email' => 'runa@slipway.example',
            'password' => self::PASSWORD,
        ];
        $this->postJson("/api/v1/invitations/{$first[1]}", $given)->assertJsonValidationErrors('link');
        $this->postJson("/api/v1/invitations/{$second[1]}", ['workshop' => ''] + $given)->assertJsonValidationErrors(
            'workshop',
        );
        $this->postJson("/api/v1/invitations/{$second[1]}", $given)->assertCreated();
        $this->in('runa@slipway.example', self::PASSWORD)
            ->assertOk()
            ->assertJsonPath('workshop', 'Slipway Bench')
            ->assertJsonPath('role', 'lead')
            ->assertJsonPath('demo', false);
        self::assertSame(1, Artisan::call('oculant:begin'), 'the lead invites from now on');
        self::assertSame(0, Artisan::call('oculant:begin', ['--another' => true]));
    }

    public function testTheDemoMayBeRenamedAndIsNotLoadedTwice(): void
    {
        $this->workshop->update(['is_demo' => true]);
        $this->actingAs($this->lead)
            ->putJson('/api/v1/workshop', ['name' => ' '])
            ->assertJsonValidationErrors('name');
        $this->putJson('/api/v1/workshop', ['name' => 'Slipway Bench'])->assertOk();
        $people = User::query()->count();
        Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
        self::assertSame($people, User::query()->count(), 'nobody came back with a known password');
        self::assertSame('Slipway Bench', $this->workshop->refresh()->name);
    }

    public function testThePasswordsOfTheDemoOpenNothingElsewhere(): void
    {
        $this->workshop->update(['is_demo' => true]);
        config(['oculant.demo' => true]);
        $this->app->forgetInstance(FrontDoor::class);
        $this->in($this->lead->email, 'a long enough word')->assertOk();
        config(['oculant.demo' => false]);
        $this->app->forgetInstance(FrontDoor::class);
        $this->in($this->lead->email, 'a long enough word')->assertUnprocessable()->assertSeeText('not open');
    }

    private function in(string $email, string $password): \Illuminate\Testing\TestResponse
    {
        $this->signedOut();

        return $this->fromApp()->postJson('/api/v1/session', ['email' => $email, 'password' => $password]);
    }

    private function signedOut(): void
    {
        $this->app['auth']->forgetGuards();
        $this->flushSession();
    }

    private function fromApp(): self
    {
        return $this->withHeader('Origin', config('app.url'))->withHeader('Referer', config('app.url'));
    }
}

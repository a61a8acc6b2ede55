<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\FrontDoor;
use App\Accounts\SignIns;
use App\Models\BenchPin;
use Illuminate\Contracts\Hashing\Hasher;
use Illuminate\Hashing\BcryptHasher;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Log;
use Illuminate\Testing\TestResponse;
use Laravel\Sanctum\PersonalAccessToken;

/** Who gets in, how fast they may guess, and what a token may do. */
final class AccountTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // How often somebody tried outlives a test.
        Cache::flush();
        Cache::store(config()->string('cache.limiter'))->flush();
    }

    public function testAnotherSpellingIsAnotherAccount(): void
    {
        $user = $this->person('technician');
        $user->update(['email' => 'wilma@bench.example']);
        $this->signIn('wilmá@bench.example', 'a long enough word')->assertUnprocessable();
        $this->signIn('WILMA@bench.example', 'a long enough word')->assertOk()->assertJsonPath('name', $user->name);
    }

    /** Guessing goes by the account that is meant, however it is written, and by where it comes from. */
    public function testFailedTriesCountByAccountAndByAddress(): void
    {
        config(['oculant.sign_ins_per_minute' => 3]);
        $this->app->forgetInstance(FrontDoor::class);
        $user = $this->person('technician');
        foreach ([$user->email, strtoupper($user->email), " {$user->email} "] as $typed) {
            $this->signIn($typed, 'wrong')->assertUnprocessable();
        }
        $this->signIn($user->email, 'a long enough word')
            ->assertTooManyRequests()
            ->assertJsonPath('message', 'Too many failed tries. Wait a minute, then try again.');
        for ($k = 0; $k < 12; $k++) {
            $this->signIn("somebody{$k}@bench.example", 'wrong')->assertUnprocessable();
        }
        $this->signIn('somebody13@bench.example', 'wrong')->assertTooManyRequests();
    }

    public function testAnUnknownAccountTakesAsLongToRefuse(): void
    {
        $checked = [];
        $known = $this->person('technician')->email;
        $this->app->bind(Hasher::class, static function () use (&$checked) {
            return new class ($checked) extends BcryptHasher {
                /** @param list<string> $checked */
                public function __construct(private array &$checked)
                {
                    parent::__construct(['rounds' => 4]);
                }

                public function check(#[\SensitiveParameter] $value, $hashedValue, array $options = []): bool
                {
                    $this->checked[] = (string) password_get_info($hashedValue)['algoName'];

                    return parent::check($value, $hashedValue, $options);
                }
            };
        });
        $this->app->forgetInstance(FrontDoor::class);
        $this->signIn($known, 'wrong')->assertUnprocessable();
        $this->signIn('nobody@bench.example', 'wrong')->assertUnprocessable();
        self::assertSame(['bcrypt', 'bcrypt'], $checked, 'the same work for both');
    }

    public function testFailedTriesAreLogged(): void
    {
        Log::shouldReceive('warning')
            ->once()
            ->withArgs(
                static fn(string $what, array $of): bool => $what === 'Sign-in failed' &&
                    $of['account'] === 'nobody@bench.example' &&
                    isset($of['from']) &&
                    !str_contains(json_encode($of) ?: '', 'secret word'),
            );
        $this->signIn('nobody@bench.example', 'secret word')->assertUnprocessable();
    }

    public function testATokenDoesWhatItWasMadeForAndMakesNoOther(): void
    {
        $user = $this->person('lead');
        $job = $this->job($user);
        $token = fn(array $abilities): string => (string) $this->actingAs($user)
            ->postJson('/api/v1/tokens', ['name' => 'x', 'abilities' => $abilities, 'days' => 2])
            ->assertCreated()
            ->json('plain');
        $plain = array_combine(
            ['read', 'log', 'library', 'instruments'],
            array_map(static fn(string $a): string => $token([$a]), ['read', 'log', 'library', 'instruments']),
        );
        $calls = [
            'read' => ['GET', 'jobs', []],
            'log' => ['POST', "jobs/{$job->id}/log", ['entries' => [self::entry('note', ['text' => 'x'])]]],
            'library' => ['POST', 'supplies', ['description' => $this->supply('deck-intercom')->description]],
            'instruments' => ['PUT', 'networks', ['networks' => ['127.0.0.1']]],
        ];
        foreach ($plain as $ability => $text) {
            foreach ($calls as $needs => [$method, $path, $body]) {
                $answer = $this->asToken($text)->json($method, "/api/v1/{$path}", $body);
                self::assertSame(
                    $ability === $needs,
                    $answer->isSuccessful(),
                    "{$ability} {$method} {$path}: {$answer->getContent()}",
                );
                if ($ability !== $needs) {
                    $answer
                        ->assertForbidden()
                        ->assertJsonPath(
                            'message',
                            fn(string $m): bool => str_contains($m, "with the ability \"{$needs}\""),
                        );
                }
            }
            foreach (
                [
                    ['GET', 'tokens'],
                    ['POST', 'tokens'],
                    ['DELETE', 'tokens/1'],
                    ['DELETE', 'session/everywhere'],
                    ['GET', 'session/all'],
                    ['DELETE', 'session/all/x'],
                ]
                as [$method, $path]
            ) {
                $this->asToken($text)
                    ->json($method, "/api/v1/{$path}", ['name' => 'more'])
                    ->assertForbidden()
                    ->assertJsonPath('message', 'A token cannot do this: sign in as a person.');
            }
        }
        $this->travel(3)->days();
        $this->asToken($plain['read'])->getJson('/api/v1/jobs')->assertUnauthorized();
        $this->actingAs($user)
            ->postJson('/api/v1/tokens', ['name' => 'x', 'abilities' => ['everything']])
            ->assertJsonValidationErrors('abilities.0');
        $this->postJson('/api/v1/tokens', ['name' => 'x', 'days' => 4000])->assertJsonValidationErrors('days');
    }

    public function testSigningOutEverywhereEndsSessionsAndTokens(): void
    {
        $user = $this->person('technician');
        $this->signIn($user->email, 'a long enough word')->assertOk();
        $this->fromApp()->getJson('/api/v1/session')->assertOk();
        $this->fromApp()
            ->postJson('/api/v1/tokens', ['name' => 'x'])
            ->assertCreated();
        // From another of this person's browsers.
        $user->refresh()->increment('session_epoch');
        $this->app['auth']->forgetGuards();
        $this->fromApp()
            ->getJson('/api/v1/session')
            ->assertUnauthorized()
            ->assertJsonPath('message', 'You signed out everywhere. Sign in again.');

        $this->signIn($user->email, 'a long enough word')->assertOk();
        $this->fromApp()->deleteJson('/api/v1/session/everywhere')->assertNoContent();
        self::assertSame(0, PersonalAccessToken::query()->count());
        $this->app['auth']->forgetGuards();
        $this->fromApp()->getJson('/api/v1/session')->assertUnauthorized();
    }

    public function testSessionsAreListedAndEndedOneByOne(): void
    {
        $user = $this->person('technician');
        $this->signIn($user->email, 'a long enough word')->assertOk();
        $first = $this->app['session']->all();
        $this->app['session']->flush();
        $this->signIn($user->email, 'a long enough word')->assertOk();
        $second = $this->app['session']->all();

        $all = $this->fromApp()->getJson('/api/v1/session/all')->assertOk()->assertJsonCount(2)->json();
        $other = array_values(array_filter($all, static fn(array $one): bool => !$one['here']))[0];
        self::assertSame($first['sign_in'], $other['name']);
        self::assertSame('127.0.0.1', $other['address']);
        // Nobody ends what is another's.
        $stranger = $this->person('lead');
        self::assertFalse(app(SignIns::class)->endOf($stranger, $other['name']));
        $this->fromApp()->deleteJson('/api/v1/session/all/nothing')->assertNotFound();
        $this->fromApp()
            ->deleteJson("/api/v1/session/all/{$other['name']}")
            ->assertNoContent();

        $this->app['auth']->forgetGuards();
        $this->withSession($first)->fromApp()->getJson('/api/v1/session')->assertUnauthorized();
        $this->app['auth']->forgetGuards();
        $this->withSession($second)->fromApp()->getJson('/api/v1/session/all')->assertOk()->assertJsonCount(1);
        // A password that is set anew ends them all but the one it was set in, which is listed again.
        $this->fromApp()
            ->putJson('/api/v1/session/password', [
                'current' => 'a long enough word',
                'password' => 'another long enough word',
            ])
            ->assertNoContent();
        $this->fromApp()->getJson('/api/v1/session/all')->assertJsonCount(1);
    }

    public function testAPinIsGoodAtOneBenchForFewTriesAndForNoAccounts(): void
    {
        $user = $this->person('lead');
        $this->signIn($user->email, 'a long enough word')->assertOk();
        $set = fn(string $pin, string $password = 'a long enough word'): TestResponse => $this->fromApp()->putJson(
            '/api/v1/session/pin',
            ['current' => $password, 'pin' => $pin],
        );
        $set('4071', 'another word')->assertJsonValidationErrors('current');
        foreach (['12', '1234', '9876', '7777', 'abcd', '123456789'] as $bad) {
            $set($bad)->assertJsonValidationErrors('pin');
        }
        $bench = $set('4071')->assertNoContent()->getCookie('oculant_bench')?->getValue();
        self::assertNotNull($bench);
        $this->fromApp()->deleteJson('/api/v1/session')->assertNoContent();
        $this->app['auth']->forgetGuards();

        $try = fn(string $pin): TestResponse => $this->fromApp()->postJson('/api/v1/session/pin', [
            'user' => $user->id,
            'pin' => $pin,
        ]);
        // Not in another browser.
        $this->fromApp()->getJson('/api/v1/session/pins')->assertExactJson([]);
        $try('4071')->assertJsonValidationErrors('pin');
        $this->withCredentials()->withCookie('oculant_bench', $bench);
        $this->fromApp()
            ->getJson('/api/v1/session/pins')
            ->assertExactJson([['id' => $user->id, 'name' => $user->name]]);
        $try('4072')->assertJsonPath('message', 'This is not the PIN. 4 more tries, then the password.');
        $try('4071')->assertOk()->assertJsonPath('email', $user->email);

        // It works at the bench, and not on accounts.
        $this->app['auth']->forgetGuards();
        $this->fromApp()->getJson('/api/v1/jobs')->assertOk();
        $this->fromApp()
            ->postJson('/api/v1/tokens', ['name' => 'x'])
            ->assertForbidden();
        $this->fromApp()->postJson('/api/v1/people/invitations', [])->assertForbidden();
        $set('5082')->assertForbidden();
        $this->fromApp()->deleteJson('/api/v1/session')->assertNoContent();
        $this->app['auth']->forgetGuards();

        for ($k = 0; $k < 5; $k++) {
            $try('0000')->assertUnprocessable();
        }
        $try('4071')->assertJsonPath('message', 'No PIN is set here for this account: give the password.');
        $this->fromApp()->getJson('/api/v1/session/pins')->assertExactJson([]);
    }

    public function testAPinEndsWithItsWeekItsPasswordAndItsAccount(): void
    {
        $user = $this->person('technician');
        foreach (['its week', 'its password', 'its account', 'taken off'] as $by) {
            $this->signIn($user->email, 'a long enough word')->assertOk();
            $bench = $this->fromApp()
                ->putJson('/api/v1/session/pin', ['current' => 'a long enough word', 'pin' => '4071'])
                ->assertNoContent()
                ->getCookie('oculant_bench')
                ?->getValue();
            $this->withCredentials()->withCookie('oculant_bench', (string) $bench);
            $try = fn(): TestResponse => $this->fromApp()->postJson('/api/v1/session/pin', [
                'user' => $user->id,
                'pin' => '4071',
            ]);
            $try()->assertOk();
            match ($by) {
                'its week' => $this->travel(8)->days(),
                'its password' => $user
                    ->refresh()
                    ->forceFill(['session_epoch' => $user->session_epoch + 1])
                    ->save(),
                'its account' => $user
                    ->refresh()
                    ->forceFill(['closed_at' => now()])
                    ->save(),
                default => $this->fromApp()->deleteJson('/api/v1/session/pin'),
            };
            $this->app['auth']->forgetGuards();
            $try()->assertJsonValidationErrors('pin');
            $this->travelBack();
            $user
                ->refresh()
                ->forceFill(['closed_at' => null])
                ->save();
            BenchPin::query()->delete();
        }
    }

    public function testASessionThatALateAnswerWroteBackStaysEnded(): void
    {
        $user = $this->person('technician');
        $this->signIn($user->email, 'a long enough word')->assertOk();
        $was = $this->app['session']->all();
        $this->fromApp()->deleteJson('/api/v1/session')->assertNoContent();
        $this->app['auth']->forgetGuards();
        $this->withSession($was)
            ->fromApp()
            ->getJson('/api/v1/session')
            ->assertUnauthorized()
            ->assertJsonPath('message', 'You signed out. Sign in again.');

        $this->signIn($user->email, 'a long enough word')->assertOk();
        $this->fromApp()->getJson('/api/v1/session')->assertOk();
    }

    private function signIn(string $email, string $password): \Illuminate\Testing\TestResponse
    {
        $this->app['auth']->forgetGuards();

        return $this->fromApp()->postJson('/api/v1/session', ['email' => $email, 'password' => $password]);
    }

    private function fromApp(): self
    {
        return $this->withHeader('Origin', config('app.url'))->withHeader('Referer', config('app.url'));
    }

    private function asToken(string $plain): self
    {
        $this->app['auth']->forgetGuards();
        $this->flushSession();

        return $this->withToken($plain);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\SignIn;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Routing\Route;
use PHPUnit\Framework\Attributes\DataProvider;

final class SessionTest extends FeatureTestCase
{
    public function testSignsInAndOut(): void
    {
        $user = $this->person('technician');
        $this->fromApp()
            ->postJson('/api/v1/session', ['email' => $user->email, 'password' => 'a long enough word'])
            ->assertOk()
            ->assertJsonPath('role', 'technician')
            ->assertJsonPath('can.edit_library', true)
            ->assertJsonMissingPath('password');
        $this->fromApp()->getJson('/api/v1/session')->assertOk()->assertJsonPath('email', $user->email);
        $this->fromApp()->deleteJson('/api/v1/session')->assertNoContent();
        $this->app['auth']->forgetGuards();
        $this->fromApp()->getJson('/api/v1/session')->assertUnauthorized();
    }

    /**
     * An answer that was under way when somebody signed in comes after the answer to that: were its cookie the session
     * before, the browser would be signed out again.
     */
    public function testACookieIsSentWhenTheSessionIsAnotherAndNowAndThenToKeepIt(): void
    {
        $user = $this->person('technician');
        $name = config()->string('session.cookie');
        $guest = $this->fromApp()->getJson('/api/v1/session/pins')->assertOk()->getCookie($name)?->getValue();
        self::assertNotNull($guest);
        $this->withCredentials();
        $late = $this->fromApp()->withCookie($name, $guest)->getJson('/api/v1/session/pins')->assertOk();
        self::assertNull($late->getCookie($name));
        self::assertNull($late->getCookie('XSRF-TOKEN', false));

        $signedIn = $this->fromApp()
            ->withCookie($name, $guest)
            ->postJson('/api/v1/session', ['email' => $user->email, 'password' => 'a long enough word'])
            ->assertOk();
        $own = $signedIn->getCookie($name)?->getValue();
        self::assertNotNull($own);
        self::assertNotSame($guest, $own);
        self::assertNotNull($signedIn->getCookie('XSRF-TOKEN', false));
        $again = $this->fromApp()->withCookie($name, $own)->getJson('/api/v1/session')->assertOk();
        self::assertNull($again->getCookie($name));

        $this->travel(6)->minutes();
        $later = $this->fromApp()->withCookie($name, $own)->getJson('/api/v1/session')->assertOk();
        self::assertSame($own, $later->getCookie($name)?->getValue());
    }

    /** At a shared bench one comes after the other: whoever was here before is signed in no more. */
    public function testWhoComesNextEndsTheSessionBefore(): void
    {
        [$first, $next] = [$this->person('technician'), $this->person('technician')];
        foreach ([$first, $next] as $user) {
            $this->fromApp()
                ->postJson('/api/v1/session', ['email' => $user->email, 'password' => 'a long enough word'])
                ->assertOk();
        }

        self::assertSame([$next->id], SignIn::query()->pluck('user_id')->all());
    }

    public function testSaysThatThePasswordIsWrongWithoutSayingWhoExists(): void
    {
        $user = $this->person('technician');
        $known = $this->fromApp()
            ->postJson('/api/v1/session', ['email' => $user->email, 'password' => 'wrong'])
            ->assertUnprocessable();
        $unknown = $this->fromApp()
            ->postJson('/api/v1/session', ['email' => 'nobody@bench.example', 'password' => 'wrong'])
            ->assertUnprocessable();

        self::assertSame($known->json('message'), $unknown->json('message'));
    }

    public function testSignInIsThrottled(): void
    {
        config(['oculant.sign_ins_per_minute' => 3]);
        for ($k = 0; $k < 3; $k++) {
            $this->fromApp()
                ->postJson('/api/v1/session', ['email' => 'x@bench.example', 'password' => 'wrong'])
                ->assertUnprocessable();
        }
        $this->fromApp()
            ->postJson('/api/v1/session', ['email' => 'x@bench.example', 'password' => 'wrong'])
            ->assertTooManyRequests();
        $this->fromApp()
            ->postJson('/api/v1/session', ['email' => 'y@bench.example', 'password' => 'wrong'])
            ->assertUnprocessable();
    }

    public function testCrossSiteRequestsNeedTheToken(): void
    {
        $this->app->bind(
            ValidateCsrfToken::class,
            fn($app) => new class ($app, $app->make('encrypter')) extends ValidateCsrfToken {
                protected function runningUnitTests(): bool
                {
                    return false;
                }
            },
        );
        $this->fromApp()
            ->postJson('/api/v1/session', ['email' => 'x@bench.example', 'password' => 'wrong'])
            ->assertStatus(419);
    }

    /** @return iterable<string, array{string, string}> */
    public static function guarded(): iterable
    {
        foreach (
            [
                'GET session',
                'GET shares',
                'POST shares',
                'DELETE shares/1',
                'PUT shares/keys/1',
                'POST shares/sources',
                'DELETE shares/sources/1',
                'POST supplies/1/share/draft',
                'PUT supplies/1/share',
                'DELETE supplies/1/share',
                'GET session/all',
                'DELETE session/all/1',
                'PUT session/pin',
                'DELETE session/pin',
                'GET supplies/1/pages',
                'GET supplies/1/pages/1',
                'GET jobs/1/pages',
                'GET jobs/1/trace',
                'POST jobs/1/trace',
                'PUT jobs/1/description',
                'POST supplies/1/pages',
                'PUT supplies/1/pages/1/pins',
                'DELETE supplies/1/pages/1/pins/1',
                'DELETE supplies/1/pages/1',
                'GET workshop',
                'GET health',
                'GET practice',
                'POST practice',
                'GET practice/1',
                'POST practice/1/hints',
                'POST practice/1/end',
                'POST practice/1/branch',
                'GET practice/progress',
                'GET practice/series',
                'POST practice/series',
                'DELETE practice/series/1',
                'GET workshop/mark',
                'POST workshop/mark',
                'DELETE workshop/mark',
                'DELETE session',
                'DELETE session/everywhere',
                'GET networks',
                'PUT networks',
                'GET tokens',
                'POST tokens',
                'DELETE tokens/1',
                'GET jobs',
                'POST jobs',
                'GET jobs/x',
                'GET jobs/x/bench',
                'GET jobs/x/powerup/safe',
                'POST jobs/x/log',
                'GET jobs/x/report',
                'GET jobs/x/report.pdf',
                'POST jobs/x/photos',
                'POST jobs/x/changes/y/description',
                'GET jobs/x/photos/y',
                'GET words',
                'GET supplies',
                'POST supplies',
                'POST supplies/check',
                'POST supplies/template',
                'GET supplies/x',
                'PUT supplies/x',
                'GET supplies/x/spice',
                'GET supplies/x/json',
                'POST supplies/x/duplicate',
                'GET supplies/x/versions',
                'GET supplies/x/differences',
                'GET supplies/x/progress',
                'GET supplies/x/budget',
                'GET supplies/x/waveforms',
                'POST supplies/import',
                'GET templates',
                'GET kinds',
                'GET jobs/x/parts/C1',
                'POST jobs/x/parts/C1/compare',
                'POST jobs/x/parts/C1/judge',
                'GET jobs/x/recap',
                'POST jobs/x/recap/list',
                'GET jobs/x/order.csv',
                'GET jobs/x/economics',
                'GET jobs/x/reservations',
                'POST jobs/x/reservations',
                'DELETE jobs/x/reservations/y',
                'GET stock',
                'GET stock.csv',
                'POST stock',
                'POST stock/import',
                'POST stock/combinations',
                'PUT stock/x',
                'DELETE stock/x',
                'GET supplies/x/history',
                'DELETE supplies/x/history',
                'GET history',
                'GET jobs/x/prove/load',
                'GET jobs/x/prove/soak',
                'GET jobs/x/prove/heat',
                'GET jobs/x/prove/calibration',
                'GET jobs/x/prove/safety',
                'GET jobs/x/runs',
                'POST jobs/x/runs/prepare',
                'POST jobs/x/runs',
                'POST jobs/x/runs/y/stop',
                'POST jobs/x/runs/y/samples',
                'GET jobs/x/runs/y/plot',
                'POST jobs/x/instruments/y/read',
                'GET jobs/x/instruments/y/effect',
                'POST jobs/x/instruments/y/prepare',
                'POST jobs/x/instruments/y/set',
                'GET jobs/x/report.json',
                'GET jobs/x/report.csv',
                'GET jobs/x/archive.zip',
                'POST jobs/import',
                'GET instruments',
                'POST instruments',
                'PUT instruments/x',
                'DELETE instruments/x',
                'POST instruments/x/try',
                'GET safety-rules',
                'PUT safety-rules',
                'GET wire',
                'PUT session/password',
                'POST session/code',
                'PUT session/code',
                'DELETE session/code',
                'PUT workshop',
                'GET people',
                'POST people/invitations',
                'DELETE people/invitations/x',
                'PUT people/1',
                'POST people/1/reset',
                'POST people/1/close',
                'POST people/1/open',
                'GET jobs/x/circuit',
                'GET jobs/x/between',
                'GET jobs/x/levels',
                'GET supplies/x/circuit',
                'GET supplies/x/levels',
                'POST supplies/circuit',
                'POST supplies/trace',
            ]
            as $route
        ) {
            yield $route => explode(' ', $route);
        }
    }

    #[DataProvider('guarded')]
    public function testStrangersGetNothing(string $method, string $path): void
    {
        $this->json($method, "/api/v1/{$path}")->assertUnauthorized();
    }

    public function testTheListAboveIsComplete(): void
    {
        $routes = collect($this->app['router']->getRoutes()->getRoutes())->filter(
            static fn(Route $r): bool => str_starts_with($r->uri(), 'api/v1/') &&
                in_array('auth:sanctum', $r->gatherMiddleware(), true),
        );

        self::assertCount(count(iterator_to_array(self::guarded())), $routes);
    }

    public function testTokensWorkForScriptsAndCanBeRevoked(): void
    {
        $user = $this->person('technician');
        $made = $this->actingAs($user)
            ->postJson('/api/v1/tokens', ['name' => 'nightly export'])
            ->assertCreated();
        $this->app['auth']->forgetGuards();
        $this->withToken($made->json('plain'))->getJson('/api/v1/jobs')->assertOk();

        $this->actingAs($user)
            ->getJson('/api/v1/tokens')
            ->assertJsonPath('0.name', 'nightly export')
            ->assertJsonPath('0.abilities', ['read', 'log']);
        $stranger = $this->person('technician');
        $this->actingAs($stranger)
            ->deleteJson("/api/v1/tokens/{$made->json('id')}")
            ->assertNotFound();
        $this->actingAs($user)
            ->deleteJson("/api/v1/tokens/{$made->json('id')}")
            ->assertNoContent();
        $this->app['auth']->forgetGuards();
        $this->withToken($made->json('plain'))->getJson('/api/v1/jobs')->assertUnauthorized();
    }

    public function testATokenNeedsAName(): void
    {
        $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/tokens', [])
            ->assertJsonValidationErrors('name');
    }

    public function testAnAccountWithoutARoleSeesNoJobs(): void
    {
        $this->actingAs($this->person(''))
            ->getJson('/api/v1/jobs')
            ->assertForbidden()
            ->assertJsonPath('message', 'Your account has no role in this workshop yet. Ask the lead to give you one.');
    }

    private function fromApp(): self
    {
        return $this->withHeader('Origin', config('app.url'))->withHeader('Referer', config('app.url'));
    }
}

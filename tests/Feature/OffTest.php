<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Instruments\OffKey;
use App\Instruments\OffList;
use App\Instruments\OffMark;
use App\Models\Instrument;
use App\Models\Run;
use App\Proving\Watchman;
use Illuminate\Support\Facades\DB;

/** Emergency off needs a file, a key, and the instruments; nothing of it is asked of a database. */
final class OffTest extends ProvingTestCase
{
    public function testItWorksWithoutADatabase(): void
    {
        $technician = $this->person('technician');
        $source = $this->instrument('source');
        $key = app(OffKey::class)->cookie($this->workshop->id, false)->getValue();
        $token = $technician->createToken('off', ['instruments'])->plainTextToken;
        $reader = $technician->createToken('read', ['read'])->plainTextToken;
        $port = config('database.connections.mariadb.port');
        $this->cutTheDatabase();
        try {
            self::switchOn($source);
            $this->withUnencryptedCookie(OffKey::COOKIE, (string) $key)
                ->withCredentials()
                ->postJson('/api/v1/emergency-off')
                ->assertOk()
                ->assertJsonPath('off', ['Test source'])
                ->assertJsonPath('failed', []);
            self::assertSame('0', self::asked($source, 'OUTP?'));

            self::switchOn($source);
            $this->withUnencryptedCookie(OffKey::COOKIE, (string) $key)
                ->get('/off')
                ->assertOk()
                ->assertSee('Everything off');
            $this->withUnencryptedCookie(OffKey::COOKIE, (string) $key)
                ->post('/off')
                ->assertOk()
                ->assertSee('Test source is off.');
            self::assertSame('0', self::asked($source, 'OUTP?'));

            self::switchOn($source);
            $this->flushHeaders()
                ->withUnencryptedCookie(OffKey::COOKIE, '')
                ->withToken($token)
                ->postJson('/api/v1/emergency-off')
                ->assertOk()
                ->assertJsonPath('off', ['Test source']);
            $this->withToken($reader)->postJson('/api/v1/emergency-off')->assertUnauthorized();
            self::assertSame('0', self::asked($source, 'OUTP?'));

            self::switchOn($source);
            $this->artisan('oculant:off')->expectsOutputToContain('Test source is off.')->assertSuccessful();
            self::assertSame('0', self::asked($source, 'OUTP?'));
        } finally {
            config(['database.connections.mariadb.port' => $port]);
            DB::purge();
        }
    }

    /** The key as a browser gets it when somebody signs in. */
    public function testSigningInGivesTheKey(): void
    {
        $user = $this->person('apprentice');
        $from = ['Origin' => config('app.url'), 'Referer' => config('app.url')];
        $key = $this->postJson('/api/v1/session', ['email' => $user->email, 'password' => 'a long enough word'], $from)
            ->assertOk()
            ->getCookie(OffKey::COOKIE, false);
        self::assertTrue($key?->isHttpOnly());
        self::assertSame('strict', $key->getSameSite());
        $this->app['auth']->forgetGuards();
        $this->flushSession();
        $this->flushHeaders()
            ->withUnencryptedCookie(OffKey::COOKIE, (string) $key->getValue())
            ->withCredentials()
            ->postJson('/api/v1/emergency-off')
            ->assertOk();
    }

    public function testStrangersAndOtherSitesPressNothing(): void
    {
        $source = $this->instrument('source');
        self::switchOn($source);
        $key = app(OffKey::class)->cookie($this->workshop->id, false)->getValue();
        $this->postJson('/api/v1/emergency-off')->assertUnauthorized();
        $this->post('/off')->assertRedirect('/');
        [$workshop, $until, $sign] = explode('.', (string) $key);
        foreach (
            ["{$workshop}." . ((int) $until + 1) . ".{$sign}", "01ARZ3NDEKTSV4RRFFQ69G5FAV.{$until}.{$sign}", 'x', '..']
            as $forged
        ) {
            $this->withUnencryptedCookie(OffKey::COOKIE, $forged)
                ->withCredentials()
                ->postJson('/api/v1/emergency-off')
                ->assertUnauthorized();
        }
        $this->withHeader('Sec-Fetch-Site', 'cross-site')
            ->withUnencryptedCookie(OffKey::COOKIE, (string) $key)
            ->withCredentials()
            ->postJson('/api/v1/emergency-off')
            ->assertUnauthorized();
        self::assertSame('1', self::asked($source, 'OUTP?'));
    }

    /** Another workshop's instruments are none of one's business, not even to switch off. */
    public function testItSwitchesOffTheWorkshopsOwn(): void
    {
        $source = $this->instrument('source');
        self::switchOn($source);
        $elsewhere = \App\Models\Workshop::query()->create(['name' => 'Elsewhere']);
        $this->actingAs($this->person('technician', $elsewhere))
            ->postJson('/api/v1/emergency-off')
            ->assertOk()
            ->assertJsonPath('off', []);
        self::assertSame('1', self::asked($source, 'OUTP?'));
    }

    /** A run that began before is over, even if the database never heard of the button. */
    public function testARunThatBeganBeforeSwitchesNothingOnAgain(): void
    {
        $job = $this->job($technician = $this->person('technician'), 'deck-intercom');
        $run = Run::query()->create([
            'number' => 1,
            'repair_job_id' => $job->id,
            'user_id' => $technician->id,
            'kind' => 'soak',
            'plan' => [],
            'state' => Run::RUNNING,
            'started_at' => microtime(true) - 60,
            'next_scan' => 0,
            'memory_base' => 0,
            'stage' => 0,
            'watch' => [],
            'gaps' => [],
            'alarms' => [],
        ]);
        app(OffMark::class)->set($this->workshop->id);
        app(Watchman::class)->tick($run->id, 'me');

        self::assertSame(Run::STOPPED, $run->refresh()->state);
        self::assertSame('Everything off.', $job->entries()->where('kind', 'run')->first()->payload['text'] ?? null);
        app(Watchman::class)->tick($run->id, 'me');
        self::assertSame(1, $job->entries()->where('kind', 'run')->count());
    }

    public function testTheListFollowsTheInstrumentsAndIsNobodyElses(): void
    {
        $list = app(OffList::class);
        $source = $this->instrument('source');
        self::assertSame(['Test source'], array_column($list->of($this->workshop->id), 'name'));
        self::assertSame(0o600, fileperms(base_path((string) config('oculant.off.list'))) & 0o777);
        $source->delete();
        self::assertSame([], $list->of($this->workshop->id));
    }

    private static function switchOn(Instrument $source): void
    {
        foreach (['VOLT 60', 'CURR 0.2', 'OUTP ON'] as $command) {
            self::asked($source, "{$command};SYST:ERR?");
        }
        self::assertSame('1', self::asked($source, 'OUTP?'));
    }

    /** Nobody listens there. */
    private function cutTheDatabase(): void
    {
        DB::rollBack();
        DB::purge();
        config([
            'database.connections.mariadb.port' => 9,
            'cache.default' => 'database',
            'session.driver' => 'database',
        ]);
        $this->app->forgetInstance('cache');
        $this->app['auth']->forgetGuards();
    }
}

<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\OneTimeCodes;
use App\Models\User;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Cache;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** One-time codes beside the password; the numbers are the standards' own test values. */
final class SecondFactorTest extends FeatureTestCase
{
    private User $user;

    protected function setUp(): void
    {
        parent::setUp();
        Cache::flush();
        Cache::store(config()->string('cache.limiter'))->flush();
        $this->user = $this->person('technician');
    }

    /** @return iterable<string, array{int, string}> RFC 4226, appendix D, secret 1 to 0 twice */
    public static function counted(): iterable
    {
        foreach (
            ['755224', '287082', '359152', '969429', '338314', '254676', '287922', '162583', '399871', '520489']
            as $counter => $code
        ) {
            yield "counter {$counter}" => [$counter, $code];
        }
    }

    #[DataProvider('counted')]
    public function testCountedCodesAreThoseOfTheStandard(int $counter, string $code): void
    {
        self::assertSame($code, OneTimeCodes::at('12345678901234567890', $counter));
    }

    /** @return iterable<string, array{int, string}> RFC 6238, appendix B, SHA-1, eight digits */
    public static function timed(): iterable
    {
        foreach (
            [
                59 => '94287082',
                1111111109 => '07081804',
                1111111111 => '14050471',
                1234567890 => '89005924',
                2000000000 => '69279037',
                20000000000 => '65353130',
            ]
            as $time => $code
        ) {
            yield "second {$time}" => [$time, $code];
        }
    }

    #[DataProvider('timed')]
    public function testTimedCodesAreThoseOfTheStandard(int $time, string $code): void
    {
        self::assertSame($code, OneTimeCodes::at('12345678901234567890', intdiv($time, 30), 8));
        self::assertSame(
            intdiv($time, 30),
            OneTimeCodes::step('12345678901234567890', substr($code, 2), $time, 0),
            'six digits are the last six of eight',
        );
    }

    /** RFC 4648, section 10. */
    public function testASecretIsWrittenInTheLettersOfTheStandard(): void
    {
        self::assertSame('MZXW6YTBOI', OneTimeCodes::written('foobar'));
        self::assertSame('MZXW6YTB', OneTimeCodes::written('fooba'));
        self::assertSame('MY', OneTimeCodes::written('f'));
    }

    public function testAClockMayBeOneStepOffAndACodeIsGoodOnce(): void
    {
        $secret = '12345678901234567890';
        $at = static fn(int $step): string => OneTimeCodes::at($secret, $step);
        self::assertSame(99, OneTimeCodes::step($secret, $at(99), 3000, 0));
        self::assertSame(101, OneTimeCodes::step($secret, $at(101), 3000, 0));
        self::assertNull(OneTimeCodes::step($secret, $at(98), 3000, 0));
        self::assertNull(OneTimeCodes::step($secret, $at(102), 3000, 0));
        self::assertNull(OneTimeCodes::step($secret, $at(100), 3000, 100));
        self::assertSame(
            100,
            OneTimeCodes::step($secret, ' ' . substr($at(100), 0, 3) . ' ' . substr($at(100), 3), 3000, 99),
        );
    }

    public function testSigningInAsksForACodeOnceTheyAreOn(): void
    {
        $secret = $this->turnOn();
        $this->in()->assertJsonValidationErrors('code')->assertJsonMissingValidationErrors('email');
        $this->in('000000')->assertJsonValidationErrors('code');
        $this->travel(30)->seconds();
        $code = OneTimeCodes::at($secret, intdiv(now()->getTimestamp(), 30));
        $this->in($code, 'another word')
            ->assertJsonValidationErrors('email')
            ->assertJsonMissingValidationErrors('code');
        $this->in($code)->assertOk()->assertJsonPath('codes', true);
        $this->in($code)->assertJsonValidationErrors('code');
        $this->travel(30)->seconds();
        $this->in(OneTimeCodes::at($secret, intdiv(now()->getTimestamp(), 30)))->assertOk();
    }

    public function testGuessingCodesIsAsSlowAsGuessingPasswords(): void
    {
        $this->turnOn();
        config(['oculant.sign_ins_per_minute' => 3]);
        $this->app->forgetInstance(\App\Accounts\FrontDoor::class);
        foreach (['111111', '222222', '333333'] as $guess) {
            $this->in($guess)->assertUnprocessable();
        }
        $this->in('444444')->assertTooManyRequests();
    }

    public function testTheyAreTurnedOffByWhoKnowsThePasswordOrByALinkOfTheLead(): void
    {
        $this->turnOn();
        $this->actingAs($this->user->refresh())
            ->deleteJson('/api/v1/session/code', ['current' => 'guessed'])
            ->assertJsonValidationErrors('current');
        $this->postJson('/api/v1/session/code', ['current' => 'a long enough word'])->assertJsonValidationErrors(
            'code',
        );
        $this->deleteJson('/api/v1/session/code', ['current' => 'a long enough word'])->assertNoContent();
        $this->in()->assertOk();

        $this->turnOn();
        $this->signedOut();
        $link = $this->actingAs($this->person('lead'))
            ->postJson("/api/v1/people/{$this->user->id}/reset")
            ->json('path');
        $this->signedOut();
        $this->postJson('/api/v1/invitations/' . basename($link), [
            'password' => 'three gulls on a mast',
        ])->assertCreated();
        $this->in(null, 'three gulls on a mast')->assertOk()->assertJsonPath('codes', false);
    }

    public function testWhatWasBegunAndNotConfirmedAsksForNothing(): void
    {
        $this->actingAs($this->user)
            ->postJson('/api/v1/session/code', ['current' => 'a long enough word'])
            ->assertCreated();
        $this->putJson('/api/v1/session/code', ['code' => '000000'])->assertJsonValidationErrors('code');
        $this->in()->assertOk()->assertJsonPath('codes', false);
        self::assertStringNotContainsString('=', OneTimeCodes::written(OneTimeCodes::secret()));
        $kept = (string) $this->user->refresh()->code_secret;
        self::assertStringStartsWith('eyJ', $kept, 'encrypted by the application key');
    }

    public function testTheLastLeadWithoutATelephoneIsLetInFromTheServer(): void
    {
        $this->turnOn();
        self::assertSame(0, Artisan::call('oculant:codes-off', ['email' => $this->user->email]));
        $this->in()->assertOk();
        self::assertSame(1, Artisan::call('oculant:codes-off', ['email' => 'nobody@bench.example']));
    }

    /** @return string the secret, as the app has it */
    private function turnOn(): string
    {
        $this->signedOut();
        $this->actingAs($this->user->refresh());
        $written = $this->postJson('/api/v1/session/code', ['current' => 'a long enough word'])
            ->assertCreated()
            ->json();
        $secret = self::read($written['secret']);
        self::assertStringContainsString("secret={$written['secret']}", $written['uri']);
        $this->putJson('/api/v1/session/code', [
            'code' => OneTimeCodes::at($secret, intdiv(now()->getTimestamp(), 30)),
        ])->assertNoContent();

        return $secret;
    }

    /** Base 32 back, as an app reads it. */
    private static function read(string $written): string
    {
        $bits = '';
        foreach (str_split($written) as $letter) {
            $bits .= sprintf('%05b', strpos('ABCDEFGHIJKLMNOPQRSTUVWXYZ234567', $letter));
        }

        return implode(
            '',
            array_map(
                static fn(string $byte): string => chr((int) bindec($byte)),
                array_filter(str_split($bits, 8), static fn(string $byte): bool => strlen($byte) === 8),
            ),
        );
    }

    private function in(?string $code = null, string $password = 'a long enough word'): TestResponse
    {
        $this->signedOut();

        return $this->withHeader('Origin', config('app.url'))
            ->withHeader('Referer', config('app.url'))
            ->postJson('/api/v1/session', ['email' => $this->user->email, 'password' => $password, 'code' => $code]);
    }

    private function signedOut(): void
    {
        $this->app['auth']->forgetGuards();
        $this->flushSession();
    }
}

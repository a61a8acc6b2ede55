<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Cache\RateLimiter;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Hashing\Hasher;
use Illuminate\Http\Exceptions\ThrottleRequestsException;
use Illuminate\Support\Facades\Log;
use Illuminate\Validation\ValidationException;

/**
 * Lets people in by address and password: slowly for whoever guesses, and equally slowly whether or not there is such
 * an account.
 */
final readonly class FrontDoor
{
    /**
     * Failed tries a minute from one address, as a multiple of those for one account: a workshop shares its address.
     */
    private const PER_ADDRESS = 5;

    public function __construct(
        private RateLimiter $tries,
        private Hasher $hasher,
        private Repository $cache,
        private SecondFactor $factor,
        private int $most,
        private bool $isDemo,
    ) {}

    /**
     * @param string|null $code of the authenticator app, for those who turned codes on
     *
     * @throws ThrottleRequestsException after too many failed tries at the account or from the address
     * @throws ValidationException       if it is not the password of an account, or a code is missing or wrong
     */
    public function open(string $email, string $password, string $from, ?string $code = null): User
    {
        // The column compares byte by byte: "wilmá@" is not "wilma@".
        $typed = mb_strtolower(trim($email));
        $user = User::query()->where('email', $typed)->first();
        $account = 'sign-in:account:' . ($user === null ? hash('sha256', $typed) : $user->id);
        $address = "sign-in:address:{$from}";
        if (
            $this->tries->tooManyAttempts($account, $this->most) ||
            $this->tries->tooManyAttempts($address, self::PER_ADDRESS * $this->most)
        ) {
            Log::warning('Sign-in throttled', ['account' => $typed, 'from' => $from]);
            throw new ThrottleRequestsException('Too many failed tries. Wait a minute, then try again.', null, [
                'Retry-After' => 60,
            ]);
        }
        $refuse = function (array $words) use ($account, $address, $typed, $from): never {
            $this->tries->hit($account);
            $this->tries->hit($address);
            Log::warning('Sign-in failed', ['account' => $typed, 'from' => $from]);
            throw ValidationException::withMessages($words);
        };
        if (!$this->hasher->check($password, $user === null ? $this->nobodysHash() : $user->password)) {
            $refuse([
                'email' => 'No account has this address and password. Check both; capitals count in the password.',
            ]);
        }
        assert($user !== null);
        $shut = $this->shut($user);
        if ($shut !== null) {
            throw ValidationException::withMessages(['email' => $shut]);
        }
        if ($this->factor->isOn($user)) {
            if ($code === null || trim($code) === '') {
                throw ValidationException::withMessages(['code' => 'Give the code that your authenticator app shows.']);
            }
            if (!$this->factor->take($user, $code)) {
                $refuse(['code' => 'This is no code of now, or it was used already. Wait for the next one.']);
            }
        }
        $this->tries->clear($account);
        if ($this->hasher->needsRehash($user->password)) {
            $user->forceFill(['password' => $password])->save();
        }

        return $user;
    }

    /** Why an account lets nobody in, whatever is given; null if it does. */
    public function shut(User $user): ?string
    {
        return match (true) {
            $user->closed_at !== null => 'This account is closed. Ask the lead of your workshop.',
            // Its password is known to everybody.
            $user->workshop?->is_demo === true && !$this->isDemo => 'The demo workshop is not open on this server.',
            default => null,
        };
    }

    /**
     * Whoever sits at an open session gives the password again.
     *
     * @throws ThrottleRequestsException after too many failed tries
     * @throws ValidationException       if it is not the account's
     */
    public function confirm(User $user, string $password, string $from): void
    {
        try {
            $this->open($user->email, $password, $from);
        } catch (ValidationException $e) {
            // The code was asked for as this session began.
            if (!isset($e->errors()['code'])) {
                throw ValidationException::withMessages(['current' => 'This is not your present password.']);
            }
        }
    }

    /** Of a password that nobody has, at the present cost: an account that is not there takes as long to refuse. */
    private function nobodysHash(): string
    {
        return $this->cache->rememberForever(
            'oculant:nobody:' . config('hashing.bcrypt.rounds'),
            fn(): string => $this->hasher->make(bin2hex(random_bytes(16))),
        );
    }
}

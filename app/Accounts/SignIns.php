<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\SignIn;
use App\Models\User;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Session\Session;
use Illuminate\Http\Request;

/**
 * Each sign-in by a name of its own, so that an end is an end: an answer that was under way when somebody signed out
 * writes the session back and gives the browser its cookie again.
 *
 * @phpstan-type SignedIn array{
 *     name: string,
 *     // as it calls itself
 *     browser: string,
 *     address: string,
 *     began_at: string,
 *     seen_at: string,
 *     // the one that asks
 *     here: bool,
 * }
 */
final readonly class SignIns
{
    private const NAME = 'sign_in';

    private const EPOCH = 'epoch';

    private const SEEN = 'seen';

    private const BY_PIN = 'by_pin';

    private const PROLONGED = 'session_prolonged';

    /** Seconds between two looks that are written down. */
    private const EVERY = 300;

    /** An answer that was under way is written at most so much later, in minutes. */
    private const LATE = 60;

    public function __construct(private Repository $cache, private int $minutes) {}

    public function begin(Session $session, User $user, Request $request, bool $byPin = false): void
    {
        $before = $session->get(self::NAME);
        if (is_string($before)) {
            // Whoever was here before is out, whatever answer of theirs is still under way.
            $this->endNamed($before);
        }
        $session->regenerate();
        $session->put(self::EPOCH, $user->session_epoch ?? 0);
        $session->put(self::NAME, bin2hex(random_bytes(16)));
        $session->put(self::BY_PIN, $byPin);
        $session->forget(self::SEEN);
        $this->seen($session, $user, $request);
    }

    /** This session goes on where all others of the account end. */
    public function outlive(Session $session, User $user): void
    {
        $session->regenerate();
        $session->put(self::EPOCH, $user->session_epoch);
        $session->forget(self::SEEN);
    }

    public function end(Session $session): void
    {
        $name = $session->get(self::NAME);
        if (is_string($name)) {
            $this->endNamed($name);
        }
        $session->invalidate();
        $session->regenerateToken();
    }

    /** @return bool false if the account is signed in nowhere by that name */
    public function endOf(User $user, string $name): bool
    {
        $known = SignIn::query()->where('user_id', $user->id)->whereKey($name)->exists();
        if ($known) {
            $this->endNamed($name);
        }

        return $known;
    }

    /**
     * @return list<SignedIn>
     */
    public function of(User $user, Session $here): array
    {
        return array_values(
            SignIn::query()
                ->where('user_id', $user->id)
                ->where('seen_at', '>', now()->subMinutes($this->minutes))
                ->orderByDesc('seen_at')
                ->orderBy('name')
                ->get()
                ->map(
                    static fn(SignIn $one): array => [
                        'name' => $one->name,
                        'browser' => $one->browser,
                        'address' => $one->address,
                        'began_at' => $one->began_at->toIso8601String(),
                        'seen_at' => $one->seen_at->toIso8601String(),
                        'here' => $one->name === $here->get(self::NAME),
                    ],
                )
                ->all(),
        );
    }

    /** Writes down now and then that somebody is still there: not with every request. */
    public function seen(Session $session, User $user, Request $request): void
    {
        $name = $session->get(self::NAME);
        $now = now()->getTimestamp();
        if (!is_string($name) || $now - (int) $session->get(self::SEEN, 0) < self::EVERY) {
            return;
        }
        $session->put(self::SEEN, $now);
        $request->attributes->set(self::PROLONGED, true);
        SignIn::query()->upsert(
            [
                'name' => $name,
                'user_id' => $user->id,
                'browser' => mb_substr((string) $request->userAgent(), 0, 200),
                'address' => (string) $request->ip(),
                'began_at' => now(),
                'seen_at' => now(),
            ],
            ['name'],
            ['address', 'seen_at'],
        );
    }

    /** Whether somebody was seen anew with this request, so that the browser keeps its session for longer. */
    public static function isProlonged(Request $request): bool
    {
        return $request->attributes->get(self::PROLONGED) === true;
    }

    private function endNamed(string $name): void
    {
        $this->cache->put(self::ended($name), true, ($this->minutes + self::LATE) * 60);
        SignIn::query()->whereKey($name)->delete();
    }

    /** Whether it was begun by a short number at a bench. */
    public static function isByPin(Session $session): bool
    {
        return $session->get(self::BY_PIN) === true;
    }

    /** Why this session is over; null while it is not. */
    public function over(Session $session, User $user): ?string
    {
        if ($user->closed_at !== null) {
            return 'This account is closed. Ask the lead of your workshop.';
        }
        if ((int) $session->get(self::EPOCH, 0) < $user->session_epoch) {
            return 'You signed out everywhere. Sign in again.';
        }
        $name = $session->get(self::NAME);

        return is_string($name) && $this->cache->has(self::ended($name)) ? 'You signed out. Sign in again.' : null;
    }

    private static function ended(string $name): string
    {
        return 'oculant:signed-out:' . $name;
    }
}

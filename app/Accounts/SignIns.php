<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Session\Session;

/**
 * Each sign-in by a name of its own, so that an end is an end: an answer that was under way when somebody signed out
 * writes the session back and gives the browser its cookie again.
 */
final readonly class SignIns
{
    private const NAME = 'sign_in';

    private const EPOCH = 'epoch';

    /** An answer that was under way is written at most so much later, in minutes. */
    private const LATE = 60;

    public function __construct(private Repository $cache, private int $minutes) {}

    public function begin(Session $session, User $user): void
    {
        $session->regenerate();
        $session->put(self::EPOCH, $user->session_epoch ?? 0);
        $session->put(self::NAME, bin2hex(random_bytes(16)));
    }

    /** This session goes on where all others of the account end. */
    public function outlive(Session $session, User $user): void
    {
        $session->regenerate();
        $session->put(self::EPOCH, $user->session_epoch);
    }

    public function end(Session $session): void
    {
        $name = $session->get(self::NAME);
        if (is_string($name)) {
            $this->cache->put(self::ended($name), true, ($this->minutes + self::LATE) * 60);
        }
        $session->invalidate();
        $session->regenerateToken();
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

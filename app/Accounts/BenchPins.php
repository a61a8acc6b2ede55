<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\BenchPin;
use App\Models\User;
use Illuminate\Contracts\Hashing\Hasher;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Log;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Cookie;

/**
 * A quick change of person at a shared bench: whoever gave the password there sets a short number that is good in that
 * browser alone, for a week, and for five wrong tries.
 */
final readonly class BenchPins
{
    public const COOKIE = 'oculant_bench';

    private const DAYS = 7;

    private const TRIES = 5;

    /** Days that a browser goes by the same name. */
    private const KEPT = 400;

    public function __construct(private Hasher $hasher, private Events $events, private FrontDoor $door) {}

    /**
     * @return Cookie by which the bench is known again
     *
     * @throws ValidationException if anybody would guess it
     */
    public function set(Request $request, User $user, string $pin): Cookie
    {
        if (preg_match('/^\d{4,8}$/', $pin) !== 1) {
            throw ValidationException::withMessages(['pin' => 'A PIN is four to eight digits.']);
        }
        $digits = str_split($pin);
        $steps = array_unique(
            array_map(
                static fn(string $a, string $b): int => (int) $b - (int) $a,
                array_slice($digits, 0, -1),
                array_slice($digits, 1),
            ),
        );
        if (count($steps) === 1) {
            throw ValidationException::withMessages([
                'pin' => 'Digits that are all the same, or count up or down, are guessed first. Choose others.',
            ]);
        }
        $name = self::name($request) ?? bin2hex(random_bytes(24));
        BenchPin::query()->upsert(
            [
                'user_id' => $user->id,
                'bench' => hash('sha256', $name),
                'pin' => $this->hasher->make($pin),
                'tries' => 0,
                'expires_at' => now()->addDays(self::DAYS),
            ],
            ['user_id', 'bench'],
            ['pin', 'tries', 'expires_at'],
        );
        $this->events->record($user->workshop_id, $user, $user, 'set a PIN at a bench');

        return new Cookie(
            self::COOKIE,
            $name,
            now()->addDays(self::KEPT),
            '/',
            null,
            $request->isSecure(),
            true,
            false,
            Cookie::SAMESITE_STRICT,
        );
    }

    /** @return list<array{id: int, name: string}> who may come in here by a number */
    public function names(Request $request): array
    {
        $name = self::name($request);

        return $name === null
            ? []
            : array_values(
                self::good($name)
                    ->with('user')
                    ->get()
                    ->filter(fn(BenchPin $pin): bool => $pin->user !== null && $this->door->shut($pin->user) === null)
                    ->map(static fn(BenchPin $pin): array => ['id' => $pin->user_id, 'name' => $pin->user->name ?? ''])
                    ->sortBy('name')
                    ->all(),
            );
    }

    /** @throws ValidationException if it is not the number of this account at this bench */
    public function open(Request $request, int $user, string $pin): User
    {
        $name = self::name($request);
        $known = $name === null ? null : self::good($name)->where('user_id', $user)->with('user')->first();
        $whose = $known?->user;
        // Counted before it is looked at, and only while tries are left: many at once are no more than one by one.
        if (
            $name === null ||
            $known === null ||
            $whose === null ||
            $this->door->shut($whose) !== null ||
            self::good($name)->whereKey($known->getKey())->increment('tries') === 0
        ) {
            throw ValidationException::withMessages([
                'pin' => 'No PIN is set here for this account: give the password.',
            ]);
        }
        $known->refresh();
        if (!$this->hasher->check($pin, $known->pin)) {
            Log::warning('PIN refused', ['account' => $whose->email, 'from' => $request->ip()]);
            $left = self::TRIES - $known->tries;
            if ($left <= 0) {
                $known->delete();
            }
            throw ValidationException::withMessages([
                'pin' =>
                    $left > 0
                        ? sprintf(
                            'This is not the PIN. %d more %s, then the password.',
                            $left,
                            $left === 1 ? 'try' : 'tries',
                        )
                        : 'Too many wrong PINs: it is taken off here. Give the password, and set a new one.',
            ]);
        }
        $known->update(['tries' => 0]);

        return $whose;
    }

    public function forget(Request $request, User $user): void
    {
        $name = self::name($request);
        if ($name !== null) {
            BenchPin::query()->where('bench', hash('sha256', $name))->where('user_id', $user->id)->delete();
        }
    }

    /** @return Builder<BenchPin> */
    private static function good(string $name): Builder
    {
        return BenchPin::query()
            ->where('bench', hash('sha256', $name))
            ->where('expires_at', '>', now())
            ->where('tries', '<', self::TRIES);
    }

    private static function name(Request $request): ?string
    {
        $name = $request->cookie(self::COOKIE);

        return is_string($name) && preg_match('/^[0-9a-f]{48}$/', $name) === 1 ? $name : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Contracts\Encryption\Encrypter;

/** Something that somebody has beside the password: an authenticator app. Whoever wants it turns it on. */
final readonly class SecondFactor
{
    public function __construct(private Encrypter $encrypter, private Events $events) {}

    public function isOn(User $user): bool
    {
        return $user->code_since !== null;
    }

    /** @return array{uri: string, secret: string} to be scanned or typed into the app; good once a code confirms it */
    public function begin(User $user): array
    {
        if ($this->isOn($user)) {
            throw new AccountRefused('One-time codes are on already. Turn them off first to take another app.', 'code');
        }
        $secret = OneTimeCodes::secret();
        $user->forceFill(['code_secret' => $this->encrypter->encrypt($secret, false), 'code_step' => 0])->save();

        return [
            'uri' => OneTimeCodes::uri($secret, $user->workshop->name ?? 'Oculant', $user->email),
            'secret' => OneTimeCodes::written($secret),
        ];
    }

    /** @throws AccountRefused if the code is none of the app that was begun with */
    public function confirm(User $user, string $code): void
    {
        if (!$this->take($user, $code)) {
            throw new AccountRefused('This is no code of now. Is the clock of the app right?', 'code');
        }
        $user->forceFill(['code_since' => now()])->save();
        $this->events->record($user->workshop_id, $user, $user, 'turned one-time codes on');
    }

    /** True once for each code of now. */
    public function take(User $user, string $code): bool
    {
        if ($user->code_secret === null) {
            return false;
        }
        $step = OneTimeCodes::step(
            (string) $this->encrypter->decrypt($user->code_secret, false),
            $code,
            now()->getTimestamp(),
            $user->code_step,
        );
        // Of two hands with one code, the first has it.
        return $step !== null &&
            User::query()
                ->whereKey($user->id)
                ->where('code_step', '<', $step)
                ->update(['code_step' => $step]) === 1;
    }

    public function end(User $user, ?User $by): void
    {
        if ($user->code_secret !== null) {
            $user->forceFill(['code_secret' => null, 'code_since' => null, 'code_step' => 0])->save();
            $this->events->record($user->workshop_id, $by, $user, "turned the one-time codes of {$user->name} off");
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

/** What was read out before something is switched on, so that nothing else is switched on than what was confirmed. */
final class Confirmation
{
    /** Seconds that a confirmation holds. */
    private const HOLDS = 120;

    /** @param array<mixed> $what exactly what is going to be set */
    public static function of(int|string $user, string $job, array $what): string
    {
        return self::sign($user, $job, $what, intdiv(time(), self::HOLDS));
    }

    /** @param array<mixed> $what */
    public static function holds(string $given, int|string $user, string $job, array $what): bool
    {
        $now = intdiv(time(), self::HOLDS);

        return hash_equals(self::sign($user, $job, $what, $now), $given) ||
            hash_equals(self::sign($user, $job, $what, $now - 1), $given);
    }

    /** @param array<mixed> $what */
    private static function sign(int|string $user, string $job, array $what, int $when): string
    {
        return hash_hmac(
            'sha256',
            json_encode([$user, $job, $what, $when], JSON_THROW_ON_ERROR),
            (string) config('app.key'),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Accounts;

/**
 * Codes of an authenticator app: HOTP (RFC 4226) counted by time (RFC 6238), six digits, thirty seconds, SHA-1, as
 * every such app takes it.
 */
final class OneTimeCodes
{
    private const SECONDS = 30;

    private const DIGITS = 6;

    /** Steps that a clock may be off, each way. */
    private const OFF = 1;

    private const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

    /** @return string twenty random bytes (RFC 4226, section 4, R6: at least 128 bits, 160 recommended) */
    public static function secret(): string
    {
        return random_bytes(20);
    }

    public static function at(string $secret, int $counter, int $digits = self::DIGITS): string
    {
        $hash = hash_hmac('sha1', pack('J', $counter), $secret, true);
        $offset = ord($hash[19]) & 0x0f;
        /** @var array{1: int} $four */
        $four = unpack('N', substr($hash, $offset, 4));

        return str_pad((string) (($four[1] & 0x7fffffff) % 10 ** $digits), $digits, '0', STR_PAD_LEFT);
    }

    /**
     * @param int $after the step of the last code that was taken: none is taken twice (RFC 6238, section 5.2)
     *
     * @return int|null the step that the code is of; null if it is none of now
     */
    public static function step(string $secret, string $code, int $time, int $after): ?int
    {
        $typed = (string) preg_replace('/\s+/', '', $code);
        $now = intdiv($time, self::SECONDS);
        for ($step = $now - self::OFF; $step <= $now + self::OFF; $step++) {
            if ($step > $after && hash_equals(self::at($secret, $step), $typed)) {
                return $step;
            }
        }

        return null;
    }

    /** What the app scans; the layout that authenticator apps agree on. */
    public static function uri(string $secret, string $workshop, string $email): string
    {
        return sprintf(
            'otpauth://totp/%s:%s?secret=%s&issuer=%s&digits=%d&period=%d',
            rawurlencode($workshop),
            rawurlencode($email),
            self::written($secret),
            rawurlencode($workshop),
            self::DIGITS,
            self::SECONDS,
        );
    }

    /** Base 32 without padding (RFC 4648, section 6), for typing by hand. */
    public static function written(string $secret): string
    {
        $bits = implode('', array_map(static fn(string $c): string => sprintf('%08b', ord($c)), str_split($secret)));

        return implode(
            '',
            array_map(
                static fn(string $five): string => self::LETTERS[(int) bindec(str_pad($five, 5, '0'))],
                str_split($bits, 5),
            ),
        );
    }
}

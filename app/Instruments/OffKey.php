<?php

declare(strict_types=1);

namespace App\Instruments;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Cookie;

/**
 * A key to emergency off and to nothing else, given to whoever is signed in: it is good without session and database.
 */
final readonly class OffKey
{
    public const COOKIE = 'oculant_off';

    private const DAYS = 7;

    public function __construct(private string $secret) {}

    public function cookie(string $workshopId, bool $isSecure): Cookie
    {
        $until = time() + self::DAYS * 86_400;

        return new Cookie(
            self::COOKIE,
            "{$workshopId}.{$until}." . $this->sign($workshopId, $until),
            $until,
            '/',
            null,
            $isSecure,
            true,
            false,
            Cookie::SAMESITE_STRICT,
        );
    }

    public function none(): Cookie
    {
        return new Cookie(self::COOKIE, '', 1, '/', null, false, true, false, Cookie::SAMESITE_STRICT);
    }

    /** @return string|null the workshop that it opens */
    public function workshop(Request $request): ?string
    {
        $parts = explode('.', (string) $request->cookies->get(self::COOKIE));
        if (
            count($parts) !== 3 ||
            (int) $parts[1] < time() ||
            !hash_equals($this->sign($parts[0], (int) $parts[1]), $parts[2])
        ) {
            return null;
        }

        return $parts[0];
    }

    private function sign(string $workshopId, int $until): string
    {
        return hash_hmac('sha256', "emergency off {$workshopId} {$until}", $this->secret);
    }
}

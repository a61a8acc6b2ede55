<?php

declare(strict_types=1);

namespace App\Instruments;

use Symfony\Component\HttpFoundation\IpUtils;

/** Where instruments may be: numeric addresses in the networks that the server's settings name, and nowhere else. */
final readonly class AllowList
{
    /** Below it other services listen. */
    private const LOWEST_PORT = 1024;

    /** @param list<string> $networks addresses or networks, "127.0.0.1" or "10.0.3.0/24" */
    public function __construct(private array $networks)
    {
    }

    /** @throws InstrumentFailed if no instrument may be there */
    public function mustHold(string $host, int $port): void
    {
        if (filter_var($host, FILTER_VALIDATE_IP) === false || $port < self::LOWEST_PORT || $port > 65535 || ! IpUtils::checkIp($host, $this->networks)) {
            throw InstrumentFailed::notAllowed("{$host}:{$port}", implode(', ', $this->networks).' at ports from '.self::LOWEST_PORT);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

use Symfony\Component\HttpFoundation\IpUtils;

/**
 * Where instruments may be: numeric addresses in the networks that the server's settings name and the workshop uses,
 * and nowhere else.
 */
final readonly class AllowList
{
    /** Below it other services listen. */
    private const LOWEST_PORT = 1024;

    /** Where this machine's own services listen by custom: databases, caches, brokers, process managers. */
    private const SERVICES = [3306, 33060, 5432, 6379, 9000, 9001, 11211, 27017];

    private const THIS_MACHINE = ['127.0.0.0/8', '::1', '0.0.0.0', '::'];

    /**
     * @param list<string>      $networks addresses or networks, "127.0.0.1" or "10.0.3.0/24"
     * @param list<int>         $ownPorts at which this app and its database listen
     * @param list<string>      $ownHosts where they listen, beside loopback
     * @param list<string>|null $used     of these, what the workshop uses; null for all
     */
    public function __construct(
        private array $networks,
        private array $ownPorts = [],
        private array $ownHosts = [],
        private ?array $used = null,
    ) {}

    /** @param list<string>|null $used networks of a workshop */
    public function within(?array $used): self
    {
        return new self($this->networks, $this->ownPorts, $this->ownHosts, $used);
    }

    /** @return list<string> */
    public function networks(): array
    {
        return $this->used ?? $this->networks;
    }

    /** @throws InstrumentFailed if no instrument may be there */
    public function mustHold(string $host, int $port): void
    {
        $isAllowed =
            filter_var($host, FILTER_VALIDATE_IP) !== false &&
            $port >= self::LOWEST_PORT &&
            $port <= 65535 &&
            IpUtils::checkIp($host, $this->networks) &&
            ($this->used === null || IpUtils::checkIp($host, $this->used));
        if (!$isAllowed) {
            throw InstrumentFailed::notAllowed(
                "{$host}:{$port}",
                (implode(', ', $this->networks()) ?: 'nothing') . ' at ports from ' . self::LOWEST_PORT,
            );
        }
        if (
            IpUtils::checkIp($host, [...self::THIS_MACHINE, ...$this->ownHosts]) &&
            in_array($port, [...$this->ownPorts, ...self::SERVICES], true)
        ) {
            throw InstrumentFailed::ownService("{$host}:{$port}");
        }
    }

    /**
     * @throws InstrumentFailed if a workshop cannot have its instruments there: it is no network, or none that the
     *     server allows
     */
    public function mustCover(string $network): void
    {
        [$address, $bits] = [...explode('/', $network, 2), null];
        $most = filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_IPV4) !== false ? 32 : 128;
        $isNetwork =
            filter_var($address, FILTER_VALIDATE_IP) !== false &&
            ($bits === null || (preg_match('/^\d{1,3}$/', $bits) === 1 && (int) $bits >= 8 && (int) $bits <= $most));
        if (!$isNetwork || !IpUtils::checkIp($address, $this->networks)) {
            throw InstrumentFailed::notAllowed($network, implode(', ', $this->networks) . ', or a part of it');
        }
    }
}

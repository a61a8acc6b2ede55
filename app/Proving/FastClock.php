<?php

declare(strict_types=1);

namespace App\Proving;

use DateTimeImmutable;
use Psr\Clock\ClockInterface;

/**
 * A clock that runs faster than the wall's, for trying a day's soak in minutes. Every process with the same epoch shows
 * the same time.
 */
final readonly class FastClock implements ClockInterface
{
    /**
     * @param float $epoch  seconds since 1970 at which both clocks agree
     * @param float $factor
     */
    public function __construct(private float $epoch, private float $factor) {}

    public function now(): DateTimeImmutable
    {
        $now = $this->epoch + (microtime(true) - $this->epoch) * $this->factor;

        return DateTimeImmutable::createFromFormat('U.u', sprintf('%.6F', $now)) ?: new DateTimeImmutable();
    }
}

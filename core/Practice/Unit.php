<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/** A unit on the bench, whatever works out what a meter shows on it. */
interface Unit
{
    /** What the meter shows, energised: dc, ac or ripple in volts. */
    public function live(string $point, string $quantity, string $mode): float;

    /** What the meter shows with the plug out: ohms, or volts for a diode test; INF for OL. */
    public function dead(string $check, string $mode): float;

    /** Whether a meter finds anything that stands still in this mode. */
    public function settles(string $mode): bool;

    /** @return list<string> what is seen and heard: "LED1 lit", "F1 open", "ticks" */
    public function signs(string $mode): array;

    /** Whether a part by itself is bad, whatever broke it. */
    public function isBad(string $ref): bool;

    /** A part was replaced by a good one. */
    public function repair(string $ref): void;
}

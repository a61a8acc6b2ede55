<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Kind\YCapacitor;
use Oculant\Core\Parts\Part;

/**
 * What stands between the mains side and everything that can be touched, and what it must hold.
 *
 * Limits: insulation 1 megohm at 500 V and touch current 0.5 mA (EN 50678 / EN 50699, repaired equipment of class II;
 * from memory),
 * 3.5 mA protective-conductor current (class I). Local codes and licensed practice decide.
 */
final readonly class IsolationBarrier
{
    /** Ohms at 500 V. */
    public const LEAST_OHMS = 1e6;

    /** Amperes through whoever touches it. */
    public const TOUCH_LIMIT = 0.5e-3;

    /** Amperes into the protective conductor of class I equipment. */
    public const EARTH_LIMIT = 3.5e-3;

    /** A capacitor may be a fifth above its marking, and the meter has its own error. */
    private const MARGIN = 1.3;

    /** Amperes that every meter and cord lets through. */
    private const STRAY = 20e-6;

    public function __construct(private Description $supply) {}

    /**
     * @return float amperes at the mains frequency from the mains side to what can be touched, through the class Y
     *     capacitors: I = 2 pi f C V
     */
    public function expectedLeakage(): float
    {
        $farads = 0.0;
        foreach ($this->bridging() as $part) {
            $farads += $part->kind instanceof YCapacitor ? $part->value('value') : 0.0;
        }

        return 2 * M_PI * $this->supply->frequency * $farads * $this->supply->mainsVoltage;
    }

    /** @return list<Part> parts with one end on the mains side and another beyond it; the easiest to take out first */
    public function bridging(): array
    {
        $bridging = array_filter($this->supply->parts, function (Part $part): bool {
            $sides = array_unique(array_map($this->supply->isHot(...), array_values($part->terminals)));

            return count($sides) === 2;
        });
        usort($bridging, static fn(Part $a, Part $b): int => count($a->terminals) <=> count($b->terminals));

        return $bridging;
    }

    /** @param float $ohms from the mains side to output or case; INF for OL */
    public function insulates(float $ohms): bool
    {
        return $ohms >= self::LEAST_OHMS;
    }

    /**
     * True as long as nobody has to be kept from touching it: within the limit, or explained by its own capacitors.
     *
     * @param float $amperes from output or case to earth
     */
    public function mayBeTouched(float $amperes): bool
    {
        return $amperes <= self::TOUCH_LIMIT || $this->isExplained($amperes);
    }

    public function isExplained(float $amperes): bool
    {
        return $amperes <= self::MARGIN * $this->expectedLeakage() + self::STRAY;
    }
}

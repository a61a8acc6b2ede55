<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\YCapacitor;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Mains side against everything that can be touched: what interference capacitors let through, and what nothing may.
 *
 * Limits: insulation 1 megohm at 500 V and touch current 0.5 mA (EN 50678 / EN 50699, repaired equipment of class II; from memory),
 * 3.5 mA protective-conductor current (class I). Local codes and licensed practice decide.
 */
final readonly class Isolation
{
    /** Ohms at 500 V. */
    public const LEAST_OHMS = 1e6;

    /** Amperes through whoever touches it. */
    public const TOUCH_LIMIT = 0.5e-3;

    /** Amperes into the protective conductor of class I equipment. */
    public const EARTH_LIMIT = 3.5e-3;

    /** A capacitor may be a fifth above its marking, and the meter has its own error. */
    private const MARGIN = 1.3;

    public function __construct(private Description $supply)
    {
    }

    /** @return float amperes at the mains frequency from the mains side to what can be touched, through the class Y capacitors: I = 2 pi f C V */
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
    public function resistance(float $ohms): Verdict
    {
        $says = is_infinite($ohms) ? 'OL' : Quantity::write($ohms, Unit::Ohm);
        $why = 'At least 1 MΩ at 500 V is asked of repaired equipment (EN 50678 and EN 50699, from memory); a low-voltage ohmmeter sees only the worst.';

        return $ohms >= self::LEAST_OHMS
            ? new Verdict(VerdictWord::Fine, "{$says}: isolated, as far as this meter sees.", $why)
            : new Verdict(VerdictWord::NotAsExpected, "{$says}: the isolation is gone. Condemned until the part is found.", "{$why} ".$this->suspects());
    }

    /** @param float $amperes from the output or case to earth */
    public function current(float $amperes): Verdict
    {
        $says = Quantity::write($amperes, Unit::Ampere);
        $expected = $this->expectedLeakage();
        $why = $expected > 0
            ? sprintf('Its class Y capacitors let %s through (2π f C V). ', Quantity::write($expected, Unit::Ampere))
            : 'This description has no class Y capacitor: next to nothing should flow. ';
        $why .= 'Limits: 0.5 mA where it can be touched, 3.5 mA in a protective conductor (EN 50678 and EN 50699, from memory).';

        return match (true) {
            $amperes > self::MARGIN * $expected + 20e-6 && $amperes > self::TOUCH_LIMIT => new Verdict(VerdictWord::VeryHigh, "{$says}: more than its capacitors explain, and more than anybody may touch. Condemned until the part is found.", "{$why} ".$this->suspects()),
            $amperes > self::MARGIN * $expected + 20e-6 => new Verdict(VerdictWord::High, "{$says}: more than its capacitors explain. Something leaks.", "{$why} ".$this->suspects()),
            $amperes > self::EARTH_LIMIT => new Verdict(VerdictWord::High, "{$says}: explained by its capacitors, but above what a protective conductor may carry.", $why),
            $amperes > self::TOUCH_LIMIT => new Verdict(VerdictWord::FineHere, "{$says}: what its capacitors let through; only with a sound protective earth.", $why),
            default => new Verdict(VerdictWord::Fine, "{$says}: the tingle of its interference capacitors, no fault.", $why),
        };
    }

    private function suspects(): string
    {
        $labels = array_map(static fn(Part $part): string => $part->label(), $this->bridging());

        return $labels === [] ? 'No part of this description bridges the two sides: look at wiring, moisture and carbonised board.' : sprintf('Take out one at a time and measure again, the easiest first: %s. Never patch a transformer.', implode(', ', $labels));
    }
}

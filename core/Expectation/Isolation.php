<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\IsolationBarrier;

/** Puts the isolation of the mains side into words: what interference capacitors let through, and what nothing may. */
final readonly class Isolation
{
    private IsolationBarrier $barrier;

    /** @param list<Part>|null $suspects what bridges the two sides and was not ruled out; null for all */
    public function __construct(Description $supply, private ?array $suspects = null)
    {
        $this->barrier = new IsolationBarrier($supply);
    }

    /** @param float $ohms from the mains side to output or case; INF for OL */
    public function resistance(float $ohms): Verdict
    {
        $says = is_infinite($ohms) ? 'OL' : Quantity::write($ohms, Unit::Ohm);
        $why =
            'At least 1 MΩ at 500 V is asked of repaired equipment (EN 50678 and EN 50699, from memory); a ' .
            'low-voltage ohmmeter sees only the worst.';

        return $this->barrier->insulates($ohms)
            ? new Verdict(VerdictWord::Fine, "{$says}: isolated, as far as this meter sees.", $why)
            : new Verdict(
                VerdictWord::NotAsExpected,
                "{$says}: the isolation is gone. Condemned until the part is found.",
                "{$why} " . $this->suspects(),
            );
    }

    /** @param float $amperes from the output or case to earth */
    public function current(float $amperes): Verdict
    {
        $says = Quantity::write($amperes, Unit::Ampere);
        $expected = $this->barrier->expectedLeakage();
        $why =
            $expected > 0
                ? sprintf(
                    'Its class Y capacitors let %s through (2π f C V). ',
                    Quantity::write($expected, Unit::Ampere),
                )
                : 'This description has no class Y capacitor: next to nothing should flow. ';
        $why .=
            'Limits: 0.5 mA where it can be touched, 3.5 mA in a protective conductor (EN 50678 and EN 50699, ' .
            'from memory).';

        return match (true) {
            !$this->barrier->mayBeTouched($amperes) => new Verdict(
                VerdictWord::VeryHigh,
                "{$says}: more than its capacitors explain, and more than anybody may touch. " .
                    'Condemned until the part is found.',
                "{$why} " . $this->suspects(),
            ),
            !$this->barrier->isExplained($amperes) => new Verdict(
                VerdictWord::High,
                "{$says}: more than its capacitors explain. Something leaks.",
                "{$why} " . $this->suspects(),
            ),
            $amperes > IsolationBarrier::EARTH_LIMIT => new Verdict(
                VerdictWord::High,
                "{$says}: explained by its capacitors, but above what a protective conductor may carry.",
                $why,
            ),
            $amperes > IsolationBarrier::TOUCH_LIMIT => new Verdict(
                VerdictWord::FineHere,
                "{$says}: what its capacitors let through; only with a sound protective earth.",
                $why,
            ),
            default => new Verdict(
                VerdictWord::Fine,
                "{$says}: the tingle of its interference capacitors, no fault.",
                $why,
            ),
        };
    }

    private function suspects(): string
    {
        $suspects = $this->suspects ?? $this->barrier->bridging();
        $labels = array_map(static fn(Part $part): string => $part->label(), $suspects);

        return match (true) {
            $labels === [] && $this->barrier->bridging() === []
                => 'No part of this description bridges the two sides: look at wiring, moisture and carbonised board.',
            $labels === []
                => 'Every part that bridges the two sides was taken out, and it is still there: wiring, moisture, ' .
                'carbonised board.',
            count($labels) === 1 && count($this->barrier->bridging()) > 1
                => "What remains is {$labels[0]}. Never patch a transformer: replace it, or give the unit up.",
            default => sprintf(
                'Take out one at a time and measure again, the easiest first: %s. Never patch a transformer.',
                implode(', ', $labels),
            ),
        };
    }
}

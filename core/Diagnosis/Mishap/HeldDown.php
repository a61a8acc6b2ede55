<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mishap;

use Oculant\Core\Parts\Kind\Diode;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * A load between two rails: the one that comes up first pulls the other beyond its common, and an integrated regulator
 * does not start from there. It gives next to nothing and its output sits a junction on the wrong side of common (data
 * sheets of the 78xx and 79xx families ask for clamp diodes across the outputs for this, from memory).
 */
final readonly class HeldDown implements Mishap
{
    /** Amperes that it still gives. */
    private const GIVES = 1e-4;

    private const CLAMP = 'its own junction';

    /**
     * @param string $held    reference of the regulator that does not start
     * @param string $between of what pulls it down
     */
    public function __construct(private string $held, private string $between) {}

    public function made(Description $supply): Description
    {
        $held = $supply->part($this->held);
        [$anode, $cathode] = $held->value('value') > 0 ? ['common', 'out'] : ['out', 'common'];
        $clamp = new Part(
            self::CLAMP,
            new Diode(),
            ['a' => $held->node($anode), 'k' => $held->node($cathode)],
            ['current' => 1.0, 'reverse' => 400.0],
            [],
            [],
        );

        return $supply->withParts([$this->held => $held->with('current', self::GIVES), self::CLAMP => $clamp]);
    }

    public function asleep(Description $supply): Description
    {
        return $supply;
    }

    public function endsWithout(string $ref): bool
    {
        return $ref === $this->between;
    }

    public function misplaces(string $ref): bool
    {
        return false;
    }

    public function isUndone(array $replaced): bool
    {
        return false;
    }
}

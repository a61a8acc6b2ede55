<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Part;

/**
 * How hot a part is, against what it turns into heat under each hypothesis; its axis is decades of kelvin above the
 * room.
 */
final readonly class HeatEvidence implements Evidence
{
    private const SLIPS = 0.08;

    private const WIDTH = 2.0;

    /**
     * @param float        $rise     kelvin above the room
     * @param list<string> $replaced references of parts replaced before
     */
    public function __construct(
        private string $label,
        private Part $part,
        private string $mode,
        private float $rise,
        private array $replaced = [],
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $dictionary = $knowledge->dictionary(null);
        if ($id === Hypothesis::UNKNOWN) {
            return 0.5 * $this->likelihood(Hypothesis::HEALTHY, $knowledge) + 0.5 / self::WIDTH;
        }
        $watts = $dictionary->heat($this->mode, $dictionary->remaining($id, $this->replaced), $this->part->ref);

        return Likelihood::mixture(
            Warmth::decades($this->rise) - Warmth::decades(Warmth::rise($this->part, $watts)),
            Warmth::SIGMA,
            self::SLIPS,
            self::WIDTH,
        );
    }
}

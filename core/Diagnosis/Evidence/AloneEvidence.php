<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Expectation\PartAlone;
use Oculant\Core\Parts\DeadCheck;

/** Ohms or a diode test of one part with nothing beside it: it speaks of that part and of no other. */
final class AloneEvidence implements Evidence
{
    private readonly float $good;

    private readonly Likelihood $reading;

    /** @var array<string, float> likelihood by what is wrong with the part */
    private array $known = [];

    /**
     * @param float        $value    ohms or volts; INF for OL
     * @param list<string> $replaced references of parts replaced before
     */
    public function __construct(
        private readonly string $label,
        private readonly PartAlone $alone,
        private readonly string $part,
        private readonly DeadCheck $check,
        float $value,
        private readonly array $replaced = [],
    ) {
        $this->good = $alone->reads($check);
        $this->reading = new Likelihood("{$part} {$check->quantity}", $value, $this->good, null);
    }

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        if ($id === Hypothesis::UNKNOWN) {
            return $this->reading->unexplained();
        }
        $dictionary = $knowledge->dictionary(null);
        $remaining = $dictionary->remaining($id, $this->replaced);
        $hypothesis = $dictionary->hypotheses[$remaining] ?? null;
        $own = $hypothesis?->faultOf($this->part);
        $fault = $own ?? ($dictionary->broken[$remaining][$this->part] ?? null);
        if ($hypothesis === null || $fault === null) {
            return $this->known[''] ??= $this->reading->under($this->good);
        }

        return $this->known[$fault] ??= $this->under($fault, $own === null ? [] : $hypothesis->degrees);
    }

    /** @param list<float> $degrees */
    private function under(string $fault, array $degrees): float
    {
        if ($degrees === []) {
            return $this->reading->under($this->alone->reads($this->check, $fault));
        }
        $shown = array_map(fn(float $degree): float => $this->alone->reads($this->check, $fault, $degree), $degrees);
        $likelihood = 0.0;
        for ($k = 1; $k < count($shown); $k++) {
            $likelihood += $this->reading->between($shown[$k - 1], $shown[$k]) / (count($shown) - 1);
        }

        return count($shown) === 1 ? $this->reading->under($shown[0]) : $likelihood;
    }
}

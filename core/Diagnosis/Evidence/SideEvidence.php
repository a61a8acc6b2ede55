<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Parts\FailureClass;

/** Supply or load: what a substitution says about either side of the connector. */
final readonly class SideEvidence implements Evidence
{
    /**
     * A substitution has its own mistakes: polarity, current limit, a plug not seated (common practice: one in fifteen
     * or so).
     */
    private const TABLE = [
        // what, works => [a fault of that load, a fault of the supply, supply good]
        'bench_supply' => [1 => [0.06, 1.0, 0.3], 0 => [1.0, 0.12, 1.0]],
        'dummy_load' => [1 => [1.0, 0.07, 1.0], 0 => [0.06, 1.0, 0.06]],
        'unplugged' => [1 => [1.0, 0.25, 0.6], 0 => [0.08, 1.0, 0.8]],
    ];

    /** @param string $what a word of Substituted::WHAT */
    public function __construct(
        private string $label,
        private string $load,
        private string $what,
        private bool $works,
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        [$load, $supply, $good] = self::TABLE[$this->what][(int) $this->works];
        $hypothesis = $knowledge->dictionary(null)->hypotheses[$id] ?? null;

        return match (true) {
            // Something that the description does not know is as likely on one side as on the other.
            $id === Hypothesis::UNKNOWN => ($load + $supply) / 2,
            $hypothesis === null => $good,
            $hypothesis->faultOf($this->load) !== null => FailureClass::of(
                (string) $hypothesis->faultOf($this->load),
            )->isAbsence() && $this->what === 'unplugged'
                ? $good
                : $load,
            // What gives way under load recovers without it: that it works then says nothing for the load.
            $this->what === 'unplugged' && $this->works && FailureClass::of($hypothesis->fault)->yieldsToLoad() => 1.0,
            default => $supply,
        };
    }
}

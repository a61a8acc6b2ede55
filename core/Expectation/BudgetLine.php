<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** What one part carries. */
final readonly class BudgetLine
{
    public const FEED = 'feed';

    public const PART = 'part';

    public const LOAD = 'load';

    /**
     * @param string       $role    feed, part or load
     * @param float        $rms     amperes through its main branch; $average and $peak likewise, without sign
     * @param float        $watts   turned into heat (or, in a load, into what it is there for)
     * @param list<Margin> $margins beside its ratings
     * @param float        $volts   the most across its main branch, either way
     * @param float        $ripple  amperes rms through its main branch without the mean
     */
    public function __construct(
        public string $ref,
        public string $label,
        public string $role,
        public float $rms,
        public float $average,
        public float $peak,
        public float $watts,
        public array $margins,
        public float $volts = 0.0,
        public float $ripple = 0.0,
    ) {}
}

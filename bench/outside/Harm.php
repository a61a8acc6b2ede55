<?php

declare(strict_types=1);

namespace Bench\Outside;

/**
 * One failure as it is met on a bench: what happened to which part, between or at which terminals, and how bad it is.
 */
final readonly class Harm
{
    public const BRIDGE = 'bridge';

    public const SERIES = 'series';

    public const PARAMETER = 'parameter';

    public const REVERSED = 'reversed';

    public const TURNS = 'turns';

    public const STUCK = 'stuck';

    /**
     * @param string       $class     what a technician would call it: open, joint, short, leak, dried, drift, weak ...
     * @param string       $form      one of the constants: how it enters the circuit
     * @param list<string> $terminals between (bridge) or at (series) which
     * @param float        $severity  ohms, or a factor on the parameters
     * @param list<string> $names     parameters that the factor moves
     */
    public function __construct(
        public string $ref,
        public string $class,
        public string $form,
        public array $terminals,
        public float $severity,
        public array $names = [],
    ) {}

    public function title(): string
    {
        return sprintf(
            '%s %s%s %.3g',
            $this->ref,
            $this->class,
            $this->terminals === [] ? '' : ' ' . implode('-', $this->terminals),
            $this->severity,
        );
    }
}

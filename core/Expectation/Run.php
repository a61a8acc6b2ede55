<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** What a supply does once its controllers and relays have made up their minds: one phase, or several in turn. */
final readonly class Run
{
    /**
     * @param non-empty-list<Phase> $phases
     * @param Guide                 $guide  how it got there
     */
    public function __construct(public array $phases, public Guide $guide) {}

    public function alternates(): bool
    {
        return count($this->phases) > 1;
    }

    /** Seconds of one round through the phases. */
    public function period(): float
    {
        return array_sum(array_map(static fn(Phase $p): float => $p->dwell, $this->phases));
    }

    /** The phase that lasts longest, which a meter mostly sees. */
    public function longest(): Phase
    {
        $longest = $this->phases[0];
        foreach ($this->phases as $phase) {
            $longest = $phase->dwell > $longest->dwell ? $phase : $longest;
        }

        return $longest;
    }

    /** @return list<float> share of the time, per phase */
    public function shares(): array
    {
        $period = $this->period();

        return array_map(
            fn(Phase $p): float => $period > 0 ? $p->dwell / $period : 1 / count($this->phases),
            $this->phases,
        );
    }
}

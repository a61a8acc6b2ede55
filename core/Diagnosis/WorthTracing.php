<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Quantity\Probability;
use Oculant\Core\Supply\Description;

/**
 * Whether more of a board that is known in part is worth tracing for the fault at hand, and where: what is known may
 * explain what was read, or leave it open.
 */
final readonly class WorthTracing
{
    /** Share that nothing known explains, from which on the board is worth more than another measurement (a guess). */
    private const OPEN = 0.25;

    /** Share of one suspect that is enough to go on with. */
    private const ENOUGH = 0.8;

    /**
     * @param list<Suspect>        $suspects  likeliest first
     * @param float                $open      probability that nothing known explains it
     * @param list<TakenReading>   $wrong     readings that a good unit would not give
     * @param array<string, float> $suspicion of the parts that are known, by reference
     */
    public function __construct(
        private Description $supply,
        private array $suspects,
        private float $open,
        private array $wrong,
        private bool $isMeasured,
        private array $suspicion,
    ) {}

    public function sentence(): string
    {
        $first = $this->suspects[0] ?? null;
        if (!$this->isMeasured) {
            return 'Nothing is read on it yet: trace the way of the energy first, from the mains to the output.';
        }
        if ($this->open >= self::OPEN) {
            $there = $this->loose();

            return sprintf(
                'Of what was read %s is explained by nothing that is traced: trace on%s%s.',
                Probability::write($this->open),
                $this->wrong === [] ? '' : " around {$this->wrong[0]->target}",
                $there === [] ? '' : '; not joined yet: ' . implode(', ', array_slice($there, 0, 4)),
            );
        }

        return $first !== null && $first->probability >= self::ENOUGH && $first->members !== []
            ? sprintf(
                '%s explains it to %s: enough is traced for this fault.',
                $first->title,
                Probability::write($first->probability),
            )
            : 'The next measurement on the bench tells more than another connection.';
    }

    /** @return array<string, float> what knowing more of a part is worth, 0 to 1 by reference */
    public function suspicion(): array
    {
        $suspicion = $this->suspicion;
        foreach ($this->loose() as $ref) {
            $suspicion[$ref] = max($suspicion[$ref] ?? 0.0, $this->open);
        }

        return $suspicion;
    }

    /** @return list<string> parts that are not joined yet, those at a wrong reading first; else all */
    private function loose(): array
    {
        $nodes = [];
        foreach ($this->wrong as $reading) {
            $point = $reading->isDeadCheck() ? null : $this->supply->places()[$reading->target] ?? null;
            if ($point !== null) {
                $nodes[] = $point->node;
            }
        }
        $all = $there = [];
        foreach ($this->supply->unknown() as $row) {
            $all[] = $row['ref'];
            if (array_intersect($row['pins'], $nodes) !== []) {
                $there[] = $row['ref'];
            }
        }

        return $there === [] ? $all : $there;
    }
}

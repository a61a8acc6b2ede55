<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Mishap\Mishap;
use Oculant\Core\Parts\Look;
use Oculant\Core\Quantity\Unit;

/**
 * One part failed in one way; or, where no single fault explains the evidence, two that failed by themselves, or a
 * mishap to good parts.
 */
final readonly class Hypothesis
{
    public const HEALTHY = 'healthy';

    public const UNKNOWN = 'unknown';

    /**
     * @param list<Look>  $looks   what may be seen
     * @param list<self>  $both    the two faults of a pair; empty for a single fault
     * @param list<float> $degrees severities at which it is solved; empty if it has no degree
     * @param Unit|null   $in      what they are counted in; null if a technician has no name for it
     * @param Mishap|null $mishap where no part failed; $ref is then a part beside it, and $weight its share of all
     *     units
     */
    public function __construct(
        public string $id,
        public string $ref,
        public string $fault,
        public string $title,
        public float $weight,
        public bool $graded,
        public string $proof,
        public array $looks,
        public string $kind,
        public bool $comesAndGoes,
        public array $both = [],
        public array $degrees = [],
        public ?Unit $in = Unit::Ohm,
        public ?Mishap $mishap = null,
    ) {}

    /** Both at once, under one id. */
    public static function pair(self $first, self $second): self
    {
        return new self(
            "{$first->id}+{$second->id}",
            $first->ref,
            $first->fault,
            "{$first->title} and {$second->title}",
            $first->weight * $second->weight,
            $first->graded || $second->graded,
            $first->proof,
            $first->looks,
            $first->kind,
            $first->comesAndGoes || $second->comesAndGoes,
            [$first, $second],
        );
    }

    /** The hypothesis at one of the severities at which it is solved, as its rows in the dictionary are named. */
    public static function at(string $id, int $degree): string
    {
        return "{$id}@{$degree}";
    }

    /** The same row where the fuse went before anything else that the fault might take along. */
    public static function spared(string $row): string
    {
        return "{$row}!";
    }

    /** The same row where whatever may hold held: a slow fuse, a part a little beyond what destroys it as a rule. */
    public static function lucky(string $row): string
    {
        return "{$row}~";
    }

    /** The row of a spared one. */
    public static function unspared(string $row): string
    {
        return rtrim($row, '!');
    }

    /** The hypothesis that a row of the dictionary belongs to. */
    public static function of(string $row): string
    {
        return substr($row, 0, strcspn($row, '@!~'));
    }

    /**
     * @return list<float> how likely it lies between two neighbouring severities before anything is known: log-uniform;
     *     empty if it has no degree
     */
    public function cells(): array
    {
        $widths = [];
        for ($k = 1; $k < count($this->degrees); $k++) {
            $widths[] = abs(log($this->degrees[$k] / $this->degrees[$k - 1]));
        }

        return array_map(static fn(float $width): float => $width / array_sum($widths), $widths);
    }

    public function isPair(): bool
    {
        return $this->both !== [];
    }

    /** @return list<self> itself, or the two of a pair */
    public function each(): array
    {
        return $this->both === [] ? [$this] : $this->both;
    }

    /** @return array<string, string> fault name by part reference */
    public function faults(): array
    {
        return $this->mishap !== null
            ? []
            : array_column(array_map(static fn(self $h): array => [$h->ref, $h->fault], $this->each()), 1, 0);
    }

    /** The fault it supposes in a part; null if none. */
    public function faultOf(string $ref): ?string
    {
        if ($this->mishap !== null) {
            return $this->mishap->misplaces($ref) ? $this->fault : null;
        }
        foreach ($this->both as $one) {
            if ($one->ref === $ref) {
                return $one->fault;
            }
        }

        return $this->ref === $ref ? $this->fault : null;
    }
}

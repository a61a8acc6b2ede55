<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Economics;

/**
 * One thing that can be done with the unit.
 *
 * @phpstan-type ChoiceAnswer array{
 *     key: string,
 *     title: string,
 *     rank: string,
 *     cost: ?float,
 *     reasons: list<string>,
 * }
 */
final readonly class Option
{
    /**
     * @param string       $rank    best, possible, no, or open while it is not weighed
     * @param float|null   $cost    in the workshop's currency; null if something is not known
     * @param list<string> $reasons
     */
    public function __construct(
        public string $key,
        public string $title,
        public string $rank,
        public ?float $cost,
        public array $reasons,
    ) {}

    /** @return ChoiceAnswer */
    public function view(): array
    {
        return [
            'key' => $this->key,
            'title' => $this->title,
            'rank' => $this->rank,
            'cost' => $this->cost,
            'reasons' => $this->reasons,
        ];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** The terminals a kind of part is drawn with: some always, others in groups that are wired together or not at all. */
final readonly class Terminals
{
    /**
     * @param list<string>       $required
     * @param list<list<string>> $groups
     */
    private function __construct(public array $required, public array $groups) {}

    public static function of(string ...$required): self
    {
        return new self(array_values($required), []);
    }

    /** Terminals that are wired all or none. */
    public function maybe(string ...$group): self
    {
        return new self($this->required, [...$this->groups, array_values($group)]);
    }

    /** @return list<string> */
    public function all(): array
    {
        return array_merge($this->required, ...$this->groups);
    }

    /**
     * The given names in their usual order, or null if they are not a possible set.
     *
     * @param list<string> $names
     *
     * @return list<string>|null
     */
    public function inOrder(array $names): ?array
    {
        $complete = array_diff($this->required, $names) === [] && array_diff($names, $this->all()) === [];
        foreach ($this->groups as $group) {
            $complete = $complete && in_array(count(array_intersect($group, $names)), [0, count($group)], true);
        }

        return $complete ? array_values(array_intersect($this->all(), $names)) : null;
    }

    /** For people: "p1, p2, s1, s2 and if wired ct; s3, s4". */
    public function inWords(): string
    {
        $words = implode(', ', $this->required);
        if ($this->groups !== []) {
            $words .=
                ' and if wired ' .
                implode('; ', array_map(static fn(array $group): string => implode(', ', $group), $this->groups));
        }

        return $words;
    }
}

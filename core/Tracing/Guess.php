<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\PartKind;

/** What a part may be, by its place in the circuit. */
final readonly class Guess
{
    /**
     * @param array<int|string, string> $pins  which pin of such a part each counted one then is
     * @param array<int|string, string> $where what each of them is joined to that says so
     * @param array{string, string}|null $next a pin that it would have, and where that would lead
     */
    public function __construct(
        public string $ref,
        public PartKind $kind,
        public float $score,
        public array $pins,
        public array $where,
        public ?array $next,
    ) {}

    /** The line that takes it for this. */
    public function line(string $marking): string
    {
        $words = [mb_strtolower($this->ref), str_replace('_', '-', $this->kind->name())];
        if ($marking !== '') {
            $words[] = $marking;
        }
        foreach ($this->pins as $counted => $name) {
            if ((string) $counted !== $name) {
                $words[] = "{$counted}={$name}";
            }
        }

        return implode(' ', $words);
    }

    public function sentence(): string
    {
        $places = [];
        foreach ($this->where as $counted => $other) {
            $places[] = sprintf('%s where its %s sits (with %s)', $counted, $this->pins[$counted], $other);
        }

        return sprintf(
            '%s may be a %s: %s.%s',
            $this->ref,
            mb_strtolower($this->kind->title()),
            implode(', ', $places),
            $this->next === null
                ? ''
                : sprintf(' Then another pin, its %s, beeps with %s.', $this->next[0], $this->next[1]),
        );
    }
}

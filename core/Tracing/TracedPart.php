<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\PartKind;

/** A part as somebody saw it on a board: its reference, what it seems to be, and what stands on it. */
final readonly class TracedPart
{
    /**
     * @param array<string, mixed>      $written values in the words of a description
     * @param array<int|string, string> $called  its pins by what somebody else counts them as: "7" is "vcc"
     */
    public function __construct(
        public string $ref,
        public PartKind $kind,
        public array $written,
        public int $line,
        public array $called = [],
    ) {}

    /**
     * A pin by any of the names that people give it: "1", "+", "plus", "anode", "d"; null if it has none of that name.
     */
    public function pin(string $said): ?string
    {
        $said = mb_strtolower($said);
        $said = $this->called[$said] ?? $said;
        $all = $this->kind->terminals()->all();
        $named = Markings::PINS[$said] ?? [$said];
        foreach ([$said, ...$named] as $name) {
            if (in_array($name, $all, true)) {
                return $name;
            }
        }
        // Of two pins people say one and the other; numbers of anything else differ from maker to maker, and are
        // said once.
        return count($all) === 2 && in_array($said, ['1', '2'], true) ? $all[(int) $said - 1] : null;
    }
}

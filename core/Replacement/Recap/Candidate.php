<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Place;

/** A capacitor that a recap has to decide on: one of the description with its place, or one of a list. */
final readonly class Candidate
{
    /**
     * @param list<string> $bad  what was measured or seen against it, in words
     * @param list<string> $good what was measured in its favour
     */
    public function __construct(
        public string $ref,
        public Component $component,
        public ?Place $place,
        public array $bad,
        public array $good,
        public bool $isBesideHeat,
    ) {}

    /** True if there is something in it that dries. */
    public function isWet(): bool
    {
        return $this->component->kind === 'electrolytic';
    }
}

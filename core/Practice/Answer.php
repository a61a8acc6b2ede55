<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

/** What comes of something that is done at a hidden unit. */
final readonly class Answer
{
    /**
     * @param string|null          $kind    of the entry that it makes; null if it makes none
     * @param array<string, mixed> $payload
     * @param string               $said    what is to be read or seen; empty if that is told once the entry stands
     */
    public function __construct(
        public ?string $kind,
        public array $payload,
        public string $said = '',
        public bool $wouldHaveHurt = false,
    ) {}

    public static function hurts(string $said): self
    {
        return new self(null, [], $said, true);
    }

    /** Nothing that a log would take. */
    public static function tells(string $said): self
    {
        return new self(null, [], $said);
    }
}

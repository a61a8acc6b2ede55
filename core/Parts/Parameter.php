<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Quantity\Unit;

/** One value that a kind of part takes. */
final readonly class Parameter
{
    /**
     * @param string      $name      key in the description
     * @param float|null  $default   in SI units; null if it may be left out and the kind computes it
     * @param float       $tolerance relative half-width that good parts spread over, when the part states none
     * @param list<string> $options  for a choice, the words to choose from, the usual one first
     * @param bool        $link      true if it names another part of the supply
     */
    private function __construct(
        public string $name,
        public string $title,
        public ?Unit $unit,
        public bool $required,
        public ?float $default,
        public float $tolerance,
        public bool $main,
        public array $options = [],
        public bool $link = false,
    ) {}

    public static function main(string $name, string $title, Unit $unit, float $tolerance = 0.0): self
    {
        return new self($name, $title, $unit, true, null, $tolerance, true);
    }

    public static function optional(
        string $name,
        string $title,
        Unit $unit,
        ?float $default = null,
        float $tolerance = 0.0,
    ): self {
        return new self($name, $title, $unit, false, $default, $tolerance, false);
    }

    /** A main value that a part may leave out when others determine it. */
    public static function optionalMain(string $name, string $title, Unit $unit, float $tolerance = 0.0): self
    {
        return new self($name, $title, $unit, false, null, $tolerance, true);
    }

    /** One of a few words, the usual one first. */
    public static function choice(string $name, string $title, string ...$options): self
    {
        return new self($name, $title, null, false, null, 0.0, false, array_values($options));
    }

    /** The reference of another part that it works with. */
    public static function link(string $name, string $title, bool $required = true): self
    {
        return new self($name, $title, null, $required, null, 0.0, false, [], true);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** One thing a template asks. */
final readonly class Question
{
    /** @param list<string> $options the words to choose from; empty if a value is asked for */
    private function __construct(
        public string $name,
        public string $title,
        public ?Unit $unit,
        public array $options,
        public ?string $default,
        public string $hint,
    ) {}

    /** @param string|null $default null if it may stay empty */
    public static function value(string $name, string $title, Unit $unit, ?string $default, string $hint = ''): self
    {
        return new self($name, $title, $unit, [], $default, $hint);
    }

    public static function choice(string $name, string $title, string ...$options): self
    {
        return new self($name, $title, null, array_values($options), $options[0], '');
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** Parts that share fate, in the order in which energy flows; $from names the stage that feeds this one. */
final readonly class Stage
{
    /** @param list<string> $parts */
    public function __construct(public string $id, public string $name, public array $parts, public ?string $from) {}
}

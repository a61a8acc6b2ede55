<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/** Where a similar circuit stood at the end of its cycle: a good place to start from. */
final readonly class WarmStart
{
    /**
     * @param array<string, float> $states volts or amperes by branch name, as the stepping keeps them
     * @param array<string, float> $volts  by node name
     * @param list<string>         $moving branches that did not keep still
     */
    public function __construct(public array $states, public array $volts, public array $moving) {}
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

/** What a recap does with one capacitor. */
enum Decision: string
{
    case Replace = 'replace';
    case Measure = 'measure';
    case Keep = 'keep';

    public function words(): string
    {
        return $this === self::Measure ? 'measure first' : $this->value;
    }
}

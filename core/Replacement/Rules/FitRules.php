<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/** What decides whether a part of one family may stand where the original stood. */
interface FitRules
{
    /** @return list<Row> in the order in which a technician would ask */
    public function rows(Component $candidate, Place $place): array;
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKind;

/**
 * What kinds with more than two terminals share unless they say otherwise: all terminals on one side, no dead check.
 */
abstract class Device implements PartKind
{
    public function islands(Part $part): array
    {
        return [array_keys($part->terminals)];
    }

    public function deadChecks(Part $part): array
    {
        return [];
    }

    public function apart(): Apart
    {
        return Apart::TakenOut;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\Terminals;

/** What every kind with two terminals shares. */
abstract class Pair implements PartKind
{
    protected const ENDS = ['a', 'b'];

    public function terminals(): Terminals
    {
        return Terminals::of(...static::ENDS);
    }

    public function islands(Part $part): array
    {
        return [static::ENDS];
    }

    public function deadChecks(Part $part): array
    {
        return [];
    }

    public function apart(): Apart
    {
        return Apart::LegLifted;
    }
}

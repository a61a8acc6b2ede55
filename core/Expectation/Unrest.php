<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** How a circuit fails to come to rest. */
enum Unrest: string
{
    /** Something goes to and fro between two states. */
    case Hunts = 'goes to and fro';

    /** No state of its junctions agrees with its voltages. */
    case NoState = 'has no consistent state';

    /** Nobody has looked yet. */
    case NotSolved = 'is not worked out yet';

    /** Its equations leave a voltage open. */
    case Singular = 'leaves a voltage open';
}

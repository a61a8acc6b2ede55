<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

/** On which side of the isolation a part lies. */
enum Zone: string
{
    case Hot = 'hot';
    case Barrier = 'barrier';
    case Safe = 'safe';
}

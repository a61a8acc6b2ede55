<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

/** Where a pin leaves its part in the drawing; energy goes from west to east, volts fall from north to south. */
enum Side: string
{
    case West = 'west';
    case East = 'east';
    case North = 'north';
    case South = 'south';
}

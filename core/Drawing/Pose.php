<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

/** How a part lies in the drawing. */
enum Pose: string
{
    /** Energy passes through it: west to east. */
    case Along = 'along';

    /** It hangs between two lines: north to south. */
    case Across = 'across';

    /** A frame with its pins named. */
    case Frame = 'frame';
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** What a supply must see before it runs as it should. */
enum InterlockKind: string
{
    case Jumper = 'jumper';
    /** Remote-sense leads: open, they drive the output to its maximum. */
    case Sense = 'sense';
    case MinimumLoad = 'minimum load';
    case Fan = 'fan';
    /** A power-on command from the main board. */
    case Command = 'command';
    case Shield = 'shield';
}

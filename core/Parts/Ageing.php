<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** What time does to a kind of part (common practice). */
enum Ageing
{
    /** Insulation or a seal that gives up after some twenty to thirty years, sooner if it stands idle. */
    case Sealed;

    /** Springs, solder and wipers: damp and movement get at them. */
    case Contact;

    case Slowly;
}

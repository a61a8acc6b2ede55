<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Quantity\Unit;

/** What is printed on a part and how much room it has: of no account to the circuit, but to whoever replaces it. */
final class Body
{
    public const SIZES = [
        'temperature' => Unit::Celsius,
        'life' => Unit::Hour,
        'height' => Unit::Metre,
        'diameter' => Unit::Metre,
        'pitch' => Unit::Metre,
        'surge' => Unit::Ampere,
    ];

    public const WORDS = ['package', 'pinout', 'class', 'tab', 'duty'];
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** Something that a part can be measured for by itself or in circuit. */
final readonly class Trial
{
    /** @param string|null $check the dead check that measures the same in circuit; null if it needs the part by itself */
    public function __construct(public string $id, public string $title, public Unit $unit, public string $hint, public ?string $check = null)
    {
    }

    public function write(float $value): string
    {
        return is_infinite($value) ? 'OL' : Quantity::write($value, $this->unit);
    }
}

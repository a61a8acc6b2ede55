<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** Something that a part can be measured for by itself or in circuit. */
final readonly class Trial
{
    /**
     * @param string|null $check  the dead check that measures the same in circuit; null if it needs the part by itself
     * @param bool $isKept true if the log keeps the value as a test of the part, false if only whether it is good
     * @param string      $wants  what else counts: "hertz" of the meter, "celsius" of the part
     */
    public function __construct(
        public string $id,
        public string $title,
        public Unit $unit,
        public string $hint,
        public ?string $check = null,
        public bool $isKept = false,
        public string $wants = '',
    ) {}

    public function write(float $value): string
    {
        return is_infinite($value) ? 'OL' : Quantity::write($value, $this->unit);
    }
}

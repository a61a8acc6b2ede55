<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

use Oculant\Core\Circuit\SegmentTable;

/** A diode, zener or LED from anode to cathode, as chords of its characteristic. */
final readonly class Junction implements SwitchedDevice
{
    /**
     * @param array<int, float> $incidence anode +1, cathode -1
     */
    public function __construct(private string $name, private array $incidence, public SegmentTable $table)
    {
    }

    public function name(): string
    {
        return $this->name;
    }

    public function incidence(): array
    {
        return $this->incidence;
    }

    public function controls(): array
    {
        return [$this->incidence];
    }

    public function nominalConductance(): float
    {
        return 1e-5;
    }

    public function region(array $w, int $at): int
    {
        return $this->table->region($w[$at]);
    }

    public function leaves(int $region, array $w, array $dw, int $at): array
    {
        return $this->table->leaves($region, $w[$at], $dw[$at]);
    }

    public function enters(int $from, int $to, array $dw, int $at): bool
    {
        return ($to - $from) * $dw[$at] >= 0;
    }

    public function law(int $region): array
    {
        return [[$this->table->slopes[$region]], $this->table->offsets[$region]];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

use Oculant\Core\Circuit\SegmentTable;

/** A current that follows a table of one voltage: its own, or one elsewhere. */
abstract readonly class TabledDevice implements SwitchedDevice
{
    /**
     * @param array<int, float> $incidence current flows in at +1 and out at -1
     * @param array<int, float> $control   incidence of the voltage that the table is read at
     */
    public function __construct(
        private string $name,
        private array $incidence,
        private array $control,
        public SegmentTable $table,
    ) {}

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
        return [$this->control];
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

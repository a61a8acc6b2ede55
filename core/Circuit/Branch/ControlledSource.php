<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/**
 * A one-way current held down by whatever is scarcest: i = max(0, the least of several straight lines in the control
 * voltages). Regulators, transistors, optocouplers, references and averaged converters are all of this form, and it is
 * continuous in every corner.
 */
final readonly class ControlledSource implements SwitchedDevice
{
    public const OFF = 0;

    /**
     * @param array<int, float>               $incidence current flows in at +1 and out at -1
     * @param list<array<int, float>>         $controls  incidence per control voltage
     * @param list<array{list<float>, float}> $lines     slopes (siemens) per control, and offset (amperes); region k + 1 is line k
     */
    public function __construct(
        private string $name,
        private array $incidence,
        private array $controls,
        public array $lines,
    ) {
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
        return $this->controls;
    }

    public function nominalConductance(): float
    {
        return 0.0;
    }

    public function region(array $w, int $at): int
    {
        $least = INF;
        $region = self::OFF;
        foreach ($this->lines as $k => [$slopes, $current]) {
            foreach ($slopes as $j => $slope) {
                $current += $slope * $w[$at + $j];
            }
            if ($current <= 0.0) {
                return self::OFF;
            }
            if ($current < $least) {
                $least = $current;
                $region = $k + 1;
            }
        }

        return $region;
    }

    public function law(int $region): array
    {
        return $region === self::OFF ? [array_fill(0, count($this->controls), 0.0), 0.0] : $this->lines[$region - 1];
    }
}

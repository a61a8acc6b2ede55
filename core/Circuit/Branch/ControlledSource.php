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
     * @param list<array{list<float>, float}> $lines slopes (siemens) per control, and offset (amperes); region k + 1 is
     *     line k
     */
    public function __construct(
        private string $name,
        private array $incidence,
        private array $controls,
        public array $lines,
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

    public function leaves(int $region, array $w, array $dw, int $at): array
    {
        $values = $slopes = [];
        foreach ($this->lines as [$line, $value]) {
            $slope = 0.0;
            foreach ($line as $j => $factor) {
                $value += $factor * $w[$at + $j];
                $slope += $factor * $dw[$at + $j];
            }
            $values[] = $value;
            $slopes[] = $slope;
        }

        return $region === self::OFF ? self::turnsOn($values, $slopes) : self::gives($region - 1, $values, $slopes);
    }

    public function enters(int $from, int $to, array $dw, int $at): bool
    {
        $rise = $this->slopeAlong($to, $dw, $at) - $this->slopeAlong($from, $dw, $at);

        // The least of the lines holds, but the greater of that and nothing.
        return $from === self::OFF || $to === self::OFF ? $rise >= 0 : $rise <= 0;
    }

    public function law(int $region): array
    {
        return $this->lines[$region - 1] ?? [array_fill(0, count($this->controls), 0.0), 0.0];
    }

    /**
     * @param list<float> $dw
     *
     * @return float amperes along $dw
     */
    private function slopeAlong(int $region, array $dw, int $at): float
    {
        $slope = 0.0;
        foreach ($this->law($region)[0] as $j => $factor) {
            $slope += $factor * $dw[$at + $j];
        }

        return $slope;
    }

    /**
     * Where all lines have become positive, if they ever are together; the last to do so is then the least.
     *
     * @param list<float> $values
     * @param list<float> $slopes
     *
     * @return array{float, int}
     */
    private static function turnsOn(array $values, array $slopes): array
    {
        $from = 0.0;
        $until = INF;
        $least = 0;
        foreach ($values as $k => $value) {
            if ($slopes[$k] > 0) {
                if (-$value / $slopes[$k] >= $from) {
                    $from = -$value / $slopes[$k];
                    $least = $k;
                }
            } elseif ($value <= 0) {
                return [INF, self::OFF];
            } elseif ($slopes[$k] < 0) {
                $until = min($until, -$value / $slopes[$k]);
            }
        }

        return $from < $until ? [$from, $least + 1] : [INF, self::OFF];
    }

    /**
     * Where line $k is no longer the least, or no longer positive.
     *
     * @param list<float> $values
     * @param list<float> $slopes
     *
     * @return array{float, int}
     */
    private static function gives(int $k, array $values, array $slopes): array
    {
        $first = $slopes[$k] < 0 ? max(0.0, -$values[$k] / $slopes[$k]) : INF;
        $beyond = self::OFF;
        foreach ($values as $j => $value) {
            if ($j !== $k && $slopes[$j] < $slopes[$k]) {
                $reach = max(0.0, ($value - $values[$k]) / ($slopes[$k] - $slopes[$j]));
                if ($reach < $first) {
                    $first = $reach;
                    $beyond = $j + 1;
                }
            }
        }

        return [$first, $beyond];
    }
}

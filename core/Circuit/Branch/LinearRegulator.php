<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/**
 * A three-terminal series regulator: current from input to output
 * i = max(0, min((setting - v_out) / ro, (v_in - v_out - vd) / rd, limit)), all voltages against its common pin.
 *
 * A negative regulator is the same law with every voltage and current turned round.
 * Dropout line and current limit follow the 78xx/79xx data-sheet family (dropout 2 V typical at 1 A).
 */
final readonly class LinearRegulator implements SwitchedDevice
{
    public const OFF = 0;

    public const REGULATING = 1;

    public const DROPOUT = 2;

    public const LIMITING = 3;

    /**
     * @param array<int, float> $input         incidence input +1, output -1 (turned round for a negative regulator)
     * @param array<int, float> $output        incidence output +1, common -1 (likewise)
     * @param float             $setting       volts, positive
     * @param float             $outputOhms    ohms
     * @param float             $dropoutVolts  volts at no current
     * @param float             $dropoutOhms   ohms
     * @param float             $limit         amperes
     */
    public function __construct(
        private string $name,
        private array $input,
        private array $output,
        public float $setting,
        public float $outputOhms,
        public float $dropoutVolts,
        public float $dropoutOhms,
        public float $limit,
    ) {
    }

    public function name(): string
    {
        return $this->name;
    }

    public function incidence(): array
    {
        return $this->input;
    }

    public function controls(): array
    {
        return [$this->output, $this->input];
    }

    public function nominalConductance(): float
    {
        return 0.0;
    }

    public function region(array $w, int $at): int
    {
        $regulating = ($this->setting - $w[$at]) / $this->outputOhms;
        $dropout = ($w[$at + 1] - $this->dropoutVolts) / $this->dropoutOhms;
        if ($regulating <= 0.0 || $dropout <= 0.0) {
            return self::OFF;
        }
        if ($this->limit <= $regulating && $this->limit <= $dropout) {
            return self::LIMITING;
        }

        return $regulating <= $dropout ? self::REGULATING : self::DROPOUT;
    }

    public function law(int $region): array
    {
        return match ($region) {
            self::REGULATING => [[-1 / $this->outputOhms, 0.0], $this->setting / $this->outputOhms],
            self::DROPOUT => [[0.0, 1 / $this->dropoutOhms], -$this->dropoutVolts / $this->dropoutOhms],
            self::LIMITING => [[0.0, 0.0], $this->limit],
            default => [[0.0, 0.0], 0.0],
        };
    }
}

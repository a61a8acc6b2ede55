<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * How a charged capacitor empties itself into the unplugged circuit: its bleeder, and whatever else conducts at that
 * voltage.
 */
final readonly class Decay
{
    /** Steps of the voltage, evenly on a logarithmic scale. */
    private const STEPS = 10;

    /** Amperes below which it is nothing but leakage that nobody knows. */
    private const LEAKAGE = 1e-8;

    /** Ohms of the source that stands for the charge. */
    private const STIFF = 1e-3;

    public function __construct(private Description $supply, private Mode $mode) {}

    /**
     * dt = C dV / I(V), summed; with one resistor across it that is R C ln(V0 / V).
     *
     * @param float                 $from   volts
     * @param float                 $to     volts
     * @param array<string, string> $faults fault name by part reference
     *
     * @return float seconds; INF if nothing takes the charge away
     */
    public function seconds(Part $capacitor, float $farads, float $from, float $to, array $faults = []): float
    {
        if ($from <= $to) {
            return 0.0;
        }
        $step = log($from / $to) / self::STEPS;
        $seconds = 0.0;
        for ($k = 0; $k < self::STEPS; $k++) {
            $volts = $from * exp(-($k + 0.5) * $step);
            $ohms = $this->ohms($capacitor, $volts, $faults);
            if (is_infinite($ohms)) {
                return INF;
            }
            $seconds += $farads * $ohms * $step;
        }

        return $seconds;
    }

    /**
     * What the charge sees of the circuit at that voltage.
     *
     * @param array<string, string> $faults fault name by part reference
     *
     * @return float ohms; INF if next to nothing flows
     */
    public function ohms(Part $capacitor, float $volts, array $faults = []): float
    {
        [$plus, $minus] = array_slice(array_values($capacitor->terminals), 0, 2);
        try {
            $record = SteadyState::resting(
                CircuitBuilder::dead($this->supply, $this->mode, $faults, $plus, $minus, $volts, self::STIFF),
            );
        } catch (CircuitError) {
            return INF;
        }
        $amperes = abs($record->currentSignal('test')->average);

        return $amperes < self::LEAKAGE ? INF : $volts / $amperes;
    }
}

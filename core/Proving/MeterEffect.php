<?php

declare(strict_types=1);

namespace Oculant\Core\Proving;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Where a particular meter would show something else than a good one at a point of a good unit: it averages, it is too
 * slow, it loads.
 */
final readonly class MeterEffect
{
    /** Shares of a reading below which nobody minds. */
    private const AC = 0.02;

    private const DC = 0.01;

    public function __construct(private Description $supply, private Mode $mode, private MeterProfile $meter) {}

    /** @return string|null one sentence; null if it shows what any good meter shows */
    public function at(string $point, string $quantity): ?string
    {
        if (!isset($this->supply->points[$point])) {
            return null;
        }
        try {
            return match ($quantity) {
                'ac' => $this->alternating($point),
                'dc' => $this->loading($point),
                default => null,
            };
        } catch (CircuitError) {
            return null;
        }
    }

    private function alternating(string $id): ?string
    {
        $point = $this->supply->points[$id];
        $behaviour = new Behaviour($this->supply);
        $wave = $behaviour->run($this->mode)->longest()->record->waveform($point->node, $point->against);
        $true = MeterProfile::usual()->shows($wave);
        $shown = $this->meter->shows($wave);
        $hertz = $behaviour->live($this->mode)->reading($id, 'hertz');

        return match (true) {
            $true < 0.05 => null,
            $hertz > $this->meter->bandwidth => sprintf(
                'What is there has %s, and this meter reads AC up to %s: it shows too little.',
                Quantity::write($hertz, Unit::Hertz),
                Quantity::write($this->meter->bandwidth, Unit::Hertz),
            ),
            abs($shown - $true) > self::AC * $true => sprintf(
                'This meter averages: on a good unit it shows %s here, where a true rms meter shows %s.',
                Quantity::volts($shown),
                Quantity::volts($true),
            ),
            default => null,
        };
    }

    private function loading(string $id): ?string
    {
        if ($this->meter->input > 0.9 * Meter::INPUT_RESISTANCE) {
            return null;
        }
        $good = (new Behaviour($this->supply))->live($this->mode)->reading($id, 'dc');
        $seen = (new Behaviour($this->supply->withMeterOf($this->meter->input, $this->supply->points[$id])))
            ->live($this->mode)
            ->reading($id, 'dc');

        return abs($good) > 0.1 && abs($seen - $good) > self::DC * abs($good)
            ? sprintf(
                'This meter\'s %s load the point: a good unit shows %s with it instead of %s.',
                Quantity::write($this->meter->input, Unit::Ohm),
                Quantity::volts($seen),
                Quantity::volts($good),
            )
            : null;
    }
}

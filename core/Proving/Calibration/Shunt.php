<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Calibration;

use Oculant\Core\Proving\GuardBand;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Uncertainty;
use Oculant\Core\Quantity\Unit;

/** Current read as the voltage across a known resistor. */
final readonly class Shunt
{
    /** Ohms of a pair of test leads with their clips (common practice). */
    private const LEADS = 0.05;

    /**
     * @param float $ohms
     * @param float $tolerance  ratio
     * @param bool  $isFourWire volts taken at the shunt itself, inside the current terminals
     */
    public function __construct(public float $ohms, public float $tolerance, public bool $isFourWire) {}

    /** @return float amperes */
    public function amperes(float $volts): float
    {
        return $volts / $this->ohms;
    }

    /** @return float amperes, expanded uncertainty (k = 2) */
    public function expanded(float $volts, MeterProfile $meter): float
    {
        $amperes = abs($this->amperes($volts));
        $leads = $this->isFourWire ? 0.0 : self::LEADS / $this->ohms;

        return MeterProfile::COVERAGE *
            Uncertainty::combine([
                Uncertainty::fromHalfWidth($meter->halfWidth('dc', $volts)) / $this->ohms,
                Uncertainty::fromHalfWidth($this->tolerance * $amperes),
                Uncertainty::fromHalfWidth($leads * $amperes),
            ]);
    }

    /**
     * What its own tolerance is good for: a quarter of what is to be judged (4 to 1, ANSI/NCSL Z540.3).
     *
     * @param float $half tolerance that is judged, amperes
     */
    public function fitness(float $amperes, float $half): string
    {
        $own = $this->tolerance * abs($amperes);

        return sprintf(
            'A shunt of ±%.2g %% is %s here.',
            100 * $this->tolerance,
            $own <= $half / GuardBand::ENOUGH ? 'fit for calibration' : 'fine for a check, not fit for calibration,',
        );
    }

    /** What to see to; empty if nothing. */
    public function remark(float $amperes): string
    {
        $watts = $amperes ** 2 * $this->ohms;

        return trim(
            implode(
                ' ',
                array_filter([
                    $this->isFourWire || self::LEADS / $this->ohms < 1e-3
                        ? ''
                        : sprintf(
                            'Two-wire on %s: leads and clips of some 50 mΩ stand in the reading. Take the volts ' .
                                'at the shunt itself (four-wire).',
                            Quantity::write($this->ohms, Unit::Ohm),
                        ),
                    $watts > 1.0
                        ? sprintf(
                            'It turns %s into heat: let it settle, or read quickly.',
                            Quantity::write($watts, Unit::Watt, 2),
                        )
                        : '',
                ]),
            ),
        );
    }
}

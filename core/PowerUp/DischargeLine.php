<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Quantity\Duration;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * One capacitor with the plug out.
 *
 * @phpstan-type DischargeLineAnswer array{
 *     ref: string,
 *     label: string,
 *     holds: string,
 *     energy: string,
 *     itself: string,
 *     tool: string,
 *     time: string,
 *     proof: string,
 *     why: string,
 *     hazard: bool,
 *     twice: bool,
 * }
 */
final readonly class DischargeLine
{
    /**
     * @param float              $volts    it may hold at the highest mains
     * @param float              $held     volts it may hold with its bleeder open
     * @param float $own seconds until it is under the touch limit (or half, if it never is over) by itself; INF if
     *     nothing takes the charge away
     * @param string|null        $bleeder  the resistor that empties it
     * @param float              $stuck    seconds with that one open
     * @param bool               $isHazard if it must be measured before hands go in
     * @param bool               $twice    if once is not enough
     * @param BleedResistor|null $tool     null for a picture tube, which has a tool of its own
     */
    public function __construct(
        public string $ref,
        public string $label,
        public float $volts,
        public float $farads,
        public float $held,
        public float $own,
        public ?string $bleeder,
        public float $stuck,
        public bool $isHazard,
        public bool $twice,
        public ?BleedResistor $tool,
    ) {}

    public function joules(): float
    {
        return ($this->farads * $this->held ** 2) / 2;
    }

    /**
     * @return DischargeLineAnswer
     */
    public function view(): array
    {
        $volts = static fn(float $v): string => Quantity::write($v, Unit::Volt, 3);
        $limit = $this->volts > StoredCharge::TOUCH ? StoredCharge::TOUCH : $this->volts / 2;

        return [
            'ref' => $this->ref,
            'label' => $this->label,
            'hazard' => $this->isHazard,
            'twice' => $this->twice,
            'holds' =>
                $this->held > 1.03 * $this->volts
                    ? sprintf('up to %s, %s with %s open', $volts($this->volts), $volts($this->held), $this->bleeder)
                    : 'up to ' . $volts($this->volts),
            'energy' => Quantity::write($this->joules(), Unit::Joule, 2),
            'itself' => match (true) {
                is_infinite($this->own) => 'nothing empties it: it may hold for days',
                $this->bleeder === null || $this->stuck < 1.0 => sprintf(
                    'under %s %s',
                    $volts($limit),
                    self::after($this->own),
                ),
                default => sprintf(
                    'under %s %s through %s; %s if that is open',
                    $volts($limit),
                    self::after($this->own),
                    $this->bleeder,
                    is_infinite($this->stuck) ? 'never' : self::after($this->stuck),
                ),
            },
            'tool' =>
                $this->tool?->words() ??
                'a resistive high-voltage probe, its earth clip on the tube\'s own earth strap first',
            'time' =>
                $this->tool?->times(StoredCharge::TOUCH) ??
                'touch for some seconds, wait some minutes, and again: it recovers',
            'proof' => $this->twice
                ? sprintf(
                    'Measure it, enter "%s left 2.1"; measure it again after %d minutes: it recovers by itself ' .
                        '(dielectric absorption).',
                    mb_strtolower($this->ref),
                    intdiv(StoredCharge::WAIT, 60),
                )
                : sprintf('Measure it and enter "%s left 2.1".', mb_strtolower($this->ref)),
            'why' => $this->why(),
        ];
    }

    private static function after(float $seconds): string
    {
        return $seconds < 0.1 ? 'at once' : 'after ' . Duration::write($seconds);
    }

    private function why(): string
    {
        $over = array_filter([
            $this->held > StoredCharge::TOUCH
                ? 'above 60 V DC (hazardous live, IEC 61010-1 and ES1 of IEC 62368-1)' . $this->felt()
                : '',
            $this->joules() > StoredCharge::ENERGY
                ? 'more than 20 J: it burns and welds at any voltage (IEC 60950-1, from memory)'
                : '',
        ]);

        return $over === []
            ? 'Below the touch limit of 60 V DC, and too little energy to burn.'
            : ucfirst(implode('; ', $over)) . '.';
    }

    private function felt(): string
    {
        $isTube = $this->held > StoredCharge::TUBE;
        $limit = $isTube
            ? Quantity::write(StoredCharge::TUBE_ENERGY, Unit::Joule) . ' above 15 kV'
            : self::microcoulombs(StoredCharge::CHARGE);
        if (!StoredCharge::isFelt($this->held, $this->farads)) {
            return sprintf(', but so little of it that it only startles (%s, IEC 61010-1, from memory)', $limit);
        }

        return sprintf(
            ', %s (limit %s, IEC 61010-1, from memory)',
            $isTube
                ? Quantity::write($this->joules(), Unit::Joule, 2)
                : self::microcoulombs($this->farads * $this->held) . ' of charge',
            $limit,
        );
    }

    private static function microcoulombs(float $coulombs): string
    {
        return number_format($coulombs * 1e6, 0, '.', ' ') . ' µC';
    }
}

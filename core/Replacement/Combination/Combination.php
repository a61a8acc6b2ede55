<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Combination;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\StockLine;

/**
 * One way to make the value.
 *
 * @phpstan-type SetLine array{
 *     id: string,
 *     label: string,
 *     count: int,
 *     location: string,
 *     watts: string,
 *     volts: string,
 *     share: ?float,
 *     warm: bool,
 * }
 *
 * @phpstan-type PartSet array{
 *     words: string,
 *     value: string,
 *     error: string,
 *     worst: string,
 *     rss: string,
 *     tempco: string,
 *     price: string,
 *     parts: int,
 *     lines: list<SetLine>,
 *     within: string,
 *     note: string,
 * }
 */
final readonly class Combination
{
    /** A part of unknown tolerance counts as the widest of its kind. */
    private const RESISTOR = 0.05;

    private const CAPACITOR = 0.2;

    /** A part without a stated coefficient (carbon film; from memory). */
    private const TEMPCO = 200.0;

    /** Ohms up to which a resistor serves as a shunt or a load (common practice), and what is asked of such a one. */
    private const SHUNTS = 1e3;

    private const FOUR_TO_ONE = 4.0;

    /** From this share of its rating a part has no margin (common practice). */
    private const WARM = 0.7;

    /**
     * @param float $error     of the nominal value, ratio with sign
     * @param float $worst     the most that tolerances add up to; $rss as the root of the sum of squares
     * @param float $tempco    parts per million per kelvin, worst case
     * @param float|null $price of all parts; null if one has none
     */
    private function __construct(
        public Network $network,
        public Target $target,
        public float $value,
        public float $error,
        public float $worst,
        public float $rss,
        public float $tempco,
        public ?float $price,
        public int $parts,
    ) {}

    public static function of(Network $network, Target $target): self
    {
        $isResistor = $target->isResistor();
        $worst = $square = $tempco = 0.0;
        $price = 0.0;
        $shares = $network->shares($isResistor);
        foreach ($shares as ['line' => $line, 'share' => $share]) {
            $tolerance = self::tolerance($line, $isResistor);
            $worst += $share * $tolerance;
            $square += ($share * $tolerance) ** 2;
            $tempco += $share * ($line->component->get(Attribute::Tempco) ?? self::TEMPCO);
            $price = $price === null || $line->price === null ? null : $price + $line->price;
        }
        $value = $network->value($isResistor);

        return new self(
            $network,
            $target,
            $value,
            $value / $target->value - 1,
            $worst,
            sqrt($square),
            $tempco,
            $price,
            count($shares),
        );
    }

    public static function tolerance(StockLine $line, bool $isResistor): float
    {
        return $line->component->get(Attribute::Tolerance) ?? ($isResistor ? self::RESISTOR : self::CAPACITOR);
    }

    /** True if every part stands its share of power and volts, and there are enough of each. */
    public function isPossible(): bool
    {
        $used = [];
        foreach (
            $this->network->shares($this->target->isResistor())
            as ['line' => $line, 'share' => $share, 'volts' => $volts]
        ) {
            $used[$line->id] = ($used[$line->id] ?? 0) + 1;
            $power = $line->component->get(Attribute::Power);
            $rated = $line->component->get(Attribute::Voltage);
            if (
                $used[$line->id] > $line->available() ||
                ($this->target->watts > 0.0 && ($power === null || $share * $this->target->watts > $power * 1.0001)) ||
                ($this->target->across() > 0.0 &&
                    $rated !== null &&
                    $volts * $this->target->across() > $rated * 1.0001) ||
                ($this->target->volts > 0.0 && $rated === null && !$this->target->isResistor())
            ) {
                return false;
            }
        }

        return $this->target->tempco === null || $this->tempco <= $this->target->tempco;
    }

    /** True if another is no worse in anything and better in something. */
    public function isBeatenBy(self $other): bool
    {
        $worse = static fn(self $one): array => [
            abs($one->error),
            $one->rss,
            $one->worst,
            (float) $one->parts,
            $one->price ?? INF,
        ];
        $isBetter = false;
        foreach ($worse($this) as $k => $own) {
            $theirs = $worse($other)[$k];
            if ($theirs > $own + 1e-12) {
                return false;
            }
            $isBetter = $isBetter || $theirs < $own - 1e-12;
        }

        return $isBetter;
    }

    public function cost(Preference $preference): float
    {
        [$off, $more, $money] = $preference->weights();

        return ($off * (abs($this->error) + 0.5 * $this->rss)) / $this->target->allowed +
            $more * ($this->parts - 1) +
            $money * ($this->price ?? 0.0);
    }

    /** What it is good for as a shunt or a load that something is judged by: four to one (ANSI/NCSL Z540.3). */
    private function fitness(): string
    {
        return $this->value > self::SHUNTS
            ? ''
            : sprintf(
                'As a shunt or a load: fit for calibration of ±%.2g %% and wider by its markings, fine for a ' .
                    'check of closer ones.',
                100 * self::FOUR_TO_ONE * $this->worst,
            );
    }

    /** @return PartSet */
    public function view(): array
    {
        $family = $this->network->shares($this->target->isResistor())[0]['line']->component->family();
        $lines = [];
        foreach (
            $this->network->shares($this->target->isResistor())
            as ['line' => $line, 'share' => $share, 'volts' => $volts]
        ) {
            $key = $line->id . ' ' . sprintf('%.6g', $share);
            $power = $line->component->get(Attribute::Power);
            $watts = $share * $this->target->watts;
            $lines[$key] = [
                'id' => $line->id,
                'label' => $line->component->label(),
                'count' => ($lines[$key]['count'] ?? 0) + 1,
                'location' => $line->location,
            ] + [
                'watts' => $watts > 0.0 ? Quantity::write($watts, Unit::Watt, 2) : '',
                'volts' =>
                    $this->target->across() > 0.0
                        ? Quantity::write($volts * $this->target->across(), Unit::Volt, 3)
                        : '',
                'share' => $power === null || $watts <= 0.0 ? null : round((100 * $watts) / $power),
                'warm' => $power !== null && $watts > self::WARM * $power,
            ];
        }
        $within = match (true) {
            abs($this->error) + $this->worst <= $this->target->allowed
                => 'within what is allowed, even with every part at its limit',
            abs($this->error) + $this->rss <= $this->target->allowed
                => 'within what is allowed if the errors are independent; measure it four-wire',
            default => 'by its markings it may be further off than allowed: measure it four-wire and trim, or pick ' .
                'from more parts',
        };

        return [
            'words' => $this->network->words(),
            'value' => Component::written($this->value, Attribute::Value, $family),
            'error' => sprintf('%+.2f %%', 100 * $this->error),
            'worst' => sprintf('±%.2g %%', 100 * $this->worst),
            'rss' => sprintf('±%.2g %%', 100 * $this->rss),
            'tempco' => $this->target->isResistor() ? sprintf('%d ppm/K', (int) round($this->tempco)) : '',
            'price' => $this->price === null ? '' : number_format($this->price, 2, '.', ''),
            'parts' => $this->parts,
            'lines' => array_values($lines),
            'within' => $within,
            'note' =>
                !$this->target->isResistor() && !$this->network->isSeries
                    ? ''
                    : ($this->target->isResistor()
                        ? $this->fitness()
                        : 'Electrolytics in series share volts by their leakage: a resistor across each.'),
        ];
    }
}

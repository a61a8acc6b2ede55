<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Parts\Kind\Electrolytic;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Duration;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Building the oxide of an electrolytic up again after years without voltage: through a resistor, at rising voltage,
 * until its leakage is down (procedure after MIL-HDBK-1131, steps and times common practice, both from memory).
 *
 * @phpstan-type ReformStep array{
 *     set: string,
 *     hold: string,
 *     limit: string,
 *     drop: string,
 * }
 *
 * @phpstan-type ReformPlan array{
 *     ref: string,
 *     label: string,
 *     resistor: string,
 *     stop: string,
 *     time: string,
 *     how: string,
 *     source: string,
 *     steps: list<ReformStep>,
 * }
 */
final readonly class Reforming
{
    /**
     * Leakage limit after some minutes at rated voltage: I = 0.01 C V, in amperes with farads and volts, at least 3 uA
     * (general-purpose data sheets).
     */
    private const LEAKAGE = 0.01;

    private const LEAST = 3e-6;

    /** Times the limit that the resistor lets through, so that at the limit the part has nine tenths of the voltage. */
    private const TIMES = 10.0;

    /** Amperes that flow at least into a short: less takes hours to charge even a small one (common practice). */
    private const LEAST_CURRENT = 1e-3;

    /** Amperes that warm no capacitor where it is thin, whatever its size (common practice). */
    private const MILD = 5e-3;

    /** Watts that a can of any size stands inside, at worst half the voltage across it (common practice). */
    private const INSIDE = 1.0;

    /** Share of the set voltage that may still stand across the resistor once the part holds its own. */
    private const HELD = 0.1;

    /** Shares of the rated voltage. */
    private const STEPS = [0.25, 0.5, 0.75, 0.9, 1.0];

    /** Seconds at a step beside charging it. */
    private const HOLD = 600;

    /** Time constants until the resistor no longer decides what flows. */
    private const CHARGED = 5.0;

    /** Times the limit at which it is given up if it stays there, or the share of the voltage that it never takes. */
    private const HOPELESS = 5.0;

    private const NEVER = 0.5;

    private const GIVE_UP_MINUTES = 30;

    /** Farads and volts from which on it is worth the trouble. */
    private const WORTH = 4.7e-6;

    private const WORTH_VOLTS = 16.0;

    private function __construct(public Part $part, public float $volts, public float $farads, public float $ohms) {}

    /** @return list<self> */
    public static function of(Description $supply): array
    {
        $all = [];
        foreach ($supply->parts as $part) {
            $volts = $part->knows('voltage') ? $part->value('voltage') : 0.0;
            if (
                $part->kind instanceof Electrolytic &&
                $part->value('value') >= self::WORTH &&
                $volts >= self::WORTH_VOLTS
            ) {
                $all[] = self::for($part, $volts, $part->value('value'));
            }
        }

        return $all;
    }

    /** @param float $volts rated */
    public static function for(Part $part, float $volts, float $farads): self
    {
        $limit = max(self::LEAST, self::LEAKAGE * $farads * $volts);
        $bearable = max(self::MILD, (4 * self::INSIDE) / $volts);
        $most = max(self::LEAST_CURRENT, min(self::TIMES * $limit, $bearable));

        return new self($part, $volts, $farads, PreferredValues::E12->atLeast($volts / $most));
    }

    /** @return float amperes at a voltage, once it is formed */
    public function limit(float $volts): float
    {
        return max(self::LEAST, self::LEAKAGE * $this->farads * $volts);
    }

    /** @return float volts across the resistor under which the part is formed for what is set */
    public function drop(float $set): float
    {
        return min($this->limit($set) * $this->ohms, self::HELD * $set);
    }

    /** @return float amperes at which it is hopeless: more than five times the limit, or all that the resistor gives */
    public function hopeless(): float
    {
        return min(self::HOPELESS * $this->limit($this->volts), (self::NEVER * $this->volts) / $this->ohms);
    }

    /** @return float seconds at one step */
    public function hold(): float
    {
        return self::CHARGED * $this->ohms * $this->farads + self::HOLD;
    }

    /** @return float volts set at a step so that the capacitor has its share once its leakage is down to the limit */
    public function set(float $share): float
    {
        return $share * $this->volts;
    }

    /** @return ReformPlan */
    public function view(): array
    {
        $steps = [];
        foreach (self::STEPS as $share) {
            $volts = $this->set($share);
            $steps[] = [
                'set' => Quantity::write($volts, Unit::Volt, 3),
                'hold' => Duration::write($this->hold()),
                'limit' => Quantity::write($this->drop($volts) / $this->ohms, Unit::Ampere, 2),
                'drop' => Quantity::volts($this->drop($volts)),
            ];
        }

        return [
            'ref' => $this->part->ref,
            'label' => $this->part->label(),
            'resistor' => sprintf(
                '%s %s in series, good for %s',
                Quantity::write($this->ohms, Unit::Ohm, 2),
                Quantity::write($this->watts(), Unit::Watt, 2),
                Quantity::write($this->volts, Unit::Volt),
            ),
            'steps' => $steps,
            'stop' => sprintf(
                'Go on when the volts across the resistor are under the drop of the step and still falling. ' .
                    'Done when it draws less than %s at %s and %s of that stand across itself. Give it up if it ' .
                    'stays above %s (%s across the resistor) for %d minutes, gets warm, or rises again.',
                Quantity::write($this->drop($this->volts) / $this->ohms, Unit::Ampere, 2),
                Quantity::write($this->volts, Unit::Volt),
                Quantity::write($this->volts - $this->drop($this->volts), Unit::Volt, 3),
                Quantity::write($this->hopeless(), Unit::Ampere, 2),
                Quantity::write($this->hopeless() * $this->ohms, Unit::Volt, 2),
                self::GIVE_UP_MINUTES,
            ),
            'time' => sprintf('about %s in all', Duration::write(count(self::STEPS) * $this->hold())),
            'how' =>
                $this->volts > 60.0
                    ? 'Out of circuit or with everything behind it disconnected. Up to ' .
                        Quantity::write($this->volts, Unit::Volt) .
                        ' on bare leads: covered, one hand, and discharged through the same resistor afterwards.'
                    : 'Out of circuit or with everything behind it disconnected.',
            'source' =>
                'I = 0.01 C V, at least 3 µA (general-purpose data sheets); procedure MIL-HDBK-1131, from memory.',
        ];
    }

    /** The next of the usual sizes above what it burns if the capacitor is a short. */
    public function watts(): float
    {
        foreach ([0.25, 0.5, 1.0, 2.0, 5.0, 10.0] as $size) {
            if ($size >= $this->volts ** 2 / $this->ohms) {
                return $size;
            }
        }

        return 25.0;
    }
}

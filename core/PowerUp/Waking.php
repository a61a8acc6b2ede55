<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\Kind\LocalConverter;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** What it takes to wake the controller of an off-line supply from a bench supply. */
final readonly class Waking
{
    /** Volts that a bench supply may be set to before it is dangerous itself (60 V DC, IEC 61010-1). */
    public const MOST = 60.0;

    /** Volts: well above what controllers start at, half the touch limit. */
    private const VOLTS = 30.0;

    /** Times its start voltage that a controller wants behind a resistor. */
    private const ABOVE_START = 1.8;

    /** Volts from one setting that is tried to the next. */
    private const STEP = 10.0;

    /** Shares of the scaled resistor that are tried where the scaled one is no sure start, and the most it may take. */
    private const SHARES = [1.0, 0.68, 0.47];

    private const MOST_WATTS = 0.5;

    /** Volts within which the waking point is looked for. */
    private const CLOSE = 0.5;

    /** @param bool $isSure false where even 60 V leave a good controller asleep, or may */
    private function __construct(
        private Description $supply,
        public ?Part $controller,
        public float $volts,
        public ?ScaledResistor $scaled,
        private bool $isSure,
    ) {}

    public static function of(Description $supply, Mode $mode, Topology $kind, Part $bulk): self
    {
        $controller = null;
        $path = [];
        foreach ($kind->controllers() as $one) {
            $found = self::startPath($supply, $one, $bulk);
            if ($controller === null || $found !== []) {
                [$controller, $path] = [$one, $found];
            }
        }
        if ($controller === null) {
            return new self($supply, null, self::VOLTS, null, false);
        }
        $start = self::startsAt($controller);
        $shy = new FedUnit($supply, $mode, $bulk, [
            Alteration::set($controller->ref, UnderVoltageLockout::differing($controller, 1.0)),
        ]);
        $first = null;
        foreach (self::settings($start) as $volts) {
            foreach ($path === [] ? [null] : self::SHARES as $share) {
                $scaled =
                    $share === null || $path === []
                        ? null
                        : ScaledResistor::of($path, $supply->mainsVoltage, $volts, $start, $share);
                $first ??= new self($supply, $controller, $volts, $scaled, false);
                if (
                    ($scaled === null || $scaled->watts <= self::MOST_WATTS) &&
                    $shy->isAwake($controller, $volts, $scaled?->atItsMost())
                ) {
                    return new self($supply, $controller, $volts, $scaled, true);
                }
            }
        }

        return $first;
    }

    public function start(): string
    {
        if ($this->controller === null) {
            return 'Nothing has to wake up: what it feeds follows at once.';
        }
        if ($this->scaled !== null) {
            return sprintf(
                '%s starts at %s on its supply pin.',
                $this->controller->ref,
                Quantity::volts(self::startsAt($this->controller)),
            );
        }
        $feeder = self::feeder($this->supply, $this->controller);

        return $feeder === null
            ? "{$this->controller->ref} takes its start-up current by itself: no resistor has to be changed."
            : sprintf('%s has its supply from %s.', $this->controller->ref, $feeder->ref);
    }

    /** What will be seen while the knob is turned up. */
    public function sentence(FedUnit $unit): string
    {
        if ($this->controller === null) {
            return '';
        }
        $ref = $this->controller->ref;
        $wakes = $this->wakes($unit, $this->controller);
        if ($wakes !== null) {
            return sprintf(
                '%s comes alive at about %s%s.',
                $ref,
                Quantity::write($wakes, Unit::Volt),
                $this->isSure ? '' : '; a good one that differs from this may stay asleep',
            );
        }
        $feeder = self::feeder($this->supply, $this->controller);

        return sprintf(
            '%s does not start below %s: %s.',
            $ref,
            Quantity::write(self::MOST, Unit::Volt),
            $feeder === null
                ? 'expect its supply pin to rise and nothing more'
                : sprintf(
                    '%s rests below %s. %s on its supply pin (%s) from a second bench supply would wake it alone, ' .
                        'without what it drives',
                    $feeder->ref,
                    Quantity::write($feeder->value('lowest'), Unit::Volt),
                    Quantity::write($feeder->value('value'), Unit::Volt),
                    $feeder->node('out'),
                ),
        );
    }

    /** @return float|null volts at which the controller first runs; null if it does not up to the test voltage */
    private function wakes(FedUnit $unit, Part $controller): ?float
    {
        if (!$unit->isAwake($controller, $this->volts, $this->scaled)) {
            return null;
        }
        [$low, $high] = [0.0, $this->volts];
        while ($high - $low > self::CLOSE) {
            $middle = ($low + $high) / 2;
            $unit->isAwake($controller, $middle, $this->scaled) ? ($high = $middle) : ($low = $middle);
        }

        return round($high, 1);
    }

    /** @return non-empty-list<float> volts, the gentlest first */
    private static function settings(float $start): array
    {
        $first = min(self::MOST, max(self::VOLTS, ceil((self::ABOVE_START * $start) / 5) * 5));
        $settings = [$first];
        for ($volts = $first + self::STEP; $volts <= self::MOST; $volts += self::STEP) {
            $settings[] = $volts;
        }

        return $settings;
    }

    private static function startsAt(Part $controller): float
    {
        return $controller->kind instanceof LivesBetween ? $controller->kind->thresholds($controller)[3] : 0.0;
    }

    /** The converter that gives a controller its supply; null if it feeds itself. */
    private static function feeder(Description $supply, Part $controller): ?Part
    {
        $pin = $controller->kind instanceof LivesBetween ? $controller->kind->thresholds($controller)[0] : '';
        foreach ($supply->parts as $part) {
            if ($part->kind instanceof LocalConverter && $part->node('out') === $pin) {
                return $part;
            }
        }

        return null;
    }

    /**
     * The resistors through which a controller's supply pin is fed from rectified mains.
     *
     * @return list<Part> from the pin outwards; empty if it takes its start-up current from elsewhere
     */
    private static function startPath(Description $supply, Part $controller, Part $bulk): array
    {
        if (!($controller->kind instanceof LivesBetween)) {
            return [];
        }
        [$pin, $ground] = $controller->kind->thresholds($controller);
        $ways = [[$pin, []]];
        $seen = [$pin => true, $ground => true];
        while ($ways !== []) {
            [$node, $path] = array_shift($ways);
            foreach ($supply->parts as $part) {
                if (!($part->kind instanceof Resistor) || !in_array($node, $part->terminals, true)) {
                    continue;
                }
                $other = $part->node('a') === $node ? $part->node('b') : $part->node('a');
                if ($other === $bulk->node('plus') || self::isMainsAc($supply, $other)) {
                    return [...$path, $part];
                }
                if (!isset($seen[$other])) {
                    $seen[$other] = true;
                    $ways[] = [$other, [...$path, $part]];
                }
            }
        }

        return [];
    }

    private static function isMainsAc(Description $supply, string $node): bool
    {
        foreach ($supply->parts as $part) {
            if (
                $part->has('ac1') &&
                in_array($node, [$part->node('ac1'), $part->node('ac2')], true) &&
                $supply->isHot($node)
            ) {
                return true;
            }
        }

        return false;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** What a measurement costs as the unit stands: minutes, and care. */
final readonly class Effort
{
    /**
     * Minutes: unplugging, discharging and proving it; plugging in again; connecting or removing loads. Common
     * practice.
     */
    public const UNPLUG = 2.5;

    private const ENERGISE = 1.5;

    private const CHANGE_LOADS = 1.5;

    /** Measurements that a change of power is usually made for: it is not paid by the first alone. */
    private const SHARED_BY = 2.0;

    /** Taking up another instrument, coupling and setting it: ripple wants a scope. Common practice. */
    private const SCOPE = 0.4;

    /**
     * Dead checks: from a rail to its ground, on a part under suspicion, on any other part (which only tells in a
     * roundabout way).
     */
    private const DEAD_RAIL = 0.7;

    private const DEAD_SUSPECT = 0.75;

    private const DEAD_OTHER = 1.0;

    /** Live primary and high voltage cost care; working with the plug out does not. */
    private const HAZARD_HOT = 4.0;

    private const HAZARD_HIGH = 1.5;

    private const HAZARD_LIVE = 1.3;

    /** Probability of a fault from which on its part is under suspicion. */
    private const SUSPECT = 0.02;

    /** Volts from which on a probe is led with care (IEC 61010-1, 6.3.1). */
    private const HIGH = 60.0;

    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(
        private Description $supply,
        private FaultDictionary $dictionary,
        private array $expectations,
    ) {}

    /**
     * @param array<string, float> $plausible
     *
     * @return array{float, float} minutes, hazard factor
     */
    public function of(
        BenchState $state,
        string $target,
        string $quantity,
        string $mode,
        bool $energised,
        array $plausible,
    ): array {
        $minutes = $energised
            ? $this->supply->points[$target]->minutes + ($quantity === 'ripple' ? self::SCOPE : 0.0)
            : $this->deadMinutes($target, $plausible);
        if ($mode !== $state->mode) {
            // Loads are changed with the power off.
            $minutes +=
                self::CHANGE_LOADS + ($state->power->isEnergised() && $energised ? self::UNPLUG + self::ENERGISE : 0.0);
        }
        if ($energised !== $state->power->isEnergised()) {
            $minutes += ($energised ? self::ENERGISE : self::UNPLUG) / self::SHARED_BY;
        }
        if (!$energised) {
            return [$minutes, 1.0];
        }
        $point = $this->supply->points[$target];
        $nominal = $this->expectations[$mode]->nominal;
        $peak = max(abs($nominal->reading($target, 'dc')), 1.4 * $nominal->reading($target, 'ac'));

        return [
            $minutes,
            match (true) {
                $this->supply->isHot($point->node) => self::HAZARD_HOT,
                $peak > self::HIGH => self::HAZARD_HIGH,
                default => self::HAZARD_LIVE,
            },
        ];
    }

    /** @param array<string, float> $plausible */
    private function deadMinutes(string $target, array $plausible): float
    {
        if (isset($this->supply->points[$target])) {
            return self::DEAD_RAIL;
        }
        $part = explode('.', $target)[0];
        foreach ($plausible as $id => $probability) {
            if ($probability > self::SUSPECT && ($this->dictionary->hypotheses[$id]->ref ?? null) === $part) {
                return self::DEAD_SUSPECT;
            }
        }

        return self::DEAD_OTHER;
    }
}

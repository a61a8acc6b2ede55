<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Parts\FeedsEnergy;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Uncertainty;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * What a good unit would read at every test point of one mode.
 *
 * Each tolerance is moved to its limit and the circuit solved again; the shifts combine as independent rectangular
 * distributions with the model's and the meter's own uncertainty (JCGM 100:2008, 4.3.7 and 5.1.2).
 */
final readonly class Expectations
{
    /** Relative model error of DC and AC readings, and of ripple (bench against ngspice). */
    private const MODEL = ['dc' => 0.004, 'ac' => 0.006, 'ripple' => 0.05];

    /** Ohms of a meter on its low-impedance function; points of less than a twentieth of it do not care (common practice). */
    private const LOW_IMPEDANCE = 300e3;

    private const STIFF = self::LOW_IMPEDANCE / 20;

    private const MODEL_FLOOR = ['dc' => 0.01, 'ac' => 0.005, 'ripple' => 0.01];

    /**
     * @param array<string, array<string, Window>> $windows by point id and quantity (dc, ac, ripple)
     * @param array<string, float>                 $loaded    mean volts that a low-impedance meter leaves at points it pulls down, by point id
     * @param array<string, string>                $functions the function to measure each point with: dc or ac
     */
    private function __construct(
        public Mode $mode,
        public ?float $mainsVolts,
        public array $windows,
        public array $functions,
        public Observation $nominal,
        public array $loaded,
    ) {
    }

    /**
     * @param float|null $mainsVolts as measured, which takes the mains tolerance out
     *
     * @throws NoStableReading if the healthy supply does not settle
     */
    public static function of(Description $supply, Mode $mode, ?float $mainsVolts = null): self
    {
        $behaviour = new Behaviour($supply);
        $nominal = $behaviour->live($mode, [], $mainsVolts);
        if (! $nominal->settled) {
            throw NoStableReading::noConsistentState();
        }
        $shifts = [];
        foreach ($supply->parts as $ref => $part) {
            if ($part->kind instanceof FeedsEnergy || in_array($ref, $mode->absent, true)) {
                continue;
            }
            foreach ($part->tolerances as $parameter => $tolerance) {
                if ($tolerance > 0) {
                    $moved = $supply->withParts([$ref => $part->with($parameter, $part->value($parameter) * (1 + $tolerance))]);
                    $shifts["{$ref} {$parameter}"] = (new Behaviour($moved))->live($mode, [], $mainsVolts, $nominal->guide, true);
                }
            }
        }
        $volts = $mainsVolts ?? $supply->mainsVoltage * $mode->mains;
        $mains = $mainsVolts === null ? [
            $behaviour->live($mode, [], $volts * (1 - $supply->mainsTolerance), $nominal->guide, true),
            $behaviour->live($mode, [], $volts * (1 + $supply->mainsTolerance), $nominal->guide, true),
        ] : [];

        $windows = $functions = [];
        foreach ($supply->points as $id => $point) {
            $functions[$id] = Observation::isAlternating($nominal->reading($id, 'dc'), $nominal->reading($id, 'ac')) ? 'ac' : 'dc';
            foreach (['dc', 'ac', 'ripple'] as $quantity) {
                $windows[$id][$quantity] = self::spread($id, $quantity, $nominal, $shifts, $mains)->wandering($quantity === 'ripple' ? 0.0 : $nominal->reading($id, 'swing'));
            }
            $documented = $point->documented;
            if ($documented !== null && ($documented['mode'] === null || $documented['mode'] === $mode->id)) {
                $function = $functions[$id];
                $windows[$id][$function] = $windows[$id][$function]->documented($documented['value'], $documented['tolerance']);
            }
        }

        return new self($mode, $mainsVolts, $windows, $functions, $nominal, self::loaded($supply, $mode, $mainsVolts, $nominal));
    }

    /**
     * What a meter on its low-impedance function (or an old one of 20 kohm per volt) would leave of a good unit's voltages.
     *
     * @return array<string, float> volts by point id, where it matters
     */
    private static function loaded(Description $supply, Mode $mode, ?float $mainsVolts, Observation $nominal): array
    {
        $meter = new DeadMeter($supply);
        $checks = $supply->deadChecks();
        $loaded = [];
        foreach ($supply->points as $id => $point) {
            $good = $nominal->reading((string) $id, 'dc');
            if (abs($good) < 1.0 || $meter->read($checks[(string) $id], $mode) < self::STIFF) {
                continue;
            }
            $seen = (new Behaviour($supply->withMeterOf(self::LOW_IMPEDANCE, $point)))->live($mode, [], $mainsVolts, $nominal->guide, true);
            if ($seen->settled && abs($seen->reading((string) $id, 'dc') - $good) > 0.05 * abs($good)) {
                $loaded[(string) $id] = $seen->reading((string) $id, 'dc');
            }
        }

        return $loaded;
    }

    public function window(string $point, ?string $quantity = null): Window
    {
        return $this->windows[$point][$quantity ?? $this->functions[$point]];
    }

    /**
     * @param array<string, Observation> $shifts by part reference and parameter, one space between
     * @param list<Observation>          $mains  at the low and the high limit; empty if the mains was measured
     */
    private static function spread(string $id, string $quantity, Observation $nominal, array $shifts, array $mains): Window
    {
        $centre = $nominal->reading($id, $quantity);
        $common = [
            self::MODEL[$quantity] * abs($centre) + self::MODEL_FLOOR[$quantity],
            Uncertainty::fromHalfWidth(($quantity === 'dc' ? Meter::forDc() : Meter::forAc())->halfWidth($centre)),
        ];
        $contributions = [];
        foreach ($shifts as $what => $observation) {
            $shift = $observation->settled ? $observation->reading($id, $quantity) - $centre : 0.0;
            $common[] = Uncertainty::fromHalfWidth($shift);
            $contributions[] = ['what' => explode(' ', $what)[0], 'volts' => abs($shift)];
        }
        $down = $up = 0.0;
        foreach ($mains as $observation) {
            $shift = $observation->settled ? $observation->reading($id, $quantity) - $centre : 0.0;
            $shift < 0 ? $down = max($down, -$shift) : $up = max($up, $shift);
        }
        if ($mains !== []) {
            $contributions[] = ['what' => 'mains', 'volts' => max($down, $up)];
        }
        usort($contributions, static fn(array $a, array $b): int => $b['volts'] <=> $a['volts']);
        $sigma = Uncertainty::combine($common);
        $below = Uncertainty::combine([$sigma, Uncertainty::fromHalfWidth($down)]);
        $above = Uncertainty::combine([$sigma, Uncertainty::fromHalfWidth($up)]);
        $low = $centre - Uncertainty::COVERAGE_90 * $below;

        return new Window(
            $centre,
            $quantity === 'dc' ? $low : max(0.0, $low),
            $centre + Uncertainty::COVERAGE_90 * $above,
            max($below, $above),
            array_slice(array_values(array_filter($contributions, static fn(array $c): bool => $c['volts'] > 1e-4)), 0, 4),
        );
    }
}

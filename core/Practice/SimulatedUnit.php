<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Supply\Description;

/**
 * One particular unit of a kind: its parts spread within their tolerances, perhaps with a fault, read with a meter that
 * errs within its accuracy. A fixed seed gives the same unit and the same readings every time.
 */
final class SimulatedUnit implements Unit
{
    private Description $unit;

    private int $state;

    /** @var array<string, Observation> */
    private array $observations = [];

    /** Whether its faults are there just now. */
    private bool $isShowing = true;

    /** @var array<string, string> what broke stays broken */
    private array $broken = [];

    /** @var array<string, Breaking> how it went, by reference */
    private array $how = [];

    /**
     * @param array<string, string> $faults fault name by part reference
     * @param float $shy   share of its starts at which its faults are not there
     * @param float $width share of their tolerances that parts and meter use; most units are better than they must be
     */
    public function __construct(
        Description $supply,
        private array $faults,
        int $seed,
        private readonly float $width = 0.7,
        private readonly float $shy = 0.0,
    ) {
        $this->state = $seed & 0x7fffffff;
        $changed = [];
        foreach ($supply->parts as $ref => $part) {
            foreach ($part->tolerances as $parameter => $tolerance) {
                if ($tolerance > 0 && $part->knows($parameter)) {
                    $part = $part->with(
                        $parameter,
                        $part->value($parameter) * (1 + $tolerance * $this->width * $this->spread()),
                    );
                }
            }
            $changed[(string) $ref] = $part;
        }
        $this->unit = $supply->withParts($changed);
        // It arrives as its owner left it: run as usual, with whatever fuse that took.
        $this->observe($supply->mode(null)->id, null);
    }

    /** This unit's own parts, spread within their tolerances, as they were before anything broke. */
    public function asBuilt(): Description
    {
        return $this->unit;
    }

    /** Switched on: what comes and goes is there this time, or is not. */
    public function start(): void
    {
        if ($this->shy > 0.0) {
            $this->isShowing = $this->spread() > 2 * $this->shy - 1;
            $this->observations = [];
        }
    }

    /** A part was replaced by a good one. */
    public function repair(string $ref): void
    {
        unset($this->faults[$ref], $this->broken[$ref]);
        $this->observations = [];
    }

    /**
     * What the meter shows, energised: dc, ac or ripple in volts.
     *
     * @param float|null $mainsVolts null for nominal
     */
    public function live(string $point, string $quantity, string $mode, ?float $mainsVolts = null): float
    {
        $observation = $this->observe($mode, $mainsVolts);
        $true = $observation->reading($point, $quantity);

        return $this->asShown($true, $quantity === 'dc' ? Meter::forDc() : Meter::forAc());
    }

    /** Whether a part by itself is bad, whatever broke it; whoever tests one that comes and goes taps and warms it. */
    public function isBad(string $ref): bool
    {
        return $this->faultOf($ref) !== null;
    }

    /** The way in which a part is bad, whatever broke it; null if it is good. */
    public function faultOf(string $ref): ?string
    {
        return $this->broken[$ref] ?? ($this->faults[$ref] ?? null);
    }

    /** How a part went that something else took along; null if nothing did. */
    public function went(string $ref): ?Breaking
    {
        return $this->how[$ref] ?? null;
    }

    /** Whether a meter finds anything that stands still in this mode. */
    public function settles(string $mode, ?float $mainsVolts = null): bool
    {
        return $this->observe($mode, $mainsVolts)->settled;
    }

    /** @return list<string> what is seen and heard: "LED1 lit", "F1 open", "ticks" */
    public function signs(string $mode, ?float $mainsVolts = null): array
    {
        return $this->observe($mode, $mainsVolts)->signs;
    }

    /** @return float amperes rms that an ammeter in the line shows */
    public function amperes(string $mode, float $mainsVolts): float
    {
        $run = (new Behaviour($this->unit))->run($this->unit->mode($mode), $this->presentFaults(), $mainsVolts);

        return $this->asShown($run->longest()->record->currentSignal($this->unit->source()->ref)->rms, Meter::forAc());
    }

    /** What the meter shows with the plug out: ohms, or volts for a diode test; INF for OL. */
    public function dead(string $check, string $mode): float
    {
        $true = (new DeadMeter($this->unit))->read(
            $this->unit->deadChecks()[$check],
            $this->unit->mode($mode),
            $this->presentFaults(),
        );

        return is_infinite($true) ? INF : $this->asShown($true, Meter::forResistance());
    }

    private function observe(string $mode, ?float $mainsVolts): Observation
    {
        $key = $mode . '@' . $mainsVolts;
        if (!isset($this->observations[$key])) {
            $observation = (new Behaviour($this->unit))->live(
                $this->unit->mode($mode),
                $this->presentFaults(),
                $mainsVolts,
            );
            $this->broken += $observation->broken();
            $this->how += $observation->howBroken();
            $this->observations[$key] = $observation;
        }

        return $this->observations[$key];
    }

    /** @return array<string, string> */
    private function presentFaults(): array
    {
        return $this->broken + ($this->isShowing ? $this->faults : []);
    }

    private function asShown(float $true, Meter $meter): float
    {
        $shown = $true + ($this->width - 0.2) * $meter->halfWidth($true) * $this->spread();

        return (float) sprintf('%.4g', abs($shown) < 1e-3 ? 0.0 : $shown);
    }

    /** Uniform between -1 and 1 (Park and Miller's minimal generator, so that every PHP gives the same). */
    private function spread(): float
    {
        $this->state = (int) (($this->state * 48271) % 2147483647) ?: 1;

        return (2 * $this->state) / 2147483647 - 1;
    }
}

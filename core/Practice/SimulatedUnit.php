<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Closure;
use Oculant\Core\Bench\Context;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;
use Oculant\Core\Supply\PointPair;

/**
 * One particular unit of a kind: its parts spread within their tolerances, perhaps with a fault, read with a meter that
 * errs within its accuracy. A fixed seed gives the same unit and the same readings every time.
 */
final class SimulatedUnit implements Unit
{
    /** Kelvin above the room that no insulation or junction stands (common practice). */
    private const BURNS = 300.0;

    /** Times the watts of a good unit. */
    private const FAR_MORE = 4.0;

    private Description $unit;

    private int $state;

    /** @var array<string, Observation> */
    private array $observations = [];

    /** What a technician has lifted, bridged or put between wall and unit. */
    private Context $context;

    /** Volts at the feed as it is set up; null for nominal. */
    private ?float $mainsVolts = null;

    /** @var array<string, Part> what went in with other values than were there, by reference */
    private array $fitted = [];

    /** @var array<string, Description> as it stands, by mode, context and whether every place has a point */
    private array $stands = [];

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
     * @param (Closure(string, Closure(): Observation): Observation)|null $keep remembers what solving it gives, by a
     *     word that is the same for the same state of the unit
     */
    public function __construct(
        private readonly Description $supply,
        private array $faults,
        private readonly int $seed,
        private readonly float $width = 0.7,
        private readonly float $shy = 0.0,
        private readonly ?Closure $keep = null,
    ) {
        $this->context = new Context([], null);
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

    /**
     * What takes far more than in a good unit, and gets hotter than anything stands, burns out: nothing has switched it
     * off in time.
     *
     * @return list<string> references
     */
    public function burn(string $mode): array
    {
        $stands = $this->standing($mode);
        $good = (new Behaviour($stands))->live($stands->mode($mode), [], $this->mainsVolts)->heat;
        $burnt = [];
        foreach ($this->observe($mode, null)->heat as $ref => $watts) {
            $part = $stands->parts[$ref] ?? null;
            $open =
                $part === null
                    ? []
                    : array_values(
                        array_filter(
                            $part->kind->faults($part),
                            static fn(FaultMode $f): bool => FailureClass::of($f->name) === FailureClass::Open,
                        ),
                    );
            if (
                $open !== [] &&
                $this->faultOf((string) $ref) === null &&
                $watts > self::FAR_MORE * ($good[$ref] ?? 0.0) &&
                Warmth::rise($part, $watts) > self::BURNS
            ) {
                $this->broken[(string) $ref] = $open[0]->name;
                $burnt[] = (string) $ref;
            }
        }
        $this->observations = $burnt === [] ? $this->observations : [];

        return $burnt;
    }

    /** Switched on: what comes and goes is there this time, or is not. */
    public function start(): void
    {
        if ($this->shy > 0.0) {
            $this->isShowing = $this->spread() > 2 * $this->shy - 1;
            $this->observations = [];
        }
    }

    /**
     * A part was replaced by a good one.
     *
     * @param Part|null $by of other values than it had; null for one like it
     */
    public function repair(string $ref, ?Part $by = null): void
    {
        unset($this->faults[$ref], $this->broken[$ref], $this->how[$ref]);
        if ($by !== null) {
            $this->unit = $this->unit->withParts([$ref => $by]);
            $this->fitted[$ref] = $by;
        }
        $this->observations = $this->stands = [];
    }

    /** From now on it stands so: what is lifted or bridged, what feeds it, and how much. */
    public function setUp(Context $context, ?float $mainsVolts): void
    {
        $this->context = $context;
        $this->mainsVolts = $mainsVolts;
    }

    /** What the meter errs by at a moment is the same whenever that moment is played again. */
    public function moment(int $moment): void
    {
        $this->state = (crc32("{$this->seed} {$moment}") % 2147483646) + 1;
    }

    /**
     * What the meter shows, energised: dc, ac or ripple in volts.
     *
     * @param float|null $mainsVolts null for nominal
     */
    public function live(string $point, string $quantity, string $mode, ?float $mainsVolts = null): float
    {
        $true = $this->supply->foretells($point)
            ? $this->at($point, $quantity, $this->observe($mode, $mainsVolts), $this->supply->points)
            : $this->at(
                $point,
                $quantity,
                $this->observe($mode, $mainsVolts, true),
                $this->standing($mode, true)->points,
            );

        return $this->asShown($true, $quantity === 'dc' ? Meter::forDc() : Meter::forAc());
    }

    /**
     * One lead on a point, or one on each of two.
     *
     * @param array<string, Point> $points
     */
    private function at(string $target, string $quantity, Observation $seen, array $points): float
    {
        [$from, $to] = isset($points[$target]) ? [$target, null] : PointPair::ids($target, $points) ?? [$target, null];

        return $seen->reading($from, $quantity) - ($to === null ? 0.0 : $seen->reading($to, $quantity));
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

    /** @return array<string, Breaking> how parts went that something else took along, by reference */
    public function gone(): array
    {
        return $this->how;
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
        $stands = $this->standing($mode);
        $asked = $stands->deadCheck($check);
        $true =
            $asked === null
                ? INF
                : (new DeadMeter($stands))->read($asked, $stands->mode($mode), $this->presentFaults());

        return is_infinite($true) ? INF : $this->asShown($true, Meter::forResistance());
    }

    /** @param bool $isOpened with a point at every place */
    private function observe(string $mode, ?float $mainsVolts, bool $isOpened = false): Observation
    {
        $mainsVolts ??= $this->mainsVolts;
        $key = "{$mode}@{$mainsVolts} {$this->context->key()}" . ($isOpened ? ' opened' : '');
        if (!isset($this->observations[$key])) {
            $stands = $this->standing($mode, $isOpened);
            $faults = array_intersect_key($this->presentFaults(), $stands->parts);
            $solve = static fn(): Observation => (new Behaviour($stands))->live(
                $stands->mode($mode),
                $faults,
                $mainsVolts,
            );
            $observation =
                $this->keep === null
                    ? $solve()
                    : ($this->keep)(json_encode([$key, $faults, $this->fitted()], JSON_THROW_ON_ERROR), $solve);
            $this->broken += $observation->broken();
            $this->how += $observation->howBroken();
            $this->observations[$key] = $observation;
        }

        return $this->observations[$key];
    }

    /** This unit's own parts with what was changed for the time being. */
    private function standing(string $mode, bool $isOpened = false): Description
    {
        if ($this->context->isPlain() && !$isOpened) {
            return $this->unit;
        }
        $key = "{$mode} {$this->context->key()}" . ($isOpened ? ' opened' : '');
        if (!isset($this->stands[$key])) {
            $altered = $this->context->isPlain() ? $this->supply : $this->context->on($this->supply, $mode);
            $altered = $isOpened ? $altered->opened($mode) : $altered;
            // Its parts are as they are in this unit, and not as described.
            $this->stands[$key] = $altered->withParts(array_intersect_key($this->unit->parts, $altered->parts));
        }

        return $this->stands[$key];
    }

    /** @return array<string, array<string, mixed>> what is in it that was not there before, by reference */
    private function fitted(): array
    {
        return array_map(static fn(Part $part): array => $part->values, $this->fitted);
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

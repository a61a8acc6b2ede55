<?php

declare(strict_types=1);

namespace App\StandIn;

use Oculant\Core\Practice\RunningUnit;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Supply\DescriptionReader;
use Psr\Clock\ClockInterface;

/**
 * The bench that the stand-ins are wired to: one unit, solved by the engine, with a feed and loads, and the
 * technician's hands that hold the probes. Hands speak JSON, one object a line; they are what a person does at a real
 * bench.
 */
final class Rig
{
    /** Volts by which the wall wanders, as a share, and how slowly. */
    private const WANDER = [[0.012, 5400.0], [0.004, 431.0]];

    private ?RunningUnit $unit = null;

    private string $unitKey = '';

    public bool $wallOn = false;

    public float $wallVolts = 230.0;

    private ?string $mode = null;

    /** @var array{target: string, quantity: string} */
    public array $probe = ['target' => '', 'quantity' => 'dc'];

    /** @var array<int, array{quantity: string, target: string}> by input of the logger */
    public array $sensors = [];

    /** @var array{on: bool, volts: float, hertz: float, limit: float} */
    public array $source = ['on' => false, 'volts' => 0.0, 'hertz' => 50.0, 'limit' => 1.0];

    /** @var array{on: bool, volts: float, limit: float} */
    public array $supply = ['on' => false, 'volts' => 0.0, 'limit' => 0.1];

    /** @var array<int, array{on: bool, kind: string, amperes: float, ohms: float}> by channel of the electronic load */
    public array $loads = [];

    public function __construct(private readonly ClockInterface $clock) {}

    /** @return float seconds */
    public function now(): float
    {
        return (float) $this->clock->now()->format('U.u');
    }

    /**
     * What a person does at the bench.
     *
     * @return string "ok", or what was wrong
     */
    public function hands(string $line): string
    {
        $does = json_decode($line, true);
        if (!is_array($does)) {
            return 'not understood';
        }
        if (isset($does['unit'])) {
            $this->place($does['unit']);
        }
        if (isset($does['wall'])) {
            if ($does['wall']['on'] && !$this->wallOn && !$this->source['on']) {
                // Plugged into the wall, it is no longer in the source.
                $this->source['volts'] = 0.0;
            }
            [$this->wallOn, $this->wallVolts, $this->mode] = [
                (bool) $does['wall']['on'],
                (float) ($does['wall']['volts'] ?? 230.0),
                $does['wall']['mode'] ?? null,
            ];
        }
        if (isset($does['probe'])) {
            $this->probe = [
                'target' => (string) $does['probe']['target'],
                'quantity' => (string) $does['probe']['quantity'],
            ];
        }
        if (isset($does['sensors'])) {
            $this->sensors = [];
            foreach ($does['sensors'] as $input => $sensor) {
                $this->sensors[(int) $input] = [
                    'quantity' => (string) $sensor['quantity'],
                    'target' => (string) $sensor['target'],
                ];
            }
        }
        $this->settle();

        return 'ok';
    }

    /** Feed and loads as the instruments stand reach the unit. */
    public function settle(): void
    {
        $shares = [];
        $rails = $this->unit === null ? [] : array_values(Rail::all($this->unit->supply));
        foreach ($this->loads as $channel => $load) {
            $rail = $rails[$channel - 1] ?? null;
            if ($rail !== null) {
                $volts = abs((float) $rail->point->rail);
                $shares[$rail->point->id] = $load['on']
                    ? ($load['kind'] === 'RES' ? $volts / max(0.01, $load['ohms']) : $load['amperes']) /
                        max(1e-6, $rail->amperes($volts))
                    : 0.0;
            }
        }
        $this->unit?->set($this->now(), $this->feed(), $this->mode, $shares);
    }

    /** @return float volts at the unit's feed as set */
    public function feed(): float
    {
        return match (true) {
            // A unit that is plugged into the source is not in the wall, whether the source is on or off.
            $this->source['volts'] > 0.0 => $this->source['on'] ? $this->source['volts'] : 0.0,
            $this->supply['on'] && $this->unit?->supply->frequency <= 0.0 => $this->supply['volts'],
            $this->wallOn => $this->wallVolts,
            default => 0.0,
        };
    }

    /** @return float volts at the feed at a moment: the wall wanders, the instruments do not */
    public function mainsAt(float $now): float
    {
        $feed = $this->feed();
        if ($feed <= 0.0 || $this->source['volts'] > 0.0 || $this->supply['on']) {
            return $feed;
        }
        $share = 0.0;
        foreach (self::WANDER as [$size, $period]) {
            $share += $size * sin((2 * M_PI * $now) / $period);
        }

        return $feed * (1 + $share);
    }

    /** @return float what a sensor at the unit gives, in SI units and degrees Celsius; NAN if nothing is there */
    public function sense(string $quantity, string $target, float $now): float
    {
        if ($this->unit === null) {
            return NAN;
        }
        $mains = $this->mainsAt($now);

        return match (true) {
            $quantity === 'resistance' => $this->feed() > 0.0 ? NAN : $this->unit->ohms($target),
            $target === 'room' => $this->unit->celsius('room', $now),
            $target === 'mains' => $mains,
            $quantity === 'celsius' => $this->unit->celsius($target, $now),
            $quantity === 'watts' => $this->unit->watts($now),
            $quantity === 'amperes' => $this->unit->amperes($now),
            isset($this->unit->supply->points[$target]) => $this->unit->reading($target, $quantity, $now, $mains),
            default => NAN,
        };
    }

    public function unit(): ?RunningUnit
    {
        return $this->unit;
    }

    /** @param array<string, mixed> $given description, faults, seed, ageing */
    private function place(array $given): void
    {
        // The same unit stays where it is, warm as it is.
        $key = hash('xxh128', json_encode($given, JSON_THROW_ON_ERROR));
        if ($key === $this->unitKey) {
            return;
        }
        $this->unit = new RunningUnit(
            DescriptionReader::fromArray($given['description']),
            $given['faults'] ?? [],
            (int) ($given['seed'] ?? 1),
            $given['ageing'] ?? [],
            shy: (float) ($given['shy'] ?? 0.0),
        );
        $this->unitKey = $key;
        $this->loads = [];
        $this->source['volts'] = $this->source['on'] ? $this->source['volts'] : 0.0;
    }
}

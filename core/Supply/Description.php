<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Ability\Oscillates;
use Oculant\Core\Parts\Ability\Switches;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Parts\Kind\PwmController;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use OutOfBoundsException;

/** A supply, described once. Everything a technician sees is computed from this and the job's log. */
final class Description
{
    /** @var array<string, DeadCheck>|null */
    private ?array $deadChecks = null;

    /** @var array<string, Point>|null */
    private ?array $places = null;

    /** @var array<string, Point>|null */
    private ?array $outputs = null;

    private ?bool $isSwitching = null;

    /**
     * @param string               $reference      node that everything is measured against in the equations
     * @param float                $mainsTolerance ratio
     * @param array<string, Part>  $parts          by reference
     * @param array<string, Point> $points         by id
     * @param array<string, Mode>  $modes          by id; the first is the usual one
     * @param array<string, Stage> $stages         by id, in the order of energy flow
     * @param array<string, Ground> $grounds       by node
     * @param list<Interlock>      $interlocks
     * @param list<string>         $cautions
     * @param array<string, int>   $islands        galvanic island by node
     * @param array<string, mixed> $written        the description as it was read
     */
    public function __construct(
        public readonly string $title,
        public readonly string $revision,
        public readonly string $reference,
        public readonly float $mainsVoltage,
        public readonly float $frequency,
        public readonly float $mainsTolerance,
        public readonly array $parts,
        public readonly array $points,
        public readonly array $modes,
        public readonly array $stages,
        public readonly array $grounds,
        public readonly array $interlocks,
        public readonly array $cautions,
        public readonly array $islands,
        public readonly array $written,
    ) {}

    public function part(string $ref): Part
    {
        return $this->parts[$ref] ??
            throw new OutOfBoundsException($this->noSuch('part', $ref, array_keys($this->parts)));
    }

    public function point(string $id): Point
    {
        return $this->points[$id] ??
            ($this->places()[$id] ??
                (PointPair::of($id, $this->places()) ??
                    throw new OutOfBoundsException($this->noSuch('test point', $id, array_keys($this->points)))));
    }

    /** @return array<string, Point> the points, and where leads can be put beside them, by id */
    public function places(): array
    {
        return $this->places ??= $this->points + Places::beside($this);
    }

    /**
     * Rails that the unit is there for: beyond the mains side, or what a set without a mains transformer lives on.
     *
     * @return array<string, Point> by id
     */
    public function outputs(): array
    {
        return $this->outputs ??= array_filter(
            $this->points,
            fn(Point $point): bool => $point->rail !== null &&
                (!$this->isHot($point->node) || $this->isConsumed($point->node)),
        );
    }

    private function isConsumed(string $node): bool
    {
        return array_filter(
            $this->parts,
            static fn(Part $part): bool => $part->kind instanceof Consumes && in_array($node, $part->terminals, true),
        ) !== [];
    }

    /** Whether what is read there is computed with the description as it is: at a point, or between two. */
    public function foretells(string $target): bool
    {
        return isset($this->points[$target]) || PointPair::ends($target, $this->points) !== null;
    }

    /** One mode of it with a test point at every place; a description of its own, with its own hash. */
    public function opened(string $mode): self
    {
        $written = $this->altered($mode, [])->written;
        foreach (Places::beside($this) as $place) {
            $written['points'][] = [
                'id' => $place->id,
                'node' => $place->node,
                'against' => $place->against,
                'how' => $place->how,
                'minutes' => $place->minutes,
            ];
        }

        return DescriptionReader::fromArray($written);
    }

    public function mode(?string $id): Mode
    {
        if ($id === null) {
            return $this->modes[array_key_first($this->modes)];
        }

        return $this->modes[$id] ??
            throw new OutOfBoundsException($this->noSuch('mode', $id, array_keys($this->modes)));
    }

    /** True if the node is joined to the mains without a transformer between. */
    /**
     * What is on the board and not described, as far as what was written of it can be read: while it is being typed
     * anything may stand there.
     *
     * @return list<array{ref: string, value: string, pins: array<int|string, string>}> pins: node by pin
     */
    public function unknown(): array
    {
        $rows = [];
        $written = $this->written['unknown'] ?? [];
        foreach (is_array($written) ? $written : [] as $row) {
            if (is_array($row) && is_string($row['ref'] ?? null) && $row['ref'] !== '') {
                $pins = $row['pins'] ?? [];
                $rows[] = [
                    'ref' => $row['ref'],
                    'value' => is_string($row['value'] ?? null) ? $row['value'] : '?',
                    'pins' => is_array($pins) ? array_filter($pins, is_string(...)) : [],
                ];
            }
        }

        return $rows;
    }

    /** @return list<string> their references */
    public function undescribed(): array
    {
        return array_column($this->unknown(), 'ref');
    }

    public function isHot(string $node): bool
    {
        $source = $this->source();

        return $this->frequency > 0 &&
            $this->islands[array_values($source->terminals)[0]] === ($this->islands[$node] ?? -1);
    }

    /** True if something in it follows or decides while it runs, so that every solve is several. */
    public function isSwitching(): bool
    {
        return $this->isSwitching ??=
            array_filter($this->parts, static fn(Part $part): bool => $part->kind instanceof Switches) !== [];
    }

    /**
     * @return list<string> nodes where a switch drives or is driven, so that what the average shows there is a wave in
     *     truth
     */
    public function chopped(): array
    {
        return [...$this->driven(), ...$this->atSwitches('d')];
    }

    /** @return list<string> nodes that carry the drive of a switch */
    public function driven(): array
    {
        $nodes = $this->atSwitches('g');
        foreach ($this->parts as $part) {
            if ($part->kind instanceof PwmController) {
                array_push(
                    $nodes,
                    ...array_values(array_intersect_key($part->terminals, ['out' => true, 'out2' => true])),
                );
            }
        }

        return $nodes;
    }

    /** @return list<Part> those whose clock is seen at a node */
    public function clocksAt(string $node): array
    {
        return array_values(
            array_filter(
                $this->parts,
                static fn(Part $part): bool => $part->kind instanceof Oscillates &&
                    in_array($node, $part->kind->clockNodes($part), true),
            ),
        );
    }

    /** @return list<string> nodes of one terminal of whatever a converter switches with */
    private function atSwitches(string $terminal): array
    {
        $nodes = [];
        foreach ($this->parts as $part) {
            foreach ($part->kind instanceof Switches ? ['switch', 'switch2', 'switch3', 'switch4'] : [] as $name) {
                $switch = $part->linked($name);
                if ($switch?->has($terminal) === true) {
                    $nodes[] = $switch->node($terminal);
                }
            }
        }

        return $nodes;
    }

    /** True if its faults take long enough to solve that they are solved once, at nominal mains. */
    public function isLarge(): bool
    {
        return $this->isSwitching() || count($this->parts) > 24;
    }

    /** Where the energy comes in. */
    public function source(): Part
    {
        foreach ($this->parts as $part) {
            if ($part->kind instanceof FeedsEnergy) {
                return $part;
            }
        }

        throw new OutOfBoundsException(sprintf('"%s" has no source.', $this->title));
    }

    /**
     * The parts that are there in a mode, set as the mode sets them.
     *
     * @param float|null $mainsVolts as measured; null for the nominal voltage times the mode's share
     *
     * @return array<string, Part> by reference
     */
    public function partsIn(Mode $mode, ?float $mainsVolts = null): array
    {
        $parts = array_diff_key($this->parts, array_flip($mode->absent));
        foreach ($parts as $ref => $part) {
            if (isset($mode->values[$ref])) {
                $part = $part->withValues($mode->values[$ref])->withChoices($mode->choices[$ref]);
            }
            if ($part->kind instanceof Mains) {
                $part = $part->with(
                    $part->knows('dc') ? 'dc' : 'voltage',
                    $mainsVolts ?? $this->mainsVoltage * $mode->mains,
                );
            }
            $parts[$ref] = $part;
        }

        return $parts + $mode->added;
    }

    /** What people call the node that a black lead goes to: "hot ground, live" rather than a net name. */
    public function groundName(string $node): string
    {
        $name = $this->grounds[$node]->name ?? $node;

        return $this->isHot($node) && isset($this->grounds[$node]) ? "{$name} (live)" : $name;
    }

    /** @return array<string, DeadCheck> every unpowered check, by id: the parts' own and each rail to its ground */
    public function deadChecks(): array
    {
        if ($this->deadChecks !== null) {
            return $this->deadChecks;
        }
        $checks = [];
        foreach ($this->parts as $part) {
            foreach ($part->kind->deadChecks($part) as $check) {
                $checks[$check->id] = $check;
            }
        }
        foreach ($this->points as $point) {
            $checks[$point->id] ??= DeadCheck::rail(
                $point->id,
                $point->node,
                $point->against,
                $point->name,
                $point->how,
            );
        }

        return $this->deadChecks = $checks;
    }

    /**
     * A check of the list, or one that a technician makes beside it: "X.reverse" with the leads swapped, "U1.in-out"
     * between two pins of a part, "TP3-TP5" between two points, "C7.plus" from a pin to its ground; null
     * if there is no such place.
     */
    public function deadCheck(string $id): ?DeadCheck
    {
        $known = $this->deadChecks()[$id] ?? null;
        if ($known !== null) {
            return $known;
        }
        if (str_ends_with($id, DeadCheck::TURNED)) {
            return $this->deadCheck(substr($id, 0, -strlen(DeadCheck::TURNED)))?->turned();
        }
        if (preg_match('/^(.+)\.(\w+)-(\w+)$/', $id, $pins) === 1) {
            $part = $this->parts[$pins[1]] ?? null;

            return $part !== null && $pins[2] !== $pins[3] && $part->has($pins[2]) && $part->has($pins[3])
                ? DeadCheck::pins($part, $pins[2], $pins[3])
                : null;
        }
        if (isset($this->places()[$id])) {
            $place = $this->places()[$id];

            return DeadCheck::rail($id, $place->node, $place->against, $place->name, $place->how);
        }
        [$from, $to] = PointPair::ends($id, $this->places()) ?? [null, null];

        return $from === null || $to === null
            ? null
            : DeadCheck::between($id, $from->node, $to->node, $from->name, $to->name);
    }

    /** A fingerprint of everything that computation depends on. */
    public function hash(): string
    {
        return hash(
            'xxh128',
            json_encode(
                array_diff_key($this->written, ['traced' => true]),
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
            ),
        );
    }

    /** @param array<string, Part> $changed parts that take the place of those with the same reference */
    public function withParts(array $changed): self
    {
        return new self(
            $this->title,
            $this->revision,
            $this->reference,
            $this->mainsVoltage,
            $this->frequency,
            $this->mainsTolerance,
            array_replace($this->parts, $changed),
            $this->points,
            $this->modes,
            $this->stages,
            $this->grounds,
            $this->interlocks,
            $this->cautions,
            $this->islands,
            $this->written,
        );
    }

    /**
     * The supply in one mode as it stands with some things changed for the time being; a description of its own, with
     * its own hash.
     *
     * @param list<Alteration> $alterations
     */
    public function altered(string $mode, array $alterations): self
    {
        $kept = array_values(
            array_filter($this->written['modes'] ?? [], static fn(array $row): bool => ($row['id'] ?? null) === $mode),
        )[0] ?? ['id' => $mode, 'name' => $this->modes[$mode]->name];
        $written = $this->written;
        $written['modes'] = [
            array_reduce($alterations, static fn(array $row, Alteration $one): array => $one->to($row), $kept),
        ];
        foreach ($written['points'] as $k => $point) {
            if (($point['documented']['mode'] ?? $mode) !== $mode) {
                unset($written['points'][$k]['documented']);
            }
        }

        return DescriptionReader::fromArray($written);
    }

    /** With a meter of so many ohms at a point, beside the usual one. */
    public function withMeterOf(float $ohms, Point $point): self
    {
        return $this->withParts([
            'loading' => new Part(
                'loading',
                new Resistor(),
                ['a' => $point->node, 'b' => $point->against],
                ['value' => $ohms, 'power' => 1.0],
                [],
                [],
                ['style' => 'ordinary'],
            ),
        ]);
    }

    /** @param list<int|string> $known */
    private function noSuch(string $what, string $id, array $known): string
    {
        return sprintf('There is no %s "%s" in "%s". It has: %s.', $what, $id, $this->title, implode(', ', $known));
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Ability\NeedsHeadroom;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Kind\AveragedConverter;
use Oculant\Core\Parts\Kind\Bridge;
use Oculant\Core\Parts\Kind\CommonModeChoke;
use Oculant\Core\Parts\Kind\OpAmp;
use Oculant\Core\Parts\Kind\Optocoupler;
use Oculant\Core\Parts\Kind\Potentiometer;
use Oculant\Core\Parts\Kind\Transformer;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\IsolationBarrier;

/**
 * What has to be known of a circuit before it can be drawn: which way round each part lies, which of its pins get a
 * ground of their own, and which side of the isolation it is on. The same description gives the same drawing.
 *
 * Conventions are those of IEC 61082-1 and common practice: energy and signals from left to right, the more positive
 * line above, grounds below, feedback coming back.
 */
final class Schematic
{
    /** Pins between which a part carries, the more positive first, and the one that decides: nothing leads into it. */
    public const STANDING = [
        'transistor' => ['c', 'e', 'b'],
        'mosfet' => ['d', 's', 'g'],
        'thyristor' => ['a', 'k', 'g'],
        'shunt_reference' => ['k', 'a', 'ref'],
    ];

    /** @var array<string, true> */
    private readonly array $grounds;

    public readonly Distances $distances;

    /** @var array<string, list<Part>> by node */
    private array $at = [];

    /** @var array<string, Part> what stands between the sides, by reference */
    private readonly array $bridging;

    /** False while a description that is being typed has no source yet. */
    private readonly bool $isFed;

    /** @var array<string, string> stage by reference */
    private array $stages = [];

    public function __construct(private readonly Description $supply)
    {
        $this->grounds = array_fill_keys(
            [$supply->reference, ...array_map(strval(...), array_keys($supply->grounds))],
            true,
        );
        $this->distances = new Distances($supply, $this->grounds);
        foreach ($supply->parts as $part) {
            foreach (array_unique($part->terminals) as $node) {
                $this->at[$node][] = $part;
            }
        }
        $this->isFed = $this->distances->isFed;
        $bridging = $supply->frequency > 0 && $this->isFed ? (new IsolationBarrier($supply))->bridging() : [];
        $this->bridging = array_column(array_map(static fn(Part $part): array => [$part->ref, $part], $bridging), 1, 0);
        foreach ($supply->stages as $stage) {
            $this->stages += array_fill_keys($stage->parts, $stage->id);
        }
    }

    /** @return list<DrawnPart> in the order of the energy, then of the description */
    public function parts(): array
    {
        $parts = array_map($this->drawn(...), array_values($this->supply->parts));
        $far = fn(DrawnPart $drawn): int => min(
            PHP_INT_MAX,
            ...array_map(fn(DrawnPin $pin): int => $this->distances->to($pin->node), $drawn->pins),
        );
        usort($parts, static fn(DrawnPart $a, DrawnPart $b): int => $far($a) <=> $far($b));

        return $parts;
    }

    /** @return list<DrawnUnknown> parts that nobody understands yet, as far as it is known where they hang */
    public function unknown(): array
    {
        $drawn = [];
        foreach ($this->supply->unknown() as $row) {
            $nodes = $row['pins'];
            if ($nodes === []) {
                continue;
            }
            $beside = array_values(array_filter($nodes, fn(string $node): bool => isset($this->at[$node])));
            $near = array_merge(...array_map(fn(string $node): array => $this->at[$node], $beside));
            $stages = array_map(fn(Part $part): ?string => $this->stages[$part->ref] ?? null, $near);
            $pins = [];
            foreach (array_keys($nodes) as $k => $name) {
                $node = $nodes[$name];
                $pins[] = new DrawnPin(
                    (string) $name,
                    $node,
                    $k < count($nodes) / 2 ? Side::West : Side::East,
                    $this->isGround($node),
                );
            }
            $drawn[] = new DrawnUnknown(
                $row['ref'],
                $row['value'],
                $beside !== [] && $this->isHot($beside[0]) ? Zone::Hot : Zone::Safe,
                array_values(array_filter($stages))[0] ?? null,
                $pins,
            );
        }

        return $drawn;
    }

    public function isGround(string $node): bool
    {
        return isset($this->grounds[$node]);
    }

    public function groundName(string $node): string
    {
        return $this->isFed ? $this->supply->groundName($node) : $node;
    }

    public function isHot(string $node): bool
    {
        return $this->isFed && $this->supply->isHot($node);
    }

    private function drawn(Part $part): DrawnPart
    {
        $sides = $this->sides($part);
        $pins = [];
        foreach ($part->terminals as $name => $node) {
            $side = $sides[$name] ?? $this->frameSide($part, $name);
            $pins[] = new DrawnPin((string) $name, $node, $side, $this->isGround($node));
        }

        return new DrawnPart(
            $part,
            $sides === [] || count($sides) < count($part->terminals) ? Pose::Frame : $this->pose($sides),
            match (true) {
                isset($this->bridging[$part->ref]) => Zone::Barrier,
                $this->isHot(array_values($part->terminals)[0]) => Zone::Hot,
                default => Zone::Safe,
            },
            $this->stages[$part->ref] ?? null,
            $pins,
        );
    }

    /** @param array<string, Side> $sides */
    private function pose(array $sides): Pose
    {
        return in_array(Side::East, $sides, true) && in_array(Side::West, $sides, true) ? Pose::Along : Pose::Across;
    }

    /** @return array<string, Side> of the pins whose side follows from what the part is; the rest are a frame's */
    private function sides(Part $part): array
    {
        $kind = $part->kind;
        $standing = self::STANDING[$kind->name()] ?? null;

        return match (true) {
            $kind instanceof FeedsEnergy && count($part->terminals) === 2 => $this->source($part),
            count($part->terminals) === 2 => $this->pair($part),
            $standing !== null => $this->standing($part, ...$standing),
            $kind instanceof NeedsHeadroom => ['in' => Side::West, 'out' => Side::East] +
                array_fill_keys(array_keys($part->terminals), Side::South),
            $kind instanceof Potentiometer => [
                'a' => Side::North,
                'b' => Side::South,
                'wiper' => $this->far($part, 'wiper') < $this->far($part, 'a') ? Side::West : Side::East,
            ],
            $kind instanceof OpAmp => [
                'plus' => Side::West,
                'minus' => Side::West,
                'out' => Side::East,
                'vp' => Side::North,
                'vn' => Side::South,
            ],
            $kind instanceof CommonModeChoke => [
                'a1' => Side::West,
                'a2' => Side::East,
                'b1' => Side::West,
                'b2' => Side::East,
            ],
            $kind instanceof Bridge => [
                'ac1' => Side::West,
                'ac2' => Side::West,
                'plus' => Side::East,
                'minus' => $this->isGround($part->node('minus')) ? Side::South : Side::East,
            ],
            $kind instanceof Optocoupler => $this->coupler($part),
            $kind instanceof Transformer, $kind instanceof AveragedConverter => $this->windings($part),
            default => [],
        };
    }

    /** @return array<string, Side> */
    private function source(Part $part): array
    {
        [$out, $back] = array_keys($part->terminals);

        return [
            $out => Side::East,
            $back => $this->isGround($part->node($back)) ? Side::South : Side::East,
        ];
    }

    /** @return array<string, Side> */
    private function pair(Part $part): array
    {
        [$one, $other] = array_keys($part->terminals);
        [$isOne, $isOther] = [$this->isGround($part->node($one)), $this->isGround($part->node($other))];
        if ($isOne !== $isOther) {
            return $isOther
                ? [$one => Side::North, $other => Side::South]
                : [$other => Side::North, $one => Side::South];
        }
        if ($this->distances->isReturn($part->node($one)) !== $this->distances->isReturn($part->node($other))) {
            return $this->distances->isReturn($part->node($other))
                ? [$one => Side::North, $other => Side::South]
                : [$other => Side::North, $one => Side::South];
        }

        return match ($this->far($part, $one) <=> $this->far($part, $other)) {
            -1 => [$one => Side::West, $other => Side::East],
            1 => [$other => Side::West, $one => Side::East],
            default => $isOne
                ? [$one => Side::West, $other => Side::East]
                : [$one => Side::North, $other => Side::South],
        };
    }

    /**
     * What decides comes from the west, unless the part lies in the line that it feeds: then from below.
     *
     * @return array<string, Side>
     */
    private function standing(Part $part, string $top, string $bottom, string $control): array
    {
        [$near, $end] = $this->far($part, $top) <= $this->far($part, $bottom) ? [$top, $bottom] : [$bottom, $top];
        if (
            !$this->isGround($part->node($top)) &&
            !$this->isGround($part->node($bottom)) &&
            $this->feedsOn($part, $end)
        ) {
            return [$near => Side::West, $end => Side::East, $control => Side::South];
        }
        if (($part->choices['polarity'] ?? '') === 'pnp') {
            [$top, $bottom] = [$bottom, $top];
        }

        return [$top => Side::North, $bottom => Side::South, $control => Side::West];
    }

    /** True if what leaves the part here is a supply: something lives on it or is charged by it. */
    private function feedsOn(Part $part, string $terminal): bool
    {
        $node = $part->node($terminal);
        foreach ($this->at[$node] as $other) {
            $isFed =
                $other->kind instanceof Consumes ||
                $other->kind instanceof StoresCharge ||
                $other->kind instanceof NeedsHeadroom;
            if ($other->ref !== $part->ref && $isFed && $this->far($part, $terminal) > 0) {
                return true;
            }
        }
        foreach ($this->supply->points as $point) {
            if ($point->node === $node && $point->rail !== null) {
                return true;
            }
        }

        return false;
    }

    /** @return array<string, Side> */
    private function coupler(Part $part): array
    {
        $isBack = $this->far($part, 'c') < $this->far($part, 'a');
        [$lamp, $eye] = $isBack ? [Side::East, Side::West] : [Side::West, Side::East];

        return ['a' => $lamp, 'k' => $lamp, 'c' => $eye, 'e' => $eye];
    }

    /**
     * Mains side to the west where it is a barrier; else what is fed from what feeds.
     *
     * @return array<string, Side>
     */
    private function windings(Part $part): array
    {
        $isBarrier = isset($this->bridging[$part->ref]);
        $sides = [];
        foreach ($part->terminals as $name => $node) {
            $isWest = $isBarrier ? $this->isHot($node) : str_starts_with($name, 'p') || str_starts_with($name, 'a');
            $sides[$name] = $isWest ? Side::West : Side::East;
        }

        return $sides;
    }

    /** Grounds below, what goes out and what comes back across the barrier to the east, the rest to the west. */
    private function frameSide(Part $part, string|int $terminal): Side
    {
        $node = $part->node((string) $terminal);
        if ($this->isGround($node)) {
            return Side::South;
        }
        $isAcross = !$this->isHot($node)
            ? []
            : array_filter(
                $this->at[$node],
                fn(Part $other): bool => $other->ref !== $part->ref && isset($this->bridging[$other->ref]),
            );
        $goesOut = preg_match('/^(out|no|nc|low|high|s\d)/', (string) $terminal) === 1;

        return $goesOut || ($isAcross !== [] && !isset($this->bridging[$part->ref])) ? Side::East : Side::West;
    }

    private function far(Part $part, string $terminal): int
    {
        return $this->distances->to($part->node($terminal));
    }
}

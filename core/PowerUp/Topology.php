<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Kind\Bridge;
use Oculant\Core\Parts\Kind\Rectifier;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Interlock;
use Oculant\Core\Supply\Mode;

/** What kind of supply it is, for whoever has to put power on it. */
final readonly class Topology
{
    /** Farads from which a capacitor is a reservoir. */
    private const RESERVOIR = 1e-6;

    public function __construct(private Description $supply) {}

    /** Fed with direct voltage: a vehicle, a control cabinet. */
    public function isDirectFed(): bool
    {
        return $this->supply->frequency <= 0.0;
    }

    /** Rectified mains on the hot side, and something that switches behind it. */
    public function isOffLine(): bool
    {
        return !$this->isDirectFed() && $this->bulk() !== null;
    }

    public function hasValves(): bool
    {
        return $this->ofKind('valve') !== [];
    }

    /** A relay that puts the mains on, or shorts out what limits the inrush. */
    public function hasRelay(): bool
    {
        return $this->ofKind('relay') !== [];
    }

    public function tube(): ?Part
    {
        return $this->ofKind('picture_tube')[0] ?? null;
    }

    /** The largest capacitor on rectified mains; null if there is none. */
    public function bulk(): ?Part
    {
        $found = null;
        foreach ($this->supply->parts as $part) {
            if (
                $this->isReservoir($part) &&
                $this->supply->isHot($part->node('plus')) &&
                $this->onRectifiedMains($part) &&
                ($found === null ||
                    StoredCharge::farads($part) * $this->printed($part) >
                        StoredCharge::farads($found) * $this->printed($found))
            ) {
                $found = $part;
            }
        }

        return $found;
    }

    /** The mode for a first power-up: as little connected as it can do without. */
    public function gentlest(): Mode
    {
        $needed = array_filter(array_map(static fn(Interlock $i): ?string => $i->part, $this->supply->interlocks));
        $gentlest = null;
        $least = 0;
        foreach ($this->supply->modes as $mode) {
            $off = count(
                array_intersect($mode->absent, array_map(static fn(Part $p): string => $p->ref, $this->loads())),
            );
            if (array_intersect($mode->absent, $needed) === [] && ($gentlest === null || $off > $least)) {
                [$gentlest, $least] = [$mode, $off];
            }
        }

        return $gentlest ?? $this->supply->mode(null);
    }

    /** @return list<Part> electrolytics that a rectifier behind a winding charges */
    public function reservoirs(): array
    {
        $nodes = $this->windings();
        foreach ($this->supply->parts as $part) {
            if (
                ($part->kind instanceof Bridge || $part->kind instanceof Rectifier) &&
                array_intersect($part->terminals, $nodes) !== []
            ) {
                array_push($nodes, ...array_values($part->terminals));
            }
        }

        return array_values(
            array_filter(
                $this->supply->parts,
                fn(Part $p): bool => $this->isReservoir($p) && count(array_intersect($p->terminals, $nodes)) === 2,
            ),
        );
    }

    /** @return list<Part> those of them that work below the touch limit */
    public function gentleReservoirs(): array
    {
        return array_values(
            array_filter(
                $this->reservoirs(),
                fn(Part $p): bool => StoredCharge::bound($this->supply, $p) <= 1.5 * StoredCharge::TOUCH,
            ),
        );
    }

    /** @return list<Part> what starts and stops by its own supply pin */
    public function controllers(): array
    {
        return array_values(
            array_filter($this->supply->parts, static fn(Part $p): bool => $p->kind instanceof LivesBetween),
        );
    }

    /** @return list<Part> */
    public function loads(): array
    {
        return array_values(
            array_filter($this->supply->parts, static fn(Part $p): bool => $p->kind instanceof Consumes),
        );
    }

    /** @return list<Part> */
    public function ofKind(string $name): array
    {
        return array_values(array_filter($this->supply->parts, static fn(Part $p): bool => $p->kind->name() === $name));
    }

    /** @return list<string> nodes of every winding but the mains' own */
    private function windings(): array
    {
        $nodes = [];
        foreach ($this->supply->parts as $part) {
            foreach ($part->kind instanceof NamesWindings ? $part->kind->windings($part) : [] as [$ends]) {
                array_push($nodes, ...$ends);
            }
        }

        return $nodes;
    }

    private function isReservoir(Part $part): bool
    {
        return $part->kind instanceof StoresCharge &&
            $part->has('plus') &&
            StoredCharge::farads($part) >= self::RESERVOIR;
    }

    private function printed(Part $part): float
    {
        return $part->knows('voltage') ? $part->value('voltage') : 1.0;
    }

    /** True if it could hold the mains' peak. */
    private function onRectifiedMains(Part $part): bool
    {
        return StoredCharge::bound($this->supply, $part) >= $this->supply->mainsVoltage;
    }
}

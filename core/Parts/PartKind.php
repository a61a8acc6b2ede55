<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Circuit\Netlist;

/** A kind of part: its terminals, its values, how it enters the circuit, how it fails, how it is checked. */
interface PartKind
{
    /** The word used in descriptions, for example "electrolytic". */
    public function name(): string;

    public function title(): string;

    public function profile(): Profile;

    public function terminals(): Terminals;

    /** @return list<Parameter> the main value first */
    public function parameters(): array;

    /** @return list<FaultMode> with prior weights in arbitrary but common units */
    public function faults(Part $part): array;

    /** @return list<DeadCheck> what a meter can do across it with the unit unplugged */
    public function deadChecks(Part $part): array;

    public function apart(): Apart;

    /** @return list<list<string>> terminals that are joined inside; groups are isolated from each other */
    public function islands(Part $part): array;

    /** Adds its branches; $fault is the name of one of its fault modes, or null for a good part. */
    public function enter(Part $part, ?string $fault, Netlist $netlist): void;
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Part;

/** A kind whose clock is set by parts around it. */
interface Oscillates
{
    /** @return list<string> nodes where the clock is seen; none if its timing parts are not described */
    public function clockNodes(Part $part): array;

    /** @return list<array{string, string}> between which two nodes what sets the clock is connected */
    public function clockBetween(Part $part): array;

    /** @return float hertz; 0 if it stands still */
    public function clock(Part $part, ?string $fault, Netlist $netlist): float;

    /** How it comes from what is around it, for people: "1.72 / (R C)". */
    public function clockLaw(Part $part): string;
}

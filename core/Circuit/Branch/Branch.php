<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/**
 * One two-terminal law between nodes.
 *
 * `$incidence` maps node index to coefficient; the branch voltage is the sum of coefficient times node voltage, and
 * the branch current flows out of the nodes in proportion to the same coefficients (passive sign convention).
 * An ordinary branch from a to b has [a => 1, b => -1]; a transformer winding adds its flux node.
 */
interface Branch
{
    public function name(): string;

    /** @return array<int, float> */
    public function incidence(): array;
}

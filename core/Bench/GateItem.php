<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** Something that is missing before a gate, and where to see to it. */
final readonly class GateItem
{
    /**
     * @param string      $id           stable while it is missing: "check D1", "change 01J..."
     * @param string $leads to what settles it: check (a dead check), look, discharge, ledger, power, refit, prove,
     *     isolation, close
     * @param string|null $target       the check, the part, the change, or the thing to look at
     * @param bool        $mayOverride  false if nobody may pass over it
     */
    public function __construct(
        public string $id,
        public string $sentence,
        public string $leads,
        public ?string $target = null,
        public bool $mayOverride = true,
    ) {}
}

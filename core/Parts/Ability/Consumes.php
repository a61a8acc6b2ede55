<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

/** A kind that the supply is there for: what it takes counts as output, not as loss. */
interface Consumes {}

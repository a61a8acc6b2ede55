<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

/** A kind that energy comes from: disconnected before any unpowered check. */
interface FeedsEnergy {}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** A kind that energy comes from: disconnected before any unpowered check. */
interface FeedsEnergy {}

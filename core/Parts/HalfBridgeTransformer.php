<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** A half bridge with two switches, driven in turn; each output is fed twice a cycle through a choke or a resonant tank. */
final class HalfBridgeTransformer extends AveragedConverter
{
    public function name(): string
    {
        return 'half_bridge';
    }

    public function title(): string
    {
        return 'Half-bridge transformer';
    }

    protected function alone(): float
    {
        return 0.05;
    }

    protected function swing(): float
    {
        return 0.4;
    }
}

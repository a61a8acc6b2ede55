<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Profile;

/**
 * A half bridge with two switches, driven in turn; each output is fed twice a cycle through a choke or a resonant tank.
 */
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

    public function profile(): Profile
    {
        return new Profile(
            celsius: 95.0,
            limit: 'ferrite core and class B winding, 130 °C at the hot spot (IEC 60085)',
            warms: 300.0,
            letter: 'T',
            hot: Profile::HOT_WINDING,
            probed: 11,
        );
    }

    protected function alone(): float
    {
        return 0.05;
    }

    /** Its switches take turns. */
    protected function conducts(): float
    {
        return 2 * self::DUTY;
    }

    protected function swing(): float
    {
        return 0.4;
    }

    /** Each half of the winding stands at nearly the output at the lowest feed; the resting one blocks both. */
    protected function reverse(float $output, float $excess): float
    {
        return 2.2 * $output * $excess;
    }

    /** Never more than the feed. */
    protected function standOff(float $across, float $lowest): float
    {
        return $across;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Profile;

/** A forward converter, one or two switches: an output choke smooths the current into the capacitors. */
final class ForwardTransformer extends AveragedConverter
{
    public function name(): string
    {
        return 'forward';
    }

    public function title(): string
    {
        return 'Forward transformer';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 95.0,
            limit: 'ferrite core and class B winding, 130 °C at the hot spot (IEC 60085)',
            warms: 300.0,
            letter: 'T',
            hot: Profile::HOT_WINDING,
            probed: 10,
        );
    }

    protected function alone(): float
    {
        return 0.03;
    }

    protected function swing(): float
    {
        return 0.3;
    }

    /** Half duty at the lowest feed: the winding swings to twice the output there. */
    protected function reverse(float $output, float $excess): float
    {
        return 2 * $output * $excess;
    }

    /** Twice the feed while the core resets. */
    protected function standOff(float $across, float $lowest): float
    {
        return 2 * $across;
    }
}

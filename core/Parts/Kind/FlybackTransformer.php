<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Profile;

/**
 * A flyback: the outputs are fed in pulses while the switch is off, so their capacitors carry all the ripple current.
 */
final class FlybackTransformer extends AveragedConverter
{
    public function name(): string
    {
        return 'flyback';
    }

    public function title(): string
    {
        return 'Flyback transformer';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 95.0,
            limit: 'ferrite core and class B winding, 130 °C at the hot spot (IEC 60085)',
            warms: 300.0,
            letter: 'T',
            hot: Profile::HOT_WINDING,
            probed: 9,
            words: ['flyback-transformer'],
        );
    }

    protected function alone(): float
    {
        return 0.5;
    }

    protected function swing(): float
    {
        return 2.0;
    }

    /** Half duty at the lowest feed sets the turns: output plus reflected feed. */
    protected function reverse(float $output, float $excess): float
    {
        return $output * (1 + $excess);
    }

    /** The feed, the reflected output and a leakage spike of a third. */
    protected function standOff(float $across, float $lowest): float
    {
        return $across + 1.3 * $lowest;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Profile;

/** A preset: seldom moved, so its wiper oxidises where it stands. */
final class Trimmer extends Potentiometer
{
    public function name(): string
    {
        return 'trimmer';
    }

    public function title(): string
    {
        return 'Trimmer';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its track and wiper',
            warms: 300.0,
            letter: 'VR',
            hot: Profile::COMPARE,
            ages: Ageing::Contact,
            prefixes: ['VR'],
            words: ['trimmer'],
            symbols: ['R_Potentiometer', 'R_Trim'],
            pins: ['1' => 'a', '2' => 'wiper', '3' => 'b'],
        );
    }
}

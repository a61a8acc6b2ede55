<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** What a supply does without what it must see. */
enum Lacking: string
{
    /** Starts and gives up, over and over: its outputs wander between nothing and their rail. */
    case Ticks = 'ticks';
    case Nothing = 'nothing';
    /** Starts once and stays off. */
    case Off = 'off';
    /** Runs up to whatever it can. */
    case Maximum = 'maximum';

    public function words(): string
    {
        return match ($this) {
            self::Ticks => 'it ticks',
            self::Nothing => 'nothing comes out',
            self::Off => 'it switches itself off',
            self::Maximum => 'it runs up to its maximum',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\Instrument\Measured;

/** One instrument, whatever it speaks. */
interface Driver
{
    /** @throws InstrumentFailed */
    public function identify(): string;

    /**
     * @param string $quantity dc, ac, resistance, hertz, amperes, watts or celsius
     * @param int    $input    channel of an instrument that has several
     *
     * @throws InstrumentFailed|AnswerUnreadable
     */
    public function read(string $quantity, int $input = 0): Measured;

    /** @throws InstrumentFailed */
    public function apply(Setting $setting): void;

    /**
     * Every output and input of it off.
     *
     * @throws InstrumentFailed if that is not sure
     */
    public function off(): void;
}

<?php

declare(strict_types=1);

namespace App\Instruments;

use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\Instrument\Measured;

/** An instrument that scans its channels by itself and keeps the scans: whoever collects them may have been away. */
interface Memory
{
    /**
     * @param list<int> $inputs
     * @param float     $interval seconds
     *
     * @throws InstrumentFailed
     */
    public function begin(array $inputs, float $interval): void;

    /**
     * @return int scans since it began
     *
     * @throws InstrumentFailed|AnswerUnreadable
     */
    public function scans(): int;

    /**
     * @param int $width values to a scan
     *
     * @return list<list<Measured>> oldest first
     *
     * @throws InstrumentFailed|AnswerUnreadable
     */
    public function collect(int $from, int $count, int $width): array;
}

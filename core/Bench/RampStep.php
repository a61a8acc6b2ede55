<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** One step of a slow power-up as it was read off. */
final readonly class RampStep
{
    /**
     * @param float                $volts   set at the variable transformer
     * @param float|null           $amperes rms into the unit
     * @param array<string, float> $rails   volts by point
     * @param float|null           $celsius of the hottest part that was looked at
     * @param list<string>         $replaced parts replaced before it
     */
    public function __construct(
        public string $entry,
        public string $at,
        public float $volts,
        public ?float $amperes,
        public array $rails,
        public ?float $celsius,
        public string $mode,
        public array $replaced,
        public Context $context,
    ) {}
}

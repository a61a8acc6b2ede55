<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Supply\Description;

/** A reading with the context it was taken in. */
final readonly class TakenReading
{
    /**
     * @param string $quantity a word of Reading::QUANTITIES: dc, ac, ripple, diode in volts, resistance and esr in
     *     ohms, hertz, climbs
     * @param float        $value      INF for OL
     * @param float|null   $mainsVolts as measured at that time
     * @param list<string> $replaced   references of parts replaced before it
     * @param float        $swing      volts from the lowest to the highest if the reading wanders
     */
    public function __construct(
        public string $entryId,
        public string $target,
        public string $quantity,
        public float $value,
        public PowerState $power,
        public string $mode,
        public ?float $mainsVolts,
        public array $replaced,
        public float $swing = 0.0,
        public Context $context = new Context([], null),
    ) {}

    public function isDeadCheck(): bool
    {
        return in_array($this->quantity, DeadCheck::QUANTITIES, true);
    }

    /** Whether the unit stood as described, and at a place that the description foretells. */
    public function isPlain(Description $supply): bool
    {
        return $this->context->isPlain() && $this->isForetold($supply);
    }

    /** The supply as it stood then, with a point where it was read. */
    public function stood(Description $supply): Description
    {
        $stood = $this->context->isPlain() ? $supply : $this->context->on($supply, $this->mode);

        return $this->isForetold($supply) ? $stood : $stood->opened($this->mode);
    }

    /** The same for readings that stood() gives the same for. */
    public function standing(Description $supply): string
    {
        return "{$this->mode} {$this->context->key()} " . ($this->isForetold($supply) ? '' : 'opened');
    }

    private function isForetold(Description $supply): bool
    {
        return $this->isDeadCheck() || $supply->foretells($this->target);
    }

    /** A voltage on an unplugged unit says only whether it is discharged. */
    public function isResidual(): bool
    {
        return !$this->isDeadCheck() && !$this->power->isEnergised();
    }
}

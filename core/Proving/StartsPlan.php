<?php

declare(strict_types=1);

namespace Oculant\Core\Proving;

/** Repeated starts: how many, how long on and off, from what, and between which volts a start counts as good. */
final readonly class StartsPlan
{
    private const MOST = 500;

    private function __construct(
        public int $cycles,
        public float $on,
        public float $off,
        public float $volts,
        public float $limit,
        public float $low,
        public float $high,
    ) {}

    /**
     * @param array<mixed> $given cycles, on and off in seconds, volts and limit of the source, low and high in volts
     *
     * @throws PlanRefused
     */
    public static function of(array $given): self
    {
        $number = static function (string $field, float $least, float $most, string $what) use ($given): float {
            $value = $given[$field] ?? null;

            return is_numeric($value) && (float) $value >= $least && (float) $value <= $most
                ? (float) $value
                : throw PlanRefused::because(
                    $field,
                    sprintf('%s: a number from %s to %s is meant.', ucfirst($what), $least, $most),
                );
        };
        $plan = new self(
            (int) $number('cycles', 1, self::MOST, 'how many starts'),
            $number('on', 1, 600, 'seconds on'),
            $number('off', 1, 3600, 'seconds off'),
            $number('volts', 1, 300, 'the volts of the source'),
            $number('limit', 0.01, 16, 'its limit in amperes'),
            $number('low', -1000, 1000, 'the lowest voltage of a good start'),
            $number('high', -1000, 1000, 'the highest voltage of a good start'),
        );

        return $plan->low < $plan->high
            ? $plan
            : throw PlanRefused::because('low', 'The lowest voltage of a good start is not below the highest.');
    }

    /** @param float|null $volts as read while it was on; null where the meter showed no value */
    public function isGood(?float $volts): bool
    {
        return $volts !== null && $volts >= $this->low && $volts <= $this->high;
    }

    /**
     * @return array{cycles: int, on: float, off: float, volts: float, limit: float, low: float, high: float} as of()
     *     takes it
     */
    public function toArray(): array
    {
        return [
            'cycles' => $this->cycles,
            'on' => $this->on,
            'off' => $this->off,
            'volts' => $this->volts,
            'limit' => $this->limit,
            'low' => $this->low,
            'high' => $this->high,
        ];
    }
}

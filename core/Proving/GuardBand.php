<?php

declare(strict_types=1);

namespace Oculant\Core\Proving;

/**
 * Whether something measured conforms to its limits, the measurement's own uncertainty taken into account.
 *
 * ISO 14253-1, simple acceptance zone: conformity is shown inside the limits reduced by the expanded uncertainty U (k =
 * 2), not conforming outside the limits enlarged by U; between the two neither can be said. The test uncertainty ratio
 * is the tolerance over U; 4 to 1 is asked for (ANSI/NCSL Z540.3 and common practice).
 */
final readonly class GuardBand
{
    public const PASS = 'passes';

    public const FAIL = 'fails';

    public const UNSURE = 'cannot tell';

    public const ENOUGH = 4.0;

    /**
     * @param string     $word  passes, fails or cannot tell
     * @param float      $low   limits that were judged against, -INF or INF where there is none
     * @param float|null $ratio test uncertainty ratio; null for a limit on one side
     */
    private function __construct(
        public string $word,
        public float $value,
        public float $low,
        public float $high,
        public float $expanded,
        public ?float $ratio,
    ) {}

    /** @param float $expanded uncertainty U (k = 2), in the unit of the value */
    public static function judge(float $value, float $low, float $high, float $expanded): self
    {
        // A value that stands on an edge in decimals is on it in binary too.
        $edge = 1e-9 * max(abs($value), 1e-9);
        $word = match (true) {
            $value >= $low + $expanded - $edge && $value <= $high - $expanded + $edge => self::PASS,
            $value < $low - $expanded || $value > $high + $expanded => self::FAIL,
            default => self::UNSURE,
        };

        return new self(
            $word,
            $value,
            $low,
            $high,
            $expanded,
            is_infinite($low) || is_infinite($high) || $expanded <= 0.0 ? null : ($high - $low) / 2 / $expanded,
        );
    }

    public function passes(): bool
    {
        return $this->word === self::PASS;
    }

    public function isMeterEnough(): bool
    {
        return $this->ratio === null || $this->ratio >= self::ENOUGH;
    }

    /** What would settle it, or what to think of the meter; empty if nothing is to be said. */
    public function remark(): string
    {
        return match (true) {
            $this->word === self::UNSURE && $this->ratio !== null && $this->ratio <= 1.0
                => 'The meter is no better than the tolerance: take a better one.',
            $this->word === self::UNSURE
                => 'Within the meter\'s uncertainty of the limit: a better meter, or an adjustment towards the ' .
                'middle, settles it.',
            !$this->isMeterEnough() => sprintf(
                'Test uncertainty ratio %.1f to 1; 4 to 1 is asked for.',
                (float) $this->ratio,
            ),
            default => '',
        };
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving;

use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Uncertainty;

/**
 * What is known of the accuracy of one meter: percentage of reading plus counts, by function, as its data sheet states
 * it.
 *
 * @phpstan-type MeterProfileAnswer array{
 *     accuracy: array<string, mixed>,
 *     counts: int,
 *     input: float,
 *     bandwidth: float,
 *     true_rms: bool,
 * }
 */
final readonly class MeterProfile
{
    public const FUNCTIONS = ['dc', 'ac', 'resistance', 'current', 'temperature'];

    /** Coverage factor of an expanded uncertainty of 95 % (GUM 6.3.3). */
    public const COVERAGE = 2.0;

    /** Mean of the rectified value against the rms of a sine: pi / (2 sqrt 2). */
    private const FORM_FACTOR = 1.1107;

    /**
     * @param array<string, array{float, int}> $accuracy ratio of reading and counts of the last digit, by function
     * @param int   $counts     of the display, for example 6000
     * @param float $input      ohms
     * @param float $bandwidth  hertz, of the AC function
     * @param bool  $isTrueRms  false for one that averages and is scaled for a sine
     */
    private function __construct(
        public array $accuracy,
        public int $counts,
        public float $input,
        public float $bandwidth,
        public bool $isTrueRms,
    ) {}

    /** @param array<string, mixed>|null $profile as a log keeps it; null where nobody said with what it was read */
    public static function kept(?array $profile): self
    {
        return $profile === null ? self::usual() : self::of($profile);
    }

    public static function usual(): self
    {
        return new self(Meter::ACCURACY, Meter::COUNTS, Meter::INPUT_RESISTANCE, 1000.0, true);
    }

    /**
     * @param array<mixed> $given accuracy by function {percent, counts}, counts, input, bandwidth, true_rms; what is
     *     missing is the usual
     *
     * @throws PlanRefused if a number is not one that a meter can have
     */
    public static function of(array $given): self
    {
        $usual = self::usual();
        $accuracy = $usual->accuracy;
        foreach (is_array($given['accuracy'] ?? null) ? $given['accuracy'] : [] as $function => $pair) {
            if (!in_array($function, self::FUNCTIONS, true) || !is_array($pair)) {
                throw PlanRefused::because(
                    'accuracy',
                    sprintf(
                        'There is no meter function "%s". Accuracy is given for: %s.',
                        $function,
                        implode(', ', self::FUNCTIONS),
                    ),
                );
            }
            $accuracy[$function] = [
                self::number($pair, 'percent', 0.0001, 20.0, 0.5) / 100,
                (int) self::number($pair, 'counts', 0, 1000, 2),
            ];
        }

        return new self(
            $accuracy,
            (int) self::number($given, 'counts', 1000, 100_000_000, $usual->counts),
            self::number($given, 'input', 1e3, 1e13, $usual->input),
            self::number($given, 'bandwidth', 40, 1e9, $usual->bandwidth),
            (bool) ($given['true_rms'] ?? true),
        );
    }

    /** @return float half-width of the accuracy limit at a reading, in the reading's unit */
    public function halfWidth(string $function, float $reading): float
    {
        [$ratio, $counts] = $this->accuracy[$function] ?? Meter::ACCURACY['dc'];
        // Decade ranges whose top is the display's first figure: 6000 counts end at 0.6, 6, 60.
        $first = $this->counts / 10 ** (int) floor(log10($this->counts)) / 10;

        return abs($reading) * $ratio +
            ($counts * Meter::range($reading, $function === 'temperature' ? 600.0 : $first)) / $this->counts;
    }

    /**
     * @return float expanded uncertainty (k = 2) at a reading, in the reading's unit: a rectangular limit, GUM 4.3.7
     */
    public function expanded(string $function, float $reading): float
    {
        return self::COVERAGE * Uncertainty::fromHalfWidth($this->halfWidth($function, $reading));
    }

    /**
     * What this meter's AC function shows of a waveform.
     *
     * @param non-empty-list<float> $volts one period
     */
    public function shows(array $volts): float
    {
        $mean = array_sum($volts) / count($volts);
        $coupled = array_map(static fn(float $v): float => $v - $mean, $volts);

        return $this->isTrueRms
            ? sqrt(array_sum(array_map(static fn(float $v): float => $v * $v, $coupled)) / count($coupled))
            : (self::FORM_FACTOR * array_sum(array_map(abs(...), $coupled))) / count($coupled);
    }

    /** "0.5 % + 2 on DC, 10 MΩ, true rms to 1 kHz". */
    public function words(): string
    {
        [$ratio, $counts] = $this->accuracy['dc'];

        return sprintf(
            '%s %% + %d on DC, %d counts, %s',
            round($ratio * 100, 4),
            $counts,
            $this->counts,
            $this->isTrueRms ? 'true rms' : 'averaging',
        );
    }

    /** @return MeterProfileAnswer as of() takes it */
    public function toArray(): array
    {
        return [
            'accuracy' => array_map(
                static fn(array $pair): array => ['percent' => $pair[0] * 100, 'counts' => $pair[1]],
                $this->accuracy,
            ),
            'counts' => $this->counts,
            'input' => $this->input,
            'bandwidth' => $this->bandwidth,
            'true_rms' => $this->isTrueRms,
        ];
    }

    /** @param array<mixed> $given */
    private static function number(array $given, string $field, float $least, float $most, float $otherwise): float
    {
        $value = $given[$field] ?? $otherwise;
        if (!is_numeric($value) || (float) $value < $least || (float) $value > $most) {
            throw PlanRefused::because(
                $field,
                sprintf(
                    '"%s" for %s: a number from %s to %s is meant.',
                    is_scalar($value) ? (string) $value : 'that',
                    str_replace('_', ' ', $field),
                    $least,
                    $most,
                ),
            );
        }

        return (float) $value;
    }
}

<?php

declare(strict_types=1);

namespace App\Proving;

use App\Models\Instrument;
use Oculant\Core\Proving\PlanRefused;

/** Repeated starts: an AC source switches the unit on and off, a meter says whether it came up. */
final readonly class StartsPlan
{
    private const MOST = 500;

    /** @param array<string, mixed> $plan */
    private function __construct(private array $plan)
    {
    }

    /**
     * @param array<mixed>              $given cycles, on and off in seconds, source, volts, limit, reader, point, low, high
     * @param array<string, Instrument> $instruments
     *
     * @throws PlanRefused
     */
    public static function of(array $given, array $instruments): self
    {
        $number = static function (string $field, float $least, float $most, string $what) use ($given): float {
            $value = $given[$field] ?? null;

            return is_numeric($value) && (float) $value >= $least && (float) $value <= $most ? (float) $value : throw PlanRefused::because($field, sprintf('%s: a number from %s to %s is meant.', ucfirst($what), $least, $most));
        };
        $instrument = static function (string $field, string $kind, string $what) use ($given, $instruments): string {
            $known = $instruments[is_string($given[$field] ?? null) ? $given[$field] : ''] ?? null;

            return $known?->kind === $kind && $known->isOnline() ? $known->id : throw PlanRefused::because($field, "Choose {$what} that is on the network.");
        };
        [$low, $high] = [$number('low', -1000, 1000, 'the lowest voltage of a good start'), $number('high', -1000, 1000, 'the highest voltage of a good start')];
        if ($low >= $high) {
            throw PlanRefused::because('low', 'The lowest voltage of a good start is not below the highest.');
        }

        return new self([
            'title' => sprintf('%d starts', (int) $number('cycles', 1, self::MOST, 'how many starts')), 'cycles' => (int) $number('cycles', 1, self::MOST, 'how many starts'), 'on' => $number('on', 1, 600, 'seconds on'), 'off' => $number('off', 1, 3600, 'seconds off'),
            'source' => $instrument('source', 'source', 'an AC source'), 'volts' => $number('volts', 1, 300, 'the volts of the source'), 'limit' => $number('limit', 0.01, 16, 'its limit in amperes'),
            'reader' => $instrument('reader', 'meter', 'a meter'), 'point' => is_string($given['point'] ?? null) ? $given['point'] : '', 'low' => $low, 'high' => $high,
        ]);
    }

    /** @return array<string, mixed> as of() takes it */
    public function toArray(): array
    {
        return $this->plan;
    }
}

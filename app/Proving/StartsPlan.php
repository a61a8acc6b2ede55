<?php

declare(strict_types=1);

namespace App\Proving;

use App\Models\Instrument;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\StartsPlan as Plan;

/**
 * Repeated starts with the instruments that make them: an AC source switches the unit on and off, a meter says whether
 * it came up.
 */
final readonly class StartsPlan
{
    /** @param array<string, mixed> $plan */
    private function __construct(private array $plan) {}

    /**
     * @param array<mixed>              $given as the core's plan takes it, with source, reader and point
     * @param array<string, Instrument> $instruments
     *
     * @throws PlanRefused
     */
    public static function of(array $given, array $instruments): self
    {
        $plan = Plan::of($given);
        $instrument = static function (string $field, string $kind, string $what) use ($given, $instruments): string {
            $known = $instruments[is_string($given[$field] ?? null) ? $given[$field] : ''] ?? null;

            return $known?->kind === $kind && $known->isOnline()
                ? $known->id
                : throw PlanRefused::because($field, "Choose {$what} that is on the network.");
        };

        return new self(
            [
                'title' => "{$plan->cycles} starts",
                'source' => $instrument('source', 'source', 'an AC source'),
                'reader' => $instrument('reader', 'meter', 'a meter'),
                'point' => is_string($given['point'] ?? null) ? $given['point'] : '',
            ] + $plan->toArray(),
        );
    }

    /** @return array<string, mixed> as of() takes it */
    public function toArray(): array
    {
        return $this->plan;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Bench\RecapSchool;
use Oculant\Core\Expectation\CapacitorLife;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Duty;

/** Replace, keep, or measure first, by the chosen school. What the schools hold and the ages: common practice. */
final readonly class RecapJudge
{
    /** Share of its computed life after which an electrolytic goes, and from which it is measured. */
    private const SPENT = 0.8;

    private const HALF = 0.4;

    /** Years from which nothing with electrolyte is kept unmeasured. */
    private const OLD = 15;

    /** Years after which those that work hardest go by themselves. */
    private const HARD = 8;

    /** Cans of this size outlive their owners. */
    private const LARGE_FARADS = 4.7e-3;

    private const LARGE_DIAMETER = 0.03;

    /** Kelvin that a hot neighbour adds. */
    private const BESIDE_HEAT = 15.0;

    /** A tantalum above this share of its rating, on a rail that can feed it, shorts one day. */
    private const TANTALUM = 0.5;

    public function __construct(
        private RecapSchool $school,
        private ?int $years,
        private float $celsius,
        private float $yearly,
    ) {}

    /** @return array{Decision, non-empty-list<string>} with the reasons, the telling one first */
    public function of(Candidate $one): array
    {
        if ($one->component->kind === 'paper_suppressor') {
            return [
                Decision::Replace,
                ['Aged paper across the mains smokes and burns one day: replaced on sight, whatever it measures.'],
            ];
        }
        if ($one->bad !== []) {
            return [Decision::Replace, $one->bad];
        }

        return match ($this->school) {
            RecapSchool::All => $this->everything($one),
            RecapSchool::Risk => $this->byRisk($one),
            RecapSchool::Proven => $this->onlyProven($one),
        };
    }

    /** @return float hours that it lasts where it is, as it is */
    public function life(Candidate $one): float
    {
        $class = $one->component->get(Attribute::Temperature) ?? 85.0;
        $rated = $one->component->get(Attribute::Ripple);
        $asked = $one->place?->asks(Rating::RIPPLE);

        return CapacitorLife::hours(
            $one->component->get(Attribute::Life) ?? CapacitorLife::usual($class),
            $class,
            $this->around($one),
            $rated === null || $asked === null ? 1.0 : $asked / $rated,
        );
    }

    /** Degrees around it. */
    public function around(Candidate $one): float
    {
        return $this->celsius + ($one->isBesideHeat ? self::BESIDE_HEAT : 0.0);
    }

    /** @return array{Decision, non-empty-list<string>} */
    private function everything(Candidate $one): array
    {
        return $one->isWet() || $this->isStrained($one)
            ? [
                Decision::Replace,
                [
                    $one->isWet()
                        ? 'Everything with electrolyte in it goes at once.'
                        : 'A tantalum above half its rating.',
                    ...$one->good,
                ],
            ]
            : [Decision::Keep, ['No electrolyte in it.', ...$one->good]];
    }

    /** @return array{Decision, non-empty-list<string>} */
    private function onlyProven(Candidate $one): array
    {
        if ($one->good !== []) {
            return [Decision::Keep, $one->good];
        }

        return $one->isWet() && ($this->years === null || $this->years >= self::HARD)
            ? [Decision::Measure, ['Nothing is proven yet: capacitance and ESR tell.']]
            : [Decision::Keep, ['Nothing speaks against it.']];
    }

    /** @return array{Decision, non-empty-list<string>} */
    private function byRisk(Candidate $one): array
    {
        if (!$one->isWet()) {
            return $this->isStrained($one)
                ? [Decision::Measure, ['A tantalum above half its rating: it shorts rather than dries.']]
                : [Decision::Keep, ['No electrolyte in it.', ...$one->good]];
        }
        if ($one->good !== []) {
            return [Decision::Keep, $one->good];
        }
        if ($this->years === null) {
            return [Decision::Measure, ['Nobody knows how old it is.']];
        }
        $spent = ($this->years * $this->yearly) / $this->life($one);
        $used = sprintf(
            '%d years at %d h and about %d °C use %s of its computed life.',
            $this->years,
            (int) $this->yearly,
            (int) $this->around($one),
            $spent > 2 ? 'more than all' : sprintf('%d %%', (int) round(100 * $spent)),
        );
        $isLarge =
            ($one->component->get(Attribute::Value) ?? 0.0) >= self::LARGE_FARADS ||
            ($one->component->get(Attribute::Diameter) ?? 0.0) >= self::LARGE_DIAMETER;
        $worksHard = in_array($one->place?->duty, [Duty::Output, Duty::Startup], true) && $this->years >= self::HARD;

        return match (true) {
            $isLarge && $spent < 1.0 => [
                Decision::Measure,
                ['A large can outlives its owner more often than not.', $used],
            ],
            $worksHard => [
                Decision::Replace,
                [
                    $one->place->duty === Duty::Startup
                        ? 'The controller starts on it: the first to dry out.'
                        : 'Behind a switching rectifier it carries the most ripple.',
                    $used,
                ],
            ],
            $spent >= self::SPENT => [Decision::Replace, [$used]],
            $one->isBesideHeat && $this->years >= self::HARD => [
                Decision::Replace,
                ['It stands beside something hot.', $used],
            ],
            $spent >= self::HALF || $this->years >= self::OLD => [Decision::Measure, [$used]],
            default => [Decision::Keep, [$used]],
        };
    }

    private function isStrained(Candidate $one): bool
    {
        $asked = $one->place?->asks(Rating::VOLTAGE);
        $rated = $one->component->get(Attribute::Voltage);

        return $one->component->kind === 'tantalum' &&
            $asked !== null &&
            $rated !== null &&
            $asked > self::TANTALUM * $rated;
    }
}

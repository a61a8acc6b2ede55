<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Step;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;

/**
 * What to beware of at a step: charge that is left, live points, the way from one state to the other, what the supply
 * must see to run.
 */
final readonly class Caution
{
    /** Probability from which it is worth a word that a part may not survive. */
    private const WORTH_SAYING = 0.03;

    public function __construct(private Description $supply, private BenchState $state) {}

    /** Ohms on a charged capacitor end the meter, and what comes after it. */
    public function charge(): ?string
    {
        $charged = StoredCharge::unproven($this->supply, $this->state);

        return $charged === []
            ? null
            : sprintf('Not proven empty: %s. Volts first, then ohms.', implode(', ', $charged));
    }

    public function at(string $target, float $highest): ?string
    {
        $point = $this->supply->points[$target];
        if ($this->supply->isHot($point->node)) {
            return 'This point is on the mains side: isolation transformer or licensed person, one hand, probe ' .
                'hooked ' .
                'on with the plug out.';
        }

        return $highest > 60
            ? sprintf(
                'Up to %s here, above the 60 V DC touch limit of IEC 61010-1: one hand, insulated probes.',
                Quantity::volts($highest),
            )
            : null;
    }

    public function underWay(bool $energised): string
    {
        if ($energised) {
            return 'Covers and earth back where they belong, hands out. Local codes and licensed practice decide who ' .
                'may do this.';
        }
        $stores = array_keys(
            array_filter(
                $this->supply->parts,
                static fn($part): bool => $part->kind->name() === 'electrolytic' && $part->value('value') >= 100e-6,
            ),
        );

        return $stores === []
            ? 'Pull the plug, do not trust the switch.'
            : sprintf(
                'Pull the plug, do not trust the switch. %s may stay charged if a bleeder is open: measure.',
                implode(', ', $stores),
            );
    }

    /** What the mode of a measurement may do to the supply: what it must see to run, and what may not survive it. */
    public function mode(Candidate $candidate): ?string
    {
        $takes = array_filter(
            $candidate->takes,
            static fn(float $probability): bool => $probability > self::WORTH_SAYING,
        );
        arsort($takes);
        $harm =
            $takes === []
                ? ''
                : sprintf(
                    'With this fault or that %s may not survive being powered like this (%d %%): on limited ' .
                        'power, and off at once if it rises.',
                    implode(', ', array_keys($takes)),
                    (int) round(100 * max($takes)),
                );

        return trim("{$this->interlock($candidate->mode)} {$harm}") ?: null;
    }

    /** What the supply must see to run, and what it does without it, if this mode leaves it off. */
    public function interlock(string $mode): ?string
    {
        foreach ($this->supply->interlocks as $interlock) {
            if ($interlock->part !== null && in_array($interlock->part, $this->supply->modes[$mode]->absent, true)) {
                return 'Set up like this it lacks its ' .
                    "{$interlock->kind->value}: {$interlock->without} {$interlock->how}";
            }
        }

        return null;
    }
}

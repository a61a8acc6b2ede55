<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Rating;

/** What one part carries. */
final readonly class BudgetLine
{
    public const FEED = 'feed';

    public const PART = 'part';

    public const LOAD = 'load';

    /**
     * @param string       $role    feed, part or load
     * @param float        $rms     amperes through its main branch; $average and $peak likewise, without sign
     * @param float        $watts   turned into heat (or, in a load, into what it is there for)
     * @param list<Margin> $margins beside its ratings
     * @param float        $volts   the most across its main branch, either way
     * @param float        $ripple  amperes rms through its main branch without the mean
     */
    public function __construct(
        public string $ref,
        public string $label,
        public string $role,
        public float $rms,
        public float $average,
        public float $peak,
        public float $watts,
        public array $margins,
        public float $volts = 0.0,
        public float $ripple = 0.0,
    ) {}

    /**
     * @param non-empty-list<array{float, self}> $parts of one part: share of the time, and what it carries then
     */
    public static function overTime(array $parts): self
    {
        $mean = static fn(callable $of): float => array_sum(
            array_map(static fn(array $part): float => $part[0] * $of($part[1]), $parts),
        );
        $rms = static fn(callable $of): float => sqrt($mean(static fn(self $one): float => $of($one) ** 2));
        $most = static fn(callable $of): float => max(
            array_map(static fn(array $part): float => $of($part[1]), $parts),
        );
        $margins = [];
        foreach ($parts[0][1]->margins as $k => $margin) {
            $value = static fn(self $one): float => ($one->margins[$k] ?? $margin)->value;
            $margins[] = new Margin(
                $margin->rating,
                match ($margin->rating->quantity) {
                    Rating::POWER, Rating::AVERAGE => $mean($value),
                    Rating::RMS, Rating::RIPPLE => $rms($value),
                    default => $most($value),
                },
            );
        }
        $first = $parts[0][1];

        return new self(
            $first->ref,
            $first->label,
            $first->role,
            $rms(static fn(self $one): float => $one->rms),
            $mean(static fn(self $one): float => $one->average),
            $most(static fn(self $one): float => $one->peak),
            $mean(static fn(self $one): float => $one->watts),
            $margins,
            $most(static fn(self $one): float => $one->volts),
            $rms(static fn(self $one): float => $one->ripple),
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Soak;

use Oculant\Core\Quantity\Quantity;

/**
 * Holds each scan against the alarm limits. One bad reading is no alarm: it takes three in a row, or one far outside;
 * what the mains does to a rail that follows it is taken out first. Each channel alarms once, until it is in its limits
 * again.
 */
final class Watch
{
    private const IN_A_ROW = 3;

    /** Share of the width of the limits by which one reading alone is enough. */
    private const FAR = 0.5;

    /**
     * @param array<int, int>  $outside scans in a row outside its limits, by channel
     * @param array<int, true> $alarmed channels that have alarmed and are still outside
     */
    public function __construct(
        private readonly SoakPlan $plan,
        private array $outside = [],
        private array $alarmed = [],
    ) {}

    /** @param array<mixed> $kept as toArray() gives it */
    public static function resumed(SoakPlan $plan, array $kept): self
    {
        $pairs = static fn(mixed $list): array => is_array($list) ? $list : [];

        return new self(
            $plan,
            array_map(intval(...), $pairs($kept['outside'] ?? [])),
            array_map(static fn(): bool => true, array_flip(array_map(intval(...), $pairs($kept['alarmed'] ?? [])))),
        );
    }

    /**
     * @param array<int, float> $values by channel; a channel without a reading is left out
     *
     * @return list<array{channel: int, value: float, sentence: string}> alarms that this scan sets off
     */
    public function scan(array $values): array
    {
        $mainsChannel = $this->plan->mainsChannel();
        $mains = $mainsChannel === null ? null : $values[$mainsChannel] ?? null;
        $alarms = [];
        foreach ($values as $number => $value) {
            $channel = $this->plan->channels[$number] ?? null;
            if ($channel === null) {
                continue;
            }
            $judged = $channel->atNominal($value, $mains, $this->plan->mains);
            if ($judged >= $channel->low && $judged <= $channel->high) {
                unset($this->outside[$number], $this->alarmed[$number]);
                continue;
            }
            $this->outside[$number] = ($this->outside[$number] ?? 0) + 1;
            if (
                !isset($this->alarmed[$number]) &&
                ($this->outside[$number] >= self::IN_A_ROW || self::isFar($channel, $judged))
            ) {
                $this->alarmed[$number] = true;
                $alarms[] = [
                    'channel' => $number,
                    'value' => $value,
                    'sentence' => self::sentence($channel, $value, $judged),
                ];
            }
        }

        return $alarms;
    }

    /** @return array{outside: array<int, int>, alarmed: list<int>} */
    public function toArray(): array
    {
        return ['outside' => $this->outside, 'alarmed' => array_keys($this->alarmed)];
    }

    private static function isFar(Channel $channel, float $value): bool
    {
        $width =
            is_infinite($channel->low) || is_infinite($channel->high)
                ? 0.5 * abs(is_infinite($channel->high) ? $channel->low : $channel->high)
                : $channel->high - $channel->low;

        return $value > $channel->high + self::FAR * $width || $value < $channel->low - self::FAR * $width;
    }

    private static function sentence(Channel $channel, float $value, float $judged): string
    {
        $isHigh = $judged > $channel->high;
        $shown = Quantity::write($value, $channel->unit());

        return sprintf(
            '%s %s: %s %s%s.',
            $channel->title,
            $shown,
            $isHigh ? 'above' : 'below',
            Quantity::write($isHigh ? $channel->high : $channel->low, $channel->unit()),
            abs($judged - $value) > 1e-9 ? ', the mains taken out' : '',
        );
    }
}

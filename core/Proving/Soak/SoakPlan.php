<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Soak;

use Oculant\Core\Proving\PlanRefused;

/**
 * Stages and channels of a soak, as they are run unattended.
 *
 * @phpstan-type SoakStage array{
 *     title: string,
 *     hours: float,
 *     share: float,
 * }
 */
final readonly class SoakPlan
{
    /** The usual ones: hours and share of full load (common practice). */
    public const USUAL = [
        'short' => ['An hour at half load', [[1.0, 0.5]]],
        'usual' => [
            'An hour at half load, an hour at three quarters, two at full load',
            [[1.0, 0.5], [1.0, 0.75], [2.0, 1.0]],
        ],
        'day' => [
            'For big or unattended equipment: an hour at half load, an hour at three quarters, twenty-two at full load',
            [[1.0, 0.5], [1.0, 0.75], [22.0, 1.0]],
        ],
    ];

    private const MOST_HOURS = 100.0;

    private const MOST_CHANNELS = 24;

    /**
     * @param non-empty-list<Stage>   $stages
     * @param non-empty-list<Channel> $channels
     * @param float                   $interval seconds from scan to scan
     * @param float                   $mains    nominal volts
     */
    private function __construct(
        public array $stages,
        public array $channels,
        public float $interval,
        public bool $loadOffOnAlarm,
        public float $mains,
    ) {}

    /**
     * @param array<mixed> $given stages [{title, hours, share}], channels, interval, load_off
     *
     * @throws PlanRefused
     */
    public static function of(array $given, float $mains): self
    {
        $stages = [];
        foreach (is_array($given['stages'] ?? null) ? array_values($given['stages']) : [] as $k => $row) {
            $row = is_array($row) ? $row : [];
            [$hours, $share] = [$row['hours'] ?? null, $row['share'] ?? null];
            if (!is_numeric($hours) || (float) $hours <= 0.0 || (float) $hours > self::MOST_HOURS) {
                throw PlanRefused::because(
                    "stages.{$k}.hours",
                    sprintf(
                        'Stage %d lasts above 0 and up to %d hours; half an hour is 0.5.',
                        $k + 1,
                        (int) self::MOST_HOURS,
                    ),
                );
            }
            if (!is_numeric($share) || (float) $share < 0.0 || (float) $share > 1.2) {
                throw PlanRefused::because(
                    "stages.{$k}.share",
                    sprintf('Stage %d has a share of full load from 0 to 1.2.', $k + 1),
                );
            }
            $title =
                is_string($row['title'] ?? null) && trim($row['title']) !== ''
                    ? trim($row['title'])
                    : sprintf('%d %% load', (int) round(100 * (float) $share));
            $stages[] = new Stage(mb_substr($title, 0, 60), 3600 * (float) $hours, (float) $share);
        }
        if ($stages === []) {
            throw PlanRefused::because('stages', 'A soak has at least one stage, for example an hour at half load.');
        }
        $channels = [];
        foreach (is_array($given['channels'] ?? null) ? array_values($given['channels']) : [] as $k => $row) {
            $channels[] = Channel::of(is_array($row) ? $row : [], $k);
        }
        if ($channels === [] || count($channels) > self::MOST_CHANNELS) {
            throw PlanRefused::because(
                'channels',
                sprintf(
                    '%s Between 1 and %d channels are watched.',
                    $channels === [] ? 'Nothing is watched.' : count($channels) . ' channels.',
                    self::MOST_CHANNELS,
                ),
            );
        }
        $interval = $given['interval'] ?? 1.0;
        if (!is_numeric($interval) || (float) $interval < 1.0 || (float) $interval > 60.0) {
            throw PlanRefused::because('interval', 'A scan every 1 to 60 seconds.');
        }

        return new self($stages, $channels, (float) $interval, (bool) ($given['load_off'] ?? true), $mains);
    }

    public function seconds(): float
    {
        return array_sum(array_map(static fn(Stage $s): float => $s->seconds, $this->stages));
    }

    /**
     * @param float $seconds since the start
     *
     * @return int|null number of the stage; null once all are over
     */
    public function stageAt(float $seconds): ?int
    {
        $end = 0.0;
        foreach ($this->stages as $number => $stage) {
            $end += $stage->seconds;
            if ($seconds < $end) {
                return $number;
            }
        }

        return null;
    }

    /** @return float seconds from the start of the run to that of a stage */
    public function startOf(int $stage): float
    {
        return array_sum(array_map(static fn(Stage $s): float => $s->seconds, array_slice($this->stages, 0, $stage)));
    }

    /** @return int|null number of the channel that watches the mains */
    public function mainsChannel(): ?int
    {
        foreach ($this->channels as $number => $channel) {
            if ($channel->target === 'mains') {
                return $number;
            }
        }

        return null;
    }

    /** @return array<string, mixed> as of() takes it */
    public function toArray(): array
    {
        return [
            'stages' => array_map(
                static fn(Stage $s): array => [
                    'title' => $s->title,
                    'hours' => $s->seconds / 3600,
                    'share' => $s->share,
                ],
                $this->stages,
            ),
            'channels' => array_map(static fn(Channel $c): array => $c->toArray(), $this->channels),
            'interval' => $this->interval,
            'load_off' => $this->loadOffOnAlarm,
        ];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;

/** Readings that nothing believed in explains: slips of the hand, if they are not confirmed. */
final readonly class Doubts
{
    /** Beyond this probability of being a slip a reading is worth a second look. */
    private const DOUBTFUL = 0.25;

    /** Beyond this a second look may be the best next step, and is one before anything is blamed. */
    private const WORTH_REPEATING = 0.03;

    /** Hypotheses under which it is looked at. */
    private const IGNORED = 0.01;

    /**
     * @param array<string, float> $all        probability of being a slip, by "mode target quantity"
     * @param array<string, float> $unrepeated those that were taken only once
     */
    private function __construct(public array $all, public array $unrepeated) {}

    public static function none(): self
    {
        return new self([], []);
    }

    public static function of(Belief $belief, Knowledge $knowledge): self
    {
        $doubts = $times = $before = [];
        foreach ($belief->evidence as $k => $evidence) {
            if (!($evidence instanceof ReadingEvidence) || $evidence->quantity === 'swing') {
                continue;
            }
            $density = $evidence->slip($knowledge);
            $slip = 0.0;
            foreach ($belief->probability as $id => $probability) {
                $slip +=
                    $probability > self::IGNORED && $id !== Hypothesis::UNKNOWN
                        ? $probability * min(1.0, $density / exp($belief->logLikelihood[$k][$id]))
                        : 0.0;
            }
            $key = "{$evidence->mode} {$evidence->target} {$evidence->quantity}";
            $times[$key] = ($times[$key] ?? 0) + 1;
            // Read again and alike, it is as odd as it was; read otherwise, the later counts.
            $isAlike = isset($before[$key]) && $evidence->repeats($before[$key]);
            $doubts[$key] = $isAlike ? max($doubts[$key], $slip) : $slip;
            $before[$key] = $evidence;
        }

        return new self(
            array_filter($doubts, static fn(float $slip): bool => $slip > self::DOUBTFUL),
            array_filter(
                $doubts,
                static fn(float $slip, string $key): bool => $slip > self::WORTH_REPEATING && $times[$key] === 1,
                ARRAY_FILTER_USE_BOTH,
            ),
        );
    }
}

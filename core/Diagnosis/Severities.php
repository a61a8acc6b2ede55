<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Quantity\Unit;

/** At how many severities a fault is solved, and which: as closely as the number of parts allows. */
final readonly class Severities
{
    /**
     * Parts beyond which faults are solved at one severity only: degrees would take a large dictionary from minutes to
     * many. What leaks has some all the same, or it is taken for its neighbour that is shorted.
     */
    private const GRADED_UP_TO = 34;

    /** Parts up to which severities are solved so closely that what lies between two of them can be told from both. */
    private const CLOSELY_UP_TO = 24;

    /**
     * How many times as bad as its neighbour a severity then is at most: ripple behind a leak rises and falls again
     * within two decades.
     */
    private const APART = 8.0;

    /**
     * Ohms at which whatever leaks or is shorted is solved, all of it at the same ones: across the same two nodes it is
     * one circuit whichever part it is, and what regulates or limits gives way somewhere between one ohm and thirty.
     */
    private const CLOSE_LADDER = [
        0.3,
        0.8,
        1.5,
        4.0,
        8.0,
        15.0,
        30.0,
        100.0,
        320.0,
        1e3,
        3.2e3,
        1e4,
        3.2e4,
        1e5,
        3.2e5,
    ];

    /** Ohms up to which one severity stands for all where there are many parts. */
    private const SHORT = 2.0;

    private const LADDER = [1.5, 8.0, 30.0, 320.0, 3.2e3, 3.2e4];

    /** The ends of a fault that lie nearer to a rung than this ratio make it superfluous. */
    private const NEAR_A_RUNG = 1.4;

    /** @param int $parts of the supply */
    public function __construct(private int $parts) {}

    /** @return list<float> severities at which a fault is solved here */
    public function of(FaultMode $fault): array
    {
        $isClose = $this->parts <= self::CLOSELY_UP_TO;
        $isAcross = self::isAcross($fault->name, $fault->in);
        if (
            $fault->degrees === [] ||
            ($this->parts > self::GRADED_UP_TO && !($isAcross && max($fault->degrees) > self::SHORT))
        ) {
            return [];
        }
        if ($isAcross) {
            return self::rungs($fault->degrees, $isClose ? self::CLOSE_LADDER : self::LADDER);
        }

        return $isClose ? self::closely($fault->degrees) : $fault->degrees;
    }

    /**
     * Whether it is so many ohms across two terminals: with power and without, and however the rest of the circuit
     * stands.
     */
    public static function isAcross(string $fault, ?Unit $in): bool
    {
        return $in === Unit::Ohm && FailureClass::of($fault)->burdens();
    }

    /**
     * @param non-empty-list<float> $degrees ohms, from mildest to worst
     * @param list<float>           $ladder
     *
     * @return list<float> its ends, and the rungs between them
     */
    private static function rungs(array $degrees, array $ladder): array
    {
        [$mildest, $worst] = [max($degrees), min($degrees)];
        $between = array_filter(
            $ladder,
            static fn(float $rung): bool => $rung * self::NEAR_A_RUNG < $mildest && $rung > $worst * self::NEAR_A_RUNG,
        );

        return [$mildest, ...array_reverse(array_values($between)), $worst];
    }

    /**
     * @param non-empty-list<float> $degrees
     *
     * @return list<float>
     */
    private static function closely(array $degrees): array
    {
        $close = array_slice($degrees, 0, 1);
        foreach (array_slice($degrees, 1) as $k => $to) {
            $from = $degrees[$k];
            $steps = max(1, (int) ceil(abs(log($to / $from)) / log(self::APART)));
            array_push(
                $close,
                ...array_map(
                    static fn(int $step): float => $from * ($to / $from) ** ($step / $steps),
                    range(1, $steps),
                ),
            );
        }

        return $close;
    }
}

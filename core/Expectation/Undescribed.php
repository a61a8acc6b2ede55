<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;

/**
 * What parts that nobody has described yet may change, as a share of a reading: most where one of them hangs, some on
 * its side of the isolation, a little anywhere. The shares are guesses: a part that is missing draws or feeds
 * something, and seldom as much as a rail carries.
 */
final readonly class Undescribed
{
    private const THERE = 0.1;

    private const BESIDE = 0.04;

    private const ANYWHERE = 0.015;

    /** @return float standard uncertainty, a ratio; 0 where everything is described */
    public static function share(Description $supply, Point $point): float
    {
        $share = 0.0;
        foreach ($supply->unknown() as $row) {
            $nodes = $row['pins'];
            $islands = array_map(static fn(string $node): int => $supply->islands[$node] ?? -1, $nodes);
            $share = max(
                $share,
                match (true) {
                    in_array($point->node, $nodes, true) => self::THERE,
                    // Nobody knows where it hangs.
                    $nodes === [], in_array($supply->islands[$point->node] ?? -2, $islands, true) => self::BESIDE,
                    default => self::ANYWHERE,
                },
            );
        }

        return $share;
    }
}

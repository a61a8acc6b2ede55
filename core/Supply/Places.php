<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Part;

/**
 * Where leads can be put though nobody described a test point: every other node, by the first pin there ("C7.plus"),
 * against the ground of its side.
 */
final class Places
{
    /** Letters that the id of a point may have. */
    private const LONGEST = 24;

    /** As long as a probe takes that has to find a joint (common practice). */
    private const MINUTES = 1.0;

    /** @return array<string, Point> by id; none where a described point is on the same two nodes */
    public static function beside(Description $supply): array
    {
        $taken = [];
        foreach ($supply->points as $point) {
            $taken["{$point->node} {$point->against}"] = true;
        }
        $places = [];
        foreach ($supply->parts as $ref => $part) {
            foreach ($part->terminals as $pin => $node) {
                $id = "{$ref}.{$pin}";
                $against = self::ground($supply, $node);
                $isFree =
                    !isset($taken["{$node} {$against}"]) &&
                    $node !== $against &&
                    ($supply->islands[$node] ?? -1) === ($supply->islands[$against] ?? -2);
                if ($isFree && strlen($id) <= self::LONGEST && !isset($supply->deadChecks()[$id])) {
                    $taken["{$node} {$against}"] = true;
                    $how = "joint of {$ref}, {$pin}";
                    $places[$id] = new Point($id, $id, $node, $against, $how, null, null, self::MINUTES, null);
                }
            }
        }

        return $places;
    }

    /** The point or place on the node of a pin, by "C7.plus" in whatever case; null if there is none. */
    public static function named(string $word, Description $supply): ?Point
    {
        foreach ($supply->parts as $ref => $part) {
            foreach ($part->terminals as $pin => $node) {
                if (strcasecmp("{$ref}.{$pin}", $word) === 0) {
                    $against = self::ground($supply, $node);
                    foreach ($supply->places() as $point) {
                        if ($point->node === $node && $point->against === $against) {
                            return $point;
                        }
                    }
                }
            }
        }

        return null;
    }

    /** The ground of a node's galvanic island; where there is none, where the mains comes back; else the reference. */
    public static function ground(Description $supply, string $node): string
    {
        $island = $supply->islands[$node] ?? null;
        foreach ([$supply->reference, ...array_keys($supply->grounds)] as $ground) {
            if (($supply->islands[$ground] ?? -1) === $island) {
                return (string) $ground;
            }
        }
        $feeds = array_filter($supply->parts, static fn(Part $p): bool => $p->kind instanceof FeedsEnergy);
        // A board that is being traced may have none yet.
        if ($feeds !== [] && $supply->isHot($node)) {
            return array_values($supply->source()->terminals)[1];
        }
        // A winding of its own: the point that is measured there says against what.
        foreach ($supply->points as $point) {
            if (($supply->islands[$point->node] ?? -1) === $island) {
                return $point->against;
            }
        }

        return $supply->reference;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Sketch;

/** What a drawing shows to be unfinished: pins without a node, nodes of one part, parts across nothing, islands. */
final class LooseEnds
{
    /** @return list<LooseEnd> */
    public static function of(Description $supply): array
    {
        $touched = array_count_values(
            array_merge(
                ...array_map(
                    static fn(Part $part): array => array_values($part->terminals),
                    array_values($supply->parts),
                ),
                // What nobody knows is joined to it all the same.
                ...array_map(static fn(array $row): array => array_values($row['pins']), $supply->unknown()),
            ),
        );
        $ends = [];
        foreach ($supply->parts as $part) {
            foreach ($part->terminals as $pin => $node) {
                if (str_starts_with($node, Sketch::OPEN)) {
                    $ends[] = new LooseEnd(
                        $part->ref,
                        (string) $pin,
                        sprintf('%s %s has no node yet.', $part->ref, $pin),
                    );
                } elseif ($touched[$node] === 1) {
                    $ends[] = new LooseEnd(
                        $part->ref,
                        (string) $pin,
                        sprintf('Nothing but %s %s touches %s.', $part->ref, $pin, $node),
                    );
                }
            }
            if (count(array_unique($part->terminals)) === 1) {
                $ends[] = new LooseEnd($part->ref, null, sprintf('All pins of %s are on one node.', $part->ref));
            }
        }

        return [...$ends, ...self::afloat($supply)];
    }

    /**
     * Sides of the isolation that nothing is measured against: no ground, no mains, no black lead of a test point.
     *
     * @return list<LooseEnd>
     */
    private static function afloat(Description $supply): array
    {
        $held = [];
        foreach ([$supply->reference, ...array_keys($supply->grounds)] as $ground) {
            $held[$supply->islands[$ground] ?? -1] = true;
        }
        foreach ($supply->points as $point) {
            $held[$supply->islands[$point->against] ?? -1] = true;
        }
        // The mains brings its own: one measures against where it comes back.
        foreach ($supply->parts as $part) {
            foreach ($part->kind instanceof FeedsEnergy ? $part->terminals : [] as $node) {
                $held[$supply->islands[$node] ?? -1] = true;
            }
        }
        $ends = [];
        foreach ($supply->parts as $part) {
            foreach ($part->terminals as $pin => $node) {
                $island = $supply->islands[$node] ?? -1;
                if (!isset($held[$island]) && !str_starts_with($node, Sketch::OPEN)) {
                    $held[$island] = true;
                    $ends[] = new LooseEnd(
                        $part->ref,
                        (string) $pin,
                        sprintf('What hangs together with %s has no ground and no test point: it floats.', $node),
                    );
                }
            }
        }

        return $ends;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Kind\Trace;
use Oculant\Core\Parts\Kind\Wire;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * Rails that several parts could hold down.
 *
 * @phpstan-type Strip array{
 *     point: string,
 *     name: string,
 *     parts: list<string>,
 * }
 */
final class ShortRails
{
    /**
     * @return list<Strip> parts in the order in which they stand
     *     along the described pieces of track
     */
    public static function of(Description $supply): array
    {
        $rails = $seen = [];
        foreach ($supply->points as $id => $point) {
            $along = self::strip($supply, $point->node);
            $against = self::strip($supply, $point->against);
            $parts = array_filter(
                $supply->parts,
                static fn(Part $part): bool => self::canHoldDown($part, $along, $against),
            );
            uasort($parts, static fn(Part $a, Part $b): int => self::place($a, $along) <=> self::place($b, $along));
            // A winding is a short by itself; a rail is where something is stored or drawn.
            $isRail =
                array_filter(
                    $parts,
                    static fn(Part $part): bool => $part->kind instanceof StoresCharge ||
                        $part->kind instanceof Consumes,
                ) !== [];
            if ($isRail && count($parts) > 1 && array_intersect_key($along, $seen) === []) {
                $seen += $along;
                $rails[] = [
                    'point' => (string) $id,
                    'name' => $point->name,
                    'parts' => array_map(strval(...), array_keys($parts)),
                ];
            }
        }

        return $rails;
    }

    /** @return array<string, float> weight of a short by part */
    public static function priors(FaultDictionary $dictionary): array
    {
        $priors = [];
        foreach ($dictionary->hypotheses as $hypothesis) {
            if (FailureClass::of($hypothesis->fault) === FailureClass::Short) {
                $priors[$hypothesis->ref] = ($priors[$hypothesis->ref] ?? 0.0) + $hypothesis->weight;
            }
        }

        return $priors;
    }

    /** @return array<string, int> pieces of track to the first node, by node */
    private static function strip(Description $supply, string $first): array
    {
        $strip = [$first => 0];
        $ends = [$first];
        while ($ends !== []) {
            $node = array_shift($ends);
            foreach ($supply->parts as $part) {
                $nodes = array_values($part->terminals);
                if (!($part->kind instanceof Trace || $part->kind instanceof Wire) || !in_array($node, $nodes, true)) {
                    continue;
                }
                foreach ($nodes as $next) {
                    if (!isset($strip[$next])) {
                        $strip[$next] = $strip[$node] + 1;
                        $ends[] = $next;
                    }
                }
            }
        }

        return $strip;
    }

    /** @param array<string, int> $along */
    private static function place(Part $part, array $along): int
    {
        return min([PHP_INT_MAX, ...array_values(array_intersect_key($along, array_flip($part->terminals)))]);
    }

    /**
     * @param array<string, int> $along
     * @param array<string, int> $against
     */
    private static function canHoldDown(Part $part, array $along, array $against): bool
    {
        $ends = array_flip($part->terminals);

        return array_intersect_key($along, $ends) !== [] &&
            array_intersect_key($against, $ends) !== [] &&
            array_intersect_key($along, $against) === [] &&
            array_filter(
                $part->kind->faults($part),
                static fn(FaultMode $fault): bool => FailureClass::of($fault->name) === FailureClass::Short,
            ) !== [];
    }
}

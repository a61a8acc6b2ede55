<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Parts\Consumes;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\StoresCharge;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;

/** Rails that several parts could hold down. */
final class ShortRails
{
    /** @return list<array{point: string, name: string, parts: list<string>}> */
    public static function of(Description $supply): array
    {
        $rails = $seen = [];
        foreach ($supply->points as $id => $point) {
            $parts = array_filter($supply->parts, static fn(Part $part): bool => self::canHoldDown($part, $point));
            // A winding is a short by itself; a rail is where something is stored or drawn.
            $isRail =
                array_filter(
                    $parts,
                    static fn(Part $part): bool => $part->kind instanceof StoresCharge ||
                        $part->kind instanceof Consumes,
                ) !== [];
            if ($isRail && count($parts) > 1 && !isset($seen[$point->node])) {
                $seen[$point->node] = true;
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

    private static function canHoldDown(Part $part, Point $point): bool
    {
        $ends = array_values($part->terminals);

        return in_array($point->node, $ends, true) &&
            in_array($point->against, $ends, true) &&
            array_filter(
                $part->kind->faults($part),
                static fn(FaultMode $fault): bool => FailureClass::of($fault->name) === FailureClass::Short,
            ) !== [];
    }
}

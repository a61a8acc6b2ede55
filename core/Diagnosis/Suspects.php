<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** Gathers the belief into groups, likeliest first. */
final class Suspects
{
    /** How many times more than another of its group a fault must have gained to be told from it. */
    private const PARTED = 4.0;

    /**
     * @return list<Suspect>
     */
    public static function of(FaultDictionary $dictionary, Belief $belief): array
    {
        $groups = [];
        foreach ($dictionary->groups as $id => $number) {
            $groups["g{$number}"][$id] = $belief->probability[$id];
        }
        $suspects = [];
        foreach ($groups as $name => $members) {
            foreach (self::parted($members, $belief) as $k => $alike) {
                $hypotheses = array_map(static fn(string $id): Hypothesis => $dictionary->hypotheses[$id], array_map(strval(...), array_keys($alike)));
                $suspects[] = new Suspect($k === 0 ? $name : "{$name}.{$k}", self::title($hypotheses), array_sum($alike), $hypotheses, self::chain($dictionary, $hypotheses[0]));
            }
        }
        foreach ([Hypothesis::UNKNOWN => 'None of these', Hypothesis::HEALTHY => 'Nothing wrong with it'] as $id => $title) {
            $suspects[] = new Suspect($id, $title, $belief->probability[$id], [], []);
        }
        usort($suspects, static fn(Suspect $a, Suspect $b): int => $b->probability <=> $a->probability);

        return $suspects;
    }

    /**
     * No measurement tells the faults of a group apart, but other evidence may: a part tested by itself, one that is warm.
     *
     * @param non-empty-array<string, float> $members probability by hypothesis
     *
     * @return non-empty-list<non-empty-array<string, float>> what is still alike, the most favoured first, each likeliest first
     */
    private static function parted(array $members, Belief $belief): array
    {
        $gained = [];
        foreach ($members as $id => $probability) {
            $gained[$id] = log(max(1e-300, $probability)) - $belief->prior[$id];
        }
        arsort($gained);
        $parted = [];
        $of = INF;
        foreach ($gained as $id => $gain) {
            if ($of - $gain > log(self::PARTED)) {
                $parted[] = [];
                $of = $gain;
            }
            $parted[count($parted) - 1][$id] = $members[$id];
        }
        foreach ($parted as $k => $alike) {
            arsort($alike);
            $parted[$k] = $alike;
        }

        /** @var non-empty-list<non-empty-array<string, float>> */
        return $parted;
    }

    /** @param non-empty-list<Hypothesis> $members */
    private static function title(array $members): string
    {
        $titles = array_map(static fn(Hypothesis $h): string => $h->title, $members);

        return match (true) {
            count($titles) <= 2 => implode(' or ', $titles),
            default => $titles[0].', '.$titles[1].' or '.(count($titles) - 2).' more alike',
        };
    }

    /** @return list<string> */
    private static function chain(FaultDictionary $dictionary, Hypothesis $hypothesis): array
    {
        $links = [];
        foreach ($dictionary->how[$hypothesis->id] ?? [] as $ref => $how) {
            $links[] = "{$ref} {$how}";
        }

        return $links === [] ? [] : [implode(' → ', [$hypothesis->title, ...$links])];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** Gathers the belief into groups, likeliest first. */
final class Suspects
{
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
            arsort($members);
            $hypotheses = array_map(static fn(string $id): Hypothesis => $dictionary->hypotheses[$id], array_map(strval(...), array_keys($members)));
            $suspects[] = new Suspect($name, self::title($hypotheses), array_sum($members), $hypotheses, self::chain($dictionary, $hypotheses[0]));
        }
        foreach ([Hypothesis::UNKNOWN => 'None of these', Hypothesis::HEALTHY => 'Nothing wrong with it'] as $id => $title) {
            $suspects[] = new Suspect($id, $title, $belief->probability[$id], [], []);
        }
        usort($suspects, static fn(Suspect $a, Suspect $b): int => $b->probability <=> $a->probability);

        return $suspects;
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

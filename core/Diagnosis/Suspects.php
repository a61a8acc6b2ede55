<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Quantity\Probability;

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
        $before = self::beforeEach($belief);
        $suspects = [];
        foreach ($groups as $name => $members) {
            arsort($members);
            $hypotheses = array_map(static fn(string $id): Hypothesis => $dictionary->hypotheses[$id], array_map(strval(...), array_keys($members)));
            [$for, $against] = self::reasons($belief, $hypotheses[0]->id, $before);
            $suspects[] = new Suspect($name, self::title($hypotheses), array_sum($members), $hypotheses, $for, $against, self::chain($dictionary, $hypotheses[0]));
        }
        foreach ([Hypothesis::UNKNOWN => 'None of these', Hypothesis::HEALTHY => 'Nothing wrong with it'] as $id => $title) {
            [$for, $against] = self::reasons($belief, $id, $before);
            $suspects[] = new Suspect($id, $title, $belief->probability[$id], [], $for, $against, []);
        }
        usort($suspects, static fn(Suspect $a, Suspect $b): int => $b->probability <=> $a->probability);

        return $suspects;
    }

    /** @return list<array<string, float>> what was believed before each piece of evidence, not normalised */
    private static function beforeEach(Belief $belief): array
    {
        $log = $belief->prior;
        $before = [];
        foreach ($belief->logLikelihood as $step) {
            $most = max($log);
            $before[] = array_map(static fn(float $l): float => exp($l - $most), $log);
            foreach ($step as $id => $change) {
                $log[$id] += $change;
            }
        }

        return $before;
    }

    /**
     * How each piece of evidence told a suspect from the others that were believed in at that time.
     *
     * @param list<array<string, float>> $before
     *
     * @return array{list<array{label: string, weight: float, strength: string}>, list<array{label: string, weight: float, strength: string}>}
     */
    private static function reasons(Belief $belief, string $id, array $before): array
    {
        $for = $against = [];
        foreach ($belief->evidence as $k => $evidence) {
            $rivals = $explained = 0.0;
            foreach ($before[$k] as $rival => $weight) {
                if ($rival !== $id) {
                    $rivals += $weight;
                    $explained += $weight * exp($belief->logLikelihood[$k][$rival]);
                }
            }
            $weight = ($belief->logLikelihood[$k][$id] - log(max($explained / max($rivals, 1e-300), 1e-300))) / M_LN2;
            if ($weight > 0.3) {
                $for[] = ['label' => $evidence->label(), 'weight' => round($weight, 2), 'strength' => Probability::strength($weight)];
            } elseif ($weight < -0.3) {
                $against[] = ['label' => $evidence->label(), 'weight' => round($weight, 2), 'strength' => Probability::strength($weight)];
            }
        }
        usort($for, static fn(array $a, array $b): int => $b['weight'] <=> $a['weight']);
        usort($against, static fn(array $a, array $b): int => $a['weight'] <=> $b['weight']);

        return [$for, $against];
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

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

    /** @return list<array{weights: array<string, float>, total: float, explained: float}> what was believed before each piece of evidence, not normalised; its sum, and how much of it explains the evidence */
    private static function beforeEach(Belief $belief): array
    {
        $log = $belief->prior;
        $before = [];
        foreach ($belief->logLikelihood as $step) {
            $most = max($log);
            $weights = [];
            $total = $explained = 0.0;
            foreach ($step as $id => $change) {
                $weights[$id] = exp($log[$id] - $most);
                $total += $weights[$id];
                $explained += $weights[$id] * exp($change);
                $log[$id] += $change;
            }
            $before[] = ['weights' => $weights, 'total' => $total, 'explained' => $explained];
        }

        return $before;
    }

    /**
     * How each piece of evidence told a suspect from the others that were believed in at that time.
     *
     * @param list<array{weights: array<string, float>, total: float, explained: float}> $before as beforeEach() gives it
     *
     * @return array{list<array{label: string, weight: float, strength: string}>, list<array{label: string, weight: float, strength: string}>}
     */
    private static function reasons(Belief $belief, string $id, array $before): array
    {
        $for = $against = [];
        foreach ($belief->evidence as $k => $evidence) {
            $own = $before[$k]['weights'][$id];
            $rivals = $before[$k]['total'] - $own;
            $explained = $before[$k]['explained'] - $own * exp($belief->logLikelihood[$k][$id]);
            if ($rivals < 1e-6 * $own || $explained < 1e-6 * $before[$k]['explained']) {
                // Too little is left of the difference: add the rivals up one by one.
                [$rivals, $explained] = self::rivals($belief->logLikelihood[$k], $before[$k]['weights'], $id);
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

    /**
     * @param array<string, float> $logLikelihood of one piece of evidence, by hypothesis
     * @param array<string, float> $weights       what was believed before it
     *
     * @return array{float, float} weight of everything but $id, and how much of it explains the evidence
     */
    private static function rivals(array $logLikelihood, array $weights, string $id): array
    {
        unset($weights[$id]);
        $explained = 0.0;
        foreach ($weights as $rival => $weight) {
            $explained += $weight * exp($logLikelihood[$rival]);
        }

        return [array_sum($weights), $explained];
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

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;

/** Gathers the belief into groups, likeliest first. */
final class Suspects
{
    /** How many times more than another of its group a fault must have gained to be told from it. */
    private const PARTED = 4.0;

    /** How many of the likeliest are compared, and the probability from which on it matters. */
    private const COMPARED = 8;

    private const MATTERS = 0.005;

    /**
     * How many times more than the other one of two may have gained: one that may be anything from a trace to a short
     * gains less by being ten ohms.
     */
    private const TOLD_APART = 20.0;

    /** Share of its likeliest form from which on another form of a fault is as good. */
    private const AS_GOOD = 0.5;

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
                $hypotheses = array_map(
                    static fn(string $id): Hypothesis => $dictionary->hypotheses[$id],
                    array_map(strval(...), array_keys($alike)),
                );
                $suspects[] = new Suspect(
                    $k === 0 ? $name : "{$name}.{$k}",
                    self::title($hypotheses),
                    array_sum($alike),
                    $hypotheses,
                    self::chain($dictionary, $hypotheses[0]),
                );
            }
        }
        foreach (
            [Hypothesis::UNKNOWN => 'None of these', Hypothesis::HEALTHY => 'Nothing wrong with it']
            as $id => $title
        ) {
            $suspects[] = new Suspect($id, $title, $belief->probability[$id], [], []);
        }

        return self::joined(self::sorted($suspects), $dictionary, $belief);
    }

    /**
     * @param list<Suspect> $suspects
     *
     * @return list<Suspect> likeliest first
     */
    private static function sorted(array $suspects): array
    {
        usort($suspects, static fn(Suspect $a, Suspect $b): int => $b->probability <=> $a->probability);

        return $suspects;
    }

    /**
     * What could be told apart as long as nobody knew how bad it is may be one and the same now: ten ohms across two
     * nodes, whichever part they are in.
     *
     * @param list<Suspect> $suspects likeliest first
     *
     * @return list<Suspect> likewise
     */
    private static function joined(array $suspects, FaultDictionary $dictionary, Belief $belief): array
    {
        foreach (array_slice(array_keys($suspects), 0, self::COMPARED) as $k) {
            foreach (range(0, $k) as $earlier) {
                [$first, $second] = [$suspects[$earlier] ?? null, $suspects[$k] ?? null];
                if (
                    $earlier < $k &&
                    $first !== null &&
                    $second !== null &&
                    $second->probability > self::MATTERS &&
                    self::areOne($first, $second, $dictionary, $belief)
                ) {
                    $members = [...$first->members, ...$second->members];
                    /** @var non-empty-list<Hypothesis> $members */
                    usort(
                        $members,
                        static fn(Hypothesis $a, Hypothesis $b): int => $belief->probability[$b->id] <=>
                            $belief->probability[$a->id],
                    );
                    $suspects[$earlier] = new Suspect(
                        $first->id,
                        self::title($members),
                        $first->probability + $second->probability,
                        $members,
                        $first->chain,
                    );
                    unset($suspects[$k]);
                }
            }
        }

        return self::sorted(array_values($suspects));
    }

    private static function areOne(Suspect $first, Suspect $second, FaultDictionary $dictionary, Belief $belief): bool
    {
        [$one, $other] = [$first->members[0] ?? null, $second->members[0] ?? null];
        if (
            $one === null ||
            $other === null ||
            $one->isPair() ||
            $other->isPair() ||
            self::areTold($one, $other, $belief)
        ) {
            return false;
        }
        foreach (self::rows($one, $dictionary, $belief) as $row) {
            foreach (self::rows($other, $dictionary, $belief) as $beside) {
                if ($dictionary->alike($row, $beside)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Whether what is not read on a meter, a part lifted, tested or looked at, tells two faults apart; or the readings
     * do so after all.
     */
    private static function areTold(Hypothesis $one, Hypothesis $other, Belief $belief): bool
    {
        $read = $else = 0.0;
        foreach ($belief->evidence as $k => $item) {
            $apart = $belief->logLikelihood[$k][$one->id] - $belief->logLikelihood[$k][$other->id];
            $item instanceof ReadingEvidence ? ($read += $apart) : ($else += $apart);
        }

        return abs($else) > log(self::PARTED) || abs($read) > log(self::TOLD_APART);
    }

    /** @return list<string> rows of the dictionary that it is met as, by the evidence */
    private static function rows(Hypothesis $one, FaultDictionary $dictionary, Belief $belief): array
    {
        $held = $belief->forms[$one->id] ?? [];
        $most = max([0.0, ...$held]);
        $rows = [];
        foreach ($held === [] ? [] : $dictionary->forms($one->id) as $name => $form) {
            if (($held[$name] ?? 0.0) >= self::AS_GOOD * $most) {
                $rows[$form->nearest()] = true;
            }
        }

        return $rows === [] ? [$one->id] : array_map(strval(...), array_keys($rows));
    }

    /**
     * No measurement tells the faults of a group apart, but other evidence may: a part tested by itself, one that is
     * warm.
     *
     * @param non-empty-array<string, float> $members probability by hypothesis
     *
     * @return non-empty-list<non-empty-array<string, float>> what is still alike, the most favoured first, each
     *     likeliest first
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
            default => $titles[0] . ', ' . $titles[1] . ' or ' . (count($titles) - 2) . ' more alike',
        };
    }

    /** @return list<string> */
    private static function chain(FaultDictionary $dictionary, Hypothesis $hypothesis): array
    {
        $links = [];
        foreach ($dictionary->how[$hypothesis->id] ?? [] as $ref => $how) {
            $links[] = "{$ref} {$how->words()}";
        }

        return $links === [] ? [] : [implode(' → ', [$hypothesis->title, ...$links])];
    }
}

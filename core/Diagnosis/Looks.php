<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\PartEvidence;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Seen;

/**
 * What the look of a part says about each of its fault modes (common practice: a good look is worth many measurements).
 *
 * @phpstan-type LookFirst array{
 *     part: string,
 *     label: string,
 *     looks: string,
 *     notes: string,
 * }
 */
final class Looks
{
    private const FITS = 8.0;

    /** A damaged part is under suspicion even for what does not usually look like that. */
    private const DAMAGED = 2.0;

    private const CIRCUMSTANCE = 2.0;

    /** Some faults show in half of all cases: having looked and seen nothing speaks a little against them. */
    private const UNSEEN = 0.6;

    public static function evidence(string $label, Part $part, Seen $seen): PartEvidence
    {
        if ($seen === Seen::Other) {
            return new PartEvidence($label, $part->ref, self::FITS);
        }
        $faults = [];
        foreach ($part->kind->faults($part) as $fault) {
            $faults[$fault->name] = match ($seen) {
                Seen::Well => $fault->looks === [] ? 1.0 : self::UNSEEN,
                Seen::Heat => $fault->graded ? self::CIRCUMSTANCE : 1.0,
                Seen::Rework => in_array($fault->name, ['reversed', 'open', 'wrong'], true) ? self::CIRCUMSTANCE : 1.2,
                Seen::Joint => $fault->comesAndGoes || in_array($fault->name, ['open', 'resistive'], true)
                    ? self::FITS
                    : 1.0,
                default => self::fits($fault, $seen) ? self::FITS : self::DAMAGED,
            };
        }

        return new PartEvidence($label, $part->ref, self::DAMAGED, 1.0, $faults);
    }

    private static function fits(FaultMode $fault, Seen $seen): bool
    {
        return ($seen === Seen::Reversed && $fault->name === 'reversed') ||
            ($seen === Seen::Hot && in_array($fault->name, ['leaky', 'short', 'shorted_turns', 'resistive'], true)) ||
            in_array(
                $seen,
                array_merge(...array_map(static fn(Look $look): array => $look->seenAs(), $fault->looks)),
                true,
            );
    }

    /**
     * What to look at first: the parts whose likely faults can be seen.
     *
     * @param array<string, Part> $parts
     *
     * @return list<LookFirst> most worth a look first
     */
    public static function first(array $parts, FaultDictionary $dictionary, Belief $belief): array
    {
        $worth = $looks = [];
        foreach ($dictionary->hypotheses as $id => $hypothesis) {
            if ($hypothesis->looks !== [] && isset($parts[$hypothesis->ref])) {
                $worth[$hypothesis->ref] = ($worth[$hypothesis->ref] ?? 0.0) + ($belief->probability[$id] ?? 0.0);
                $looks[$hypothesis->ref][] = Look::words($hypothesis->looks);
            }
        }
        arsort($worth);
        $first = [];
        foreach (array_slice(array_keys($worth), 0, 8) as $ref) {
            $notes = $parts[$ref]->written['notes'] ?? '';
            $first[] = [
                'part' => (string) $ref,
                'label' => $parts[$ref]->label(),
                'looks' => implode('; ', array_unique($looks[$ref])),
                'notes' => is_string($notes) ? $notes : '',
            ];
        }

        return $first;
    }
}

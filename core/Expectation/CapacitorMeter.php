<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * What a capacitance, ESR or leakage meter shows on a capacitor, by itself or with everything in parallel.
 *
 * In circuit the meters' signal stays below a junction's threshold (common practice: 0.2 V or less), so what counts are
 * the capacitors across the same two nodes: their capacitances add, their series resistances share. Leakage needs the
 * working voltage and therefore a lifted leg.
 */
final class CapacitorMeter
{
    public const CAPACITANCE = 'capacitance';

    public const ESR = 'esr';

    public const LEAKAGE = 'leakage';

    /** @var array<string, non-empty-list<Part>> by reference */
    private array $across = [];

    public function __construct(private readonly Description $supply) {}

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return float farads (INF where it sees a short), ohms, or amperes
     */
    public function read(string $ref, string $quantity, bool $isLifted, array $faults = []): float
    {
        $found = array_map(
            fn(Part $part): array => $part->kind instanceof StoresCharge
                ? $part->kind->asFound($part, $faults[$part->ref] ?? null)
                : ['farads' => 0.0, 'esr' => INF, 'leak' => INF],
            $isLifted || $quantity === self::LEAKAGE ? [$this->supply->part($ref)] : $this->across($ref),
        );
        $part = $this->supply->part($ref);

        return match ($quantity) {
            self::CAPACITANCE => array_sum(array_column($found, 'farads')),
            self::ESR => 1 / array_sum(array_map(static fn(array $one): float => 1 / $one['esr'], $found)),
            default => ($part->knows('voltage') ? $part->value('voltage') : 25.0) / $found[0]['leak'],
        };
    }

    /**
     * Capacitance straight between two nodes.
     *
     * @param array<string, string> $faults fault name by part reference
     *
     * @return float farads
     */
    public function between(string $a, string $b, Mode $mode, array $faults = []): float
    {
        $ends = [$this->joined($a), $this->joined($b)];
        sort($ends);
        $farads = 0.0;
        foreach ($this->supply->parts as $ref => $part) {
            if (
                $part->kind instanceof StoresCharge &&
                !in_array($ref, $mode->absent, true) &&
                $this->ends($part) === $ends
            ) {
                $found = $part->kind->asFound($part, $faults[$ref] ?? null)['farads'];
                $farads += is_infinite($found) ? 0.0 : $found;
            }
        }

        return $farads;
    }

    /** @return non-empty-list<Part> the capacitors that stand across the same two nodes, the one asked for first */
    public function across(string $ref): array
    {
        if (isset($this->across[$ref])) {
            return $this->across[$ref];
        }
        $part = $this->supply->part($ref);
        $here = $this->ends($part);
        $others = array_filter(
            $this->supply->parts,
            fn(Part $other): bool => $other->ref !== $ref &&
                $other->kind instanceof StoresCharge &&
                $this->ends($other) === $here,
        );

        return $this->across[$ref] = [$part, ...array_values($others)];
    }

    /** @return list<string> the two nodes, those joined by contacts and wires being one */
    private function ends(Part $part): array
    {
        $ends = array_map($this->joined(...), array_values($part->terminals));
        sort($ends);

        return $ends;
    }

    private function joined(string $node): string
    {
        $group = [$node => true];
        do {
            $before = count($group);
            foreach ($this->supply->parts as $part) {
                $ends = array_values($part->terminals);
                if ($part->kind instanceof Contact && (isset($group[$ends[0]]) || isset($group[$ends[1]]))) {
                    $group += [$ends[0] => true, $ends[1] => true];
                }
            }
        } while (count($group) > $before);

        return min(array_map(strval(...), array_keys($group)));
    }
}

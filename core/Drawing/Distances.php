<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Kind\CommonModeChoke;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Kind\InductorPart;
use Oculant\Core\Parts\Kind\InrushThermistor;
use Oculant\Core\Parts\Kind\Optocoupler;
use Oculant\Core\Parts\Kind\Rectifier;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** How far each node is from where the energy comes in, counted in parts; grounds lead nowhere. */
final class Distances
{
    /** Through a part. */
    private const THROUGH = 1;

    /** Against the way in which a rectifier conducts. */
    private const AGAINST = 3;

    /** From one winding to another: farther than any chain of parts on one side of it. */
    private const APART = 100;

    /** Ohms up to which a resistor in the mains lead is a piece of it. */
    private const LEAD = 100.0;

    /** @var array<string, int> by node */
    private array $far = [];

    /** @var array<string, true> nodes of the lead in which the mains comes back */
    private readonly array $returns;

    /** False if there is no source: then it is counted from the first part. */
    public readonly bool $isFed;

    /** @param array<string, true> $grounds */
    public function __construct(private readonly Description $supply, private readonly array $grounds)
    {
        $sources = array_filter($supply->parts, static fn(Part $part): bool => $part->kind instanceof FeedsEnergy);
        $this->isFed = $sources !== [];
        $first = array_values($sources)[0] ?? (array_values($supply->parts)[0] ?? null);
        $ends = $first === null ? ['', ''] : array_pad(array_values($first->terminals), 2, '');
        $this->returns =
            $this->isFed && $supply->frequency > 0 && !isset($grounds[$ends[1]]) ? $this->lead($ends[1]) : [];
        // Each lead by itself: the one that comes back is no way to what the other feeds.
        $this->walk([$ends[0]], $this->returns);
        $this->walk([$ends[1]], $this->far);
    }

    /** A node that nothing leads to is farthest. */
    public function to(string $node): int
    {
        return $this->far[$node] ?? PHP_INT_MAX;
    }

    public function isReturn(string $node): bool
    {
        return isset($this->returns[$node]);
    }

    /**
     * @param list<string>         $from
     * @param array<string, mixed> $closed nodes that are left to another walk
     */
    private function walk(array $from, array $closed): void
    {
        $closed += $this->grounds;
        $far = array_diff_key(array_fill_keys($from, 0), $closed);
        do {
            $before = $far;
            foreach ($this->supply->parts as $part) {
                foreach ($this->ways($part) as [$here, $there, $cost]) {
                    if (isset($far[$here]) && !isset($closed[$there])) {
                        $far[$there] = min($far[$there] ?? PHP_INT_MAX, $far[$here] + $cost);
                    }
                }
            }
        } while ($far !== $before);
        $this->far += $far;
    }

    /** @return iterable<array{string, string, int}> from node, to node, how far */
    public function ways(Part $part): iterable
    {
        $group = [];
        foreach ($part->kind->islands($part) as $k => $terminals) {
            $group += array_fill_keys($terminals, $k);
        }
        foreach ($part->terminals as $from => $here) {
            foreach ($part->terminals as $to => $there) {
                $isApart = ($group[$from] ?? -1) !== ($group[$to] ?? -2);
                if (
                    $here !== $there &&
                    !($isApart && $part->kind instanceof Optocoupler) &&
                    $to !== (Schematic::STANDING[$part->kind->name()][2] ?? null)
                ) {
                    yield [
                        $here,
                        $there,
                        match (true) {
                            $isApart => self::APART,
                            $part->kind instanceof Rectifier && $from === 'k' => self::AGAINST,
                            default => self::THROUGH,
                        },
                    ];
                }
            }
        }
    }

    /** @return array<string, true> what is joined to a node through what a lead is made of */
    private function lead(string $from): array
    {
        $lead = [$from => true];
        do {
            $before = count($lead);
            foreach ($this->supply->parts as $part) {
                $joins = match (true) {
                    $part->kind instanceof CommonModeChoke => [['a1', 'a2'], ['b1', 'b2']],
                    $part->kind instanceof Contact,
                    $part->kind instanceof InductorPart,
                    $part->kind instanceof InrushThermistor,
                    $part->kind instanceof Resistor && $part->value('value') <= self::LEAD
                        => [array_keys($part->terminals)],
                    default => [],
                };
                foreach ($joins as $ends) {
                    $nodes = array_map($part->node(...), $ends);
                    if (array_intersect_key(array_flip($nodes), $lead) !== []) {
                        $lead += array_fill_keys($nodes, true);
                    }
                }
            }
        } while (count($lead) > $before);

        return $lead;
    }
}

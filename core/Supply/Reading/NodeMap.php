<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Reading;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Part;

/** The nodes that parts share: which exist, which belong together, and what cannot be. */
final class NodeMap
{
    /** @var array<string, int> how many terminals touch each node */
    public readonly array $touched;

    /**
     * @var array<string, int> galvanic island by node: nodes joined otherwise than through a transformer or an
     *     optocoupler
     */
    public readonly array $islands;

    /** @param array<string, Part> $parts those of the supply and those that a mode adds */
    public function __construct(private readonly array $parts)
    {
        $touched = [];
        foreach ($parts as $part) {
            foreach ($part->terminals as $node) {
                $touched[$node] = ($touched[$node] ?? 0) + 1;
            }
        }
        $this->touched = $touched;
        $this->islands = self::joined($parts, static fn(Part $part): array => $part->kind->islands($part));
    }

    public function check(Fields $fields, string $reference): void
    {
        $names = array_map(strval(...), array_keys($this->touched));
        foreach ($this->parts as $ref => $part) {
            foreach ($part->terminals as $terminal => $node) {
                if ($this->touched[$node] === 1) {
                    $fields->problem(
                        "parts[{$ref}].terminals.{$terminal}",
                        sprintf(
                            'Nothing else touches node "%s". Join it to another part, or check the spelling; ' .
                                'the other nodes are: %s.',
                            $node,
                            implode(', ', array_diff($names, [$node])),
                        ),
                    );
                }
            }
        }
        if ($reference !== '' && $this->parts !== [] && !isset($this->touched[$reference])) {
            $fields->problem(
                'reference',
                sprintf(
                    'No part touches the reference node "%s". The nodes are: %s.',
                    $reference,
                    implode(', ', $names),
                ),
            );
        }
        $this->checkSpelling($fields, $names);
        $this->checkSources($fields);
    }

    /** @param list<string> $names */
    private function checkSpelling(Fields $fields, array $names): void
    {
        $seen = [];
        foreach ($names as $name) {
            $plain = mb_strtolower($name);
            if (isset($seen[$plain])) {
                $fields->problem(
                    'parts',
                    sprintf(
                        'The nodes "%s" and "%s" differ in capitals only: is it one node? Spell it alike ' .
                            'everywhere, or give two clearly different names.',
                        $seen[$plain],
                        $name,
                    ),
                );
            }
            $seen[$plain] = $name;
        }
    }

    /** Fuses, switches and wires that join the two ends of a source leave no supply to measure. */
    private function checkSources(Fields $fields): void
    {
        $wired = self::joined(
            $this->parts,
            static fn(Part $part): array => $part->kind instanceof Contact
                ? [array_keys($part->terminals)]
                : array_map(static fn(string $t): array => [$t], array_keys($part->terminals)),
        );
        foreach ($this->parts as $ref => $part) {
            $ends = array_values($part->terminals);
            if ($part->kind instanceof FeedsEnergy && $wired[$ends[0]] === $wired[$ends[1]]) {
                $fields->problem(
                    "parts[{$ref}].terminals",
                    sprintf(
                        'Fuses, switches or wires join "%s" and "%s" and short %s. Lead one of them to the load.',
                        $ends[0],
                        $ends[1],
                        $ref,
                    ),
                );
            }
        }
    }

    /**
     * @param array<string, Part>                        $parts
     * @param callable(Part): list<array<int|string, string>> $groups terminals that are joined
     *
     * @return array<string, int> group number by node
     */
    private static function joined(array $parts, callable $groups): array
    {
        $parent = [];
        $find = static function (string $node) use (&$parent): string {
            while (($parent[$node] ??= $node) !== $node) {
                $node = $parent[$node];
            }

            return $node;
        };
        foreach ($parts as $part) {
            foreach ($groups($part) as $group) {
                foreach ($group as $terminal) {
                    $parent[$find($part->terminals[$terminal])] = $find($part->terminals[$group[0]]);
                }
            }
        }
        $numbers = $islands = [];
        foreach (array_keys($parent) as $node) {
            $root = $find((string) $node);
            $islands[(string) $node] = $numbers[$root] ??= count($numbers);
        }

        return $islands;
    }
}

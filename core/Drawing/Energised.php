<?php

declare(strict_types=1);

namespace Oculant\Core\Drawing;

use Oculant\Core\Supply\Description;

/**
 * Which nodes are proven to carry energy, or proven to get none, by what was measured at others: every way from the
 * source to a live node leads through those before it, and nothing feeds what lies behind a dead one.
 */
final class Energised
{
    /** @var array<string, list<string>> neighbours by node */
    private array $ways = [];

    /** @var list<string> */
    private readonly array $sources;

    public function __construct(private readonly Description $supply)
    {
        $schematic = new Schematic($supply);
        $distances = $schematic->distances;
        foreach ($supply->parts as $part) {
            foreach ($distances->ways($part) as [$from, $to]) {
                if (!$schematic->isGround($from) && !$schematic->isGround($to) && !$distances->isReturn($to)) {
                    $this->ways[$from][] = $to;
                }
            }
        }
        $this->sources = array_values(
            array_filter(
                array_slice(array_values($supply->source()->terminals), 0, 1),
                static fn(string $node): bool => !$schematic->isGround($node),
            ),
        );
    }

    /**
     * @param array<string, bool> $measured by node: whether it carries energy
     *
     * @return array<string, bool> the same, with what follows from it; nodes that are not known are left out
     */
    public function nodes(array $measured): array
    {
        $known = $measured;
        $live = array_keys(array_filter($measured));
        $dead = array_keys(array_filter($measured, static fn(bool $carries): bool => !$carries));
        $fed = $this->reached(null);
        $undead = $dead === [] ? $fed : $this->reached(null, array_fill_keys($dead, true));
        foreach (array_keys($this->supply->islands) as $node) {
            $node = (string) $node;
            if (isset($known[$node]) || !isset($fed[$node])) {
                continue;
            }
            $without = $live === [] ? $fed : $this->reached($node);
            if (array_diff_key(array_flip($live), $without) !== []) {
                $known[$node] = true;
            } elseif (!isset($undead[$node])) {
                $known[$node] = false;
            }
        }

        return $known;
    }

    /**
     * @param array<string, true> $dead nodes that nothing passes
     *
     * @return array<string, true> nodes that energy can reach without the one left out
     */
    private function reached(?string $without, array $dead = []): array
    {
        $reached = array_diff_key(
            array_fill_keys($this->sources, true),
            $dead,
            $without === null ? [] : [$without => 1],
        );
        $edge = array_keys($reached);
        while ($edge !== []) {
            $node = (string) array_pop($edge);
            foreach ($this->ways[$node] ?? [] as $next) {
                if ($next !== $without && !isset($reached[$next]) && !isset($dead[$next])) {
                    $reached[$next] = true;
                    $edge[] = $next;
                }
            }
        }

        return $reached;
    }
}

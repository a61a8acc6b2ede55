<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mistake;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;

/** Which mistakes of a hand are worth solving, where no part's failing explains the readings. The circuit then has the last word. */
final class MistakeFinder
{
    /** How many of each are solved. */
    private const MOST = 6;

    private const MOST_LARGE = 1;

    /** Share of all units in which two parts have changed places, or two nodes are bridged; and how many times more often where somebody worked before (a guess). */
    private const SWAPPED = 0.002;

    private const BRIDGED = 0.004;

    private const WORKED_ON = 8.0;

    /** Kinds that are taken for one another, if their values differ by more than this ratio. */
    private const ALIKE = ['resistor', 'zener', 'regulator', 'dc_converter', 'electrolytic', 'tantalum'];

    private const OTHER = 1.15;

    /** Two readings of the same node: a share of them, and volts. */
    private const SAME_SHARE = 0.02;

    private const SAME_VOLTS = 0.15;

    /** A reading that is off by more than this share of the good one, and volts. */
    private const OFF_SHARE = 0.08;

    private const OFF_VOLTS = 0.25;

    /** @param array<string, Expectations> $expectations by mode */
    public function __construct(private readonly Description $supply, private readonly BenchState $state, private readonly array $expectations)
    {
    }

    /** @return list<Hypothesis> */
    public function worthSolving(): array
    {
        $often = in_array('worked_on', $this->state->conditions, true) ? self::WORKED_ON : 1.0;

        return [...$this->swaps($often), ...$this->bridges($often)];
    }

    /** @return list<Hypothesis> parts of one kind beside one another first: those near what reads wrong */
    private function swaps(float $often): array
    {
        $pairs = [];
        $parts = array_filter($this->supply->parts, static fn(Part $p): bool => in_array($p->kind->name(), self::ALIKE, true) && $p->knows('value'));
        foreach ($parts as $one) {
            foreach ($parts as $other) {
                if (strcmp($one->ref, $other->ref) < 0 && self::changePlaces($one, $other)) {
                    $pairs[] = [$this->oddAt($one) + $this->oddAt($other), $one, $other];
                }
            }
        }
        usort($pairs, static fn(array $a, array $b): int => $b[0] <=> $a[0]);
        $share = self::SWAPPED * $often / max(1, count($pairs));

        return array_map(fn(array $pair): Hypothesis => $this->hypothesis(
            "{$pair[1]->ref}:swapped:{$pair[2]->ref}",
            $pair[1],
            "{$pair[1]->ref} and {$pair[2]->ref} in each other's place",
            $share,
            'Read what is printed on both and compare with the description.',
            new Swap($pair[1]->ref, $pair[2]->ref),
        ), array_slice(array_values(array_filter($pairs, static fn(array $pair): bool => $pair[0] > 0)), 0, $this->most()));
    }

    private static function changePlaces(Part $one, Part $other): bool
    {
        [$a, $b] = [$one->value('value'), $other->value('value')];

        return $one->kind->name() === $other->kind->name() && array_keys($one->terminals) === array_keys($other->terminals) && $a * $b > 0 && max(abs($a), abs($b)) > self::OTHER * min(abs($a), abs($b))
            && ! (isset($one->choices['style']) && $one->choices['style'] !== ($other->choices['style'] ?? ''));
    }

    /** How many readings at its terminals are not what a good unit shows. */
    private function oddAt(Part $part): int
    {
        $odd = 0;
        foreach ($this->supply->points as $id => $point) {
            $read = in_array($point->node, $part->terminals, true) ? $this->volts((string) $id) : null;
            $odd += $read !== null && self::isOff(...$read) ? 1 : 0;
        }

        return $odd;
    }

    /** @return list<Hypothesis> */
    private function bridges(float $often): array
    {
        $found = [];
        $points = array_values($this->supply->points);
        $possible = 0;
        foreach ($points as $k => $from) {
            foreach (array_slice($points, $k + 1) as $to) {
                if ($from->node !== $to->node && $from->against === $to->against && $from->node !== $to->against && ! $this->isJoinedByAPart($from->node, $to->node)) {
                    $possible++;
                    $merit = $this->merit($from, $to);
                    if ($merit > 0) {
                        $found[] = [$merit, $from, $to];
                    }
                }
            }
        }
        usort($found, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(fn(array $bridge): Hypothesis => $this->bridge($bridge[1], $bridge[2], self::BRIDGED * $often / $possible), array_slice($found, 0, $this->most()));
    }

    /** What is bridged inside or across one part is that part's own fault. */
    private function isJoinedByAPart(string $from, string $to): bool
    {
        return array_filter($this->supply->parts, static fn(Part $part): bool => in_array($from, $part->terminals, true) && in_array($to, $part->terminals, true)) !== [];
    }

    /** How much the readings at both ends speak for one node: 0 if they are apart, or if nothing is odd. */
    private function merit(Point $from, Point $to): float
    {
        [$a, $b] = [$this->volts($from->id), $this->volts($to->id)];
        if ($a !== null && $b !== null) {
            if (abs($a[0] - $b[0]) > self::SAME_VOLTS + self::SAME_SHARE * abs($a[0])) {
                return 0.0;
            }

            return abs($a[1] - $b[1]) > self::OFF_VOLTS + self::OFF_SHARE * abs($a[1]) ? 4.0 : 0.0;
        }
        [$read, $other] = $a !== null ? [$a, $to] : [$b, $from];
        $dead = $this->ohmsAlike($from->id, $to->id);
        if ($read === null || ! self::isOff(...$read)) {
            return $dead;
        }
        $there = $this->nominal($other->id, $this->state->mode);

        return $dead + (($read[0] - $read[1]) * ($there - $read[1]) > 0 ? 1.0 : 0.0);
    }

    /** Both ends show the same few ohms to ground, where one of them should not. */
    private function ohmsAlike(string $from, string $to): float
    {
        $ohms = [];
        foreach ($this->state->readings as $reading) {
            if ($reading->quantity === DeadCheck::RESISTANCE && in_array($reading->target, [$from, $to], true) && $reading->context->isPlain()) {
                $ohms[$reading->target] = $reading->value;
            }
        }

        return count($ohms) === 2 && max($ohms) < 1.1 * min($ohms) + 0.3 ? 1.0 : 0.0;
    }

    private function bridge(Point $from, Point $to, float $share): Hypothesis
    {
        $at = fn(string $node): array => array_map(strval(...), array_keys(array_filter($this->supply->parts, static fn(Part $part): bool => in_array($node, $part->terminals, true))));
        $first = $this->supply->part($at($from->node)[0]);

        return $this->hypothesis(
            "bridge:{$from->id}:{$to->id}",
            $first,
            "{$from->id} and {$to->id} bridged",
            $share,
            sprintf('Ohms between %s and %s, then a glass along both tracks: solder, a whisker, a wire that touches (%s and %s are at its ends).', $from->name, $to->name, $first->ref, $at($to->node)[0] ?? 'what'),
            new SolderBridge($from->node, $to->node, [...$at($from->node), ...$at($to->node)]),
        );
    }

    private function hypothesis(string $id, Part $part, string $title, float $share, string $proof, Mistake $mistake): Hypothesis
    {
        return new Hypothesis($id, $part->ref, Cause::MISTAKEN, $title, $share, false, $proof, '', $part->kind->name(), false, mistake: $mistake);
    }

    private static function isOff(float $read, float $good): bool
    {
        return abs($read - $good) > self::OFF_VOLTS + self::OFF_SHARE * abs($good);
    }

    /** @return array{float, float}|null what was read there last under power, and what a good unit shows */
    private function volts(string $point): ?array
    {
        foreach (array_reverse($this->state->readings) as $reading) {
            if ($reading->target === $point && $reading->quantity === 'dc' && $reading->power === PowerState::Live && $reading->context->isPlain() && isset($this->expectations[$reading->mode])) {
                return [$reading->value, $this->nominal($point, $reading->mode)];
            }
        }

        return null;
    }

    private function nominal(string $point, string $mode): float
    {
        return ($this->expectations[$mode] ?? null)?->nominal->reading($point, 'dc') ?? NAN;
    }

    private function most(): int
    {
        return $this->supply->isLarge() ? self::MOST_LARGE : self::MOST;
    }
}

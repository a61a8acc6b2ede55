<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mishap;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Regulator;
use Oculant\Core\Parts\Kind\Schottky;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;

/**
 * Which mishaps are worth solving, where no part's failing explains the readings. The circuit then has the last word.
 */
final class MishapFinder
{
    /** How many of each are solved. */
    private const MOST = 6;

    private const MOST_LARGE = 1;

    /**
     * Share of all units in which two parts have changed places, or two nodes are bridged; and how many times more
     * often where somebody worked before (a guess).
     */
    private const SWAPPED = 0.002;

    private const BRIDGED = 0.004;

    private const WORKED_ON = 8.0;

    /**
     * Share of such units with a load between two regulated rails, and no clamp, of which one fails to start now and
     * then (a guess).
     */
    private const HELD = 0.05;

    /** Volts within which an output sits that is held on the wrong side of its common: a junction (common practice). */
    private const HELD_VOLTS = [0.15, 1.3];

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
    public function __construct(
        private readonly Description $supply,
        private readonly BenchState $state,
        private readonly array $expectations,
    ) {}

    /**
     * @param bool $isUnexplained false if a failing of one part explains everything: then only what looks just like one
     *
     * @return list<Hypothesis>
     */
    public function worthSolving(bool $isUnexplained): array
    {
        if (!$isUnexplained) {
            return $this->held();
        }
        $often = in_array('worked_on', $this->state->conditions, true) ? self::WORKED_ON : 1.0;

        return [...$this->swaps($often), ...$this->bridges($often), ...$this->held()];
    }

    /** @return list<Hypothesis> parts of one kind beside one another first: those near what reads wrong */
    private function swaps(float $often): array
    {
        $pairs = [];
        $parts = array_filter(
            $this->supply->parts,
            static fn(Part $p): bool => in_array($p->kind->name(), self::ALIKE, true) && $p->knows('value'),
        );
        foreach ($parts as $one) {
            foreach ($parts as $other) {
                if (strcmp($one->ref, $other->ref) < 0 && self::changePlaces($one, $other)) {
                    $pairs[] = [$this->oddAt($one) + $this->oddAt($other), $one, $other];
                }
            }
        }
        usort($pairs, static fn(array $a, array $b): int => $b[0] <=> $a[0]);
        $share = (self::SWAPPED * $often) / max(1, count($pairs));

        return array_map(
            fn(array $pair): Hypothesis => $this->hypothesis(
                "{$pair[1]->ref}:swapped:{$pair[2]->ref}",
                $pair[1],
                "{$pair[1]->ref} and {$pair[2]->ref} in each other's place",
                $share,
                'Read what is printed on both and compare with the description.',
                new Swap($pair[1]->ref, $pair[2]->ref),
            ),
            array_slice(
                array_values(array_filter($pairs, static fn(array $pair): bool => $pair[0] > 0)),
                0,
                $this->most(),
            ),
        );
    }

    private static function changePlaces(Part $one, Part $other): bool
    {
        [$a, $b] = [$one->value('value'), $other->value('value')];

        return $one->kind->name() === $other->kind->name() &&
            array_keys($one->terminals) === array_keys($other->terminals) &&
            $a * $b > 0 &&
            max(abs($a), abs($b)) > self::OTHER * min(abs($a), abs($b)) &&
            !(isset($one->choices['style']) && $one->choices['style'] !== ($other->choices['style'] ?? ''));
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
                if (
                    $from->node !== $to->node &&
                    $from->against === $to->against &&
                    $from->node !== $to->against &&
                    !$this->isJoinedByAPart($from->node, $to->node)
                ) {
                    $possible++;
                    $merit = $this->merit($from, $to);
                    if ($merit > 0) {
                        $found[] = [$merit, $from, $to];
                    }
                }
            }
        }
        usort($found, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(
            fn(array $bridge): Hypothesis => $this->bridge(
                $bridge[1],
                $bridge[2],
                (self::BRIDGED * $often) / $possible,
            ),
            array_slice($found, 0, $this->most()),
        );
    }

    /** What is bridged inside or across one part is that part's own fault. */
    private function isJoinedByAPart(string $from, string $to): bool
    {
        return array_filter(
            $this->supply->parts,
            static fn(Part $part): bool => in_array($from, $part->terminals, true) &&
                in_array($to, $part->terminals, true),
        ) !== [];
    }

    /**
     * @return list<Hypothesis> regulators whose output stands on the wrong side of its common, with a load to a rail of
     *     the other polarity
     */
    private function held(): array
    {
        $found = [];
        foreach ($this->supply->parts as $part) {
            $pull = $part->kind instanceof Regulator && !$this->isClamped($part) ? $this->pullOn($part) : null;
            if ($pull === null) {
                continue;
            }
            [$other, $between] = $pull;
            foreach ($this->supply->points as $id => $point) {
                $volts =
                    $point->node === $part->node('out') && $point->against === $part->node('common')
                        ? $this->volts((string) $id)
                        : null;
                $beyond = -($volts[0] ?? 0.0) * ($part->value('value') <=> 0);
                if ($beyond >= self::HELD_VOLTS[0] && $beyond <= self::HELD_VOLTS[1]) {
                    $found[] = $this->hypothesis(
                        "{$part->ref}:held:{$other->ref}",
                        $part,
                        "{$part->ref} held down by {$other->ref} through {$between->ref} as it starts",
                        self::HELD,
                        $this->cure($part, $other, $between),
                        new HeldDown($part->ref, $between->ref),
                    );
                }
            }
        }

        return $found;
    }

    /**
     * A silicon diode leaves its output 0.7 V beyond its common, from where it does not start; a Schottky's 0.2 to
     * 0.3 V let it (common practice). It carries what the other one can push through what lies between, and blocks the
     * rail.
     */
    private function cure(Part $held, Part $other, Part $between): string
    {
        $ohms = abs(
            $between->knows('current') && $between->knows('at')
                ? $between->value('at') / max(1e-9, $between->value('current'))
                : $between->values['value'] ?? 0.0,
        );
        $amperes = min(
            $other->value('current'),
            $ohms > 0.0 ? abs($other->value('value')) / $ohms : $other->value('current'),
        );
        $next = static fn(array $sizes, float $least): float => array_values(
            array_filter($sizes, static fn(float $size): bool => $size >= $least),
        )[0] ?? $least;
        [$anode, $cathode] =
            $held->value('value') > 0
                ? [$held->node('common'), $held->node('out')]
                : [$held->node('out'), $held->node('common')];

        return sprintf(
            'Switch on with %s disconnected: if it starts then, both regulators are good. The cure is a Schottky ' .
                'diode of %s, %s or more from %s (anode) to %s (cathode), and its counterpart at %s: silicon, with ' .
                'its 0.7 V, is not enough. Count starts before and after.',
            $between->ref,
            Quantity::write($next([1.0, 3.0, 5.0, 8.0, 10.0], 1.2 * $amperes), Unit::Ampere),
            Quantity::write($next([20.0, 30.0, 40.0, 60.0, 100.0], 1.5 * abs($held->value('value'))), Unit::Volt),
            $anode,
            $cathode,
            $other->ref,
        );
    }

    /** @return array{Part, Part}|null the regulator of the other polarity, and what lies between both outputs */
    private function pullOn(Part $held): ?array
    {
        foreach ($this->supply->parts as $other) {
            if ($other->kind instanceof Regulator && $other->value('value') * $held->value('value') < 0) {
                foreach ($this->supply->parts as $between) {
                    if (
                        count($between->terminals) === 2 &&
                        array_diff([$held->node('out'), $other->node('out')], $between->terminals) === []
                    ) {
                        return [$other, $between];
                    }
                }
            }
        }

        return null;
    }

    /** Whether a Schottky diode keeps its output from going beyond its common; silicon is not enough. */
    private function isClamped(Part $regulator): bool
    {
        [$anode, $cathode] = $regulator->value('value') > 0 ? ['common', 'out'] : ['out', 'common'];

        return array_filter(
            $this->supply->parts,
            static fn(Part $p): bool => $p->kind instanceof Schottky &&
                $p->node('a') === $regulator->node($anode) &&
                $p->node('k') === $regulator->node($cathode),
        ) !== [];
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
        if ($read === null || !self::isOff(...$read)) {
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
            if (
                $reading->quantity === DeadCheck::RESISTANCE &&
                in_array($reading->target, [$from, $to], true) &&
                $reading->context->isPlain()
            ) {
                $ohms[$reading->target] = $reading->value;
            }
        }

        return count($ohms) === 2 && max($ohms) < 1.1 * min($ohms) + 0.3 ? 1.0 : 0.0;
    }

    private function bridge(Point $from, Point $to, float $share): Hypothesis
    {
        $at = fn(string $node): array => array_map(
            strval(...),
            array_keys(
                array_filter(
                    $this->supply->parts,
                    static fn(Part $part): bool => in_array($node, $part->terminals, true),
                ),
            ),
        );
        $first = $this->supply->part($at($from->node)[0]);

        return $this->hypothesis(
            "bridge:{$from->id}:{$to->id}",
            $first,
            "{$from->id} and {$to->id} bridged",
            $share,
            sprintf(
                'Ohms between %s and %s, then a glass along both tracks: solder, a whisker, a wire that touches ' .
                    '(%s and %s are at its ends).',
                $from->name,
                $to->name,
                $first->ref,
                $at($to->node)[0] ?? 'what',
            ),
            new SolderBridge($from->node, $to->node, [...$at($from->node), ...$at($to->node)]),
        );
    }

    private function hypothesis(
        string $id,
        Part $part,
        string $title,
        float $share,
        string $proof,
        Mishap $mishap,
    ): Hypothesis {
        return new Hypothesis(
            $id,
            $part->ref,
            Cause::MISTAKEN,
            $title,
            $share,
            false,
            $proof,
            [],
            $part->kind->name(),
            false,
            mishap: $mishap,
        );
    }

    private static function isOff(float $read, float $good): bool
    {
        return abs($read - $good) > self::OFF_VOLTS + self::OFF_SHARE * abs($good);
    }

    /** @return array{float, float}|null what was read there last under power, and what a good unit shows */
    private function volts(string $point): ?array
    {
        foreach (array_reverse($this->state->readings) as $reading) {
            if (
                $reading->target === $point &&
                $reading->quantity === 'dc' &&
                $reading->power === PowerState::Live &&
                $reading->context->isPlain() &&
                isset($this->expectations[$reading->mode])
            ) {
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

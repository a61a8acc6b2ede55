<?php

declare(strict_types=1);

namespace Bench\Outside;

use Oculant\Core\Parts\Part;

/**
 * What averaging leaves out: a flyback charges its output capacitors in triangles of current, which their impedance at
 * the switching frequency turns into ripple (textbook; the impedance is ngspice's).
 */
final class Pulses
{
    /**
     * Peak of the triangle as a multiple of its mean: 4 where the core empties in half of a cycle, about 2 where it
     * never does.
     */
    private const PEAK = 3.0;

    /** No more ripple than this multiple of the voltage there. */
    private const MOST = 1.5;

    public const HERTZ = 66e3;

    /**
     * @param array<string, Part> $parts
     *
     * @return array<string, list<string>> sources of the deck through which the current comes, by node of the
     *     description
     */
    public static function fed(array $parts): array
    {
        $fed = [];
        foreach ($parts as $part) {
            if ($part->kind->name() !== 'flyback') {
                continue;
            }
            foreach (['s1', 's3', 's5', 'a1'] as $terminal) {
                foreach ($part->has($terminal) ? self::behind($parts, $part->node($terminal)) : [] as $node) {
                    $fed[$node][] = 'v' . Deck::safe($part->ref) . '_' . $terminal;
                }
            }
        }

        return $fed;
    }

    /**
     * @param array<string, Part> $parts
     *
     * @return list<string> nodes on the other side of the rectifiers at a winding
     */
    private static function behind(array $parts, string $node): array
    {
        $nodes = [];
        foreach ($parts as $part) {
            if (
                $part->has('a') &&
                $part->has('k') &&
                str_contains('diode fast_diode ultrafast_diode schottky', $part->kind->name())
            ) {
                array_push(
                    $nodes,
                    ...$part->node('a') === $node ? [$part->node('k')] : [],
                    ...$part->node('k') === $node ? [$part->node('a')] : [],
                );
            }
        }

        return $nodes;
    }

    /** Volts peak to peak from a mean current, an impedance and the voltage that stands there. */
    public static function ripple(float $amperes, float $ohms, float $level): float
    {
        return min(self::MOST * abs($level), self::PEAK * abs($amperes) * $ohms);
    }
}

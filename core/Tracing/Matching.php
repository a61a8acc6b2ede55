<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

/**
 * Which part of a board is which of a family: the surest pair first, since what hangs on pairs that stand already is
 * surer. Weights are guesses, tried on the families themselves.
 */
final class Matching
{
    /** Joined as there, or joined to something else by what is known of both. */
    private const JOINED = 2.0;

    private const APART = 0.7;

    /**
     * @var array<string, array<string, list<array{array<string, string>, float}>>> ways that a part of the board may
     *     lie (node of the family by pin, score so far), by part of the family and part of the board
     */
    private array $pairs = [];

    /** @var array<string, list<array{string, string}>> part and pin by node of the family */
    private array $at = [];

    /** @var array<string, string> what a pin of the board hangs together with */
    private array $roots = [];

    /** @var array<string, int> pins that hang together */
    private array $size = [];

    /** @param array<string, array<string, mixed>> $parts of the family */
    private function __construct(private readonly Traced $traced, private readonly array $parts)
    {
        foreach ($parts as $ref => $row) {
            foreach ($row['terminals'] as $pin => $node) {
                $this->at[$node][] = [(string) $ref, (string) $pin];
            }
            foreach ($traced->parts as $board) {
                if (Resemblance::sort($row['kind']) === Resemblance::sort($board->kind->name())) {
                    $this->pairs[$ref][$board->ref] = self::ways($row, $board);
                }
            }
        }
    }

    /**
     * @param array<string, array<string, mixed>> $parts of the family
     *
     * @return array<string, string> part of the board by part of the family
     */
    public static function of(Traced $traced, array $parts): array
    {
        return (new self($traced, $parts))->matched();
    }

    /** @return array<string, string> */
    private function matched(): array
    {
        $matched = [];
        while (($best = $this->surest()) !== null) {
            [$ref, $board] = $best;
            $matched[$ref] = $board;
            unset($this->pairs[$ref]);
            foreach ($this->pairs as $other => $boards) {
                unset($this->pairs[$other][$board]);
            }
            $this->stand($ref, $board);
        }

        return $matched;
    }

    /** @return array{string, string}|null part of the family and of the board; null if nothing is left to pair */
    private function surest(): ?array
    {
        $best = null;
        $most = -INF;
        foreach ($this->traced->parts as $board) {
            foreach ($this->pairs as $ref => $boards) {
                $score = max([-INF, ...array_column($boards[$board->ref] ?? [], 1)]);
                if ($score > $most) {
                    [$best, $most] = [[(string) $ref, $board->ref], $score];
                }
            }
        }

        return $best;
    }

    /** What a pair that stands says of the others, at the nodes that it has. */
    private function stand(string $known, string $board): void
    {
        foreach ($this->parts[$known]['terminals'] as $pin => $node) {
            $end = "{$board}.{$pin}";
            $beside = array_unique(array_column($this->at[$node], 0));
            foreach ($beside as $ref) {
                foreach ($this->pairs[$ref] ?? [] as $other => $ways) {
                    foreach ($ways as $k => [$way, $score]) {
                        foreach (array_keys($way, $node, true) as $own) {
                            $score += $this->joint("{$other}.{$own}", $end);
                        }
                        $ways[$k] = [$way, $score];
                    }
                    $this->pairs[$ref][$other] = $ways;
                }
            }
        }
    }

    private function joint(string $one, string $other): float
    {
        if ($this->root($one) === $this->root($other)) {
            return self::JOINED;
        }

        return $this->isTouched($one) && $this->isTouched($other) ? -self::APART : 0.0;
    }

    private function root(string $pin): string
    {
        if (!isset($this->roots[$pin])) {
            $with = $this->traced->with($pin) ?: [$pin];
            foreach ([$pin, ...$with] as $other) {
                $this->roots[$other] = $with[0];
            }
            $this->size[$with[0]] = count($with);
        }

        return $this->roots[$pin];
    }

    private function isTouched(string $pin): bool
    {
        return $this->size[$this->root($pin)] > 1;
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return list<array{array<string, string>, float}>
     */
    private static function ways(array $row, TracedPart $board): array
    {
        $score = $row['kind'] === $board->kind->name() ? 1.0 : 0.0;
        [$theirs, $ours] = [Value::size($row['value'] ?? null), Value::size($board->written['value'] ?? null)];
        if ($theirs > 0.0 && $ours > 0.0) {
            $score += max(0.0, 1.5 - abs(log10($ours / $theirs)));
        }
        $terminals = array_map(strval(...), $row['terminals']);
        $ways = [[$terminals, $score]];
        if (array_keys($terminals) === ['a', 'b']) {
            $ways[] = [['a' => $terminals['b'], 'b' => $terminals['a']], $score];
        }

        return $ways;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Parts\FailureClass;

/**
 * Which way to fail is to be practised next: cards in boxes, as Leitner has them (So lernt man lernen, 1972). What went
 * well moves on a box and comes back after twice as long, what went badly goes back to the first.
 */
final readonly class Boxes
{
    /** Days until what lies in a box is due. */
    public const DAYS = [1 => 1, 2, 4, 8, 16];

    /** Figures of a grade from which it went well, and below which badly (common practice of examiners). */
    private const WELL = 80.0;

    private const BADLY = 60.0;

    /** @param array<string, array{box: int, runs: int, figure: float, day: float}> $cards by FailureClass name */
    private function __construct(public array $cards) {}

    /** @param list<array{class: string, figure: float, day: float}> $runs oldest first; days since any fixed one */
    public static function after(array $runs): self
    {
        $cards = [];
        foreach ($runs as $run) {
            $before = $cards[$run['class']] ?? ['box' => 1, 'runs' => 0];
            $cards[$run['class']] = [
                'box' => match (true) {
                    $run['figure'] >= self::WELL => min(count(self::DAYS), $before['box'] + 1),
                    $run['figure'] < self::BADLY => 1,
                    default => $before['box'],
                },
                'runs' => $before['runs'] + 1,
                'figure' => $run['figure'],
                'day' => $run['day'],
            ];
        }

        return new self($cards);
    }

    /** Day on which it is due; null if it was never practised. */
    public function due(string $class): ?float
    {
        $card = $this->cards[$class] ?? null;

        return $card === null ? null : $card['day'] + self::DAYS[$card['box']];
    }

    /**
     * What is due and lies lowest; what was never tried comes behind what went badly.
     *
     * @param non-empty-list<FailureClass> $possible most frequent first
     */
    public function next(array $possible, float $today): FailureClass
    {
        $rank = function (FailureClass $class) use ($today): array {
            $due = $this->due($class->name);

            return [$due !== null && $due > $today, $this->cards[$class->name]['box'] ?? 1, $due === null, $due ?? 0.0];
        };
        usort($possible, static fn(FailureClass $a, FailureClass $b): int => $rank($a) <=> $rank($b));

        return $possible[0];
    }
}

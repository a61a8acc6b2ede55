<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;

/**
 * What a part that nothing tells the kind of may be by its place: what the nearest families have there, and what
 * usually hangs on what in a power supply. Weights are guesses, tried on the families themselves.
 */
final readonly class MayBe
{
    private const FAMILIES = 4;

    private const MOST = 3;

    /** Where a pin of the family's part is joined to what it is joined to there; each more. */
    private const SITS = 2.0;

    private const MORE = 0.5;

    /** Joined to what it is not joined to in the family, or not joined to what it is. */
    private const OFF = 0.7;

    /** A habit that weighs 9 says as much. */
    private const HABIT = 1.2;

    /** A pin that such a part always has, and nobody has counted yet. */
    private const UNSEEN = 1.0;

    /** The letter before its number, and what is printed on it, speak for it. */
    private const BY_LETTER = 1.5;

    private const BY_MARKING = 3.0;

    /** Below this nothing is said. */
    private const LEAST = 1.5;

    /** What short markings leave out of a type number (common practice on small packages). */
    private const LEFT_OUT = ['', 'tl', 'lm', 'uc', '78', '1n', '2n', 'bc', 'irf', 'pc', '78l'];

    /** @param list<Resemblance> $families the nearest first */
    private function __construct(private Traced $traced, private array $families) {}

    /** @return array<string, list<Guess>> by reference, the likeliest first; none where its place says nothing yet */
    public static function of(Traced $traced): array
    {
        $self = new self($traced, Resemblance::nearest($traced, self::FAMILIES));
        $guesses = [];
        foreach ($traced->strangers as $stranger) {
            $guesses[$stranger->ref] = $self->guesses($stranger);
        }

        return $guesses;
    }

    /** @return list<Guess> */
    private function guesses(Stranger $stranger): array
    {
        $best = [];
        $nodes = count(
            array_unique(
                array_map(
                    fn(string $pin): string => $this->traced->node("{$stranger->ref}.{$pin}"),
                    $this->traced->pinsOf($stranger->ref),
                ),
            ),
        );
        foreach ($this->candidates() as [$kind, $places]) {
            // Pins at more nodes than such a part has pins.
            if (count($kind->terminals()->all()) < $nodes) {
                continue;
            }
            $guess = $this->guess($stranger, $kind, $places);
            if ($guess->where !== [] && $guess->score > ($best[$kind->name()]->score ?? self::LEAST)) {
                $best[$kind->name()] = $guess;
            }
        }
        usort($best, static fn(Guess $a, Guess $b): int => $b->score <=> $a->score);

        return array_slice($best, 0, self::MOST);
    }

    /**
     * @return iterable<array{PartKind, array<string, array{list<string>, bool}>}> pins of the board that a pin would
     *     be joined to, and whether it is on a ground, by pin
     */
    private function candidates(): iterable
    {
        foreach ($this->families as $family) {
            foreach ($family->open() as $row) {
                $kind = PartKinds::named($row['kind']);
                if ($kind !== null) {
                    yield [
                        $kind,
                        array_map(
                            static fn(string $node): array => [$family->pinsAt($node), $family->isGround($node)],
                            array_map(strval(...), $row['terminals']),
                        ),
                    ];
                }
            }
        }
        foreach (array_unique(array_column(Hunches::HABITS, 0)) as $name) {
            $kind = PartKinds::named($name);
            if ($kind !== null) {
                yield [$kind, []];
            }
        }
    }

    /** @param array<string, array{list<string>, bool}> $places */
    private function guess(Stranger $stranger, PartKind $kind, array $places): Guess
    {
        $pairs = [];
        $counted = $this->traced->pinsOf($stranger->ref);
        foreach ($counted as $pin) {
            foreach ($kind->terminals()->all() as $name) {
                [$score, $by] = $this->sits("{$stranger->ref}.{$pin}", $kind->name(), $name, $places[$name] ?? null);
                $pairs[] = ['pin' => $pin, 'name' => $name, 'score' => $score, 'by' => $by];
            }
        }
        usort($pairs, static fn(array $a, array $b): int => $b['score'] <=> $a['score']);
        $pins = $where = [];
        $sum = $this->told($stranger, $kind);
        foreach ($pairs as ['pin' => $pin, 'name' => $name, 'score' => $score, 'by' => $by]) {
            if (!isset($pins[$pin]) && !in_array($name, $pins, true) && $by !== null) {
                $pins[$pin] = $name;
                $where[$pin] = $by;
                $sum += $score;
            }
        }
        ksort($pins, SORT_NATURAL);
        ksort($where, SORT_NATURAL);
        $sum -= self::UNSEEN * max(0, count($kind->terminals()->required) - count($counted));
        $sum -= self::OFF * count(array_diff($counted, array_map(strval(...), array_keys($pins))));

        return new Guess($stranger->ref, $kind, $sum, $pins, $where, $this->next($stranger, $pins, $places));
    }

    /**
     * How well a counted pin sits where one of a kind does.
     *
     * @param array{list<string>, bool}|null $place
     *
     * @return array{float, string|null} and what it is joined to that says so
     */
    private function sits(string $pin, string $kind, string $name, ?array $place): array
    {
        $score = 0.0;
        $by = null;
        [$expected, $isGround] = $place ?? [[], false];
        foreach ($expected as $other) {
            if ($this->traced->isJoined($pin, $other)) {
                $score += $by === null ? self::SITS : self::MORE;
                $by ??= $other;
            } elseif (count($this->traced->with($other)) > 1) {
                $score -= self::OFF;
            }
        }
        if ($isGround && in_array($this->traced->node($pin), $this->traced->grounds(), true)) {
            $score += $by === null ? self::SITS : self::MORE;
            $by ??= 'ground';
        }
        if ($place !== null) {
            $others = array_filter(
                $this->traced->with($pin),
                fn(string $other): bool => $other !== $pin && !in_array($other, $expected, true) && !$isGround,
            );
            $score -= self::OFF * min(2, count($others)) * ($expected === [] ? 0.0 : 0.5);
        }
        foreach ($this->traced->with($pin) as $other) {
            [$ref, $theirs] = explode('.', $other, 2);
            $part = $this->traced->parts[$ref] ?? null;
            $weight = $part === null ? 0 : self::habit($kind, $name, $part->kind->name(), $theirs);
            if ($weight > 0) {
                $score += (self::HABIT * $weight) / 9;
                $by ??= $other;
            }
        }

        return [$score, $by];
    }

    private static function habit(string $kind, string $pin, string $otherKind, string $otherPin): int
    {
        $most = 0;
        $isEnd = static fn(string $said, string $is): bool => $said === $is ||
            (in_array($said, ['a', 'b'], true) && in_array($is, ['a', 'b'], true));
        foreach (Hunches::HABITS as [$one, $onePin, $other, $theirPin, $weight]) {
            $isOne = $one === $kind && $onePin === $pin && $other === $otherKind && $isEnd($theirPin, $otherPin);
            $isOther = $other === $kind && $theirPin === $pin && $one === $otherKind && $onePin === $otherPin;
            if ($isOne || $isOther) {
                $most = max($most, $weight);
            }
        }

        return $most;
    }

    /** What the letter and the marking say for it. */
    private function told(Stranger $stranger, PartKind $kind): float
    {
        $letters = (string) preg_replace('/\d.*$/', '', $stranger->ref);
        $profile = $kind->profile();
        $score = match (true) {
            in_array($letters, $profile->prefixes, true) => self::BY_LETTER,
            $profile->letter === $letters => self::BY_LETTER / 2,
            default => 0.0,
        };
        foreach ($profile->types as $pattern) {
            foreach ($stranger->marking === '' ? [] : self::LEFT_OUT as $before) {
                if (preg_match($pattern, $before . $stranger->marking) === 1) {
                    return $score + self::BY_MARKING;
                }
            }
        }

        return $score;
    }

    /**
     * @param array<int|string, string>                $pins
     * @param array<string, array{list<string>, bool}> $places
     *
     * @return array{string, string}|null
     */
    private function next(Stranger $stranger, array $pins, array $places): ?array
    {
        foreach ($places as $name => [$expected]) {
            if (!in_array($name, $pins, true) && $expected !== []) {
                foreach ($expected as $other) {
                    if (!str_starts_with($other, "{$stranger->ref}.")) {
                        return [$name, $other];
                    }
                }
            }
        }

        return null;
    }
}

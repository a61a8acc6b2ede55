<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\WarmStart;
use Oculant\Core\Parts\Ability\HasState;
use Oculant\Core\Parts\Part;

/** The rounds through which a similar supply came to rest: what its parts were at, and where its circuit stood. */
final readonly class Guide
{
    /**
     * @param list<array{states: array<string, array<string, float>>, switched: array<string, array<string, float>>,
     *     warm: WarmStart}> $rounds states by part reference and name
     */
    private function __construct(private array $rounds) {}

    public static function start(): self
    {
        return new self([]);
    }

    /**
     * @param array<string, Part>                 $parts    settled
     * @param array<string, array<string, float>> $switched what each switching part stood at
     */
    public function then(array $parts, array $switched, WarmStart $warm): self
    {
        $states = [];
        foreach ($parts as $ref => $part) {
            if ($part->kind instanceof HasState) {
                $states[$ref] = array_intersect_key($part->values, $part->kind->rest($part));
            }
        }

        return new self([...$this->rounds, ['states' => $states, 'switched' => $switched, 'warm' => $warm]]);
    }

    /**
     * Parts and circuit at the end, for a supply that differs so little that it comes to rest the same way.
     *
     * @param array<string, Part> $parts
     *
     * @return array{array<string, Part>, WarmStart|null}
     */
    public function end(array $parts): array
    {
        $last = $this->rounds[count($this->rounds) - 1] ?? null;

        return $last === null ? [$parts, null] : [self::with($parts, $last['states']), $last['warm']];
    }

    /** Whether everything that switches ends as it does there. */
    public function endsLike(self $other): bool
    {
        return ($this->rounds[count($this->rounds) - 1]['switched'] ?? []) ==
            ($other->rounds[count($other->rounds) - 1]['switched'] ?? []);
    }

    /**
     * What follows slowly as it was in that round, if everything that switches stands as it stood.
     *
     * @param array<string, Part> $parts
     *
     * @return array{array<string, Part>, WarmStart|null}|null null if the guide does not fit
     */
    public function round(int $round, array $parts): ?array
    {
        $step = $this->rounds[$round] ?? null;
        if ($step === null) {
            return null;
        }
        foreach ($step['switched'] as $ref => $values) {
            if (isset($parts[$ref]) && array_diff_assoc($values, $parts[$ref]->values) !== []) {
                return null;
            }
        }

        return [self::with($parts, $step['states']), $step['warm']];
    }

    /**
     * @param array<string, Part>                 $parts
     * @param array<string, array<string, float>> $states
     *
     * @return array<string, Part>
     */
    private static function with(array $parts, array $states): array
    {
        foreach ($states as $ref => $values) {
            if (isset($parts[$ref])) {
                $parts[$ref] = $parts[$ref]->withValues($values);
            }
        }

        return $parts;
    }
}

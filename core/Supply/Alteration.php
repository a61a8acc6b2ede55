<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/**
 * A change of the circuit that is not to last: what is left out, set otherwise or added, in the words of the
 * description format. Description::altered() gives the supply as it then stands.
 */
final readonly class Alteration
{
    /**
     * @param list<string>                        $absent references
     * @param array<string, array<string, mixed>> $set    as in a mode's "set"
     * @param list<array<string, mixed>>          $adds   as in a mode's "adds"
     */
    private function __construct(public array $absent, public array $set, public array $adds) {}

    /** Taken out, or one leg lifted. */
    public static function without(string $ref): self
    {
        return new self([$ref], [], []);
    }

    /** @param array<string, mixed> $settings by parameter, as descriptions write them ("30k") */
    public static function set(string $ref, array $settings): self
    {
        return new self([], [$ref => $settings], []);
    }

    /** A piece of wire between two nodes; $name tells it from others. */
    public static function bridge(string $name, string $from, string $to): self
    {
        return new self([], [], [['ref' => $name, 'kind' => 'wire', 'terminals' => ['a' => $from, 'b' => $to]]]);
    }

    /** @param array<string, mixed> $row a part as descriptions write it */
    public static function adding(array $row): self
    {
        return new self([], [], [$row]);
    }

    /**
     * A bench supply instead of the source.
     *
     * @param float $volts set
     * @param float $limit amperes
     */
    public static function feed(string $source, string $plus, string $minus, float $volts, float $limit): self
    {
        return new self(
            [$source],
            [],
            [
                [
                    'ref' => 'BENCH',
                    'kind' => 'bench_supply',
                    'value' => "{$volts} V",
                    'limit' => "{$limit} A",
                    'terminals' => ['plus' => $plus, 'minus' => $minus],
                ],
            ],
        );
    }

    /**
     * @param array<string, mixed> $mode as written
     *
     * @return array<string, mixed>
     */
    public function to(array $mode): array
    {
        $mode['absent'] = array_values(array_unique([...$mode['absent'] ?? [], ...$this->absent]));
        foreach ($this->set as $ref => $settings) {
            $mode['set'][$ref] = $settings + ($mode['set'][$ref] ?? []);
        }
        $mode['adds'] = [...$mode['adds'] ?? [], ...$this->adds];

        return array_filter($mode, static fn(mixed $value): bool => $value !== []);
    }
}

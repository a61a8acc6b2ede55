<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Safety;

use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/**
 * Limits of the electrical safety tests, with their source. The published sets are from memory and are there to be
 * edited: which rules hold, and who may test by them, is for local codes and licensed practice to decide.
 *
 * @phpstan-type SafetyRules array{
 *     id: string,
 *     source: string,
 *     limits: array<string, mixed>,
 * }
 */
final readonly class RuleSet
{
    /** Ohms, ohms, amperes, amperes, by class. */
    private const PUBLISHED = [
        'repaired' => [
            'Repaired and in-service equipment, EN 50678 and EN 50699 (from memory)',
            [
                'earth' => ['I' => 0.3],
                'insulation' => ['I' => 1e6, 'II' => 2e6],
                'touch' => ['I' => 0.5e-3, 'II' => 0.5e-3],
                'conductor' => ['I' => 3.5e-3],
            ],
        ],
        'audio-video' => [
            'Audio, video and information equipment, IEC 62368-1; insulation after IEC 60065 (from memory)',
            [
                'earth' => ['I' => 0.1],
                'insulation' => ['I' => 2e6, 'II' => 4e6],
                'touch' => ['I' => 0.5e-3, 'II' => 0.25e-3],
                'conductor' => ['I' => 3.5e-3],
            ],
        ],
        'household' => [
            'Household appliances, IEC 60335-1 (from memory)',
            [
                'earth' => ['I' => 0.1],
                'insulation' => ['I' => 1e6, 'II' => 2e6],
                'touch' => ['I' => 0.75e-3, 'II' => 0.25e-3],
                'conductor' => ['I' => 3.5e-3],
            ],
        ],
    ];

    /** A limit may be off by this from what any rule asks before it is taken for a slip of the pen. */
    private const RANGES = [
        'earth' => [0.01, 5.0],
        'insulation' => [1e4, 1e9],
        'touch' => [1e-5, 5e-3],
        'conductor' => [1e-4, 0.01],
    ];

    /**
     * @param array<string, array<string, float>> $limits by test and class: ohms or amperes
     */
    private function __construct(public string $id, public string $source, public array $limits) {}

    /** @return array<string, self> by id */
    public static function published(): array
    {
        $sets = [];
        foreach (self::PUBLISHED as $id => [$source, $limits]) {
            $sets[$id] = new self($id, $source, $limits);
        }

        return $sets;
    }

    /**
     * As a workshop keeps it.
     *
     * @param array<mixed> $given id, source, limits by test and class as technicians write them or as numbers
     *
     * @throws PlanRefused if a limit cannot be read or can be none
     */
    public static function of(array $given): self
    {
        $base =
            self::published()[is_string($given['id'] ?? null) ? $given['id'] : 'repaired'] ??
            self::published()['repaired'];
        $source =
            is_string($given['source'] ?? null) && trim($given['source']) !== ''
                ? mb_substr(trim($given['source']), 0, 200)
                : $base->source;
        $limits = $base->limits;
        foreach ($limits as $test => $byClass) {
            foreach (array_keys($byClass) as $class) {
                $text = $given['limits'][$test][$class] ?? null;
                if ($text !== null) {
                    $limits[$test][$class] = self::limit($test, $class, $text);
                }
            }
        }
        if ($limits !== $base->limits && $source === $base->source) {
            throw PlanRefused::because(
                'source',
                'These limits differ from the published set: write whose they are, for example "Harbour ' .
                    'authority, rules for quay equipment 2024".',
            );
        }

        return new self($base->id, $source, $limits);
    }

    /** @return float|null ohms or amperes; null where the test is only looked at, or not for this class */
    public function limitOf(SafetyTest $test, string $class): ?float
    {
        return $this->limits[$test->value][$class] ?? null;
    }

    /** @return SafetyRules */
    public function toArray(): array
    {
        $written = [];
        foreach ($this->limits as $test => $byClass) {
            $written[$test] = array_map(
                static fn(float $limit): string => Quantity::write(
                    $limit,
                    SafetyTest::from($test)->unit() ?? Unit::Ohm,
                ),
                $byClass,
            );
        }

        return ['id' => $this->id, 'source' => $this->source, 'limits' => $written];
    }

    private static function limit(string $test, string $class, mixed $text): float
    {
        $unit = SafetyTest::from($test)->unit() ?? Unit::Ohm;
        try {
            $value = Quantity::read($text, $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw PlanRefused::because("limits.{$test}.{$class}", $e->getMessage());
        }
        [$least, $most] = self::RANGES[$test];

        return $value >= $least && $value <= $most
            ? $value
            : throw PlanRefused::because(
                "limits.{$test}.{$class}",
                sprintf(
                    '%s as the limit of "%s", class %s: between %s and %s is meant.',
                    Quantity::write($value, $unit),
                    SafetyTest::from($test)->title(),
                    $class,
                    Quantity::write($least, $unit),
                    Quantity::write($most, $unit),
                ),
            );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Replacement\Demands;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;

/** Small supplies for tests, and the demo ones; solved once per process. */
final class Supplies
{
    /** @var array<string, SolvedKnowledge> */
    private static array $knowledge = [];

    /** @var array<string, Demands> by hash */
    private static array $demands = [];

    public static function demo(string $name): Description
    {
        return DescriptionReader::fromJson(
            (string) file_get_contents(__DIR__ . "/../../database/demo/supplies/{$name}.json"),
        );
    }

    /** @param array<string, mixed> $answers to a family's template */
    public static function drafted(string $family, array $answers = []): Description
    {
        return DescriptionReader::fromArray(Answers::describe(Templates::named($family), $answers));
    }

    /** @return array<string, mixed> */
    public static function demoArray(string $name): array
    {
        return self::demo($name)->written;
    }

    /** What a supply's circuit asks of its parts; solved once per process. */
    public static function demands(Description $supply): Demands
    {
        return self::$demands[$supply->hash()] ??= Demands::of($supply);
    }

    public static function knowledge(string $name): SolvedKnowledge
    {
        return self::$knowledge[$name] ??= new SolvedKnowledge(self::demo($name));
    }

    /**
     * A description from parts alone, with a point for each pair given.
     *
     * @param list<array<string, mixed>>           $parts
     * @param array<string, array{string, string}> $points node and ground by id
     * @param list<array<string, mixed>>           $modes
     */
    public static function of(array $parts, array $points, array $modes = []): Description
    {
        return DescriptionReader::fromArray(self::arrayOf($parts, $points, $modes));
    }

    /**
     * @param list<array<string, mixed>>           $parts
     * @param array<string, array{string, string}> $points
     * @param list<array<string, mixed>>           $modes
     *
     * @return array<string, mixed>
     */
    public static function arrayOf(array $parts, array $points, array $modes = []): array
    {
        $rows = [];
        foreach ($points as $id => [$node, $against]) {
            $rows[] = ['id' => $id, 'node' => $node, 'against' => $against];
        }

        return [
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'Test supply',
            'reference' => '0V',
            'mains' => ['voltage' => '230 V', 'frequency' => '50 Hz', 'tolerance' => '10 %'],
            'parts' => $parts,
            'points' => $rows,
            'modes' => $modes,
        ];
    }

    /** @return list<array<string, mixed>> feed, fuse and transformer up to the secondary */
    public static function primary(
        string $fuse,
        string $secondary,
        string $power,
        string $regulation,
        bool $tapped = false,
        string $second = 'B',
    ): array {
        return [
            ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']],
            ['ref' => 'F1', 'kind' => 'fuse', 'rating' => $fuse, 'terminals' => ['a' => 'L', 'b' => 'L1']],
            [
                'ref' => 'T1',
                'kind' => 'transformer',
                'secondary' => $secondary,
                'power' => $power,
                'regulation' => $regulation,
                'terminals' => ['p1' => 'L1', 'p2' => 'N', 's1' => 'A'] +
                    ($tapped ? ['ct' => '0V'] : []) + ['s2' => $second],
            ],
        ];
    }
}

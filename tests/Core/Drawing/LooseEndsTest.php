<?php

declare(strict_types=1);

namespace Tests\Core\Drawing;

use Oculant\Core\Drawing\LooseEnd;
use Oculant\Core\Drawing\LooseEnds;
use Oculant\Core\Drawing\Schematic;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** A description is drawn from its first part on, and what is not joined yet is named where it is. */
final class LooseEndsTest extends TestCase
{
    public function testAFinishedDescriptionHasNone(): void
    {
        foreach (['tide-recorder', 'wheelhouse-display', 'gallery-organ'] as $name) {
            self::assertSame([], LooseEnds::of(Supplies::demo($name)), $name);
        }
    }

    /** @return iterable<string, array{callable, string, ?string, string}> what is typed wrong, part, pin, words */
    public static function mistakes(): iterable
    {
        $set = static function (string $ref, callable $change): callable {
            return static function (array $written) use ($ref, $change): array {
                foreach ($written['parts'] as $k => $part) {
                    if ($part['ref'] === $ref) {
                        $written['parts'][$k] = $change($part);
                    }
                }

                return $written;
            };
        };
        $pin = static fn(string $name, string $node): callable => static fn(array $part): array => [
            ...$part,
            'terminals' => [...$part['terminals'], $name => $node],
        ];
        yield 'a pin without a node' => [$set('C3', $pin('minus', '')), 'C3', 'minus', 'has no node yet'];
        yield 'a pin that is not there' => [
            $set('C3', static fn(array $p): array => [...$p, 'terminals' => ['plus' => 'OUT+']]),
            'C3',
            'minus',
            'has no node yet',
        ];
        yield 'a node of one part' => [$set('R3', $pin('a', 'OUTT+')), 'R3', 'a', 'touches OUTT+'];
        yield 'a part across nothing' => [$set('C3', $pin('plus', '0V')), 'C3', null, 'on one node'];
        yield 'an island' => [
            static function (array $written): array {
                $written['parts'][] = [
                    'ref' => 'R91',
                    'kind' => 'resistor',
                    'value' => '1k',
                    'terminals' => ['a' => 'X1', 'b' => 'X2'],
                ];
                $written['parts'][] = [
                    'ref' => 'R92',
                    'kind' => 'resistor',
                    'value' => '1k',
                    'terminals' => ['a' => 'X1', 'b' => 'X2'],
                ];

                return $written;
            },
            'R91',
            'a',
            'floats',
        ];
    }

    #[DataProvider('mistakes')]
    public function testEachIsNamedAtItsPlaceAndTheRestIsDrawn(
        callable $change,
        string $part,
        ?string $pin,
        string $said,
    ): void {
        $sketch = DescriptionReader::sketch($change(Supplies::demoArray('tide-recorder')));
        $found = array_values(
            array_filter(LooseEnds::of($sketch->description), static fn(LooseEnd $e): bool => $e->part === $part),
        );
        self::assertNotSame([], $found);
        self::assertSame($pin, $found[0]->pin);
        self::assertStringContainsString($said, $found[0]->sentence);
        self::assertCount(count($sketch->description->parts), (new Schematic($sketch->description))->parts());
    }

    public function testItIsDrawnFromItsFirstPartOn(): void
    {
        self::assertSame([], DescriptionReader::sketch([])->description->parts);
        $sketch = DescriptionReader::sketch([
            'parts' => [['ref' => 'R1', 'kind' => 'resistor'], ['kind' => 'nonsense'], 7],
        ]);
        self::assertSame(['R1'], array_keys($sketch->description->parts));
        self::assertCount(1, (new Schematic($sketch->description))->parts());
        self::assertCount(2, LooseEnds::of($sketch->description));
        self::assertNotSame([], $sketch->problems);
        // Every beginning of a real one as well.
        $written = Supplies::demoArray('wheelhouse-display');
        foreach (array_keys($written['parts']) as $k) {
            $begun = ['parts' => array_slice($written['parts'], 0, $k + 1)] + $written;
            self::assertCount($k + 1, (new Schematic(DescriptionReader::sketch($begun)->description))->parts());
        }
    }

    /** While it is typed anything may stand among what is not known: it is drawn as far as it can be read. */
    public function testWhatIsNotKnownIsReadAsFarAsItCanBe(): void
    {
        $written = Supplies::demo('tuner-feed')->written;
        foreach (
            ['x', ['x'], [5], [['ref' => 5]], [['ref' => 'U9', 'pins' => 'x']], [['ref' => 'U9', 'pins' => [[1]]]]]
            as $unknown
        ) {
            $supply = DescriptionReader::sketch(['unknown' => $unknown] + $written)->description;
            self::assertSame([], (new Schematic($supply))->unknown());
            self::assertSame([], LooseEnds::of($supply));
        }
        // A node that a part and an unknown one touch is no loose end.
        unset($written['parts'][array_search('Z1', array_column($written['parts'], 'ref'), true)]);
        $loose = DescriptionReader::sketch(
            ['unknown' => [['ref' => 'U9', 'pins' => ['1' => 'SOLE']]]] + [
                    'parts' => [
                        ...array_values($written['parts']),
                        [
                            'ref' => 'R9',
                            'kind' => 'resistor',
                            'value' => '1k',
                            'terminals' => ['a' => 'SOLE', 'b' => '0V'],
                        ],
                    ],
                ] +
                $written,
        )->description;
        self::assertNotContains('R9', array_column(LooseEnds::of($loose), 'part'));
    }
}

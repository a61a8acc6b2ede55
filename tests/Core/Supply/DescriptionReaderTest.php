<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use OutOfBoundsException;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class DescriptionReaderTest extends TestCase
{
    public function testReadsTheDemoSupplies(): void
    {
        $supply = Supplies::demo('tide-recorder');

        self::assertSame(0.25, $supply->part('F1')->value('rating'));
        self::assertSame(17.0, $supply->part('T1')->value('secondary'));
        self::assertSame(-15.0, $supply->part('U2')->value('value'));
        self::assertTrue($supply->isHot('L2'));
        self::assertFalse($supply->isHot('OUT+'));
    }

    /**
     * @return iterable<string, array{callable(array<string, mixed>): array<string, mixed>, string, string}> change,
     *     path, words of the message
     */
    public static function mistakes(): iterable
    {
        yield 'unknown key' => [static fn(array $d): array => ['colour' => 'red'] + $d, 'colour', 'Known fields'];
        yield 'unknown key in a part' => [
            static function (array $d): array {
                $d['parts'][1]['ratting'] = 'T1A';

                return $d;
            },
            'parts[F1].ratting',
            'Known fields',
        ];
        yield 'negative capacitor' => [
            static fn(array $d): array => self::part($d, 'C1', 'value', '-1000u'),
            'parts[C1].value',
            'greater than zero',
        ];
        yield 'unit slip' => [
            static fn(array $d): array => self::part($d, 'C1', 'value', '1000 V'),
            'parts[C1].value',
            '2200u',
        ];
        yield 'missing value' => [
            static fn(array $d): array => self::part($d, 'C1', 'value', null),
            'parts[C1].value',
            'needs its capacitance',
        ];
        yield 'unknown kind' => [
            static fn(array $d): array => self::part($d, 'Z1', 'kind', 'flux capacitor'),
            'parts[Z1].kind',
            'Known kinds',
        ];
        yield 'wrong terminals' => [
            static fn(array $d): array => self::part($d, 'D1', 'terminals', ['a' => 'AC1', 'c' => 'RAW']),
            'parts[D1].terminals',
            'a, k',
        ];
        yield 'node that nothing else touches' => [
            static fn(array $d): array => self::part($d, 'R1', 'terminals', ['a' => 'RAV', 'b' => 'VZ']),
            'parts[R1].terminals.a',
            'Nothing else touches node "RAV"',
        ];
        yield 'part across itself' => [
            static fn(array $d): array => self::part($d, 'R1', 'terminals', ['a' => 'RAW', 'b' => 'RAW']),
            'parts[R1].terminals',
            'does nothing there',
        ];
        yield 'point across the transformer' => [
            static function (array $d): array {
                $d['points'][2]['against'] = 'N';

                return $d;
            },
            'points[TP3]',
            'different sides',
        ];
        yield 'point on no node' => [
            static function (array $d): array {
                $d['points'][2]['node'] = 'RAWW';

                return $d;
            },
            'points[TP3].node',
            'The nodes are',
        ];
        yield 'mode without a known part' => [
            static function (array $d): array {
                $d['modes'][1]['absent'] = ['RL9'];

                return $d;
            },
            'modes[unloaded].absent[0]',
            'There is no part "RL9"',
        ];
        yield 'two parts of one name' => [
            static function (array $d): array {
                $d['parts'][] = $d['parts'][5];

                return $d;
            },
            'parts[C1]',
            'used twice',
        ];
        yield 'no feed' => [
            static fn(array $d): array => ['parts' => array_slice($d['parts'], 1)] + $d,
            'parts',
            'Exactly one source is needed',
        ];
        yield 'load without a size' => [
            static fn(array $d): array => self::part($d, 'RL1', 'current', null),
            'parts[RL1]',
            'A load needs "value"',
        ];
        yield 'id that cannot be typed' => [
            static fn(array $d): array => self::part($d, 'R1', 'ref', '9 R'),
            'parts[0].ref',
            'begin with a letter',
        ];
        yield 'other format' => [static fn(array $d): array => ['version' => 2] + $d, 'format', 'version'];
        yield 'capacitance without a unit' => [
            static fn(array $d): array => self::part($d, 'C1', 'value', '2200'),
            'parts[C1].value',
            '2200u',
        ];
        yield 'nodes that differ in capitals only' => [
            static fn(array $d): array => self::part($d, 'R1', 'terminals', ['a' => 'raw', 'b' => 'VZ']),
            'parts[R1].terminals.a',
            'RAW',
        ];
        yield 'a fuse straight across the mains' => [
            static fn(array $d): array => self::part($d, 'F1', 'terminals', ['a' => 'L', 'b' => 'N']),
            'parts[W1].terminals',
            'short W1',
        ];
        yield '500 parts' => [
            static fn(array $d): array => ['parts' => array_fill(0, 500, $d['parts'][6])] + $d,
            'parts',
            'at most 200',
        ];
    }

    /** @param callable(array<string, mixed>): array<string, mixed> $change */
    #[DataProvider('mistakes')]
    public function testSaysWhatIsWrongAndWhere(callable $change, string $path, string $words): void
    {
        $problems = self::refusal($change(Supplies::demoArray('tuner-feed')))->problems;
        $at = array_filter(
            $problems,
            static fn(array $p): bool => $p['path'] === $path ||
                ($path === 'parts[0].ref' && str_ends_with($p['path'], '.ref')),
        );

        self::assertNotSame([], $at, 'no problem at ' . $path . ' in ' . json_encode($problems));
        self::assertStringContainsString($words, implode(' ', array_column($at, 'message')));
    }

    public function testTakesThePrintedToleranceLetter(): void
    {
        $supply = DescriptionReader::fromArray(self::part(Supplies::demoArray('tuner-feed'), 'R1', 'tolerance', 'F'));

        self::assertSame(0.01, $supply->part('R1')->tolerances['value']);
    }

    public function testReadsTheFormerNameOfAKind(): void
    {
        $given = Supplies::demoArray('tuner-feed');
        $mains = array_key_first(array_filter($given['parts'], static fn(array $p): bool => $p['kind'] === 'mains'));
        $given['parts'][$mains] = ['kind' => 'variac', 'value' => '230 V'] + $given['parts'][$mains];
        $supply = DescriptionReader::fromArray($given);

        self::assertSame('variable_transformer', $supply->part($given['parts'][$mains]['ref'])->kind->name());
    }

    public function testReportsEveryProblemAtOnce(): void
    {
        $changed = self::part(self::part(Supplies::demoArray('tuner-feed'), 'C1', 'value', 'x'), 'R1', 'value', 'y');

        self::assertCount(2, self::refusal($changed)->problems);
    }

    public function testRefusesAHugeFileBeforeReadingIt(): void
    {
        $this->expectExceptionMessage('The description has 20.0 MB; at most 1.0 MB are read');
        DescriptionReader::fromJson(str_repeat(' ', 20_000_000));
    }

    public function testRefusesWhatIsNotJson(): void
    {
        $this->expectException(DescriptionRefused::class);
        $this->expectExceptionMessage('not JSON');
        DescriptionReader::fromJson('{"title": ');
    }

    public function testNamesWhatThereIsWhenAskedForWhatThereIsNot(): void
    {
        $this->expectException(OutOfBoundsException::class);
        $this->expectExceptionMessage('It has: TP1, TP2, TP3, TP4.');
        Supplies::demo('tuner-feed')->point('TP9');
    }

    public function testHashFollowsTheContent(): void
    {
        $one = Supplies::demo('tuner-feed');
        $two = DescriptionReader::fromArray(self::part($one->written, 'C1', 'value', '1200u'));

        self::assertNotSame($one->hash(), $two->hash());
        self::assertSame($one->hash(), Supplies::demo('tuner-feed')->hash());
        self::assertInstanceOf(Description::class, $two);
    }

    /** @param array<string, mixed> $data */
    private static function refusal(array $data): DescriptionRefused
    {
        try {
            DescriptionReader::fromArray($data);
        } catch (DescriptionRefused $refused) {
            return $refused;
        }
        self::fail('The description was taken.');
    }

    /**
     * @param array<string, mixed> $description
     *
     * @return array<string, mixed>
     */
    private static function part(array $description, string $ref, string $key, mixed $value): array
    {
        foreach ($description['parts'] as $k => $part) {
            if ($part['ref'] === $ref) {
                $description['parts'][$k][$key] = $value;
                if ($value === null) {
                    unset($description['parts'][$k][$key]);
                }
            }
        }

        return $description;
    }
}

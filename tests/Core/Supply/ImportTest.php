<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\Import\KicadNetlist;
use Oculant\Core\Supply\Import\PartsList;
use Oculant\Core\Supply\Import\SymbolicExpression;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class ImportTest extends TestCase
{
    public function testANetlistIsSolvedWithoutThePartsItDoesNotKnow(): void
    {
        $imported = KicadNetlist::read($this->netlist());
        $supply = DescriptionReader::fromArray(json_decode((string) json_encode($imported->description), true));
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        $nodes = array_map(static fn($p): string => $p->node, $supply->points);

        self::assertSame(
            [['ref' => 'U2', 'value' => 'ATtiny13', 'reason' => 'its symbol ATtiny13-20P is not known here']],
            $imported->unknown,
        );
        self::assertSame('foghorn_feed', $supply->title);
        self::assertSame(
            ['a' => 'AC', 'k' => 'RAW'],
            array_intersect_key($supply->part('D1')->terminals, ['a' => 1, 'k' => 1]),
            'KiCad counts the cathode first',
        );
        self::assertEqualsWithDelta(
            12.0,
            $seen->reading(
                (string) array_search('_12V', $nodes, true) ?: (string) array_search('+12V', $nodes, true),
                'dc',
            ),
            0.2,
        );
        self::assertStringContainsString('mains is taken to enter at L and N', implode(' ', $imported->notes));
        self::assertSame('U2', $supply->written['unknown'][0]['ref']);
    }

    public function testPartsWithoutAUsableValueAreKeptAsUnknown(): void
    {
        $imported = KicadNetlist::read(str_replace('"1k"', '"see note"', $this->netlist()));

        self::assertSame(['R1', 'U2'], array_column($imported->unknown, 'ref'));
        self::assertStringContainsString('"see note" is no resistance', $imported->unknown[0]['reason']);
    }

    public function testANetlistWithoutAFeedSaysWhatToAdd(): void
    {
        $imported = KicadNetlist::read(str_replace('(name "L")', '(name "IN1")', $this->netlist()));

        self::assertStringContainsString('add one part of kind "mains"', implode(' ', $imported->notes));
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'prose' => ['The quick brown fox', 'it has no brackets'];
        yield 'cut off' => ['(export (components (comp (ref R1)', 'never closed'];
        yield 'too many brackets' => ['(export)))', 'never opened'];
        yield 'something else' => ['(kicad_sch (version 1))', 'begins with "kicad_sch"'];
        yield 'nothing known' => [
            '(export (components (comp (ref U1) (value X) (libsource (lib a) (part Weird)))) (nets))',
            'None of its 1 parts',
        ];
        yield 'a deep nest' => [str_repeat('(', 60) . str_repeat(')', 60), 'nested too deeply'];
    }

    #[DataProvider('unreadable')]
    public function testWhatIsNoNetlistIsRefusedInWords(string $text, string $message): void
    {
        $this->expectException(DescriptionRefused::class);
        $this->expectExceptionMessage($message);
        KicadNetlist::read($text);
    }

    public function testExpressionsKeepQuotedText(): void
    {
        self::assertSame(['a', ['b', 'c d', 'e"f']], SymbolicExpression::read('(a (b "c d" "e\"f"))'));
    }

    public function testAPartsListFillsInValues(): void
    {
        $imported = PartsList::into(
            Supplies::demoArray('tuner-feed'),
            "\u{FEFF}Ref;Value;Notes\nC1 C2;1500u;105 °C\nR99;1k;\n",
        );
        $parts = array_column($imported->description['parts'], null, 'ref');

        self::assertSame(['1500u', '105 °C'], [$parts['C1']['value'], $parts['C1']['notes']]);
        self::assertContains(
            ['ref' => 'R99', 'value' => '1k', 'reason' => 'line 3: the circuit has no such part'],
            $imported->unknown,
        );
    }

    public function testAPartsListOfAnotherBoardIsRefused(): void
    {
        foreach (
            [
                "ref,value\nX1,1k" => 'parts list of another board',
                "value,qty\n1k,3" => 'one of them "ref"',
                '' => 'one of them "ref"',
            ]
            as $csv => $message
        ) {
            try {
                PartsList::into(Supplies::demoArray('tuner-feed'), $csv);
                self::fail('taken');
            } catch (DescriptionRefused $refused) {
                self::assertStringContainsString($message, $refused->getMessage());
            }
        }
    }

    public function testAnUnknownPartThatHasBecomeAPartIsPointedOut(): void
    {
        $array = Supplies::demoArray('tuner-feed');
        $array['unknown'] = [['ref' => 'C1']];
        $this->expectExceptionMessage('C1 is among the parts now');
        DescriptionReader::fromArray($array);
    }

    private function netlist(): string
    {
        return (string) file_get_contents(__DIR__ . '/../fixtures/import/foghorn_feed.net');
    }
}

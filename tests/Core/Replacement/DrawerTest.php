<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Drawer\Need;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\UnreadableComponent;
use Oculant\Core\Supply\Import\CsvTable;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Stock: read from lists of every quality, and found by need. */
final class DrawerTest extends TestCase
{
    public function testAListIsReadInWordsAndByColumn(): void
    {
        $import = StockImport::read(
            "part,quantity,minimum,price,supplier,location,salvaged,note\nelectrolytic 47u 400V 105C " .
                "18x31.5,6,2,1.20,Breakwater,B4,,\n1N4007,120,20,€0.04,,D1,,\nelectrolytic 4700u " .
                "63V,1,,,,A7,yes,from a projector\n",
        );
        $byColumn = StockImport::read(
            "\u{FEFF}kind;value;voltage;temperature;height;quantity\r\nelectrolytic;47u;400 V;105;31.5;6\r\n",
        );

        self::assertSame([], $import->problems);
        self::assertSame(
            ['47 µF 400 V 105 °C 18 × 31.5 mm', '1N4007', '4700 µF 63 V'],
            array_map(static fn(StockLine $l): string => $l->component->label(), $import->lines),
        );
        self::assertSame(
            [6, 2, 1.2],
            [$import->lines[0]->quantity, $import->lines[0]->minimum, $import->lines[0]->price],
        );
        self::assertSame('diode', $import->lines[1]->component->kind);
        self::assertTrue($import->lines[2]->isSalvaged);
        self::assertSame(
            [47e-6, 400.0, 105.0, 0.0315],
            array_values($byColumn->lines[0]->component->data),
            'a semicolon, a byte order mark, bare degrees and millimetres',
        );
    }

    /**
     * @return iterable<string, array{string, string}> a line of kind,value,voltage,quantity,price,supplier and what is
     *     said of it
     */
    public static function badLines(): iterable
    {
        yield 'a wrong unit' => ['electrolytic,47 Hz,25 V,1,,', 'value: Cannot read "47 Hz" as farads'];
        yield 'no unit' => ['electrolytic,47,25 V,1,,', 'value: "47" of what?'];
        yield 'a decimal comma in quotes' => ['electrolytic,"4,7u",25 V,1,,', 'it has a comma'];
        yield 'a decimal comma between commas' => [
            'electrolytic,47u,25 V,1,0,35,Quay',
            '1 cells more than the heading has columns',
        ];
        yield 'a price with a comma' => ['electrolytic,47u,25 V,1,"0,35",', 'Write "0.35"'];
        yield 'a kind that there is not' => ['condenser,47u,25 V,1,,', 'There is no kind "condenser"'];
        yield 'no count' => ['electrolytic,47u,25 V,some,,', 'quantity: "some" is no count'];
        yield 'less than nothing' => ['electrolytic,47u,25 V,-3,,', 'quantity: "-3" is no count'];
        yield 'negative volts' => ['electrolytic,47u,-25 V,1,,', 'must be greater than zero'];
        yield 'a formula' => ['electrolytic,47u,25 V,1,,=HYPERLINK("x")', 'begins like a formula'];
        yield 'another formula' => ['electrolytic,47u,25 V,1,,@SUM(A1)', 'begins like a formula'];
        yield 'a third' => ['electrolytic,47u,25 V,1,,+cmd|x', 'begins like a formula'];
        yield 'neither value nor type' => ['electrolytic,,25 V,1,,', 'Neither a value nor a type'];
        yield 'a text too long' => ['electrolytic,47u,25 V,1,,' . str_repeat('x', 90), '90 characters; at most 80'];
    }

    #[DataProvider('badLines')]
    public function testABadLineSaysWhatIsWrongAndKeepsItsText(string $line, string $says): void
    {
        $import = StockImport::read(
            "kind,value,voltage,quantity,price,supplier\nelectrolytic,10u,50 " .
                "V,5,0.10,Quay\n{$line}\nelectrolytic,22u,50 V,5,0.10,Quay\n",
        );

        self::assertCount(2, $import->lines, 'the others go in');
        self::assertSame([3], array_column($import->problems, 'line'));
        self::assertStringContainsString($says, $import->problems[0]['message']);
        self::assertStringContainsString(
            'electrolytic' === substr($line, 0, 12) ? 'electrolytic' : 'condenser',
            $import->problems[0]['text'],
        );
    }

    public function testTheSameLineTwiceIsNamed(): void
    {
        $import = StockImport::read("part,quantity,location\n1N4007,5,D1\nBC547,3,E1\n1N4007,7,D1\n1N4007,7,D2\n");

        self::assertCount(3, $import->lines, 'another place is another line');
        self::assertSame(
            [4, 'The same part, supplier and place as line 2: put both counts into one line.'],
            [$import->problems[0]['line'], $import->problems[0]['message']],
        );
    }

    public function testTenThousandLinesGoInAndNoneIsLost(): void
    {
        $csv = "kind,value,voltage,quantity,supplier\n";
        for ($k = 0; $k < 10_000; $k++) {
            $csv .=
                $k % 100 === 7
                    ? "electrolytic,{$k} Hz,25 V,1,Quay\n"
                    : sprintf("electrolytic,%.2fu,%d V,%d,Quay %d\n", 1 + $k / 7, 10 + ($k % 40), $k % 50, $k);
        }
        $import = StockImport::read($csv);

        self::assertCount(9900, $import->lines);
        self::assertCount(100, $import->problems);
        self::assertSame([9, 109], array_slice(array_column($import->problems, 'line'), 0, 2));
    }

    public function testAHeadingIsNeeded(): void
    {
        self::assertStringContainsString(
            'The first line must name the columns',
            StockImport::read("1N4007,5\n")->problems[0]['message'],
        );
        self::assertSame(['colour'], StockImport::read("part,colour\n1N4007,red\n")->ignored);
    }

    /** OWASP, CSV injection: what begins with = + - @ is run by spreadsheets. */
    public function testWhatIsWrittenRunsInNoSpreadsheet(): void
    {
        $csv = CsvTable::write(['note', 'rail'], [['=1+1', '-15 V'], ["@x\ny", '+5 V'], ['-cmd', 'a "quoted" word']]);
        $rows = CsvTable::read($csv)->rows;

        self::assertSame(["'=1+1", '-15 V'], array_values($rows[0]['cells']));
        self::assertSame(["'@x\ny", '+5 V'], array_values($rows[1]['cells']), 'a line break stays in its cell');
        self::assertSame([2, 3, 5], array_column($rows, 'line'), 'lines as an editor counts them');
        self::assertSame(["'-cmd", 'a "quoted" word'], array_values($rows[2]['cells']));
    }

    /** @return iterable<string, array{string, string}> */
    public static function needs(): iterable
    {
        yield 'in a sentence' => [
            'at least 47 uF 400 V 105 C, at most 31 mm tall',
            'at least 47 µF, at least 400 V, at least 105 °C, at most 31 mm tall',
        ];
        yield 'short' => ['47u 400V', '47 µF, at least 400 V'];
        yield 'with a kind' => [
            'electrolytic at least 1000u 35V and at most 16mm diameter',
            'electrolytic, at least 1000 µF, at least 35 V, at most 16 mm',
        ];
        yield 'watts first' => ['at least 0.5 W 220k resistor', 'resistor, at least 500 mW, 220 kΩ'];
        yield 'a tolerance is a most' => ['4k7 resistor 1%', 'resistor, 4.7 kΩ, at most 1 %'];
        yield 'a type' => ['BC547', 'transistor, BC547, TO-92, c-b-e, npn'];
    }

    #[DataProvider('needs')]
    public function testNeedsAreUnderstood(string $text, string $words): void
    {
        $need = Need::read($text);
        $said = explode(', ', $need->words());
        $wanted = explode(', ', $words);
        sort($said);
        sort($wanted);
        self::assertSame($wanted, $said);
    }

    public function testTheClosestComesFirstAndNearMissesAreNamed(): void
    {
        $line = static fn(string $id, string $text, int $count = 1): StockLine => new StockLine(
            $id,
            ComponentText::read($text, 'electrolytic'),
            $count,
        );
        $lines = [
            $line('far', '100u 450V 105C 22x30'),
            $line('near', '47u 400V 105C 16x25'),
            $line('none', '47u 400V 105C 16x25 low-esr', 0),
            $line('tall', '47u 400V 105C 18x36'),
            $line('low', '47u 250V 85C 13x20'),
        ];
        $found = Need::read('at least 47 uF 400 V 105 C, at most 31 mm tall')->search($lines);

        self::assertSame(
            ['near', 'far', 'none'],
            array_map(static fn(StockLine $l): string => $l->id, $found['fits']),
            'what is gone stands last',
        );
        self::assertSame(
            [['tall', ['height 36 mm']]],
            array_map(static fn(array $n): array => [$n['line']->id, $n['against']], $found['near']),
        );
        self::assertSame(
            [],
            Need::read('47u 400V')->against(new Component('electrolytic', '', ['value' => 47e-6, 'voltage' => 450.0])),
        );
        self::assertSame(
            ['voltage rating not stated'],
            Need::read('47u 400V')->against(new Component('electrolytic', '', ['value' => 47e-6])),
        );
    }

    public function testANeedThatMeansNothingIsQuoted(): void
    {
        $this->expectException(UnreadableComponent::class);
        $this->expectExceptionMessage('"bigger"');
        Need::read('something bigger than 47u');
    }
}

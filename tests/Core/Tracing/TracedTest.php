<?php

declare(strict_types=1);

namespace Tests\Core\Tracing;

use Oculant\Core\Expectation\NodeLevels;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Tracing\Board;
use Oculant\Core\Tracing\Hunches;
use Oculant\Core\Tracing\Traced;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A board beeped out line by line: which pins are one node, and what cannot be taken for granted (common practice). */
final class TracedTest extends TestCase
{
    private const LINEAR = [
        'f1 T250mA',
        't1 transformer 15V 10VA 20%',
        'br1 1A 100V',
        'c1 2200u 35V',
        'u1 7812',
        'c2 10u 25V',
        'rl1 load 200mA 12V',
        'mains f1.1 t1.p2',
        'beep f1.2 t1.p1',
        't1.s1 with br1.ac1',
        'br1.~2 = t1.s2',
        'sweep c1.minus: br1.minus u1.gnd c2- rl1.2',
        'ground c1-',
        'c1+ with br1.plus u1.in',
        'call c1+ RAW',
        'beep u1.out c2+ rl1.1',
        'call u1.out OUT',
    ];

    public function testALinearSupplyIsTracedToADescriptionThatSolves(): void
    {
        $traced = new Traced(self::LINEAR);
        self::assertSame([], $traced->refused);
        self::assertSame([], $traced->contradictions);
        $draft = (new Board(self::LINEAR, 'Cabin radio'))->draft;
        $supply = DescriptionReader::fromArray($draft);
        self::assertSame('0V', $supply->reference);
        self::assertSame(['RAW', 'OUT'], array_map(static fn($p): string => $p->name, array_values($supply->points)));
        self::assertSame(['in' => 'RAW', 'out' => 'OUT', 'common' => '0V'], $supply->part('U1')->terminals);
        self::assertStringContainsString(
            'beeped out, lines 12, 14, 16',
            (string) $supply->part('U1')->written['notes'],
        );
        self::assertSame(
            ['inlet', 'transformer', 'rectifier', 'regulation', 'output'],
            array_map(strval(...), array_keys($supply->stages)),
        );
        self::assertSame('rectifier', $supply->point('TP1')->stage);
        self::assertSame('regulation', $supply->point('TP2')->stage);
        $levels = NodeLevels::of($supply, $supply->mode(null));
        self::assertEqualsWithDelta(12.0, $levels['levels']['OUT']['dc'], 0.1, 'a 7812 gives twelve volts');
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function markings(): iterable
    {
        yield 'resistor by its letter' => ['r5 4k7', 'resistor', ['value' => '4k7']];
        yield 'microfarads by a C' => ['c1 2200u 35V', 'electrolytic', ['value' => '2200u', 'voltage' => '35V']];
        yield 'nanofarads by a C' => ['c2 100n', 'ceramic_capacitor', ['value' => '100n']];
        yield 'film by a word' => ['c3 film 470n 63V', 'film_capacitor', ['value' => '470n']];
        yield 'class Y by its letters' => ['cy1 2n2', 'y_capacitor', ['value' => '2n2']];
        yield 'type number of a mosfet' => ['q1 irf840', 'mosfet', ['type' => 'irf840']];
        yield 'type number of a transistor' => ['q2 bc547', 'transistor', ['type' => 'bc547']];
        yield 'polarity by a word' => ['q3 pnp', 'transistor', ['polarity' => 'pnp']];
        yield 'fixed regulator' => ['u1 7815', 'regulator', ['value' => '15 V']];
        yield 'negative regulator' => ['u2 7905', 'regulator', ['value' => '-5 V']];
        yield 'controller' => ['ic1 uc3842', 'pwm_controller', ['type' => 'uc3842']];
        yield 'rectifier' => ['d1 1N4007', 'diode', ['type' => '1N4007']];
        yield 'Schottky by its number' => ['d2 1n5822', 'schottky', ['type' => '1n5822']];
        yield 'zener by its number' => ['d3 1N4742', 'zener', ['type' => '1N4742']];
        yield 'coupler by its number' => ['ic2 pc817', 'optocoupler', ['type' => 'pc817']];
        yield 'reference by its number' => ['ic3 tl431', 'shunt_reference', ['type' => 'tl431']];
        yield 'fuse' => ['f1 T2A', 'fuse', ['rating' => 'T2A']];
        yield 'varistor by its letters' => ['rv1 300V', 'varistor', []];
        yield 'thermistor by a word' => ['r9 ntc 10', 'ntc', ['value' => '10']];
    }

    /** @param array<string, mixed> $written */
    #[DataProvider('markings')]
    public function testWhatStandsOnAPartTellsWhatItIs(string $line, string $kind, array $written): void
    {
        $traced = new Traced([$line]);
        self::assertSame([], $traced->refused);
        $part = array_values($traced->parts)[0];
        self::assertSame($kind, $part->kind->name());
        foreach ($written as $name => $value) {
            self::assertSame($value, $part->written[$name] ?? null, $name);
        }
    }

    public function testABeepThroughAWindingJoinsNothing(): void
    {
        $traced = new Traced([...self::LINEAR, 'beep t1.p1 t1.p2', 'beep f1.1 t1.p1']);
        self::assertCount(2, $traced->through);
        self::assertStringContainsString('may be T1 itself', $traced->through[0]['sentence']);
        self::assertStringContainsString('may be F1 itself', $traced->through[1]['sentence']);
        self::assertFalse($traced->isJoined('T1.p1', 'T1.p2'));
        // Primary and secondary are two conductors: nothing low lies between them.
        $between = new Traced(['t1 transformer', 'beep t1.p1 t1.s1']);
        self::assertSame([], $between->through);
        self::assertTrue($between->isJoined('T1.p1', 'T1.s1'));
        // Ohms of a resistor decide: a meter beeps at 0.47 and not at 4700.
        self::assertCount(1, (new Traced(['r1 0R47', 'beep r1.1 r1.2']))->through);
        self::assertCount(1, (new Traced(['r1 82', 'beep r1.1 r1.2']))->through, 'some meters beep at 82');
        self::assertSame([], (new Traced(['r1 4k7', 'beep r1.1 r1.2']))->through, 'bridged, and that is a find');
    }

    public function testABeepAgainstAnOpenStaysApartUntilSomebodySettlesIt(): void
    {
        $traced = new Traced(['r1 1k', 'c1 10u 25V', 'r2 1k', 'open r1.1 c1+', 'beep r1.1 r2.1', 'beep r2.1 c1+']);
        self::assertCount(1, $traced->contradictions);
        self::assertSame([6], $traced->contradictions[0]['lines']);
        self::assertStringContainsString('measure ohms between them', $traced->contradictions[0]['sentence']);
        self::assertFalse($traced->isJoined('R2.a', 'C1.plus'));
        // The other way round the lines that join them are named.
        $traced = new Traced(['r1 1k', 'c1 10u 25V', 'r2 1k', 'beep r1.1 r2.1', 'beep r2.1 c1+', 'open r1.1 c1+']);
        self::assertSame([4, 5, 6], $traced->contradictions[0]['lines']);
        self::assertTrue($traced->isJoined('R1.a', 'C1.plus'));
        // Taken out, the rest stands.
        self::assertSame([], (new Traced(['r1 1k', 'c1 10u 25V', 'open r1.1 c1+', 'beep r1.2 c1+']))->contradictions);
    }

    /** @return iterable<string, array{list<string>, int, string}> lines, the wrong one, part of what is said */
    public static function unreadable(): iterable
    {
        yield 'nonsense' => [['the big thing'], 1, 'Say what is seen'];
        yield 'a part nobody described' => [['beep q9.d r1.1'], 1, 'Q9 is not described yet'];
        yield 'a pin it does not have' => [['q1 mosfet', 'beep q1.collector q1.s'], 2, 'Its pins are: d, g, s'];
        yield 'a number where makers differ' => [['q1 mosfet', 'r1 1k', 'beep q1.1 r1.1'], 3, 'Its pins are'];
        yield 'one pin' => [['r1 1k', 'beep r1.1'], 2, 'Two pins are needed'];
        yield 'nothing tells what it is' => [['x1 45'], 1, 'Nothing tells what X1 is'];
        yield 'two nodes of one name' => [['r1 1k', 'r2 1k', 'call r1.1 B', 'call r2.1 B'], 4, 'Are they joined?'];
        yield 'another kind after it was joined' => [
            ['q1 npn', 'r1 1k', 'beep q1.b r1.1', 'q1 mosfet'],
            4,
            'Take those lines out first',
        ];
        yield 'mains at one pin' => [['f1 T1A', 'mains f1.1'], 2, 'two pins'];
    }

    /** @param list<string> $lines */
    #[DataProvider('unreadable')]
    public function testALineThatCannotBeReadSaysHowItCouldBe(array $lines, int $wrong, string $said): void
    {
        $traced = new Traced($lines);
        self::assertSame([$wrong], array_keys($traced->refused));
        self::assertStringContainsString($said, $traced->refused[$wrong]);
    }

    public function testWhatIsWorthABeepNextIsNotAskedOnceItIsKnown(): void
    {
        $board = ['u1 uc3842 controller', 'c1 220u 400V', 'c2 47u 25V', 'r1 220k', 'q1 irf840', 'r2 22'];
        $asks = static fn(array $more): array => array_map(
            static fn(array $h): string => "{$h['one']} {$h['other']}",
            Hunches::of(new Traced([...$board, ...$more])),
        );
        self::assertContains('U1.vcc C1.plus', $asks([]));
        self::assertNotContains('U1.vcc C1.plus', $asks(['open u1.vcc c1+']), 'it was said to be open');
        self::assertContains('U1.vcc C2.plus', $asks(['open u1.vcc c1+']));
        self::assertNotContains('U1.vcc C2.plus', $asks(['open u1.vcc c1+', 'beep u1.vcc c2+']));
        self::assertContains('Q1.s R1.a', $asks([]));
        foreach (Hunches::of(new Traced($board)) as $hunch) {
            self::assertNotSame('', $hunch['why']);
        }
        self::assertSame([], Hunches::of(new Traced([])));
    }

    public function testWhateverIsTypedIsDrawn(): void
    {
        foreach (range(0, count(self::LINEAR)) as $count) {
            $draft = (new Board(array_slice(self::LINEAR, 0, $count), 'Begun'))->draft;
            $sketch = DescriptionReader::sketch($draft);
            self::assertCount(count($draft['parts']), $sketch->description->parts);
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Tracing;

use Oculant\Core\Drawing\Schematic;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Tracing\Board;
use Oculant\Core\Tracing\MayBe;
use Oculant\Core\Tracing\Traced;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Boards;
use Tests\Support\Supplies;

/** A part that nothing on it tells: kept with its counted pins, guessed by its place, and named in the end. */
final class StrangerTest extends TestCase
{
    private const BOARD = [
        'f1 T250mA',
        't1 transformer 15V 10VA 20%',
        'br1 1A 100V',
        'c1 2200u 35V',
        'c2 10u 25V',
        'u1 ? A7812X',
        't1.s1 with br1.ac1',
        'br1.~2 = t1.s2',
        'ground c1-',
        'c1+ with br1.plus u1.1',
        'sweep c1.minus: br1.minus u1.2 c2-',
        'beep u1.3 c2+',
        'mains f1.1 t1.p2',
        'beep f1.2 t1.p1',
        'rl1 load 10mA 15V',
        'rl1.1 with c1+',
        'rl1.2 with c1-',
    ];

    /** @return iterable<string, array{string}> */
    public static function families(): iterable
    {
        foreach (['linear', 'valve', 'flyback', 'dc_fed', 'heavy'] as $family) {
            yield $family => [$family];
        }
    }

    /**
     * Every part of three pins and more is taken for a stranger in turn, its pins counted from the last to the first.
     */
    #[DataProvider('families')]
    public function testItsPlaceTellsWhatItIsAndWhichPinIsWhich(string $family): void
    {
        $supply = Supplies::drafted($family);
        $names = Boards::renamed($supply);
        foreach (Boards::parts($supply) as $ref) {
            $part = $supply->part($ref);
            if (count($part->terminals) < 3) {
                continue;
            }
            $counted = [];
            foreach (array_reverse(array_keys($part->terminals)) as $k => $pin) {
                $counted[(string) $pin] = (string) ($k + 1);
            }
            $traced = new Traced(Boards::lines($supply, $names, '', [$ref => $counted]));
            self::assertSame([], $traced->refused);
            $best = MayBe::of($traced)[$names[$ref]][0] ?? null;
            self::assertSame($part->kind, $best?->kind, "{$family}: {$ref}");
            $isRight = 0;
            foreach ($best->pins as $number => $name) {
                // Either end of a winding is as good as the other.
                $isRight +=
                    $part->terminals[$name] === $part->terminals[array_search((string) $number, $counted, true)]
                        ? 1
                        : 0;
            }
            self::assertGreaterThanOrEqual(count($best->pins) - 1, $isRight, "{$family}: pins of {$ref}");
            self::assertGreaterThanOrEqual(count($counted) - 1, count($best->pins), "{$family}: pins of {$ref}");
        }
    }

    /** Boards that were typed for other purposes, of no family here. */
    public function testAmongTheFirstThreeOnBoardsOfNoFamily(): void
    {
        $all = $right = 0;
        foreach (['crowbar', 'limiter', 'phantom', 'stacked-regulators', 'adjustable', 'series-pass'] as $name) {
            $file = __DIR__ . "/../../../bench/outside/supplies/{$name}.json";
            $supply = DescriptionReader::fromArray(json_decode((string) file_get_contents($file), true));
            foreach (Boards::parts($supply) as $ref) {
                $pins = array_map(strval(...), array_keys($supply->part($ref)->terminals));
                if (count($pins) < 3) {
                    continue;
                }
                $counted = array_combine($pins, array_map(strval(...), range(1, count($pins))));
                $names = Boards::same($supply);
                $traced = new Traced(Boards::lines($supply, $names, '', [$ref => $counted]));
                $kinds = array_map(static fn($guess): string => $guess->kind->name(), MayBe::of($traced)[$ref] ?? []);
                $all++;
                $right += in_array($supply->part($ref)->kind->name(), $kinds, true) ? 1 : 0;
            }
        }
        self::assertGreaterThan(8, $all);
        self::assertGreaterThanOrEqual(0.85, $right / $all);
    }

    /** A marking that leaves the beginning of a type number out, as small packages do (common practice). */
    public function testASentenceALineAndAPinStillToBeFound(): void
    {
        $lines = array_diff(self::BOARD, ['beep u1.3 c2+']);
        $traced = new Traced(array_values(str_replace('A7812X', '12', $lines)));
        $guess = MayBe::of($traced)['U1'][0];
        self::assertSame('regulator', $guess->kind->name());
        self::assertStringContainsString('1 where its in sits (with', $guess->sentence());
        self::assertSame('u1 regulator 12 1=in 2=common', $guess->line($traced->strangers['U1']->marking));
    }

    public function testWhatItIsSaidToBeTakesItsCountedPinsAlong(): void
    {
        $before = new Board(self::BOARD, 'x');
        self::assertSame([], $before->refused());
        $unknown = $before->description()->written['unknown'];
        self::assertContains('U1', array_column($unknown, 'ref'));

        $board = new Board(
            [...self::BOARD, 'call u1.3 OUT', 'u1 7812 1=in 2=common 3=out', 'r9 1k', 'r9.1 with u1.3'],
            'x',
        );
        self::assertSame([], $board->refused());
        self::assertTrue($board->traced->isJoined('U1.in', 'BR1.plus'));
        self::assertTrue($board->traced->isJoined('U1.common', 'C1.minus'));
        self::assertTrue($board->traced->isJoined('U1.out', 'R9.a'));
        self::assertSame('OUT', $board->traced->node('C2.plus'));
        self::assertSame([], $board->traced->strangers);
        $terminals = array_column($board->draft['parts'], null, 'ref')['U1']['terminals'];
        self::assertSame(['in', 'out', 'common'], array_keys($terminals));
    }

    public function testWhatDoesNotFitIsRefusedWithAWayOn(): void
    {
        $refused = (new Traced([...self::BOARD, 'u1 7812']))->refused;
        self::assertStringContainsString('Which pin of a', $refused[18]);
        self::assertStringContainsString('"1=', $refused[18]);
        $refused = (new Traced([...self::BOARD, 'u1 7812 1=drain']))->refused;
        self::assertStringContainsString('has no pin "drain"', $refused[18]);
        $refused = (new Traced(['q1 npn', 'c1 10u', 'beep q1.2 c1+']))->refused;
        self::assertStringContainsString('say which is which: "q1 transistor 2=', $refused[3]);
        self::assertStringContainsString('"u9 ?"', (new Traced(['u9']))->refused[1]);
        // Numbers that were given once are known from then on.
        self::assertSame([], (new Traced(['q1 npn 1=c 2=b 3=e', 'c1 10u', 'beep q1.2 c1+']))->refused);
    }

    public function testTwoCountedPinsThatAreOneAreJoined(): void
    {
        $traced = new Traced(['u1 ?', 'c1 10u', 'r1 1k', 'r1.1 with u1.1', 'c1+ with u1.4', 'u1 7812 1=in 4=in']);
        self::assertTrue($traced->isJoined('R1.a', 'C1.plus'));
        self::assertContains('U1.in', $traced->with('C1.plus'));
    }

    /** It is drawn where it hangs, on the side of the isolation that it hangs on. */
    public function testItIsDrawnWhereItHangs(): void
    {
        $board = new Board(self::BOARD, 'x');
        $drawn = (new Schematic(DescriptionReader::sketch($board->draft)->description))->unknown();
        self::assertSame(['U1'], array_column($drawn, 'ref'));
        self::assertSame('A7812X', $drawn[0]->marking);
        self::assertCount(3, $drawn[0]->pins);
        self::assertTrue(array_column($drawn[0]->pins, 'isGround', 'name')['2']);
        self::assertSame($board->traced->node('BR1.plus'), array_column($drawn[0]->pins, 'node', 'name')['1']);
    }

    /** @return iterable<string, array{mixed}> */
    public static function wrongPins(): iterable
    {
        yield 'a text' => ['A'];
        yield 'nodes that are lists' => [['1' => ['A']]];
        yield 'numbers' => [['1' => 5]];
        yield 'much too long' => [['1' => str_repeat('N', 121)]];
    }

    #[DataProvider('wrongPins')]
    public function testPinsOfUnknownPartsAreTexts(mixed $pins): void
    {
        $written = Supplies::demo('tuner-feed')->written;
        $written['unknown'] = [['ref' => 'U9', 'pins' => $pins]];
        try {
            DescriptionReader::fromArray($written);
            self::fail('taken');
        } catch (DescriptionRefused $e) {
            self::assertStringStartsWith('unknown[0].pins', $e->problems[0]['path']);
        }
    }
}

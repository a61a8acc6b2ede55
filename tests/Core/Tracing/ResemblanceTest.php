<?php

declare(strict_types=1);

namespace Tests\Core\Tracing;

use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Undescribed;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Tracing\Board;
use Oculant\Core\Tracing\Hunches;
use Oculant\Core\Tracing\Resemblance;
use Oculant\Core\Tracing\Traced;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Boards;
use Tests\Support\Supplies;

/** A board that is known in part: what it comes near to, what is missing, and a diagnosis of what is known. */
final class ResemblanceTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function families(): iterable
    {
        foreach (['linear', 'doubler', 'zener_shunt', 'valve', 'flyback', 'adaptor', 'dc_fed', 'heavy'] as $family) {
            yield $family => [$family];
        }
    }

    /** The board of a family, under other references and without one part: both are found again. */
    #[DataProvider('families')]
    public function testAFamilyIsKnownUnderOtherNamesAndWithoutAPart(string $family): void
    {
        $supply = Supplies::drafted($family);
        $names = Boards::renamed($supply);
        $right = $all = $said = $asked = 0;
        foreach (array_slice(array_reverse(Boards::parts($supply)), 0, 12) as $without) {
            $found = Resemblance::of(new Traced(Boards::lines($supply, $names, $without)));
            self::assertNotNull($found);
            self::assertSame($family, $found->family(), "without {$without}");
            foreach ($found->matched as $ref => $board) {
                $all++;
                // Twins on the same nodes are one as good as the other.
                $there = (string) array_search($board, $names, true);
                $right +=
                    $supply->part((string) $ref)->terminals == $supply->part($there)->terminals ||
                    ($supply->part((string) $ref)->kind === $supply->part($there)->kind && $there === (string) $ref)
                        ? 1
                        : 0;
            }
            $kind = mb_strtolower($supply->part($without)->kind->title());
            $asked++;
            $said +=
                array_filter($found->missing(), static fn(array $row): bool => str_starts_with($row['what'], $kind)) ===
                []
                    ? 0
                    : 1;
        }
        self::assertGreaterThanOrEqual(0.85, $right / $all, "{$family}: parts told apart");
        self::assertGreaterThanOrEqual(0.7, $said / $asked, "{$family}: the missing one is named");
    }

    /** Common practice: a controller gets its first supply through a large resistor from the bulk. */
    public function testWhatIsMissingIsSaidWithItsPlace(): void
    {
        $supply = Supplies::drafted('flyback');
        $found = Resemblance::of(new Traced(Boards::lines($supply, Boards::same($supply), 'R12')));
        $rows = array_filter(
            $found?->missing() ?? [],
            static fn(array $row): bool => str_starts_with($row['what'], 'resistor'),
        );
        self::assertNotSame([], $rows);
        self::assertMatchesRegularExpression('/U11\.|C1\./', array_values($rows)[0]['where']);
    }

    public function testAPartThatNothingTellsIsGuessedByWhatIsMissing(): void
    {
        $supply = Supplies::drafted('adaptor');
        $board = new Board([...Boards::lines($supply, Boards::same($supply), 'U12'), 'u12'], 'x');
        self::assertStringContainsString('shunt_reference', $board->refused()[0]['message']);
    }

    /** What is joined is solved, what hangs in the air is kept as not known, and windows are wider for it. */
    public function testAPartOfABoardIsDiagnosedWithWideWindows(): void
    {
        $lines = [
            'f1 T250mA',
            't1 transformer 15V 10VA 20%',
            'br1 1A 100V',
            'c1 2200u 35V',
            'r1 4k7',
            'u1 7812',
            'c2 10u 25V',
            'mains f1.1 t1.p2',
            'beep f1.2 t1.p1',
            't1.s1 with br1.ac1',
            'br1.~2 = t1.s2',
            'sweep c1.minus: br1.minus r1.2 u1.gnd',
            'ground c1-',
            'c1+ with br1.plus r1.1 u1.in',
        ];
        $whole = new Board([...$lines, 'u1.out with c2+', 'c2- with c1-'], 'x');
        $part = new Board($lines, 'x', '26-014');
        $supply = $part->description();
        self::assertSame(['U1', 'C2'], array_column($supply->written['unknown'], 'ref'));
        self::assertSame('26-014', $supply->written['traced']['on']);
        self::assertSame($lines, $supply->written['traced']['lines']);

        $raw = self::pointAt($supply, $supply->part('C1')->terminals['plus']);
        self::assertSame(0.1, Undescribed::share($supply, $supply->point($raw)));
        $there = (new SolvedKnowledge($supply))->expectations($supply->mode(null)->id, null)->window($raw);
        $known = $whole->description();
        $here = (new SolvedKnowledge($known))
            ->expectations($known->mode(null)->id, null)
            ->window(self::pointAt($known, $known->part('C1')->terminals['plus']));
        self::assertGreaterThan(1.3 * ($here->high - $here->low), $there->high - $there->low);

        // A dead reservoir is told from what is known, whatever hangs behind it.
        $bench = (new Bench($supply))->add('power', ['power' => 'live'])->add('reading', ['text' => "{$raw} 0"]);
        $workup = new Workup($supply, $bench->state(), new SolvedKnowledge($supply));
        self::assertContains($workup->suspects()[0]->parts()[0] ?? '', ['F1', 'T1', 'BR1', 'C1']);
        self::assertStringContainsString('tells more than another connection', $workup->worthTracing()->sentence());
    }

    /** Four and a half volts behind a reservoir that is too low without being loaded: nothing known does both. */
    public function testWhatNothingKnownExplainsAsksForMoreOfTheBoard(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $written = $supply->written;
        $written['unknown'] = [
            ['ref' => 'U9', 'note' => 'not joined yet', 'pins' => ['in' => $supply->point('TP4')->node]],
        ];
        $supply = DescriptionReader::fromArray($written);
        $bench = (new Bench($supply))->add('power', ['power' => 'live']);
        self::assertStringContainsString('Nothing is read', self::worth($bench));
        foreach (['tp3 13.0', 'tp4 4.4', 'tp3 0.4 ripple', 'tp2 23 ac'] as $text) {
            $bench->add('reading', ['text' => $text]);
        }
        $workup = new Workup($supply, $bench->state(), new SolvedKnowledge($supply));
        self::assertMatchesRegularExpression(
            '/^Of what was read \d+ % is explained by nothing that is traced: .* around TP\d; not joined yet: U9/',
            $workup->worthTracing()->sentence(),
        );
        self::assertGreaterThan(0.25, $workup->worthTracing()->suspicion()['U9'] ?? 0.0);
    }

    /** What hangs on a suspect comes before what is joined more often. */
    public function testASuspectIsTracedFirst(): void
    {
        $traced = new Traced(['br1 1A', 'c1 2200u 35V', 'q1 npn', 'r7 1k', 'z1 zener 9V1']);
        self::assertSame('BR1.plus', Hunches::of($traced)[0]['one']);
        $first = Hunches::of($traced, ['Q1' => 0.7])[0];
        self::assertStringContainsString('Q1', $first['one'] . $first['other']);
    }

    public function testWhatCannotBeSolvedSaysWhatItLacks(): void
    {
        $this->expectException(DescriptionRefused::class);
        $this->expectExceptionMessage('source');
        (new Board(['c1 10u', 'r1 1k', 'c1+ with r1.1', 'c1- with r1.2'], 'x'))->description();
    }

    private static function worth(Bench $bench): string
    {
        return (new Workup($bench->supply, $bench->state(), new SolvedKnowledge($bench->supply)))
            ->worthTracing()
            ->sentence();
    }

    private static function pointAt(Description $supply, string $node): string
    {
        foreach ($supply->points as $id => $point) {
            if ($point->node === $node) {
                return (string) $id;
            }
        }
        self::fail("No point at {$node}.");
    }
}

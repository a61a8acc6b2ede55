<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Practice\Answers;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Hands;
use Oculant\Core\Practice\Incident;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Step;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** A hidden unit stands on a bench like any other: what is done there is done to it, and it answers as it then is. */
final class OnTheBenchTest extends TestCase
{
    private const DEMO = 'tuner-feed';

    /** A run is its log, and what stands beside it. */
    public function testARunIsTakenUpAgainFromItsLog(): void
    {
        $run = self::begun(['C2' => 'short'], ['dead']);
        $hands = new Hands($run);
        $hands->power(PowerState::Live);
        $hands->measure('TP3');
        $hands->measure('TP3', 'resistance');
        $hands->power(PowerState::Unplugged);
        $hands->look('F1');
        $hands->test('Z1');

        $again = new Run(
            $run->exercise,
            Supplies::knowledge(self::DEMO),
            $run->log(),
            array_map(static fn(Step $s): Step => Step::of($s->toArray()), $run->steps()),
            $run->beside(),
        );

        self::assertEquals($run->state(), $again->state());
        self::assertEqualsWithDelta($run->minutes(), $again->minutes(), 0.02);
        self::assertSame([Incident::NEAR_MISS], array_column($again->incidents(), 'kind'));
        self::assertSame((new Hands($run))->measure('TP4'), (new Hands($again))->measure('TP4'), 'and reads the same');
    }

    /** What is lifted is out of the circuit, and half the mains is half a voltage (general knowledge). */
    public function testItAnswersAsItIsSetUp(): void
    {
        $run = self::begun([]);
        $hands = new Hands($run);
        $hands->power(PowerState::Live);
        $full = self::number($hands->measure('TP3'));
        $run->enter('power', ['power' => 'limited', 'method' => ['how' => 'variable_transformer', 'volts' => '115 V']]);
        self::assertEqualsWithDelta(0.5 * $full, self::number($hands->measure('TP3')), 0.15 * $full);
        $run->enter('power', ['power' => 'limited', 'method' => ['how' => 'lamp', 'watts' => '40']]);
        self::assertLessThan($full, self::number($hands->measure('TP3')), 'a lamp in series takes its share');
        $hands->power(PowerState::Unplugged);
        $hands->seeTo(Gate::HandsIn);
        $run->enter('change', ['change' => 'lifted', 'part' => 'R1', 'why' => 'to see']);
        $lifted = array_key_last($run->state()->ledger);
        $run->enter('allow', ['change' => $lifted, 'gate' => 'mains', 'why' => 'to see what stands behind it']);
        $hands->power(PowerState::Live);
        self::assertLessThan(0.3, abs(self::number($hands->measure('TP4'))), 'nothing gets past the lifted resistor');
    }

    /** From one point to another a meter shows their difference. */
    public function testItIsReadBetweenTwoPointsAndAtPins(): void
    {
        $hands = new Hands(self::begun([]));
        $hands->power(PowerState::Live);
        $between = self::number($hands->measure('TP3')) - self::number($hands->measure('TP4'));

        self::assertEqualsWithDelta($between, self::number($hands->measure('TP3-TP4')), 0.1);
        self::assertEqualsWithDelta(
            self::number($hands->measure('TP1', 'ac')),
            self::number($hands->measure('W1.l', 'ac')),
            2.0,
            'behind fuse and switch there is what comes in',
        );
    }

    /** A larger fuse holds while what it should have saved burns (common practice: never). */
    public function testBehindAFuseThatIsTooLargeSomethingBurns(): void
    {
        $after = static function (string $fuse): array {
            $demo = 'deck-intercom';
            $run = new Run(
                new Exercise(Supplies::demo($demo), ['C1' => 'short'], 7, ['dead']),
                Supplies::knowledge($demo),
            );
            $hands = new Hands($run);
            $hands->seeTo(Gate::Limited);
            $run->enter('repair', ['part' => 'F1', 'out' => 'as found', 'in' => $fuse]);
            $hands->seeTo(Gate::Mains);
            $said = $hands->power(PowerState::Live);
            $hands->power(PowerState::Unplugged);
            $hands->seeTo(Gate::HandsIn);
            $hurt = array_filter($run->incidents(), static fn(Incident $i): bool => $i->kind === Incident::NEAR_MISS);

            return [$said, [$hands->test('F1'), $hands->test('T1')], array_column($hurt, 'sentence')];
        };
        $due = (string) Supplies::demo('deck-intercom')->part('F1')->written['rating'];
        [$said, $tested, $hurt] = $after($due);
        self::assertStringNotContainsString('Smoke', $said);
        self::assertSame(['F1 by itself is bad.', 'T1 by itself is good.'], $tested, 'that is what it is for');
        self::assertSame([], $hurt);

        [$said, $tested, $hurt] = $after('T10A');
        self::assertStringContainsString('Smoke: no fuse goes, and T1', $said);
        self::assertSame(['F1 by itself is good.', 'T1 by itself is bad.'], $tested);
        self::assertCount(1, $hurt);
        self::assertStringContainsString('A larger fuse in F1', $hurt[0]);
    }

    /** Of forty readings about one is taken beside its place, and then it is what stands there. */
    public function testTheTipSlipsNowAndThen(): void
    {
        $exercise = new Exercise(Supplies::demo(self::DEMO), [], 5, []);
        $run = new Run($exercise, Supplies::knowledge(self::DEMO));
        (new Hands($run))->power(PowerState::Live);
        $unit = $exercise->unit();
        $answers = new Answers($exercise->supply, $unit, Supplies::knowledge(self::DEMO), 5);
        $read = [];
        for ($moment = 0; $moment < 600; $moment++) {
            $read[] = self::number($answers->to($run->state(), $moment, 'reading', ['text' => 'tp4'])->said);
        }
        $off = array_values(array_filter($read, static fn(float $v): bool => abs($v - 9.1) > 1.0));
        $beside = $unit->live('TP3', 'dc', $run->state()->mode);

        self::assertGreaterThan(600 / 40 / 2, count($off));
        self::assertLessThan((600 / 40) * 2, count($off));
        self::assertEqualsWithDelta($beside, $off[0], 0.05 * $beside);
    }

    public function testAGoodPartThatIsReplacedCosts(): void
    {
        $run = self::begun(['C2' => 'short'], ['dead']);
        $hands = new Hands($run);
        $hands->seeTo(Gate::HandsIn);
        $run->enter('repair', ['part' => 'Z1', 'out' => 'as found', 'in' => 'new']);
        $run->enter('repair', ['part' => 'C2', 'out' => 'as found', 'in' => 'new']);
        $hands->seeTo(Gate::Mains);
        $hands->power(PowerState::Live);
        self::assertEqualsWithDelta(9.1, self::number($hands->measure('TP4')), 0.9, 'and it works again');
        $run->name('C2', 'short');

        self::assertSame(['Z1'], $run->wasted());
        self::assertSame(
            ['Z1 replaced, and good'],
            array_column(Grade::of($run, Supplies::knowledge(self::DEMO))->deducted, 'what'),
        );
    }

    /** Of a good unit it is found that nothing is wrong with it, not that something else was. */
    public function testWhatIsNoPartsFaultIsNotNothing(): void
    {
        $knowledge = Supplies::knowledge(self::DEMO);
        $run = self::begun([]);
        $run->enter('cause', ['kind' => 'wiring', 'place' => 'plug X3', 'text' => 'loose']);
        self::assertSame(0.0, Grade::of($run, $knowledge)->found);
        $run = self::begun([]);
        $run->name('');
        self::assertSame(1.0, Grade::of($run, $knowledge)->found);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function notInPractice(): iterable
    {
        yield 'what somebody says that the meter shows' => ['reading', ['text' => 'tp4 9.1'], 'cannot be read'];
        yield 'nowhere' => ['reading', ['text' => '', 'target' => 'TP99'], 'no "TP99"'];
        yield 'volts without power' => ['reading', ['text' => 'tp4 dc'], 'there are no volts'];
        yield 'a part that is not there' => ['tested', ['part' => 'Q9'], 'Q9'];
        yield 'undoing' => ['strike', ['entry' => 'P0001'], 'what was done stays done'];
        yield 'passing over a gate' => ['override', ['gate' => 'mains', 'reason' => 'hurry'], 'for real units'];
        yield 'degrees' => ['heat', ['part' => 'R1', 'text' => '80C'], 'for real units'];
        yield 'handing it back' => ['handback', [], 'for real units'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('notInPractice')]
    public function testWhatPracticeHasNotIsRefusedInWords(string $kind, array $payload, string $why): void
    {
        $run = self::begun([]);
        try {
            $run->enter($kind, $payload);
            self::fail('It was taken.');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString($why, $refused->getMessage());
        }
        self::assertSame([], $run->log());
        self::assertSame([], $run->incidents());
    }

    /**
     * @param array<string, string> $faults
     * @param list<string>          $story
     */
    private static function begun(array $faults, array $story = []): Run
    {
        return new Run(new Exercise(Supplies::demo(self::DEMO), $faults, 7, $story), Supplies::knowledge(self::DEMO));
    }

    /** "TP3 14.2 V" */
    private static function number(string $said): float
    {
        self::assertSame(1, preg_match('/ (-?[\d.]+) (m?)V/', $said, $of), $said);

        return (float) $of[1] * ($of[2] === 'm' ? 1e-3 : 1.0);
    }
}

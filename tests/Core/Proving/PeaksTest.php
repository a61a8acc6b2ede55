<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Proving\Load\LoadStep;
use Oculant\Core\Proving\Load\LoadTest as Test;
use Oculant\Core\Proving\Load\PeakyBudget;
use Oculant\Core\Supply\Alteration;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** A load that comes in peaks: given once, used for load, heat and overload. */
final class PeaksTest extends TestCase
{
    private const DEMO = 'deck-intercom';

    /** Mean and rms of a rectangular wave (any textbook): 2 A for a quarter of the time is 0.5 A and 1 A. */
    public function testMeanAndRmsAreThoseOfARectangularWave(): void
    {
        $shape = new LoadShape(0.0, 2.0, 0.25);

        self::assertEqualsWithDelta(0.5, $shape->mean(), 1e-12);
        self::assertEqualsWithDelta(1.0, $shape->rms(), 1e-12);
        self::assertEqualsWithDelta(sqrt(0.2 * 9 + 0.8 * 0.25), (new LoadShape(0.5, 3.0, 0.2))->rms(), 1e-12);
    }

    public function testALineInTheFieldIsTheLoadOfItsRail(): void
    {
        $bench = self::with('peaks tp4 50mA 1.2A 10%');

        self::assertEquals(['TP4' => new LoadShape(0.05, 1.2, 0.1)], $bench->state()->peaks);
        self::assertSame(0.0, self::with('peaks tp4 0 1A 0.25')->state()->peaks['TP4']->idle);
    }

    /** @return iterable<string, array{string, string}> */
    public static function refusals(): iterable
    {
        yield 'a peak below its idle' => ['peaks tp4 1A 0.5A 10%', 'not above'];
        yield 'as much' => ['peaks tp4 1A 1A 10%', 'not above'];
        yield 'always' => ['peaks tp4 0.1A 1A 100%', 'above 0 and below 100%'];
        yield 'never' => ['peaks tp4 0.1A 1A 0%', 'above 0 and below 100%'];
        yield 'no rail' => ['peaks tp2 0.1A 1A 10%', 'Rails: TP4'];
        yield 'no amperes' => ['peaks tp4 little 1A 10%', 'between its peaks'];
        yield 'a decimal comma' => ['peaks tp4 0.1A 1,2A 10%', '1.2'];
        yield 'too few words' => ['peaks tp4 1A', 'peaks tp5 0.2A 2.5A 10%'];
    }

    #[DataProvider('refusals')]
    public function testWhatIsNoShapeSaysHowOneIsWritten(string $text, string $mend): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($mend);
        self::with($text);
    }

    public function testTheLoadTestHasAStepBetweenInTheMeanAndInThePeaks(): void
    {
        $test = self::test(new LoadShape(0.1, 0.6, 0.2));

        self::assertEqualsWithDelta(0.1, $test->steps[LoadStep::IDLE]->expected['TP4']['amperes'], 0.003);
        self::assertEqualsWithDelta(0.2, $test->steps[LoadStep::MEAN]->expected['TP4']['amperes'], 0.006);
        self::assertEqualsWithDelta(0.6, $test->steps[LoadStep::PEAK]->expected['TP4']['amperes'], 0.02);
        self::assertArrayNotHasKey(LoadStep::PEAK, self::test(null)->steps);
        $bench = self::with('peaks tp4 0.1A 0.6A 20%')->add('power', ['power' => 'live']);
        $bench->add('load_step', ['step' => 'peak', 'rails' => ['TP4' => ['dc' => '11.9']]]);
        self::assertSame('peak', $bench->state()->loadSteps[0]['step']);
    }

    /** What limits is held against the peaks, not against their mean. */
    public function testPeaksBeyondTheCurrentLimitAreAnOverload(): void
    {
        $limit = self::test(null)->limits['TP4']['amperes'];
        $word = static fn(float $peak): ?VerdictWord => self::test(new LoadShape(0.05, $peak, 0.05))->overPeaks('TP4')
            ?->word;

        self::assertSame(VerdictWord::Low, $word(1.02 * $limit));
        self::assertSame(VerdictWord::Fine, $word(0.98 * $limit));
        self::assertNull(self::test(null)->overPeaks('TP4'));
        self::assertStringContainsString(
            'no margin',
            (string) self::test(new LoadShape(0.05, $limit / 1.05, 0.05))->overPeaks('TP4')?->why,
        );
    }

    /**
     * By hand: a linear regulator turns (in - out) times amperes into heat, and in times the 5 mA that it takes itself
     * (78xx data sheets, from memory); what warms is the mean of that.
     */
    public function testHeatIsTheMeanOverThePeaks(): void
    {
        $supply = Supplies::demo(self::DEMO);
        $mode = $supply->mode(null);
        $usual = Expectations::of($supply, $mode);
        $shape = new LoadShape(0.1, 0.5, 0.25);
        $mean = 0.0;
        $square = 0.0;
        foreach ([[0.25, 0.5], [0.75, 0.1]] as [$share, $amperes]) {
            $stands = $supply->altered($mode->id, [Alteration::set('RL1', ['current' => sprintf('%.4f A', $amperes)])]);
            $seen = (new Behaviour($stands))->live($stands->mode($mode->id));
            $through = Budget::of($stands, $stands->mode($mode->id))->line('U1')->average ?? NAN;
            $in = $seen->reading('TP3', 'dc');
            $mean += $share * (($in - $seen->reading('TP4', 'dc')) * $through + $in * 5e-3);
            $square += $share * $through ** 2;
        }

        $budget = PeakyBudget::of($supply, $mode, ['TP4' => $shape], $usual);

        self::assertEqualsWithDelta($mean, $budget->line('U1')->watts ?? NAN, 0.05 * $mean);
        self::assertEqualsWithDelta(sqrt($square), $budget->line('U1')->rms ?? NAN, 0.03 * sqrt($square));
        self::assertLessThan(
            0.8 * (Budget::of($supply, $mode)->line('U1')->watts ?? NAN),
            $budget->line('U1')->watts ?? NAN,
            'less than at full load all the time',
        );
    }

    private static function test(?LoadShape $shape): Test
    {
        static $usual = null;
        $supply = Supplies::demo(self::DEMO);

        return Test::of(
            $supply,
            $usual ??= Expectations::of($supply, $supply->mode(null)),
            $shape === null ? [] : ['TP4' => $shape],
        );
    }

    private static function with(string $text): Bench
    {
        $bench = new Bench(Supplies::demo(self::DEMO));
        $understood = FieldText::understand($text, $bench->supply);
        self::assertNotNull($understood);

        return $bench->add($understood['kind'], $understood['payload']);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\SafetyTest as Kind;
use Oculant\Core\Diagnosis\OwnersPage;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Safety\RuleSet;
use Oculant\Core\Proving\Safety\SafetyJudge;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\IsolationBarrier;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * Electrical safety: limits of EN 50678 and EN 50699 (from memory), class Y leakage in closed form, and what a failure
 * does to the job.
 */
final class SafetyTest extends TestCase
{
    /** @return iterable<string, array{Kind, string, float, bool}> ohms or amperes */
    public static function results(): iterable
    {
        yield 'earth of 0.1 ohm' => [Kind::Earth, 'I', 0.1, true];
        yield 'earth of 0.4 ohm' => [Kind::Earth, 'I', 0.4, false];
        yield 'earth at its limit, where the tester cannot tell' => [Kind::Earth, 'I', 0.295, false];
        yield 'insulation over range' => [Kind::Insulation, 'II', INF, true];
        yield 'insulation of 1.5 megohm, class I' => [Kind::Insulation, 'I', 1.5e6, true];
        yield 'insulation of 1.5 megohm, class II' => [Kind::Insulation, 'II', 1.5e6, false];
        yield 'touch current of 0.2 mA' => [Kind::Touch, 'II', 0.2e-3, true];
        yield 'touch current of 0.6 mA' => [Kind::Touch, 'II', 0.6e-3, false];
        yield 'conductor current of 3 mA' => [Kind::Conductor, 'I', 3e-3, true];
        yield 'conductor current of 4 mA' => [Kind::Conductor, 'I', 4e-3, false];
        yield 'cord grip in order' => [Kind::Cord, 'II', 1.0, true];
        yield 'cord grip not in order' => [Kind::Cord, 'II', 0.0, false];
    }

    #[DataProvider('results')]
    public function testResultsAgainstTheLimits(Kind $test, string $class, float $value, bool $passes): void
    {
        self::assertSame(
            $passes,
            (new SafetyJudge(Supplies::demo('deck-intercom'), RuleSet::published()['repaired']))->judge(
                $test,
                $class,
                $value,
            )['passed'],
        );
    }

    /** EN 50678 allows 0.1 ohm more for every 7.5 m beyond the first 5 m, 1 ohm at most (from memory). */
    public function testALongCordMayHaveMore(): void
    {
        $judge = new SafetyJudge(Supplies::demo('deck-intercom'), RuleSet::published()['repaired']);

        self::assertFalse($judge->judge(Kind::Earth, 'I', 0.42, 5.0)['passed']);
        self::assertTrue($judge->judge(Kind::Earth, 'I', 0.42, 20.0)['passed']);
        self::assertFalse($judge->judge(Kind::Earth, 'I', 1.2, 100.0)['passed']);
    }

    /** I = 2 pi f C V: 4.7 nF at 230 V and 50 Hz let 0.34 mA through. */
    public function testExpectedLeakageIsTheClosedForm(): void
    {
        $supply = self::withY('4n7');
        self::assertEqualsWithDelta(
            2 * M_PI * 50 * 4.7e-9 * 230,
            (new IsolationBarrier($supply))->expectedLeakage(),
            1e-9,
        );
        $judge = new SafetyJudge($supply, RuleSet::published()['repaired']);
        self::assertStringContainsString(
            '340 µA',
            (string) array_column($judge->plan('II'), null, 'test')['touch']['expected'],
        );
        self::assertSame('Within its limit.', $judge->judge(Kind::Touch, 'II', 0.34e-3)['sentence']);
        self::assertStringContainsString(
            'more than its capacitors explain',
            (new SafetyJudge(self::withY('1n'), RuleSet::published()['repaired']))->judge(Kind::Touch, 'II', 0.34e-3)[
                'sentence'
            ],
        );
    }

    public function testLimitsOfOnesOwnNeedASource(): void
    {
        $own = RuleSet::of([
            'id' => 'repaired',
            'source' => 'Harbour authority, quay equipment',
            'limits' => ['touch' => ['II' => '250u']],
        ]);
        self::assertSame(250e-6, $own->limitOf(Kind::Touch, 'II'));
        self::assertSame($own->limits, RuleSet::of($own->toArray())->limits, 'it is kept as it is written');
        foreach (
            [
                [['limits' => ['touch' => ['II' => '250u']]], 'write whose they are'],
                [['source' => 'x', 'limits' => ['touch' => ['II' => '20m']]], 'is meant'],
                [['source' => 'x', 'limits' => ['earth' => ['I' => 'low']]], '"low"'],
            ]
            as [$given, $says]
        ) {
            try {
                RuleSet::of($given);
                self::fail($says);
            } catch (PlanRefused $e) {
                self::assertStringContainsString($says, $e->getMessage());
            }
        }
    }

    public function testAFailedTestKeepsTheUnitAndNobodyPassesOverIt(): void
    {
        $bench = self::repaired();
        $bench->add('safety', [
            'test' => 'insulation',
            'text' => '300k',
            'judged' => ['passed' => false, 'condemns' => true, 'sentence' => 'Condemned until the part is found.'],
        ]);
        $items = Gates::blocking(Gate::HandBack, $bench->supply, $bench->state());

        self::assertSame(['isolation bad', 'safety insulation'], array_map(static fn($i): string => $i->id, $items));
        self::assertFalse($items[0]->mayOverride);
        self::assertSame(300e3, $bench->state()->isolation['resistance']['value'], 'diagnosis sees it too');
        $bench->add('safety', ['test' => 'insulation', 'text' => '20M', 'judged' => ['passed' => true]]);
        self::assertSame([], Gates::blocking(Gate::HandBack, $bench->supply, $bench->state()));
    }

    public function testARepairMakesTestsStale(): void
    {
        $bench = self::repaired()->seeTo(Gate::HandBack);
        self::assertTrue($bench->state()->safetyNow(Kind::Insulation));
        $bench->add('repair', ['part' => 'C1', 'out' => 'a', 'in' => 'b']);

        self::assertNull($bench->state()->safetyNow(Kind::Insulation));
    }

    public function testACondemnedUnitLeavesMarkedAndUnusableOnly(): void
    {
        $bench = self::repaired()
            ->add('safety', [
                'test' => 'insulation',
                'text' => '300k',
                'judged' => ['passed' => false, 'condemns' => true],
            ])
            ->add('condemned', ['text' => 'transformer leaks, none to be had']);
        foreach ([['close', []], ['handback', []]] as [$kind, $payload]) {
            try {
                $bench->add($kind, $payload);
                self::fail("{$kind} went through");
            } catch (EntryRefused $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
        $bench->add('handback', ['unsafe' => 'cord cut off, red label']);

        self::assertNotNull($bench->state()->handedBackAt);
        $page = array_column(
            OwnersPage::of($bench->supply, $bench->state(), ['cause' => null, 'work' => [], 'asLeft' => []]),
            'text',
            'title',
        );
        self::assertStringContainsString(
            'may not be used any more: transformer leaks, none to be had It goes back unusable: cord cut off, ' .
                'red label',
            $page['How it is now'],
        );
        self::assertSame('No: an electrical safety test failed.', $page['Is it safe']);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function refused(): iterable
    {
        yield 'megohms without a letter' => [
            ['test' => 'insulation', 'text' => '20'],
            'Testers show megohms: write "20M"',
        ];
        yield 'milliamperes without a letter' => [['test' => 'touch', 'text' => '0.3'], 'write "0.3 mA"'];
        yield 'an earth on class II' => [
            ['test' => 'earth', 'class' => 'II', 'text' => '0.1'],
            'has no protective earth',
        ];
        yield 'a look without a word' => [['test' => 'fuse', 'text' => ''], 'say ok or wrong'];
        yield 'no such test' => [['test' => 'flash', 'text' => '1'], 'Test is one of'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refused')]
    public function testWhatCannotBeReadIsSaid(array $payload, string $says): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessageMatches('/' . preg_quote($says, '/') . '/i');
        (new Bench(Supplies::demo('deck-intercom')))->add('safety', $payload + ['judged' => ['passed' => true]]);
    }

    private static function repaired(): Bench
    {
        return (new Bench(Supplies::demo('deck-intercom')))
            ->add('cause', ['part' => 'U1', 'fault' => 'open'])
            ->add('repair', ['part' => 'U1', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 12.0'])
            ->add('power', ['power' => 'unplugged'])
            ->add('safety', ['test' => 'insulation', 'text' => 'OL', 'judged' => ['passed' => true]])
            ->add('safety', ['test' => 'touch', 'text' => '5u', 'judged' => ['passed' => true]]);
    }

    private static function withY(string $value): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T200mA', '12 V', '10 VA', '15 %', second: '0V'),
                ['ref' => 'CY1', 'kind' => 'y_capacitor', 'value' => $value, 'terminals' => ['a' => 'L1', 'b' => '0V']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '1k',
                    'power' => '1 W',
                    'terminals' => ['a' => 'A', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['A', '0V']],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Comparison;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Recap\Decision;
use Oculant\Core\Replacement\Recap\Line;
use Oculant\Core\Replacement\Recap\ListReader;
use Oculant\Core\Replacement\Recap\OrderList;
use Oculant\Core\Replacement\Recap\Plan;
use Oculant\Core\Replacement\Recap\Successor;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Import\CsvTable;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** A recap by each of the three schools (common practice), from decision to order list. */
final class RecapTest extends TestCase
{
    public function testTheSchoolsDisagree(): void
    {
        $decide = static fn(string $school): array => self::decisions(
            self::bench('wheelhouse-display', ['school' => $school]),
        );

        self::assertSame(
            [
                'C1' => 'replace',
                'C11' => 'replace',
                'C12' => 'replace',
                'C13' => 'keep',
                'CX1' => 'keep',
                'CY1' => 'keep',
            ],
            $decide('all'),
        );
        self::assertSame(
            [
                'C1' => 'measure',
                'C11' => 'replace',
                'C12' => 'replace',
                'C13' => 'keep',
                'CX1' => 'keep',
                'CY1' => 'keep',
            ],
            $decide('risk'),
            'what works hardest goes',
        );
        self::assertSame(
            [
                'C1' => 'measure',
                'C11' => 'measure',
                'C12' => 'measure',
                'C13' => 'keep',
                'CX1' => 'keep',
                'CY1' => 'keep',
            ],
            $decide('proven'),
        );
    }

    public function testWhatWasMeasuredAndSeenGoesBeforeTheSchool(): void
    {
        $bench = self::bench('wheelhouse-display', ['school' => 'proven'])
            ->add('part_test', ['part' => 'C12', 'quantity' => 'esr', 'text' => '2.2', 'lifted' => false])
            ->add('part_test', ['part' => 'C11', 'quantity' => 'capacitance', 'text' => '21u', 'lifted' => true])
            ->add('finding', ['part' => 'C1', 'sees' => 'bulging', 'text' => '']);
        $lines = self::lines($bench);

        self::assertSame(Decision::Replace, $lines['C12']->decision);
        self::assertStringContainsString('Measured: C12', $lines['C12']->reasons[0]);
        self::assertSame(Decision::Keep, $lines['C11']->decision, 'measured good');
        self::assertSame(['Seen: bulging or leaking.'], $lines['C1']->reasons);
    }

    public function testAPaperSuppressorGoesInEverySchool(): void
    {
        $written = Supplies::demoArray('wheelhouse-display');
        foreach ($written['parts'] as $k => $part) {
            if ($part['ref'] === 'CX1') {
                $written['parts'][$k]['kind'] = 'paper_suppressor';
            }
        }
        $supply = DescriptionReader::fromArray($written);
        $bench = (new Bench($supply))->add('recap', ['school' => 'proven']);
        $line = self::lines($bench)['CX1'];

        self::assertSame(Decision::Replace, $line->decision);
        self::assertSame(['x_capacitor', 'x2'], [$line->successor->kind, $line->successor->word('class')]);
    }

    public function testTwinsAreReplacedInPairs(): void
    {
        $bench = self::bench('gallery-organ', ['school' => 'proven'])->add('part_test', [
            'part' => 'C11',
            'quantity' => 'capacitance',
            'text' => '9u',
            'lifted' => true,
        ]);
        $lines = self::lines($bench);

        self::assertSame(Decision::Replace, $lines['C11']->decision);
        self::assertSame(Decision::Replace, $lines['C21']->decision);
        self::assertStringStartsWith('Twin of C11', $lines['C21']->reasons[0]);
        self::assertSame(Decision::Measure, $lines['C12']->decision);
    }

    public function testTheTechnicianHasTheLastWord(): void
    {
        $bench = self::bench('wheelhouse-display', ['school' => 'all'])->add('decide', [
            'part' => 'C1',
            'decision' => 'keep',
            'text' => 'the owner wants it original',
        ]);

        self::assertSame(Decision::Keep, self::lines($bench)['C1']->decision);
        self::assertSame('Decided at the bench: the owner wants it original.', self::lines($bench)['C1']->reasons[0]);
        self::assertSame(
            Decision::Replace,
            self::lines($bench->add('decide', ['part' => 'C1', 'decision' => 'plan']))['C1']->decision,
        );
        self::assertSame(
            '100 µF 25 V',
            self::lines($bench->add('decide', ['part' => 'C12', 'decision' => 'replace', 'with' => '100u 25V']))[
                'C12'
            ]->successor->label(),
        );
    }

    public function testADecisionNeedsAPlan(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('There is no recap plan yet');
        (new Bench(Supplies::demo('tuner-feed')))->add('decide', ['part' => 'C1', 'decision' => 'keep']);
    }

    public function testWhatGoesInIsAtLeastAsGood(): void
    {
        $supply = Supplies::demo('wheelhouse-display');
        $place = Place::of($supply, Supplies::demands($supply), 'C12');
        $new = Successor::of($place->original, $place);

        self::assertSame('470 µF 16 V 105 °C low-esr', $new->label());
        self::assertGreaterThan($place->asks('ripple current'), $new->data['ripple']);
        // 1200 uF is no E6 value: 1500 is the next, and within half as much again.
        self::assertSame(
            1500e-6,
            Successor::of(new Component('electrolytic', '', ['value' => 1200e-6, 'voltage' => 25.0]), null)->data[
                'value'
            ],
        );
        self::assertSame(
            63.0,
            Successor::of(new Component('electrolytic', '', ['value' => 1e-4, 'voltage' => 55.0]), null)->data[
                'voltage'
            ],
            'the next rated voltage of IEC 60384-4',
        );
    }

    public function testProgressRunsFromSolderingToTheEye(): void
    {
        $bench = self::bench('salinity-bridge', ['school' => 'all', 'listed' => ['C17' => '47u 25V']]);
        self::assertSame('to do', self::lines($bench)['C1']->progress());
        $bench
            ->add('repair', ['part' => 'C1', 'out' => 'C1', 'in' => '470u 63V 105C'])
            ->add('repair', ['part' => 'C17', 'in' => '47u 35V 105C']);
        self::assertSame(
            ['fitted', 'fitted'],
            [self::lines($bench)['C1']->progress(), self::lines($bench)['C17']->progress()],
        );
        self::assertContains(
            'look polarity C17',
            array_column(Gates::missing(Gate::Limited, $bench->supply, $bench->state()), 'id'),
            'power waits for the eye',
        );
        $bench
            ->add('looked', ['what' => 'polarity C1'])
            ->add('looked', ['what' => 'polarity C17'])
            ->add('looked', ['what' => 'recap before']);

        self::assertSame(
            ['done', 'done'],
            [self::lines($bench)['C1']->progress(), self::lines($bench)['C17']->progress()],
        );
        self::assertSame('47u 35V 105C', self::lines($bench)['C17']->fitted);
        $steps = array_column(
            Plan::of($bench->supply, $bench->state(), Supplies::demands($bench->supply))->steps(),
            'done',
            'key',
        );
        self::assertTrue($steps['recap before']);
        self::assertFalse($steps['recap after']);
    }

    public function testTheMarkIsSaidAsItIsPrinted(): void
    {
        $marks = array_column(
            Plan::of(
                Supplies::demo('salinity-bridge'),
                self::bench('salinity-bridge', ['school' => 'all'])->state(),
                Supplies::demands(Supplies::demo('salinity-bridge')),
            )->view()['lines'],
            'mark',
            'ref',
        );

        self::assertSame('stripe (minus) to 0V, plus to RAW+', $marks['C1']);
        self::assertSame(
            'stripe (minus) to RAW-, plus to 0V',
            $marks['C2'],
            'on the negative rail the stripe points away from ground',
        );
        self::assertSame('plus mark to OUT+, other end to 0V', $marks['C3']);
    }

    public function testPadsAreAskedForUnderWhatIsScrewedToAHeatsink(): void
    {
        $plan = static fn(string $demo): Plan => Plan::of(
            Supplies::demo($demo),
            self::bench($demo, ['school' => 'all'])->state(),
            Supplies::demands(Supplies::demo($demo)),
        );

        self::assertStringContainsString('U1, U2', implode(' ', array_column($plan('tide-recorder')->steps(), 'text')));
        self::assertNotContains('recap pads', array_column($plan('salinity-bridge')->steps(), 'key'));
    }

    public function testTheOrderListGroupsByValueTakesFromTheDrawerAndAddsSpares(): void
    {
        $bench = self::bench('tuner-feed', [
            'school' => 'all',
            'listed' => ['C11' => '10u 35V', 'C12' => '10u 35V', 'C13' => '10u 35V', 'C14' => '3300u 35V'],
        ]);
        $plan = Plan::of($bench->supply, $bench->state(), Supplies::demands($bench->supply));
        $stock = [
            new StockLine('s1', ComponentText::read('10u 50V 105C', 'electrolytic'), 2, price: 0.1),
            new StockLine('s2', ComponentText::read('10u 25V 105C', 'electrolytic'), 50),
            new StockLine('s3', ComponentText::read('10u 63V 105C', 'electrolytic'), 9, isSalvaged: true),
        ];
        $rows = array_column(OrderList::of($plan, $stock)->view(), null, 'what');
        $tens = $rows['10 µF 35 V 105 °C'];

        self::assertSame(
            [['C11', 'C12', 'C13'], 3, 2, 1, 1, 's1'],
            [$tens['refs'], $tens['count'], $tens['taken'], $tens['order'], $tens['spares'], $tens['stock']],
            'not the 25 V ones, not the salvaged',
        );
        self::assertSame(0, $rows['3300 µF 35 V 105 °C']['spares'], 'none of large cans');
        $csv = CsvTable::read(OrderList::of($plan, $stock)->csv());
        self::assertSame(['C11 C12 C13', '2'], [$csv->rows[0]['cells']['for'], $csv->rows[0]['cells']['order']]);
    }

    /** What the comparison refuses for its place is not taken for it from the drawer; twins get the same. */
    public function testListAndComparisonJudgeAlike(): void
    {
        $bench = self::bench('dimmer-drive', ['school' => 'all']);
        $plan = Plan::of($bench->supply, $bench->state(), Supplies::demands($bench->supply));
        $lines = [];
        foreach ($plan->lines as $line) {
            $lines[$line->candidate->ref] = $line;
        }
        self::assertSame($lines['C1']->twins, ['C2']);
        self::assertEquals($lines['C1']->successor->data, $lines['C2']->successor->data);
        $like = $lines['C1']->successor;
        $of = static fn(string $class): string => sprintf(
            '%s %s %s',
            $like->write(Attribute::Value),
            $like->write(Attribute::Voltage),
            $class,
        );
        $went = [];
        foreach (['85C', '105C 2000h 10A', '105C 2000h 0.1A'] as $class) {
            $stock = [new StockLine('s1', ComponentText::read($of($class), 'electrolytic'), 20)];
            $fit = Comparison::of($stock[0]->component, $lines['C1']->candidate->place ?? self::fail())->fit();
            $taken = array_sum(
                array_map(
                    static fn(array $row): int => in_array('C1', $row['refs'], true) ? $row['taken'] : 0,
                    OrderList::of($plan, $stock)->view(),
                ),
            );

            self::assertSame(in_array($fit, [Fit::Ok, Fit::Noted], true), $taken > 0, "{$class}: {$fit->value}");
            $went[] = $taken > 0;
        }
        self::assertContains(false, $went);
        self::assertContains(true, $went);
    }

    public function testCapacitorsAreTypedInFast(): void
    {
        $read = ListReader::read(
            "C17 47u 25V\nC18, C19 10u 50V 105C\nC20 film 100n 250V\nC21 4,7u 25V\nR5 4k7\nC1 220u 16V\nC17 22u " .
                "25V\nC22\n",
            Supplies::demo('tuner-feed'),
        );

        self::assertSame(
            ['C17' => '47u 25V', 'C18' => '10u 50V 105C', 'C19' => '10u 50V 105C', 'C20' => 'film 100n 250V'],
            $read['listed'],
        );
        self::assertSame([4, 5, 7, 8], array_column($read['problems'], 'line'));
        self::assertSame(1, $read['left_out'], 'C1 is in the description');
        self::assertStringContainsString('decimal comma', $read['problems'][0]['message']);
    }

    public function testAPartsListGivesItsCapacitors(): void
    {
        $read = ListReader::read(
            "Designator;Value;Voltage\nC31, C32;47u;25 V\nC33;330 Hz;16 V\nR9;4k7;\nU4;TDA;\nC1;1000u;25 V\n",
            Supplies::demo('tuner-feed'),
        );

        self::assertSame(['C31' => '47u 25 V', 'C32' => '47u 25 V'], $read['listed']);
        self::assertSame([3], array_column($read['problems'], 'line'));
        self::assertSame(3, $read['left_out'], 'a resistor, a circuit and one of the description');
    }

    public function testAListedReferenceMustNotBeOneOfTheDescription(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('C1 is in the description');
        self::bench('tuner-feed', ['school' => 'all', 'listed' => ['C1' => '47u 25V']]);
    }

    /** @param array<string, mixed> $recap */
    private static function bench(string $demo, array $recap): Bench
    {
        return (new Bench(Supplies::demo($demo)))
            ->add('background', ['years' => 16, 'conditions' => []])
            ->add('recap', $recap + ['celsius' => 45, 'yearly' => 600])
            ->seeTo(Gate::HandsIn);
    }

    /** @return array<string, Line> by reference */
    private static function lines(Bench $bench): array
    {
        $lines = Plan::of($bench->supply, $bench->state(), Supplies::demands($bench->supply))->lines;

        return array_combine(array_map(static fn(Line $l): string => $l->candidate->ref, $lines), $lines);
    }

    /** @return array<string, string> */
    private static function decisions(Bench $bench): array
    {
        return array_map(static fn(Line $l): string => $l->decision->value, self::lines($bench));
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Replacement\AnotherValue;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Comparison;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Whether one part may stand where another stood. Where no standard is named, the rule is common practice. */
final class ComparisonTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, Fit, string}> demo, place, candidate, verdict, the row
     *     that decides
     */
    public static function candidates(): iterable
    {
        // Electrolytics. C1 of the tide recorder: 2200u 35 V, 28.8 V across it unloaded at 253 V.
        yield 'the same, 105 C' => ['tide-recorder', 'C1', '2200u 35V 105C 1A', Fit::Ok, ''];
        yield '50 V for 35 V: good practice' => ['tide-recorder', 'C1', '2200u 50V 105C 1A', Fit::Ok, ''];
        yield 'half as much again is the most' => ['tide-recorder', 'C1', '3300u 35V 105C 1A', Fit::Ok, ''];
        yield 'twice as much stresses the rectifier' => [
            'tide-recorder',
            'C1',
            '4700u 35V 105C 2A',
            Fit::TestOnly,
            'capacitance',
        ];
        yield 'three times as much' => ['tide-recorder', 'C1', '6800u 35V 105C 2A', Fit::No, 'capacitance'];
        yield 'a third less' => ['tide-recorder', 'C1', '1500u 35V 105C 1A', Fit::TestOnly, 'capacitance'];
        yield 'below the original, and the rail allows it' => [
            'tide-recorder',
            'C1',
            '2200u 32V 105C 1A',
            Fit::TestOnly,
            'working voltage',
        ];
        yield 'below what stands across it' => ['tide-recorder', 'C1', '2200u 25V 105C 1A', Fit::No, 'working voltage'];
        yield '85 C for one of no stated class' => [
            'tide-recorder',
            'C1',
            '2200u 35V 85C 1A',
            Fit::Noted,
            'temperature class',
        ];
        yield 'too little ripple current' => ['tide-recorder', 'C1', '2200u 35V 105C 0.3A', Fit::No, 'ripple current'];
        yield 'a tantalum above half its rating' => [
            'tide-recorder',
            'C1',
            'tantalum 2200u 50V',
            Fit::TestOnly,
            'technology',
        ];
        yield 'an electrolytic for a tantalum in bulk filtering' => [
            'salinity-bridge',
            'C3',
            'electrolytic 22u 50V 105C',
            Fit::Noted,
            'technology',
        ];
        yield 'a film without polarity' => ['tide-recorder', 'C3', 'film 10u 63V', Fit::Ok, ''];
        yield 'compensation is exact' => ['wheelhouse-display', 'C13', 'film 150n 63V', Fit::No, 'capacitance'];
        yield 'an electrolytic where none stood' => [
            'wheelhouse-display',
            'C13',
            'electrolytic 100n 63V 105C',
            Fit::No,
            'technology',
        ];
        yield 'a general-purpose type behind a switching rectifier' => [
            'wheelhouse-display',
            'C12',
            '470u 16V 105C 2.5A 200mohm',
            Fit::No,
            'ESR at 100 kHz',
        ];
        // Safety capacitors, IEC 60384-14.
        yield 'X2 for X2' => ['wheelhouse-display', 'CX1', '100n 275V X2', Fit::Ok, ''];
        yield 'X1 is better than X2' => ['wheelhouse-display', 'CX1', '100n 300V X1', Fit::Ok, ''];
        yield 'Y stands what X does' => ['wheelhouse-display', 'CX1', '100n 300V Y2', Fit::Ok, ''];
        yield 'X3 is worse than X2' => ['wheelhouse-display', 'CX1', '100n 275V X3', Fit::No, 'safety class'];
        yield 'no class, whatever its volts' => [
            'wheelhouse-display',
            'CX1',
            'film 100n 630V',
            Fit::No,
            'safety class',
        ];
        yield 'X over the barrier' => ['wheelhouse-display', 'CY1', '2n2 300V X1', Fit::No, 'safety class'];
        yield 'a bigger Y' => ['wheelhouse-display', 'CY1', '4n7 300V Y2', Fit::No, 'capacitance'];
        yield 'below the mains' => ['wheelhouse-display', 'CX1', '100n 160V X2', Fit::No, 'rated AC voltage'];
        // Rectifiers.
        yield 'a standard diode in a switcher output' => [
            'wheelhouse-display',
            'D12',
            '1N5408',
            Fit::No,
            'type and speed',
        ];
        yield 'as fast, with more of everything' => ['wheelhouse-display', 'D12', 'schottky 8A 100V', Fit::Ok, ''];
        yield 'too little reverse voltage' => [
            'wheelhouse-display',
            'D12',
            'schottky 8A 30V',
            Fit::No,
            'reverse voltage',
        ];
        yield 'less than the original in a bridge of the mains' => [
            'gallery-organ',
            'D1',
            '1N4007',
            Fit::TestOnly,
            'reverse voltage',
        ];
        yield 'a faster one at mains frequency' => ['auction-scale', 'D1', 'UF4004', Fit::Noted, 'surge current'];
        // Resistors.
        yield 'the same value, twice the watts' => ['wheelhouse-display', 'R11', '220k 2W 500V', Fit::Ok, ''];
        yield 'watts below what it burns' => ['wheelhouse-display', 'R11', '220k 0.25W', Fit::No, 'power'];
        yield 'watts enough and volts too few' => [
            'wheelhouse-display',
            'R11',
            '220k 2W 200V',
            Fit::No,
            'voltage rating',
        ];
        yield 'a quarter-watt body stands 250 V' => [
            'wheelhouse-display',
            'R11',
            '220k 0.25W',
            Fit::No,
            'voltage rating',
        ];
        yield 'another value' => ['wheelhouse-display', 'R11', '330k 2W 500V', Fit::No, 'resistance'];
        // Fuses, IEC 60127.
        yield 'the same fuse' => ['tide-recorder', 'F1', 'T250mA 250V', Fit::Noted, 'breaking capacity'];
        yield 'a larger one is for nobody' => ['tide-recorder', 'F1', 'T1A 250V', Fit::No, 'rated current'];
        yield 'a smaller one for a test' => ['tide-recorder', 'F1', 'T200mA 250V', Fit::TestOnly, 'rated current'];
        yield 'a quicker one' => ['tide-recorder', 'F1', 'F250mA 250V', Fit::TestOnly, 'characteristic'];
        yield 'one for 125 V on 230 V' => ['tide-recorder', 'F1', 'T250mA 125V', Fit::No, 'rated voltage'];
        // Regulators and the rest.
        yield 'the same type' => ['tide-recorder', 'U1', '7815', Fit::Ok, ''];
        yield 'its negative brother' => ['tide-recorder', 'U1', '7915', Fit::No, 'output voltage'];
        yield 'a small one for a large' => ['tide-recorder', 'U1', '78L15', Fit::No, 'output current'];
        yield 'another voltage' => ['tide-recorder', 'U1', '7812', Fit::No, 'output voltage'];
        yield 'an optocoupler over the barrier' => ['wheelhouse-display', 'OK11', '4N35', Fit::Noted, 'pinout'];
        yield 'one of a far lower rank' => ['wheelhouse-display', 'OK11', '4N25', Fit::No, 'transfer ratio'];
        yield 'a zener a step beside' => ['salinity-bridge', 'D1', 'zener 13V 2W', Fit::No, 'zener voltage'];
        yield 'a zener of less power than it burns' => [
            'salinity-bridge',
            'D1',
            'zener 12V 0.4W',
            Fit::No,
            'power rating',
        ];
        yield 'a varistor below the mains' => [
            'wheelhouse-display',
            'RV1',
            'varistor 230V',
            Fit::No,
            'continuous AC rating',
        ];
        yield 'a diode for a capacitor' => ['tide-recorder', 'C1', '1N4007', Fit::No, 'kind'];
    }

    #[DataProvider('candidates')]
    public function testCandidates(string $demo, string $ref, string $text, Fit $fit, string $because): void
    {
        $place = self::place($demo, $ref);
        $comparison = Comparison::of(ComponentText::read($text, $place->original->kind), $place);
        $deciding = array_map(
            static fn(Row $r): string => $r->title,
            array_filter($comparison->rows, static fn(Row $r): bool => $r->fit === $comparison->fit()),
        );

        self::assertSame($fit, $comparison->fit(), $comparison->sentence());
        if ($because !== '') {
            self::assertContains($because, $deciding, $comparison->sentence());
        }
        foreach ($comparison->rows as $row) {
            self::assertNotSame('', $row->reason, "{$row->title} says why");
        }
    }

    public function testTheReasonNamesTheVoltsOfTheCircuit(): void
    {
        $comparison = Comparison::of(
            ComponentText::read('2200u 25V 105C', 'electrolytic'),
            self::place('tide-recorder', 'C1'),
        );

        self::assertStringContainsString(
            '28.8 V (Loads off, 253 V mains) stands across it: 25 V is too little',
            $comparison->sentence(),
        );
    }

    /** The description may say how much room there is. */
    public function testAnOverTallOneTouchesTheCase(): void
    {
        $written = Supplies::demoArray('tide-recorder');
        foreach ($written['parts'] as $k => $part) {
            if ($part['ref'] === 'C1') {
                $written['parts'][$k]['body'] = [
                    'height' => '31 mm',
                    'diameter' => '18 mm',
                    'pitch' => '7.5 mm',
                    'temperature' => '105 °C',
                ];
            }
        }
        $supply = DescriptionReader::fromArray($written);
        $place = Place::of($supply, Supplies::demands($supply), 'C1');
        $fit = static fn(string $text): Fit => Comparison::of(
            ComponentText::read($text, 'electrolytic'),
            $place,
        )->fit();

        self::assertSame(Fit::Ok, $fit('2200u 35V 105C 1A 18x31 rm7.5'));
        self::assertSame(Fit::No, $fit('2200u 35V 105C 1A 18x36 rm7.5'), 'too tall');
        self::assertSame(Fit::No, $fit('2200u 35V 105C 1A 22x30 rm7.5'), 'too wide');
        self::assertSame(Fit::Noted, $fit('2200u 35V 105C 1A 16x31 rm5'), 'the leads are bent a little');
        self::assertSame(Fit::No, $fit('2200u 35V 105C 1A 16x31 rm15'), 'the holes are too far off');
        self::assertSame(Fit::TestOnly, $fit('2200u 35V 85C 1A 18x31 rm7.5'), 'the original was of 105 C');
    }

    /**
     * What goes by its data sheet: the same type goes in, another is the technician's to judge, with what matters there
     * (common practice).
     */
    #[TestWith(['wheelhouse-display', 'U11', ['start voltage' => '16 V', 'feedback' => 'pull down', 'pinout' => '']])]
    #[TestWith(['gallery-organ', 'V11', ['heater volts' => '6.3 V', 'base' => '']])]
    #[TestWith(['tide-recorder', 'T1', ['secondary volts' => '', 'insulation' => '']])]
    public function testWhatGoesByItsDataSheetIsForTheTechnicianToJudge(string $demo, string $ref, array $matters): void
    {
        $place = self::place($demo, $ref);
        $comparison = Comparison::of(new Component($place->original->kind, 'ANOTHER', []), $place);
        $rows = array_column($comparison->view()['rows'], null, 'title');

        self::assertSame(Fit::Noted, $comparison->fit());
        self::assertStringContainsString('For you to judge', $comparison->sentence());
        foreach ($matters as $title => $original) {
            self::assertArrayHasKey($title, $rows);
            self::assertNotSame('', $rows[$title]['reason']);
            self::assertStringContainsString($original, $rows[$title]['original']);
        }
        self::assertSame(
            Fit::No,
            Comparison::of(ComponentText::read('47u 400V', 'electrolytic'), $place)->fit(),
            'another kind of thing',
        );
    }

    /**
     * By Ohm's law: 207 V behind a bridge are 293 V peak; a controller that starts at 16.8 V and sips 0.65 mA lets
     * (293 - 16.8) V / 0.65 mA = 425 k feed it at the most.
     *
     * @return iterable<string, array{string, string, string, Fit, string}>
     */
    public static function otherValues(): iterable
    {
        yield 'a start-up resistor that is higher' => [
            'wheelhouse-display',
            'R11',
            '270k 2W 500V',
            Fit::Noted,
            'it starts in all of them',
        ];
        yield 'one that a late controller does not start from' => [
            'wheelhouse-display',
            'R11',
            '470k 2W 500V',
            Fit::No,
            'to',
        ];
        yield 'one that burns more' => ['wheelhouse-display', 'R11', '120k 1W 500V', Fit::TestOnly, 'without margin'];
        yield 'half of a divider' => ['wheelhouse-display', 'R17', '8k2 0.25W', Fit::No, 'goes from'];
        yield 'what empties a capacitor' => ['tide-recorder', 'R1', '10k 1W', Fit::No, 'does not see'];
        yield 'at a gate' => ['wheelhouse-display', 'R12', '100R 0.5W', Fit::No, 'where a switch is driven'];
        yield 'a lamp resistor' => ['tide-recorder', 'R3', '1k5 0.5W', Fit::Noted, 'no output moves'];
    }

    #[DataProvider('otherValues')]
    public function testAnotherValueIsTriedByTheSolver(
        string $demo,
        string $ref,
        string $text,
        Fit $fit,
        string $reason,
    ): void {
        $supply = Supplies::demo($demo);
        $place = self::place($demo, $ref);
        $comparison = Comparison::of(
            ComponentText::read($text, 'resistor'),
            $place->trying(static fn(float $value): array => AnotherValue::tried($supply, $place->part, $value)),
        );

        self::assertSame($fit, $comparison->fit(), $comparison->sentence());
        self::assertStringContainsString($reason, $comparison->sentence());
    }

    public function testAFusibleResistorStaysOne(): void
    {
        $written = Supplies::demoArray('tide-recorder');
        foreach ($written['parts'] as $k => $part) {
            if ($part['ref'] === 'R1') {
                $written['parts'][$k]['style'] = 'fusible';
            }
        }
        $supply = DescriptionReader::fromArray($written);
        $place = Place::of($supply, Supplies::demands($supply), 'R1');
        $value = $place->original->write(Attribute::Value);
        $fit = static fn(string $text): Fit => Comparison::of(ComponentText::read($text, 'resistor'), $place)->fit();

        self::assertSame(Fit::Ok, $fit("{$value} 1W fusible"));
        self::assertSame(Fit::No, $fit("{$value} 1W"));
        self::assertSame(Fit::No, $fit('3k9 1W fusible'), 'its value is never lowered');
    }

    private static function place(string $demo, string $ref): Place
    {
        $supply = Supplies::demo($demo);

        return Place::of($supply, Supplies::demands($supply), $ref);
    }
}

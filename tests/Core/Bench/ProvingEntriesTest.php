<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Diagnosis\OwnersPage;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Entries of the proof: read, folded, written as people read them, and refused with the mend. */
final class ProvingEntriesTest extends TestCase
{
    private static function live(): Bench
    {
        return (new Bench(Supplies::demo('tide-recorder')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('mains', ['text' => '231']);
    }

    public function testALoadStepKeepsItsRailsAndTheMainsOfThatMoment(): void
    {
        $bench = self::live()->add('load_step', [
            'step' => 'full',
            'rails' => [
                'TP4' => ['dc' => '14.98', 'ripple' => '12m', 'amperes' => '350m'],
                'TP6' => ['dc' => '-15.02', 'ripple' => ''],
            ],
            'watts' => '20.4 W',
        ]);
        $row = $bench->state()->loadSteps[0];

        self::assertEqualsWithDelta(
            ['TP4' => ['dc' => 14.98, 'ripple' => 0.012, 'amperes' => 0.35], 'TP6' => ['dc' => -15.02]],
            $row['rails'],
            1e-9,
        );
        self::assertSame([20.4, 231.0], [$row['watts'], $row['mains']]);
        self::assertSame(
            "Load test, full load: TP4 14.98 V 12 mV p-p, TP6 \u{2212}15.02 V",
            self::line($bench->last(), $bench),
        );
        $bench->add('load_step', ['step' => 'cross:TP6', 'rails' => ['TP4' => ['dc' => 14.97]]]);
        self::assertSame('Load test, −15 V output alone at full load: TP4 14.97 V', self::line($bench->last(), $bench));
    }

    public function testACalibrationThroughAShuntIsReadInVolts(): void
    {
        $bench = self::live()->add('calibration', [
            'phase' => 'as_found',
            'point' => 'limit, 3 A',
            'unit' => 'A',
            'nominal' => '3',
            'low' => '2.9',
            'high' => '3.1',
            'read' => '299m',
            'shown' => '3.02',
            'shunt' => ['ohms' => '0R1', 'tolerance' => '0.5 %', 'four_wire' => true],
            'minutes' => '25',
        ]);
        $row = $bench->state()->calibrations[0];

        self::assertEquals(
            [0.299, 3.02, ['ohms' => 0.1, 'tolerance' => 0.005, 'four_wire' => true]],
            [$row['read'], $row['shown'], $row['shunt']],
        );
        self::assertSame('Calibration as found, limit, 3 A: 299 mV across 100 mΩ', self::line($bench->last(), $bench));
    }

    public function testTheRestIsWrittenAsPeopleReadIt(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('adjusted', ['part' => 'c1', 'text' => 'TP4 to 15.00 V'])
            ->add('advice', ['text' => 'keep the vents free'])
            ->add('safety', ['test' => 'cord', 'text' => 'OK', 'judged' => ['passed' => true]])
            ->add('run', ['run' => '01X', 'kind' => 'soak', 'event' => 'alarm', 'text' => 'T1 above 90 °C'])
            ->add('condemned', ['text' => 'no transformer to be had']);

        self::assertSame(
            [
                'C1 adjusted: TP4 to 15.00 V',
                'Advice: keep the vents free',
                'Cord, plug and cord grip sound: in order, passed',
                'Soak alarm: T1 above 90 °C',
                'Condemned: no transformer to be had',
            ],
            array_map(static fn(LogEntry $e): string => self::line($e, $bench), $bench->log),
        );
        self::assertSame('running', $bench->state()->runs['01X']['state']);
        self::assertSame(
            'ended',
            $bench
                ->add('run', ['run' => '01X', 'kind' => 'soak', 'event' => 'ended', 'summary' => [['channel' => 'T1']]])
                ->state()->runs['01X']['state'],
        );
        self::assertSame([['channel' => 'T1']], $bench->state()->runs['01X']['summary']);
    }

    public function testWhatIsStruckOutNeverWas(): void
    {
        $bench = self::live()->add('load_step', ['step' => 'none', 'rails' => ['TP4' => ['dc' => '15']]]);
        $bench->add('strike', ['entry' => $bench->last()->id]);

        self::assertSame([], $bench->state()->loadSteps);
    }

    /**
     * @return iterable<string, array{bool, string, array<string, mixed>, string}> live, kind, payload, part of the
     *     message
     */
    public static function refused(): iterable
    {
        yield 'a load step without power' => [
            false,
            'load_step',
            ['step' => 'full', 'rails' => ['TP4' => ['dc' => '15']]],
            'recorded as unplugged',
        ];
        yield 'a load step of nothing' => [
            true,
            'load_step',
            ['step' => 'full', 'rails' => ['TP4' => ['dc' => '']]],
            'at least one rail',
        ];
        yield 'a rail that is none' => [
            true,
            'load_step',
            ['step' => 'full', 'rails' => ['TP99' => ['dc' => '15']]],
            'no test point "TP99"',
        ];
        yield 'a step that is none' => [
            true,
            'load_step',
            ['step' => 'cross:TP99', 'rails' => ['TP4' => ['dc' => '15']]],
            'no step "cross:TP99"',
        ];
        yield 'volts that are none' => [
            true,
            'load_step',
            ['step' => 'full', 'rails' => ['TP4' => ['dc' => 'fifteen']]],
            'TP4 dc: ',
        ];
        yield 'a calibration without power' => [
            false,
            'calibration',
            ['phase' => 'as_left', 'point' => 'TP4', 'nominal' => 15, 'low' => 14, 'high' => 16, 'read' => '15'],
            'nothing can be calibrated',
        ];
        yield 'limits that do not hold the setting' => [
            true,
            'calibration',
            ['phase' => 'as_left', 'point' => 'TP4', 'nominal' => 15, 'low' => 15.5, 'high' => 16, 'read' => '15'],
            'do not hold the setting',
        ];
        yield 'a phase that is none' => [
            true,
            'calibration',
            ['phase' => 'now', 'point' => 'TP4', 'nominal' => 15, 'low' => 14, 'high' => 16, 'read' => '15'],
            'Phase is one of',
        ];
        yield 'insulation of a live unit' => [
            true,
            'safety',
            ['test' => 'insulation', 'text' => 'OL', 'judged' => ['passed' => true]],
            'with the plug out',
        ];
        yield 'a test without a rule set' => [
            false,
            'safety',
            ['test' => 'touch', 'text' => '10u'],
            'Without a rule set',
        ];
        yield 'condemned while live' => [true, 'condemned', ['text' => 'x'], 'Unplug it first'];
        yield 'a trimmer that is none' => [false, 'adjusted', ['part' => 'RV9', 'text' => 'x'], 'no part "RV9"'];
        yield 'advice of nothing' => [false, 'advice', ['text' => ' '], 'what the owner should know'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refused')]
    public function testARefusalSaysWhy(bool $isLive, string $kind, array $payload, string $says): void
    {
        $bench = $isLive ? self::live() : new Bench(Supplies::demo('tide-recorder'));
        try {
            $bench->add($kind, $payload);
            self::fail('It went in.');
        } catch (EntryRefused $e) {
            self::assertStringContainsStringIgnoringCase($says, $e->getMessage());
        }
    }

    public function testTheOwnersPageSaysWhatIsNotKnownYet(): void
    {
        $bench = new Bench(Supplies::demo('tide-recorder'));
        $empty = ['cause' => null, 'work' => [], 'asLeft' => []];
        $page = array_column(OwnersPage::of($bench->supply, $bench->state(), $empty), 'text', 'title');

        self::assertSame('The cause has not been named yet.', $page['What was wrong']);
        self::assertSame('It has not been measured after the repair yet.', $page['How it is now']);
        self::assertStringStartsWith('Not tested completely: Insulation', $page['Is it safe']);
        self::assertSame([], OwnersPage::cost($bench->state()));
        $bench->add('estimate', ['hours' => 2, 'rate' => 40, 'parts' => 5.5]);
        self::assertSame([80.0, 5.5, 85.5], array_column(OwnersPage::cost($bench->state()), 'amount'));
        $bad = ['asLeft' => [['good' => true], ['good' => false]]] + $empty;
        self::assertSame(
            '1 of 2 readings after the repair are not as they should be.',
            array_column(OwnersPage::of($bench->supply, $bench->state(), $bad), 'text', 'title')['How it is now'],
        );
        $direct = new Bench(Supplies::demo('buoy-lantern'));
        self::assertArrayNotHasKey(
            'Is it safe',
            array_column(OwnersPage::of($direct->supply, $direct->state(), $empty), 'text', 'title'),
            'nothing to test on a direct feed',
        );
    }

    private static function line(LogEntry $entry, Bench $bench): string
    {
        return EntryKinds::named($entry->kind)->line($entry, $bench->supply);
    }
}

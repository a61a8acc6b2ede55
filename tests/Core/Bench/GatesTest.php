<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\Alarm;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FuseChecks;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What must be true before hands go in, before power, and before the unit leaves. */
final class GatesTest extends TestCase
{
    public function testAFreshUnitIsMeasuredWithoutCeremony(): void
    {
        $bench = new Bench(Supplies::demo('tide-recorder'));

        self::assertSame([], $this->ids(Gate::Mains, $bench));
        self::assertSame([], $this->ids(Gate::HandsIn, $bench), 'nothing in it holds more than the limits');
    }

    /**
     * A fuse that went is replaced after dead checks that are named, once limited power has gone well (common
     * practice).
     */
    public function testABlownFuseNamesItsDeadChecks(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('fuse', ['part' => 'F1', 'state' => 'blackened']);

        self::assertSame(['check D1', 'check D2', 'check C1', 'check TP4'], $this->ids(Gate::Limited, $bench));
        self::assertContains('limiter', $this->ids(Gate::Mains, $bench));
        $bench->add('reading', ['text' => 'd1 0.01 diode']);
        self::assertContains('check D1', $this->ids(Gate::Limited, $bench), 'it was measured, and it is shorted');
        $bench
            ->add('reading', ['text' => 'd1 0.58 diode'])
            ->add('reading', ['text' => 'd2 0.57 diode'])
            ->add('reading', ['text' => 'c1 12k'])
            ->add('reading', ['text' => 'tp4 9 ohm']);
        self::assertSame([], $this->ids(Gate::Limited, $bench));
    }

    public function testANewFuseWaitsForItsChecks(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('fuse', ['part' => 'F1', 'state' => 'parted'])
            ->add('reading', ['text' => 'd1 0.6 diode']);
        try {
            $bench->add('repair', ['part' => 'F1', 'out' => 'T100mA', 'in' => 'T100mA']);
            self::fail('a fuse went in before its checks');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString('measure D2, C1 first', $refused->getMessage());
        }
        $bench->seeTo(Gate::Limited)->add('repair', ['part' => 'F1', 'out' => 'T100mA', 'in' => 'T100mA']);
        self::assertSame(['F1'], $bench->state()->replaced());
    }

    public function testAPartThatWasReplacedIsCheckedAnew(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('symptom', ['symptom' => 'fuse_open'])
            ->seeTo(Gate::Limited);
        $bench
            ->add('cause', ['part' => 'D1', 'fault' => 'short'])
            ->add('repair', ['part' => 'D1', 'out' => 'a', 'in' => 'b']);

        self::assertContains('check D1', $this->ids(Gate::Limited, $bench));
        self::assertNotContains('check D2', $this->ids(Gate::Limited, $bench));
    }

    public function testAnOutputThatReadsShortedKeepsTheGateShut(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('cause', ['part' => 'U2', 'fault' => 'open'])
            ->add('repair', ['part' => 'U2', 'out' => 'a', 'in' => 'b'])
            ->add('reading', ['text' => 'tp4 1k2'])
            ->add('reading', ['text' => 'tp6 0.3 ohm']);

        self::assertContains('check TP6', $this->ids(Gate::Limited, $bench));
        self::assertNotContains('check TP4', $this->ids(Gate::Limited, $bench));
        self::assertContains('limiter', $this->ids(Gate::Mains, $bench), 'there is a short in it');
    }

    public function testTheNewCapacitorIsLookedAtAndTheCoversAreBack(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('cause', ['part' => 'C1', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C1', 'out' => 'a', 'in' => 'b'])
            ->add('reading', ['text' => 'tp4 1k2'])
            ->add('reading', ['text' => 'tp6 1k2']);

        self::assertSame(['look polarity C1', 'look closed'], $this->ids(Gate::Mains, $bench));
        $bench->add('looked', ['what' => 'polarity C1'])->add('looked', ['what' => 'closed']);
        self::assertSame([], $this->ids(Gate::Mains, $bench));
        $bench->add('repair', ['part' => 'C1', 'out' => 'b', 'in' => 'c']);
        self::assertContains('look polarity C1', $this->ids(Gate::Mains, $bench), 'another new one is another look');
    }

    /** A clip that broke stays off for a reason; a shield never does (common practice). */
    public function testWhatProtectsNobodyMayStayOff(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))->add('taken', [
            'kind' => 'other',
            'text' => 'heatsink clip',
            'where' => 'U1',
        ]);
        $id = $bench->last()->id;
        self::assertContains("refit {$id}", $this->ids(Gate::HandBack, $bench));
        $bench->add('refitted', ['step' => $id, 'stays' => 'broken, screwed instead']);
        self::assertNotContains("refit {$id}", $this->ids(Gate::HandBack, $bench));
        self::assertSame('broken, screwed instead', $bench->state()->taken[$id]['stays']);

        $bench->add('taken', ['kind' => 'wire', 'text' => 'green and yellow', 'where' => 'chassis tag']);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('may protect people');
        $bench->add('refitted', ['step' => $bench->last()->id, 'stays' => 'lost']);
    }

    public function testAShieldThatIsOffIsMissingUntilItIsBack(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))->add('taken', [
            'kind' => 'shield',
            'text' => 'pressed paper',
            'where' => 'over the inlet',
        ]);
        $id = $bench->last()->id;
        self::assertSame(["refit {$id}", 'look closed'], $this->ids(Gate::Mains, $bench));
        $bench->add('refitted', ['step' => $id])->add('looked', ['what' => 'closed']);

        self::assertSame([], $this->ids(Gate::Mains, $bench));
        $bench->add('change', ['change' => 'shield', 'where' => 'earth strap of the lid']);
        self::assertCount(2, $this->ids(Gate::Mains, $bench), 'allow it, and look again');
    }

    public function testAnEntryThatMayStayIsAllowedForItsGateOnly(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))->add('change', ['change' => 'lifted', 'part' => 'C3']);
        $id = $bench->last()->id;
        self::assertSame([], $this->ids(Gate::Limited, $bench));
        self::assertSame(["change {$id}"], $this->ids(Gate::Mains, $bench));
        $bench->add('allow', ['change' => $id, 'gate' => 'mains']);

        self::assertSame([], $this->ids(Gate::Mains, $bench));
        self::assertContains("change {$id}", $this->ids(Gate::HandBack, $bench));
        self::assertFalse(
            array_values(
                array_filter(
                    Gates::missing(Gate::HandBack, $bench->supply, $bench->state()),
                    static fn(GateItem $i): bool => $i->leads === 'ledger',
                ),
            )[0]->mayOverride,
        );
    }

    public function testSenseLeadsAreLookedAtBeforeTheFirstPower(): void
    {
        $written =
            [
                'interlocks' => [
                    [
                        'kind' => 'sense',
                        'what' => 'Sense leads on the outputs',
                        'how' => 'jumper S+ to +, S- to -',
                        'without' => 'the output goes to its maximum',
                    ],
                ],
            ] + Supplies::demoArray('tide-recorder');
        $bench = new Bench(DescriptionReader::fromArray($written));

        self::assertSame(['look interlock 0'], $this->ids(Gate::Limited, $bench));
        self::assertSame([], $this->ids(Gate::Limited, $bench->add('looked', ['what' => 'interlock 0'])));
    }

    public function testAnOverrideHoldsUntilThePlugIsPulledAgain(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('cause', ['part' => 'U2', 'fault' => 'open'])
            ->add('repair', ['part' => 'U2', 'out' => 'a', 'in' => 'b'])
            ->add('override', ['gate' => 'mains', 'reason' => 'measured, not entered'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('power', ['power' => 'unplugged']);

        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('Not yet (before mains)');
        $bench->add('power', ['power' => 'live']);
    }

    public function testProofWithoutItsLoadsIsNoProof(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('cause', ['part' => 'U2', 'fault' => 'open'])
            ->add('repair', ['part' => 'U2', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'unloaded'])
            ->add('reading', ['text' => 'tp4 15.0'])
            ->add('reading', ['text' => 'tp6 -15.0'])
            ->add('power', ['power' => 'unplugged']);

        self::assertSame(['loads', 'safety insulation', 'safety touch'], $this->ids(Gate::HandBack, $bench));
    }

    /** A preset beside new parts sets something that nobody has looked at since: as left, after the last of it. */
    public function testAPresetBesideNewPartsAsksForItsCalibration(): void
    {
        $written = Supplies::demoArray('tide-recorder');
        $written['parts'][] = [
            'ref' => 'P1',
            'kind' => 'trimmer',
            'value' => '10k',
            'terminals' => ['a' => 'OUT+', 'wiper' => 'OUT+', 'b' => '0V'],
        ];
        $bench = new Bench(DescriptionReader::fromArray($written));
        $has = fn(): bool => in_array('calibration', $this->ids(Gate::HandBack, $bench), true);
        $calibrate = static fn(string $phase): Bench => $bench
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('calibration', [
                'phase' => $phase,
                'point' => 'TP4',
                'unit' => 'V',
                'nominal' => '15',
                'low' => '14.9',
                'high' => '15.1',
                'read' => '15.01',
                'minutes' => '25',
            ])
            ->add('power', ['power' => 'unplugged']);

        self::assertFalse($has(), 'nothing was done yet');
        $bench->seeTo(Gate::HandsIn)->add('repair', ['part' => 'F1', 'out' => 'T100mA', 'in' => 'T100mA']);
        self::assertFalse($has(), 'a fuse sets nothing');
        $bench->add('repair', ['part' => 'U2', 'out' => 'a', 'in' => 'b']);
        self::assertTrue($has());
        $calibrate('as_found');
        self::assertTrue($has(), 'found is not left');
        $calibrate('as_left');
        self::assertFalse($has());
        $bench->add('adjusted', ['part' => 'P1', 'text' => 'TP4 to 15.00 V']);
        self::assertTrue($has(), 'it was turned after that');
    }

    /** Off-line: bridge, bulk capacitor, switch; behind a transformer: rectifiers and reservoirs (common practice). */
    public function testFuseChecksAreWhatFailsShortedNextToIt(): void
    {
        self::assertSame(['BR1.d1', 'BR1.d2', 'BR1.d3', 'BR1.d4', 'C1', 'Q11.ds'], $this->checks('net-loft-radio'));
        self::assertSame(['D1', 'D2', 'C1'], $this->checks('gallery-organ'));
    }

    public function testALargeCapacitorIsMeasuredTwiceAndTheWaitCounts(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $bench = (new Bench($supply))->add('left', ['part' => 'C1', 'text' => '3.0']);
        self::assertSame(['C1'], StoredCharge::unproven($supply, $bench->state()));
        $bench->add('left', ['part' => 'C1', 'text' => '5.5']);
        self::assertSame(
            ['C1'],
            StoredCharge::unproven($supply, $bench->state()),
            'half a minute later it has not recovered yet',
        );
        $bench->wait(StoredCharge::WAIT)->add('reading', ['text' => 'tp2 12.0 V']);
        self::assertSame(
            [],
            StoredCharge::unproven($supply, $bench->state()),
            'a point on the same two nodes is as good',
        );
        $bench
            ->seeTo(Gate::Limited)
            ->add('power', ['power' => 'limited'])
            ->add('power', ['power' => 'unplugged']);
        self::assertSame(['C1'], StoredCharge::unproven($supply, $bench->state()), 'it was powered since');
    }

    public function testAChargeThatComesBackStartsTheProofAnew(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $bench = (new Bench($supply))
            ->add('left', ['part' => 'C1', 'text' => '3.0'])
            ->wait(StoredCharge::WAIT)
            ->add('left', ['part' => 'C1', 'text' => '71']);

        self::assertSame(['C1'], StoredCharge::unproven($supply, $bench->state()));
        self::assertStringContainsString(
            '71.0 V',
            Gates::missing(Gate::HandsIn, $supply, $bench->state())[0]->sentence,
        );
    }

    public function testAReadingThatContradictsTheStateRaisesTheAlarm(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $bench = (new Bench($supply))->add('reading', ['text' => 'tp2 302 V']);
        $alarm = Alarm::of($supply, $bench->state());
        self::assertSame('TP2', $alarm?->place);
        self::assertStringContainsString('still plugged in', $alarm->advice);
        self::assertNull(
            Alarm::of($supply, (clone $bench)->add('reading', ['text' => 'tp2 4.0 V'])->state()),
            'measured again, it is empty',
        );
        self::assertNull(
            Alarm::of($supply, (clone $bench)->add('strike', ['entry' => $alarm->entry])->state()),
            'a misreading',
        );
        self::assertNull(
            Alarm::of(
                $supply,
                (clone $bench)
                    ->seeTo(Gate::Limited)
                    ->add('power', ['power' => 'limited'])
                    ->state(),
            ),
            'it had power after all',
        );
    }

    /** What alternates cannot have been stored. */
    public function testAlternatingVoltageMeansThatItIsPluggedIn(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $alarm = Alarm::of($supply, (new Bench($supply))->add('reading', ['text' => 'tp2 17.8 ac'])->state());

        self::assertStringContainsString('cannot be stored', $alarm->advice ?? '');
        self::assertNull(
            Alarm::of($supply, (new Bench($supply))->add('reading', ['text' => 'tp3 21 dc'])->state()),
            'a reservoir below the limits is no contradiction',
        );
    }

    public function testDisassemblyBecomesTheWayBack(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('taken', ['kind' => 'screws', 'text' => '4 screws', 'where' => 'lid'])
            ->add('taken', ['kind' => 'wire', 'text' => 'fan lead', 'where' => 'J3']);
        self::assertSame(['4 screws', 'fan lead'], array_column($bench->state()->taken, 'text'));
        self::assertCount(
            2,
            array_filter(
                $this->ids(Gate::HandBack, $bench),
                static fn(string $id): bool => str_starts_with($id, 'refit'),
            ),
        );
        $bench->add('refitted', ['step' => array_key_last($bench->state()->taken)]);

        self::assertSame([false, true], array_column($bench->state()->taken, 'refitted'));
        $this->expectException(EntryRefused::class);
        $bench->add('taken', ['kind' => 'screws', 'text' => '4 screws', 'where' => 'lid', 'photo' => 'none']);
    }

    /** @return list<string> */
    private function ids(Gate $gate, Bench $bench): array
    {
        return array_values(
            array_filter(
                array_map(
                    static fn(GateItem $i): string => $i->id,
                    Gates::missing($gate, $bench->supply, $bench->state()),
                ),
                static fn(string $id): bool => !str_starts_with($id, 'close '),
            ),
        );
    }

    /** @return list<string> */
    private function checks(string $name): array
    {
        return array_map(static fn($check): string => $check->id, FuseChecks::of(Supplies::demo($name)));
    }
}

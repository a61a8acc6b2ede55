<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\PowerState;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Entries around power: what they take, what they refuse and why. */
final class PowerEntriesTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function refusals(): iterable
    {
        yield 'a lamp on full mains' => [
            'power',
            ['power' => 'live', 'method' => ['how' => 'lamp', 'watts' => '60']],
            'already limited power',
        ];
        yield 'an RCD as a limiter' => [
            'power',
            ['power' => 'limited', 'method' => ['how' => 'rcd']],
            'no limited power',
        ];
        yield 'a lamp without its power' => [
            'power',
            ['power' => 'limited', 'method' => ['how' => 'lamp']],
            'Write the lamp in watts',
        ];
        yield 'a lamp beyond any lamp' => [
            'power',
            ['power' => 'limited', 'method' => ['how' => 'lamp', 'watts' => '9000']],
            'out of range',
        ];
        yield 'a bench supply without its limit' => [
            'power',
            ['power' => 'limited', 'method' => ['how' => 'bench', 'volts' => '30']],
            'Write its current limit',
        ];
        yield 'a bench supply across a resistor' => [
            'power',
            ['power' => 'limited', 'method' => ['how' => 'bench', 'volts' => '30', 'limit' => '1', 'part' => 'R1']],
            'R1 has no plus and minus',
        ];
        yield 'an unknown method' => [
            'power',
            ['power' => 'limited', 'method' => ['how' => 'candle']],
            'How is one of: lamp',
        ];
        yield 'an unknown state' => ['power', ['power' => 'half'], 'There is no power state "half"'];
        yield 'a charge on a resistor' => ['left', ['part' => 'R1', 'text' => '2'], 'R1 stores nothing'];
        yield 'a charge in words' => ['left', ['part' => 'C1', 'text' => 'some'], 'some'];
        yield 'something that is not there to look at' => [
            'looked',
            ['what' => 'polarity C1'],
            'There is nothing of the name "polarity C1"',
        ];
        yield 'an override of an open gate' => [
            'override',
            ['gate' => 'mains', 'reason' => 'why not'],
            'Nothing that could be passed over',
        ];
        yield 'an override of no gate' => ['override', ['gate' => 'door', 'reason' => 'x'], 'Gate is one of: hands'];
        yield 'a closing of nothing' => ['change_closed', ['change' => 'x', 'how' => 'undone'], 'no such open entry'];
        yield 'an allowance of nothing' => ['allow', ['change' => 'x', 'gate' => 'mains'], 'no such open entry'];
        yield 'something taken off without a place' => [
            'taken',
            ['kind' => 'screws', 'text' => '4 screws', 'where' => ' '],
            'Write where it sits',
        ];
        yield 'something of no kind' => [
            'taken',
            ['kind' => 'magic', 'text' => 'a', 'where' => 'b'],
            'Kind is one of: screws',
        ];
        yield 'something put back that never was off' => [
            'refitted',
            ['step' => 'x'],
            'nothing of that name still off',
        ];
        yield 'a ramp with the plug out' => ['ramp', ['volts' => '60', 'amperes' => '5m'], 'taken on limited power'];
        yield 'striking out what is not there' => ['strike', ['entry' => 'x'], 'no such entry'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refusals')]
    public function testRefusalsSayWhy(string $kind, array $payload, string $says): void
    {
        $bench = new Bench(Supplies::demo('auction-scale'));
        try {
            $bench->add($kind, $payload);
            self::fail('it was accepted');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString($says, $refused->getMessage());
        }
        self::assertSame([], $bench->log);
    }

    public function testTheMethodIsPartOfTheState(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('power', [
            'power' => 'limited',
            'mode' => 'unloaded',
            'method' => ['how' => 'variable_transformer', 'volts' => '115'],
        ]);
        self::assertSame('115.0 V from a variable transformer', $bench->state()->method?->words());
        self::assertSame(115.0, $bench->state()->mainsVolts, 'what the knob says is the mains until it is measured');
        self::assertTrue($bench->state()->context()->isPlain(), 'a variable transformer is only another mains');
        self::assertSame([], $bench->state()->limitedWith);

        $bench->add('power', ['power' => 'unplugged'])->add('power', [
            'power' => 'limited',
            'method' => ['how' => 'bench', 'volts' => '9', 'limit' => '0.5', 'part' => 'c1'],
        ]);
        self::assertSame('9.00 V, at most 500 mA, from a bench supply at C1', $bench->state()->context()->words());
        self::assertSame(PowerState::Limited, $bench->state()->power);
        self::assertNull($bench->add('power', ['power' => 'unplugged'])->state()->method);
    }

    public function testReadsTheFormerWordForAVariableTransformer(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('power', [
            'power' => 'limited',
            'mode' => 'unloaded',
            'method' => ['how' => 'variac', 'volts' => '115'],
        ]);

        self::assertSame('variable_transformer', $bench->state()->method?->how);
        self::assertSame('variable_transformer', PowerMethod::of(['how' => 'variac', 'volts' => 115.0])->how);
    }

    public function testThreeOfTheMethodsLimitAnything(): void
    {
        self::assertSame(['lamp', 'variable_transformer', 'bench'], PowerMethod::LIMITED);
        self::assertSame('', (new PowerMethod(PowerMethod::RCD))->key());
        self::assertSame([], (new PowerMethod(PowerMethod::ISOLATED))->alterations(Supplies::demo('auction-scale')));
    }

    public function testARampFollowsItsKnob(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('power', [
                'power' => 'limited',
                'mode' => 'unloaded',
                'method' => ['how' => 'variable_transformer', 'volts' => '23'],
            ])
            ->add('ramp', ['volts' => '69', 'amperes' => '4m', 'rails' => ['tp4' => '1.2']]);

        self::assertSame(69.0, $bench->state()->mainsVolts);
        self::assertSame('69.0 V from a variable transformer', $bench->state()->method?->words());
        self::assertSame(['TP4' => 1.2], $bench->state()->ramp[0]->rails);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('There is no test point "TP9"');
        $bench->add('ramp', ['volts' => '92', 'rails' => ['TP9' => '1']]);
    }

    public function testARampIsNotTakenBehindALamp(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))->add('power', [
            'power' => 'limited',
            'method' => ['how' => 'lamp', 'watts' => '25'],
        ]);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('It is fed behind a lamp of 25 W');
        $bench->add('ramp', ['volts' => '92', 'amperes' => '1m']);
    }

    /** @return iterable<string, array{string, ?string, string, string}> */
    public static function leftOvers(): iterable
    {
        yield 'in words' => ['c1 left 2.1', null, 'C1', '2.1'];
        yield 'the other way round' => ['c1 3.4V left', null, 'C1', '3.4'];
        yield 'where it was asked for' => ['0.8', 'C1', 'C1', '0.8'];
    }

    #[DataProvider('leftOvers')]
    public function testWhatIsLeftIsTyped(string $text, ?string $asked, string $part, string $volts): void
    {
        self::assertSame(
            ['kind' => 'left', 'payload' => ['part' => $part, 'text' => $volts]],
            FieldText::understand($text, Supplies::demo('auction-scale'), $asked, $asked === null ? null : 'left'),
        );
    }

    public function testANamedPlaceWinsOverWhatWasAskedFor(): void
    {
        self::assertNull(
            FieldText::understand('tp3 2.1', Supplies::demo('auction-scale'), 'C1', 'left'),
            'a reading like any other',
        );
    }

    public function testAClosedJobTakesNothingButNotes(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('cause', ['part' => 'C3', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C3', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 5.0'])
            ->add('power', ['power' => 'unplugged'])
            ->seeTo(Gate::HandBack)
            ->add('close');
        foreach (
            [
                ['change', ['change' => 'lifted', 'part' => 'C3'], 'is closed'],
                ['power', ['power' => 'live'], 'is closed'],
            ]
            as [$kind, $payload, $says]
        ) {
            try {
                Admission::read($bench->supply, $bench->log, $bench->state(), $kind, $payload);
                self::fail("{$kind} was accepted");
            } catch (EntryRefused $refused) {
                self::assertStringContainsString($says, $refused->getMessage());
            }
        }
        $bench->add('handback')->add('note', ['text' => 'fetched']);
        self::assertNotNull($bench->state()->handedBackAt);
    }

    /** What was read behind a lamp or on half the mains proves nothing; a direct feed is proven from a bench supply. */
    public function testProofIsTakenAsTheUnitWillBeFed(): void
    {
        $repaired = static fn(string $supply, string $part): Bench => (new Bench(Supplies::demo($supply)))
            ->add('cause', ['part' => $part, 'fault' => 'dried'])
            ->add('repair', ['part' => $part, 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Mains);
        $half = $repaired('auction-scale', 'C3')
            ->add('power', [
                'power' => 'limited',
                'mode' => 'loaded',
                'method' => ['how' => 'variable_transformer', 'volts' => '115'],
            ])
            ->add('reading', ['text' => 'tp4 4.1']);
        self::assertSame([], $half->state()->proofReadings());
        self::assertCount(
            1,
            $half
                ->add('power', ['power' => 'live'])
                ->add('reading', ['text' => 'tp4 5.0'])
                ->state()
                ->proofReadings(),
        );

        $fed = $repaired('buoy-lantern', 'C1')
            ->add('power', [
                'power' => 'limited',
                'mode' => 'loaded',
                'method' => ['how' => 'bench', 'volts' => '24', 'limit' => '2'],
            ])
            ->add('reading', ['text' => 'tp4 12.0']);
        self::assertCount(1, $fed->state()->proofReadings());
    }

    public function testEveryEntryHasALineForPeople(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('change', ['change' => 'lifted', 'part' => 'R1', 'why' => 'test'])
            ->add('left', ['part' => 'C1', 'text' => '71'])
            ->add('taken', ['kind' => 'wire', 'text' => 'fan lead', 'where' => 'J3'])
            ->add('refitted', ['step' => '01E0002'])
            ->add('change_closed', ['change' => '01E0000', 'how' => 'permanent', 'why' => 'as ordered'])
            ->add('power', [
                'power' => 'limited',
                'mode' => 'unloaded',
                'method' => ['how' => 'variable_transformer', 'volts' => '46'],
            ])
            ->add('ramp', ['volts' => '46', 'amperes' => '2m', 'celsius' => '31']);
        $lines = array_map(
            static fn($entry): string => \Oculant\Core\Bench\EntryKinds::named($entry->kind)->line(
                $entry,
                $bench->supply,
            ),
            $bench->log,
        );

        self::assertSame(
            [
                'Temporary: leg lifted R1, test',
                '71.0 V left on C1, still charged',
                'Taken off: fan lead, J3',
                'Back in place: fan lead, J3',
                'Made permanent: leg lifted R1, as ordered',
                'On limited power, 46.0 V from a variable transformer, ' .
                mb_strtolower($bench->supply->modes['unloaded']->name),
                'Ramp at 46 V: 2 mA, 31 °C',
            ],
            $lines,
        );
    }
}

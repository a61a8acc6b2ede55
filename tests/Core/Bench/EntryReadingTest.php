<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\PowerState;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

final class EntryReadingTest extends TestCase
{
    /**
     * @return iterable<string, array{string, array<string, mixed>, string, string}> power, payload, target, quantity
     *     that is understood
     */
    public static function meanings(): iterable
    {
        yield 'what was suggested' => ['live', ['text' => '9.1', 'target' => 'TP4', 'quantity' => 'dc'], 'TP4', 'dc'];
        yield 'suggested ripple' => [
            'live',
            ['text' => '1.2', 'target' => 'TP3', 'quantity' => 'ripple'],
            'TP3',
            'ripple',
        ];
        yield 'a function in the text wins' => [
            'live',
            ['text' => '14.2 ac', 'target' => 'TP2', 'quantity' => 'dc'],
            'TP2',
            'ac',
        ];
        yield 'a place in the text wins' => [
            'live',
            ['text' => 'tp3 16.4', 'target' => 'TP4', 'quantity' => 'ripple'],
            'TP3',
            'dc',
        ];
        yield 'a winding is read on AC' => [
            'live',
            ['text' => 'tp2 14.2', 'functions' => ['TP2' => 'ac']],
            'TP2',
            'ac',
        ];
        yield 'volts while ohms were suggested' => [
            'unplugged',
            ['text' => '3.1 V', 'target' => 'TP3', 'quantity' => 'resistance'],
            'TP3',
            'dc',
        ];
        yield 'ohms unplugged' => ['unplugged', ['text' => 'tp3 450 ohm'], 'TP3', 'resistance'];
        yield 'a plain number where ohms were asked for' => [
            'unplugged',
            ['text' => '450', 'target' => 'TP3', 'quantity' => 'resistance'],
            'TP3',
            'resistance',
        ];
        yield 'what is left on it' => ['unplugged', ['text' => 'tp3 13.99 V'], 'TP3', 'dc'];
        yield 'a plain number on a diode' => ['unplugged', ['text' => 'd1 0.57'], 'D1', 'diode'];
        yield 'OL on a diode' => ['unplugged', ['text' => 'd1.reverse ol'], 'D1.reverse', 'diode'];
        yield 'between two points' => ['live', ['text' => 'tp3-tp4 7.5'], 'TP3-TP4', 'dc'];
        yield 'leads swapped' => ['unplugged', ['text' => 'tp3 4k7 swapped'], 'TP3.reverse', 'resistance'];
        yield 'swapped on a part that has such a check' => [
            'unplugged',
            ['text' => 'd1 ol reversed'],
            'D1.reverse',
            'diode',
        ];
        yield 'climbing' => ['unplugged', ['text' => 'c1 climbs'], 'C1', 'climbs'];
        yield 'staying at some ohms' => ['unplugged', ['text' => 'c1 stays 12'], 'C1', 'resistance'];
        yield 'a frequency' => ['live', ['text' => 'tp3 100Hz'], 'TP3', 'hertz'];
        yield 'nothing on the scope' => ['live', ['text' => 'tp3 flat'], 'TP3', 'hertz'];
        yield 'diode test of a rail' => ['unplugged', ['text' => 'tp3 0.5 diode'], 'TP3', 'diode'];
        yield 'lower case place' => ['unplugged', ['text' => 'f1 OL'], 'F1', 'resistance'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('meanings')]
    public function testIsUnderstood(string $power, array $payload, string $target, string $quantity): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        $bench->add('power', ['power' => $power, 'mode' => 'loaded'])->add('reading', $payload);
        $reading = $bench->state()->readings[0];

        self::assertSame($target, $reading->target);
        self::assertSame($quantity, $reading->quantity);
        self::assertSame(PowerState::from($power), $reading->power);
    }

    /** Whoever reads volts on a unit that they take for unplugged is about to touch it. */
    public function testABareNumberOnAnUnpluggedUnitIsAskedFor(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('power', ['power' => 'unplugged', 'mode' => 'loaded']);
        foreach (
            [
                ['text' => 'tp3 13.99'],
                ['text' => '13.99', 'target' => 'TP3'],
                ['text' => '13.99', 'target' => 'TP3', 'quantity' => 'dc'],
                ['text' => 'tp3-tp4 7.5'],
            ]
            as $payload
        ) {
            try {
                $bench->add('reading', $payload);
                self::fail('it was taken');
            } catch (EntryRefused $refused) {
                self::assertSame('unit', $refused->field);
                self::assertStringContainsString('volts or ohms?', $refused->getMessage());
            }
        }
        self::assertSame([], $bench->state()->readings);
    }

    /** @return iterable<string, array{string, float, string}> */
    public static function written(): iterable
    {
        yield 'DC' => ['dc', -15.02, "\u{2212}15.02 V"];
        yield 'AC' => ['ac', 14.2, '14.20 V AC'];
        yield 'ripple' => ['ripple', 0.85, '0.85 V p-p'];
        yield 'ohms' => ['resistance', 0.4, '400 mΩ'];
        yield 'kilohms' => ['resistance', 4700.0, '4.7 kΩ'];
        yield 'diode' => ['diode', 0.57, '0.57 V diode'];
        yield 'frequency' => ['hertz', 100.0, '100 Hz'];
        yield 'nothing seen' => ['hertz', 0.0, 'no waveform'];
        yield 'climbing' => ['climbs', 1.0, 'climbs'];
        yield 'overload' => ['resistance', INF, 'OL'];
    }

    #[DataProvider('written')]
    public function testIsWrittenAsAMeterShowsIt(string $quantity, float $value, string $text): void
    {
        self::assertSame($text, Reading::write($quantity, $value));
    }

    public function testTheNewestReadingOfAPointCounts(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        $bench
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 3.0'])
            ->add('reading', ['text' => 'tp4 9.2']);

        self::assertSame(9.2, $bench->state()->latest('TP4', 'dc')?->value);
        $bench->add('strike', ['entry' => $bench->last()->id]);
        self::assertSame(3.0, $bench->state()->latest('TP4', 'dc')?->value);
    }

    public function testAReadingOfAnotherModeIsNotThisOnes(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        $bench
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 9.2'])
            ->add('power', ['mode' => 'unloaded']);

        self::assertNull($bench->state()->latest('TP4', 'dc'));
        self::assertNotNull($bench->state()->latest('TP4', 'dc', 'loaded'));
    }

    public function testClosingNeedsCauseWorkProofAndThePlugOut(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        self::assertCount(3, Close::missing($bench->supply, $bench->state()));
        $bench
            ->add('cause', ['part' => 'Z1', 'fault' => 'short'])
            ->add('repair', ['part' => 'Z1', 'out' => 'a', 'in' => 'b']);
        self::assertSame(['measure after the repair: TP4'], Close::missing($bench->supply, $bench->state()));
        $bench
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 9.2']);
        self::assertSame(['unplug and discharge the unit'], Close::missing($bench->supply, $bench->state()));
        $bench->add('power', ['power' => 'unplugged']);
        self::assertSame([], Close::missing($bench->supply, $bench->state()));
    }

    public function testAReadingFromBeforeTheRepairProvesNothing(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        $bench
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 9.2'])
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', ['part' => 'C1', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C1', 'out' => 'a', 'in' => 'b']);

        self::assertContains('measure after the repair: TP4', Close::missing($bench->supply, $bench->state()));
    }

    public function testEveryKindOfEntryHasAName(): void
    {
        foreach (EntryKinds::all() as $name => $kind) {
            self::assertSame($name, $kind->name());
        }
        self::assertCount(53, EntryKinds::all());
    }

    public function testPowerWordsAndWhetherItIsEnergised(): void
    {
        self::assertFalse(PowerState::Unplugged->isEnergised());
        self::assertTrue(PowerState::Limited->isEnergised());
        self::assertSame('Live on mains', PowerState::Live->words());
    }
}

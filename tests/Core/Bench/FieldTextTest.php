<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\NearestForms;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** The one field: what is a reading and what is something else. */
final class FieldTextTest extends TestCase
{
    /** @return iterable<string, array{string, string, array<string, mixed>}> text, kind, part of the payload */
    public static function texts(): iterable
    {
        yield 'series resistance in circuit is a dead check' => [
            'c1 esr 0.8',
            'reading',
            ['target' => 'C1.esr', 'quantity' => 'esr', 'text' => '0.8'],
        ];
        yield 'with a leg lifted it is the part alone' => [
            'c1 esr 0.8 lifted',
            'part_test',
            ['part' => 'C1', 'quantity' => 'esr', 'text' => '0.8', 'lifted' => true],
        ];
        yield 'the other way round, lifted' => [
            'C1 850u cap lifted',
            'part_test',
            ['part' => 'C1', 'quantity' => 'capacitance', 'text' => '850u', 'lifted' => true],
        ];
        yield 'leakage' => ['c1 leak 2mA lifted', 'part_test', ['quantity' => 'leakage', 'text' => '2mA']];
        yield 'milli is not mega' => ['c1 esr 12m', 'reading', ['text' => '12m']];
        yield 'good' => ['Z1 good', 'tested', ['part' => 'Z1', 'verdict' => 'good']];
        yield 'bad' => ['z1 bad', 'tested', ['verdict' => 'bad']];
        yield 'a look' => ['c1 bulging', 'finding', ['part' => 'C1', 'sees' => 'bulging']];
        yield 'looks well' => ['r1 well', 'finding', ['sees' => 'well']];
        yield 'a fuse' => ['f1 blackened', 'fuse', ['part' => 'F1', 'state' => 'blackened']];
        yield 'a start' => ['start ok', 'starts', ['tried' => 1, 'failed' => 0]];
        yield 'a failed one' => ['start fail', 'starts', ['tried' => 1, 'failed' => 1]];
        yield 'several' => ['starts 8 2', 'starts', ['tried' => 8, 'failed' => 2]];
        yield 'a safety test' => ['insulation OL', 'safety', ['test' => 'insulation', 'text' => 'OL']];
        yield 'a safety test with its unit apart' => ['Touch 40 uA', 'safety', ['test' => 'touch', 'text' => '40uA']];
        yield 'a symptom' => ['hum', 'symptom', ['symptom' => 'hum']];
        yield 'a symptom of two words' => ['part dead', 'symptom', ['symptom' => 'part_dead']];
        yield 'it squeals on' => ['squeals on after unplugging', 'symptom', ['symptom' => 'squeals_unplugged']];
        yield 'taken out' => ['c1 out still', 'eliminated', ['part' => 'C1', 'how' => 'removed', 'still' => true]];
        yield 'lifted' => ['R1 lifted gone', 'eliminated', ['part' => 'R1', 'how' => 'lifted', 'still' => false]];
        yield 'pressed' => ['s1 pressed gone', 'eliminated', ['how' => 'disturbed', 'still' => false]];
        yield 'ohms of a part by itself' => ['c1 7R6 lifted', 'part_test', ['part' => 'C1', 'text' => '7R6']];
        yield 'and of another kind' => ['r1 lifted 200k', 'part_test', ['part' => 'R1', 'text' => '200k']];
        yield 'the room' => ['room 25C', 'room', ['text' => '25C']];
        yield 'the wrong way round' => ['c1 backwards', 'finding', ['part' => 'C1', 'sees' => 'reversed']];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('texts')]
    public function testUnderstands(string $text, string $kind, array $payload): void
    {
        $understood = FieldText::understand($text, Supplies::demo('tuner-feed'));

        self::assertSame($kind, $understood['kind'] ?? null);
        self::assertEquals($payload, array_intersect_key($understood['payload'] ?? [], $payload));
    }

    /** @return iterable<string, array{string}> */
    public static function readings(): iterable
    {
        foreach (
            [
                '13.9',
                '-15.02',
                'OL',
                '0R4',
                'tp3 13.9',
                'f1 0.3 ohm',
                'c1 12k',
                '9..13',
                'r1 OL',
                'c1 beep',
                'tp3 silent',
                '',
            ]
            as $text
        ) {
            yield "\"{$text}\"" => [$text];
        }
    }

    #[DataProvider('readings')]
    public function testLeavesReadingsAlone(string $text): void
    {
        self::assertNull(FieldText::understand($text, Supplies::demo('tuner-feed')));
    }

    public function testAValueAloneGoesToTheSafetyTestThatIsNext(): void
    {
        $supply = Supplies::demo('tuner-feed');

        self::assertSame(
            ['kind' => 'safety', 'payload' => ['test' => 'touch', 'text' => '12u']],
            FieldText::understand('12u', $supply, 'touch', 'safety'),
        );
        self::assertSame('left', FieldText::understand('2.1', $supply, 'C1', 'left')['kind'] ?? null);
        self::assertNull(FieldText::understand('tp3 13.9', $supply, 'touch', 'safety'));
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> text, kind, part of the payload */
    public static function byItself(): iterable
    {
        yield 'good' => ['good', 'tested', ['part' => 'C1', 'verdict' => 'good']];
        yield 'bad' => ['Bad', 'tested', ['part' => 'C1', 'verdict' => 'bad']];
        yield 'what was measured' => [
            'leak 2mA',
            'part_test',
            ['part' => 'C1', 'quantity' => 'leakage', 'text' => '2mA', 'lifted' => true],
        ];
        yield 'value first' => [
            '850u cap',
            'part_test',
            ['part' => 'C1', 'quantity' => 'capacitance', 'text' => '850u', 'lifted' => true],
        ];
        yield 'another part' => ['r1 bad', 'tested', ['part' => 'R1', 'verdict' => 'bad']];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('byItself')]
    public function testWhereAPartIsToBeTestedByItselfItsNameNeedNotBeTyped(
        string $text,
        string $kind,
        array $payload,
    ): void {
        $understood = FieldText::understand($text, Supplies::demo('tuner-feed'), 'C1', 'by itself');

        self::assertSame($kind, $understood['kind'] ?? null);
        self::assertEquals($payload, array_intersect_key($understood['payload'] ?? [], $payload));
    }

    public function testABareValueOfAPartByItselfIsAskedBack(): void
    {
        self::assertNull(
            FieldText::understand('tp3 13.9', Supplies::demo('tuner-feed'), 'C1', 'by itself'),
            'a reading with its place is one',
        );
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('"0.8" of what?');
        FieldText::understand('0.8', Supplies::demo('tuner-feed'), 'C1', 'by itself');
    }

    public function testStartsWithoutACountSayHow(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('Write "start ok"');
        FieldText::understand('start maybe', Supplies::demo('tuner-feed'));
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> kind, payload, part of the message */
    public static function refused(): iterable
    {
        yield 'a resistor has no series resistance of that kind' => [
            'part_test',
            ['part' => 'R1', 'quantity' => 'esr', 'text' => '0.8'],
            'is no capacitor',
        ];
        yield 'leakage in circuit' => [
            'part_test',
            ['part' => 'C1', 'quantity' => 'leakage', 'text' => '2mA'],
            'with one leg lifted',
        ];
        yield 'a bare number of farads' => [
            'part_test',
            ['part' => 'C1', 'quantity' => 'capacitance', 'text' => '850'],
            'Write 850u',
        ];
        yield 'less than nothing' => ['part_test', ['part' => 'C1', 'quantity' => 'esr', 'text' => '-1'], 'below zero'];
        yield 'neither good nor bad' => ['tested', ['part' => 'C1', 'verdict' => 'perhaps'], 'good, bad'];
        yield 'no answer' => ['eliminated', ['part' => 'C1', 'how' => 'removed'], 'still here'];
        yield 'a load that is none' => [
            'substituted',
            ['part' => 'C1', 'what' => 'dummy_load', 'works' => true],
            'Loads here: RL1',
        ];
        yield 'a fuse that is none' => ['fuse', ['part' => 'R1', 'state' => 'parted'], 'is no fuse'];
        yield 'more failed than tried' => ['starts', ['tried' => 3, 'failed' => 4], 'between 0 and 3'];
        yield 'no starts' => ['starts', ['tried' => 0, 'failed' => 0], '1 to 1000'];
        yield 'one part is no strip' => [
            'short',
            ['method' => 'milliohm', 'resolution' => '1m', 'readings' => [['part' => 'C1', 'text' => '31']]],
            '2 to 40 parts',
        ];
        yield 'a part twice' => [
            'short',
            [
                'method' => 'milliohm',
                'resolution' => '1m',
                'readings' => [['part' => 'C1', 'text' => '31'], ['part' => 'C1', 'text' => '30']],
            ],
            'once along the strip',
        ];
        yield 'words for numbers' => [
            'short',
            [
                'method' => 'milliohm',
                'resolution' => '1m',
                'readings' => [['part' => 'C1', 'text' => 'some'], ['part' => 'C2', 'text' => '30']],
            ],
            'Cannot read "some"',
        ];
        yield 'a welding current' => [
            'short',
            ['method' => 'injected', 'current' => '30 A', 'resolution' => '1m', 'readings' => []],
            'begin with 0.1 to 0.25 A',
        ];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refused')]
    public function testRefusesWithAReason(string $kind, array $payload, string $message): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($message);
        (new Bench(Supplies::demo('tuner-feed')))->add($kind, $payload);
    }

    public function testNothingIsTestedOnALiveUnit(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('a charged capacitor destroys the meter');
        (new Bench(Supplies::demo('tuner-feed')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('part_test', ['part' => 'C1', 'quantity' => 'esr', 'text' => '0.8']);
    }

    /** @return iterable<string, array{string, string, string, float}> text, target, quantity, value */
    public static function hands(): iterable
    {
        yield 'a beep at a part' => ['c1 beep', 'C1', 'beeps', 1.0];
        yield 'no beep at a point' => ['tp3 silent', 'TP3', 'beeps', 0.0];
        yield 'a beep that ends is a charging capacitor' => ['c1 chirps', 'C1', 'climbs', 1.0];
        yield 'ohms from pin to pin' => ['u1 in-out 0R2', 'U1.in-out', 'resistance', 0.2];
        yield 'in the other direction' => ['u1 out-in 0R2', 'U1.out-in', 'resistance', 0.2];
        yield 'with the leads turned' => ['u1 out-common 3k swapped', 'U1.out-common.reverse', 'resistance', 3000.0];
    }

    #[DataProvider('hands')]
    public function testWhatHandsFoundIsAReading(string $text, string $target, string $quantity, float $value): void
    {
        $payload = (new Bench(Supplies::demo('tide-recorder')))->add('reading', ['text' => $text])->last()->payload;

        self::assertSame([$target, $quantity], [$payload['target'], $payload['quantity']]);
        self::assertEqualsWithDelta($value, $payload['value'], 1e-9);
    }

    public function testOneLampAmongSeveralIsDark(): void
    {
        $bench = new Bench(Supplies::demo('auction-scale'));
        $understood = FieldText::understand('led1 dark', $bench->supply);
        self::assertSame(['kind' => 'symptom', 'payload' => ['symptom' => 'lamp_dark', 'part' => 'LED1']], $understood);
        self::assertSame('LED1', $bench->add('symptom', $understood['payload'])->state()->symptoms[0]['part'] ?? null);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('not said of D1');
        $bench->add('symptom', ['symptom' => 'lamp_dark', 'part' => 'D1']);
    }

    /** What was said of the room holds for the temperatures that come after it. */
    public function testTheRoomHoldsForWhatIsMeasuredInIt(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))
            ->add('heat', ['part' => 'R1', 'text' => '52C'])
            ->add('room', ['text' => '30C'])
            ->add('heat', ['part' => 'R1', 'text' => '52C']);

        self::assertSame([30.0, 22.0], array_column($bench->state()->heats, 'rise'));
    }

    /** @return iterable<string, array{string, string, string}> text, and what the refusal offers or asks */
    public static function unreadable(): iterable
    {
        yield 'of a capacitor' => ['tide-recorder', 'c1 foo', '"c1 esr 0.8"'];
        yield 'of a fuse' => ['tide-recorder', 'f1 foo', '"f1 blackened"'];
        yield 'of a regulator' => ['tide-recorder', 'u1 foo', '"u1 in-out 0R3"'];
        yield 'of a lamp' => ['auction-scale', 'led1 foo', '"led1 dark"'];
        yield 'at a point' => ['tide-recorder', 'tp3 foo', '"tp3 9..13"'];
        yield 'at a point that is not there' => ['tide-recorder', 'tp8 43kHz', 'There is no tp8 here; TP1'];
        yield 'of nothing' => ['tide-recorder', 'foo', '"37.5 ac"'];
    }

    #[DataProvider('unreadable')]
    public function testARefusalNamesTheNearestForms(string $demo, string $text, string $says): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($says);
        (new Bench(Supplies::demo($demo)))->add('reading', ['text' => $text]);
    }

    /** Whatever a refusal offers can be typed, for every part and point of every demo supply. */
    public function testWhatIsOfferedIsUnderstood(): void
    {
        $tried = 0;
        foreach (
            ['tide-recorder', 'wheelhouse-display', 'auction-scale', 'gallery-organ', 'salinity-bridge']
            as $demo
        ) {
            $supply = Supplies::demo($demo);
            foreach ([...array_keys($supply->parts), ...array_keys($supply->points)] as $id) {
                preg_match_all('/"([^"]+)"/', NearestForms::of("{$id} ?", $supply), $forms);
                foreach ($forms[1] as $form) {
                    $tried++;
                    $bench = new Bench($supply);
                    if (preg_match('/ (13\.9|37\.5 ac|0\.2 ripple|9\.\.13|100Hz|low: stops)$/', $form) === 1) {
                        $bench->seeTo(Gate::Mains)->add('power', ['power' => 'live']);
                    }
                    $understood = FieldText::understand($form, $supply);
                    $before = count($bench->log);
                    $bench->add($understood['kind'] ?? 'reading', $understood['payload'] ?? ['text' => $form]);
                    self::assertCount($before + 1, $bench->log, $form);
                }
            }
        }
        self::assertGreaterThan(500, $tried);
    }
}

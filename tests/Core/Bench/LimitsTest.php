<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\Alarm;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FuseChecks;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\Gating\ShortsSeen;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Every limit of the bench from both sides: just below, at it, just above. */
final class LimitsTest extends TestCase
{
    /**
     * 60 V DC (IEC 61010-1, 6.3.1); 20 J (IEC 60950-1, from memory): C V^2 / 2 at 50 V is 20 J with 16 mF; what is
     * smaller than a microfarad empties itself (common practice).
     *
     * @return iterable<string, array{string, string, string, bool}> capacitance, printed voltage, rail, hazardous
     */
    public static function charged(): iterable
    {
        yield 'no more than the touch limit' => ['100u', '60', '100 V', false];
        yield 'just above it' => ['100u', '60.1', '100 V', true];
        yield 'one microfarad' => ['1u', '100', '100 V', true];
        yield 'less than one' => ['0.99u', '100', '100 V', false];
        yield '19.9 joules' => ['15900u', '50', '100 V', false];
        yield '20 joules' => ['16000u', '50', '100 V', false];
        yield '20.1 joules' => ['16100u', '50', '100 V', true];
        yield 'what the rail can put there unloaded, 60 V' => ['100u', '200', '40 V', false];
        yield 'and a little more' => ['100u', '200', '40.1 V', true];
    }

    #[DataProvider('charged')]
    public function testWhatMustBeProvenEmpty(string $farads, string $printed, string $rail, bool $is): void
    {
        self::assertSame($is ? ['C1'] : [], array_keys(StoredCharge::hazards(self::fed($farads, $printed, $rail))));
    }

    public function testAHotOneIsTakenToStandBehindAPowerFactorStage(): void
    {
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'L', 'k' => 'BULK']],
                self::capacitor('100u', '500'),
            ],
            ['TP1' => ['BULK', '0V']],
        );

        // 230 V x 1.1 x sqrt(2) = 358 V; boost stages of lighting and computer supplies stand at 380 to 420 V (common
        // practice).
        self::assertSame(['C1' => 420.0], StoredCharge::hazards($supply));
    }

    /** @return iterable<string, array{string, bool}> dielectric absorption matters in large ones (common practice) */
    public static function large(): iterable
    {
        yield 'below' => ['46u', false];
        yield 'at' => ['47u', true];
        yield 'above' => ['48u', true];
    }

    #[DataProvider('large')]
    public function testALargeOneIsMeasuredTwice(string $farads, bool $twice): void
    {
        self::assertSame($twice, StoredCharge::needsSecond(self::fed($farads, '200', '100 V'), 'C1'));
        self::assertFalse(StoredCharge::needsSecond(self::fed($farads, '60', '100 V'), 'C1'), 'not from 60 V down');
    }

    /** @return iterable<string, array{float, int, int}> volts at first, seconds later, seconds still to wait */
    public static function waits(): iterable
    {
        yield 'a second short of two minutes' => [1.0, 119, 120];
        yield 'two minutes' => [1.0, 120, 0];
        yield 'not low enough at first' => [60.0, 120, 120];
        yield 'just low enough' => [59.9, 120, 0];
    }

    #[DataProvider('waits')]
    public function testTheSecondMeasurementComesTwoMinutesLater(float $volts, int $seconds, int $left): void
    {
        $at = static fn(int $s): string => gmdate('Y-m-d\TH:i:s\Z', 1_800_000_000 + $s);

        self::assertSame(
            $left,
            StoredCharge::secondIn([['volts' => $volts, 'at' => $at(0)], ['volts' => 2.0, 'at' => $at($seconds)]]),
        );
    }

    /** @return iterable<string, array{string, bool}> */
    public static function leftovers(): iterable
    {
        yield 'below the touch limit' => ['59.9', true];
        yield 'at it' => ['60', false];
        yield 'below it with the leads turned' => ['-59.9', true];
        yield 'at it with the leads turned' => ['-60', false];
    }

    #[DataProvider('leftovers')]
    public function testItIsEmptyBelowTheTouchLimit(string $volts, bool $isEmpty): void
    {
        $supply = self::fed('10u', '200', '100 V');
        $bench = (new Bench($supply))->add('left', ['part' => 'C1', 'text' => $volts]);

        self::assertSame($isEmpty, StoredCharge::isProven($supply, $bench->state(), 'C1'));
        self::assertSame($isEmpty, Alarm::of($supply, $bench->state()) === null);
    }

    /** @return iterable<string, array{string, bool}> volts AC with the plug out; a third of 30 V rms, IEC 61010-1 */
    public static function alternating(): iterable
    {
        yield 'pick-up' => ['9.9 ac', false];
        yield 'at' => ['10 ac', true];
    }

    #[DataProvider('alternating')]
    public function testAlternatingVoltageWithThePlugOutIsAnAlarm(string $text, bool $is): void
    {
        $supply = self::fed('10u', '200', '100 V');
        $bench = (new Bench($supply))->add('reading', ['text' => "tp1 {$text}"]);

        self::assertSame($is, Alarm::of($supply, $bench->state()) !== null);
    }

    /** @return iterable<string, array{list<array<string, mixed>>, string, bool}> loads, ohms, reads shorted */
    public static function shorts(): iterable
    {
        $load = static fn(string $ref, string $current): array => [
            'ref' => $ref,
            'kind' => 'load',
            'current' => $current,
            'at' => '5 V',
            'terminals' => ['a' => 'BULK', 'b' => '0V'],
        ];
        yield 'below one ohm' => [[], '0.99 ohm', true];
        yield 'one ohm' => [[], '1 ohm', false];
        // 5 V / 6 A = 0.83 ohm is the load itself; 0.3 of it is more than the load.
        yield 'less than three tenths of a heavy load' => [[$load('RL1', '6 A')], '0.24 ohm', true];
        yield 'a quarter of an ohm' => [[$load('RL1', '6 A')], '0.26 ohm', false];
        yield 'the heavier of two decides' => [[$load('RL1', '6 A'), $load('RL2', '2 A')], '0.26 ohm', false];
        yield 'a light load does not' => [[$load('RL1', '0.1 A')], '0.99 ohm', true];
        yield 'nor does it beyond an ohm' => [[$load('RL1', '0.1 A')], '1.01 ohm', false];
    }

    /** @param list<array<string, mixed>> $loads */
    #[DataProvider('shorts')]
    public function testAnOutputReadsShorted(array $loads, string $ohms, bool $is): void
    {
        $bench = (new Bench(self::fed('100u', '200', '5 V', $loads)))
            ->add('cause', ['part' => 'C1', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C1', 'out' => 'a', 'in' => 'b'])
            ->add('reading', ['text' => "tp1 {$ohms}"]);

        self::assertSame($is, in_array('check TP1', self::missing(Gate::Limited, $bench), true));
        self::assertSame($is, ShortsSeen::hadShort($bench->supply, $bench->state()));
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function clear(): iterable
    {
        yield 'a junction that is none' => ['D1', '0.1 diode', false];
        yield 'a hundred and ten millivolts' => ['D1', '0.11 diode', true];
        yield 'two ohms' => ['C1', '2 ohm', false];
        yield 'above two ohms' => ['C1', '2.1 ohm', true];
    }

    #[DataProvider('clear')]
    public function testWhatANewFuseWaitsFor(string $part, string $reading, bool $isClear): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('fuse', ['part' => 'F1', 'state' => 'blackened'])
            ->add('reading', ['text' => "{$part} {$reading}"]);

        self::assertSame(!$isClear, in_array("check {$part}", self::missing(Gate::Limited, $bench), true));
    }

    public function testOnlyReservoirsAreLookedAtBehindAFuse(): void
    {
        $checks = static fn(string $farads): array => array_map(
            static fn($check): string => $check->id,
            FuseChecks::of(
                Supplies::of(
                    [
                        ...Supplies::primary('T1A', '12 V', '20', '10 %'),
                        [
                            'ref' => 'D1',
                            'kind' => 'bridge',
                            'terminals' => ['ac1' => 'A', 'ac2' => 'B', 'plus' => 'BULK', 'minus' => '0V'],
                        ],
                        self::capacitor($farads, '25'),
                    ],
                    ['TP1' => ['BULK', '0V']],
                ),
            ),
        );

        self::assertContains('C1', $checks('1u'));
        self::assertNotContains('C1', $checks('0.99u'));
    }

    /** @return iterable<string, array{float, string}> 85 % of 230 V is 195.5 V (common practice) */
    public static function sources(): iterable
    {
        yield 'below' => [195.4, 'limited'];
        yield 'at' => [195.5, 'live'];
    }

    #[DataProvider('sources')]
    public function testAnAlternatingSourceIsTheMainsFrom85PerCentOn(float $volts, string $power): void
    {
        self::assertSame($power, PowerMethod::ofSource($volts, Supplies::demo('tuner-feed'))['power']);
    }

    /** @return iterable<string, array{string, float, float}> text, middle, from lowest to highest */
    public static function wandering(): iterable
    {
        yield 'upwards' => ['tp3 9..13', 11.0, 4.0];
        yield 'downwards' => ['tp3 13..9', 11.0, 4.0];
        yield 'with a tilde' => ['tp3 -15.5~-14.5', -15.0, 1.0];
    }

    #[DataProvider('wandering')]
    public function testAReadingThatWanders(string $text, float $middle, float $swing): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('power', ['power' => 'live'])->add('reading', [
            'text' => $text,
        ]);
        $reading = $bench->state()->readings[0];

        self::assertEqualsWithDelta([$middle, $swing], [$reading->value, $reading->swing], 1e-9);
    }

    /** @return iterable<string, array{array<string, mixed>, int|null, list<string>}> payload, years, conditions */
    public static function backgrounds(): iterable
    {
        yield 'its age alone' => [['years' => 30], 30, []];
        yield 'its age as it is typed' => [['years' => '30'], 30, []];
        yield 'what happened, and no age' => [['years' => '', 'conditions' => ['damp']], null, ['damp']];
        yield 'what happened, and nothing of an age' => [['conditions' => ['hot', 'idle']], null, ['hot', 'idle']];
    }

    /**
     * @param array<string, mixed> $payload
     * @param list<string>         $conditions
     */
    #[DataProvider('backgrounds')]
    public function testWhatIsKnownOfItsLife(array $payload, ?int $years, array $conditions): void
    {
        $state = (new Bench(Supplies::demo('tuner-feed')))->add('background', $payload)->state();

        self::assertSame([$years, $conditions], [$state->years, $state->conditions]);
    }

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>}> kind, taken, refused */
    public static function entries(): iterable
    {
        $recap = ['school' => 'risk'];
        yield 'age' => ['background', ['years' => 150], ['years' => 151]];
        yield 'an age is not below nothing' => ['background', ['years' => 0], ['years' => -1]];
        yield 'coldest part' => ['heat', ['part' => 'R1', 'text' => '-20C'], ['part' => 'R1', 'text' => '-21C']];
        yield 'hottest part' => ['heat', ['part' => 'R1', 'text' => '400C'], ['part' => 'R1', 'text' => '401C']];
        yield 'starts' => ['starts', ['tried' => 1000, 'failed' => 3], ['tried' => 1001, 'failed' => 3]];
        yield 'one start at least' => ['starts', ['tried' => 1, 'failed' => 1], ['tried' => 0, 'failed' => 0]];
        yield 'all may have failed' => ['starts', ['tried' => 5, 'failed' => 5], ['tried' => 5, 'failed' => 6]];
        yield 'none may have failed' => ['starts', ['tried' => 5, 'failed' => 0], ['tried' => 5, 'failed' => -1]];
        yield 'heat around capacitors' => ['recap', $recap + ['celsius' => '120'], $recap + ['celsius' => '121']];
        yield 'hours of a leap year' => ['recap', $recap + ['yearly' => '8784 h'], $recap + ['yearly' => '8785 h']];
        $lines = static fn(int $n): array => array_combine(
            array_map(static fn(int $k): string => "X{$k}", range(1, $n)),
            array_fill(0, $n, '47u 25V'),
        );
        yield 'lines of a list' => ['recap', $recap + ['listed' => $lines(500)], $recap + ['listed' => $lines(501)]];
        yield 'left end of a picture' => [
            'pin',
            ['photo' => 'board', 'target' => 'TP3', 'x' => 0, 'y' => 0],
            ['photo' => 'board', 'target' => 'TP3', 'x' => -0.001, 'y' => 0],
        ];
        yield 'right end of a picture' => [
            'pin',
            ['photo' => 'board', 'target' => 'TP3', 'x' => 1, 'y' => 1],
            ['photo' => 'board', 'target' => 'TP3', 'x' => 1, 'y' => 1.001],
        ];
        yield 'more volts than any tube has' => ['reading', ['text' => 'tp3-tp4 70 kV'], ['text' => 'tp3-tp4 70.1 kV']];
        $strip = static fn(string $amperes, int $parts = 2): array => [
            'method' => 'injected',
            'current' => $amperes,
            'resolution' => '0.01 mV',
            'readings' => array_map(
                static fn(string $ref): array => ['part' => $ref, 'text' => '1.2'],
                array_slice(['C1', 'R1', 'C2'], 0, $parts),
            ),
        ];
        yield 'parts along a strip' => ['short', $strip('1 A'), $strip('1 A', 1)];
        yield 'injected current' => ['short', $strip('5 A'), $strip('5.1 A')];
    }

    /**
     * @param array<string, mixed> $taken
     * @param array<string, mixed> $refused
     */
    #[DataProvider('entries')]
    public function testAnEntryIsTakenUpToItsLimit(string $kind, array $taken, array $refused): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        if ($kind === 'pin') {
            $bench->add('photo', ['photo' => 'board']);
        }
        if ($kind === 'reading' || $kind === 'starts') {
            $bench->add('power', ['power' => 'live']);
        }
        $before = count($bench->log);
        $bench->add($kind, $taken);
        self::assertCount($before + 1, $bench->log);
        $this->expectException(EntryRefused::class);
        $bench->add($kind, $refused);
    }

    /** @return list<string> */
    private static function missing(Gate $gate, Bench $bench): array
    {
        return array_map(
            static fn(GateItem $i): string => $i->id,
            Gates::blocking($gate, $bench->supply, $bench->state()),
        );
    }

    /** @return array<string, mixed> */
    private static function capacitor(string $farads, string $printed): array
    {
        return [
            'ref' => 'C1',
            'kind' => 'electrolytic',
            'value' => $farads,
            'voltage' => "{$printed} V",
            'terminals' => ['plus' => 'BULK', 'minus' => '0V'],
        ];
    }

    /** @param list<array<string, mixed>> $more parts */
    private static function fed(string $farads, string $printed, string $rail, array $more = []): Description
    {
        $given = Supplies::arrayOf(
            [
                ...Supplies::primary('T1A', '2 V', '20', '10 %', false, '0V'),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'BULK']],
                self::capacitor($farads, $printed),
                ...$more,
            ],
            ['TP1' => ['BULK', '0V']],
        );
        $given['points'][0]['rail'] = $rail;

        return DescriptionReader::fromArray($given);
    }
}

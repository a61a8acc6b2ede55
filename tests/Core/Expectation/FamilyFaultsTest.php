<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * What a fault does to a whole supply, as any technician would foretell it with the diagram in hand (common practice).
 * Stated as dead, low, high, the same, or with more ripple; never as a number that the engine gave.
 */
#[Group('slow')]
final class FamilyFaultsTest extends TestCase
{
    private const DEAD = 'dead';

    private const LOW = 'low';

    private const HIGH = 'high';

    private const SAME = 'the same';

    private const RIPPLE = 'more ripple';

    /**
     * @return iterable<string, array{string, string, string, array<string, string>}> family, part, fault, what becomes
     *     of which point
     */
    public static function faults(): iterable
    {
        yield 'heavy: the relay drops out' => [
            'heavy',
            'K1',
            'coil_open',
            ['TP2' => self::HIGH, 'TP3' => self::DEAD, 'TP6' => self::DEAD, 'TP7' => self::DEAD],
        ];
        yield 'heavy: no small supply, so no relay' => [
            'heavy',
            'T2',
            'primary_open',
            ['TP2' => self::DEAD, 'TP3' => self::DEAD, 'TP6' => self::DEAD],
        ];
        yield 'heavy: the switch is open' => ['heavy', 'S1', 'open', ['TP1' => self::DEAD, 'TP2' => self::DEAD]];
        yield 'heavy: a dried low reservoir' => ['heavy', 'C2', 'dried', ['TP6' => self::RIPPLE, 'TP7' => self::SAME]];
        yield 'heavy: a dried plus reservoir leaves the minus alone' => [
            'heavy',
            'C3',
            'dried',
            ['TP7' => self::RIPPLE, 'TP8' => self::SAME],
        ];
        yield 'heavy: a dried minus reservoir leaves the plus alone' => [
            'heavy',
            'C4',
            'dried',
            ['TP8' => self::RIPPLE, 'TP7' => self::SAME],
        ];
        yield 'heavy: an open bleeder is not seen under load' => [
            'heavy',
            'R3',
            'open',
            ['TP7' => self::SAME, 'TP6' => self::SAME],
        ];
        yield 'valve: one rectifier diode open' => [
            'valve',
            'D1',
            'open',
            ['TP3' => self::RIPPLE, 'TP2' => self::SAME],
        ];
        yield 'valve: the first capacitor has dried' => [
            'valve',
            'C1',
            'dried',
            ['TP3' => self::RIPPLE, 'TP2' => self::SAME],
        ];
        yield 'valve: the left dropper is open' => [
            'valve',
            'R11',
            'open',
            ['TP4' => self::DEAD, 'TP5' => self::DEAD, 'TP6' => self::SAME],
        ];
        yield 'valve: the left first-stage dropper is open' => [
            'valve',
            'R12',
            'open',
            ['TP5' => self::DEAD, 'TP4' => self::SAME, 'TP7' => self::SAME],
        ];
        yield 'valve: a leaky decoupling capacitor pulls its stage down' => [
            'valve',
            'C12',
            'short',
            ['TP5' => self::DEAD, 'TP7' => self::SAME],
        ];
        yield 'valve: a dead left output valve lets its voltage rise' => [
            'valve',
            'V11',
            'heater_open',
            ['TP4' => self::HIGH],
        ];
        yield 'zener: an open dropper' => ['zener_shunt', 'R1', 'open', ['TP4' => self::DEAD, 'TP6' => self::SAME]];
        yield 'zener: an open zener lets the rail rise' => [
            'zener_shunt',
            'D1',
            'open',
            ['TP4' => self::HIGH, 'TP6' => self::SAME],
        ];
        yield 'zener: a shorted zener' => ['zener_shunt', 'D1', 'short', ['TP4' => self::DEAD]];
        yield 'zener: a shorted tantalum' => ['zener_shunt', 'C4', 'short', ['TP6' => self::DEAD, 'TP4' => self::SAME]];
        yield 'choke: an open choke' => ['choke_input', 'L1', 'open', ['TP4' => self::DEAD]];
        yield 'choke: an open secondary' => ['choke_input', 'T1', 'secondary_open', ['TP4' => self::DEAD]];
        yield 'choke: a dried output capacitor' => ['choke_input', 'C1', 'dried', ['TP4' => self::RIPPLE]];
        yield 'choke: one leg of the bridge open' => ['choke_input', 'BR1', 'd1_open', ['TP4' => self::LOW]];
        yield 'doubler: one diode open leaves one peak' => ['doubler', 'D1', 'open', ['TP4' => self::LOW]];
        yield 'doubler: a dried capacitor' => ['doubler', 'C1', 'dried', ['TP4' => self::RIPPLE]];
        yield 'many rails: no plus rail, no reference, no output' => [
            'many_rail',
            'U2',
            'open',
            ['TP6' => self::DEAD, 'TP9' => self::DEAD, 'TP7' => self::SAME],
        ];
        yield 'many rails: the minus regulator is open' => [
            'many_rail',
            'U3',
            'open',
            ['TP7' => self::LOW, 'TP6' => self::SAME],
        ];
        yield 'many rails: a shorted pass transistor' => [
            'many_rail',
            'Q2',
            'short',
            ['TP12' => self::HIGH, 'TP6' => self::SAME],
        ];
        yield 'many rails: an open pass transistor' => [
            'many_rail',
            'Q2',
            'open',
            ['TP12' => self::LOW, 'TP8' => self::HIGH],
        ];
        yield 'many rails: a shorted reference' => [
            'many_rail',
            'U1',
            'short',
            ['TP9' => self::DEAD, 'TP12' => self::DEAD],
        ];
        yield 'many rails: a drifted upper divider asks for more' => [
            'many_rail',
            'R8',
            'drifted',
            ['TP12' => self::HIGH],
        ];
        yield 'many rails: a dried main reservoir' => [
            'many_rail',
            'C1',
            'dried',
            ['TP8' => self::RIPPLE, 'TP7' => self::SAME],
        ];
        yield 'adaptor: an open output rectifier' => [
            'adaptor',
            'D12',
            'open',
            ['TP4' => self::DEAD, 'TP2' => self::SAME, 'TP3' => self::SAME],
        ];
        yield 'adaptor: an open output winding' => [
            'adaptor',
            'T11',
            'secondary_open',
            ['TP4' => self::DEAD, 'TP2' => self::SAME],
        ];
        yield 'flyback: without its auxiliary winding it starts and gives up' => [
            'flyback',
            'T11',
            'auxiliary_open',
            ['TP5' => self::DEAD, 'TP2' => self::SAME],
        ];
        yield 'flyback: shorted turns take all its power' => [
            'flyback',
            'T11',
            'shorted_turns',
            ['TP5' => self::DEAD, 'TP2' => self::SAME],
        ];
        yield 'adaptor: a shorted output rectifier' => [
            'adaptor',
            'D12',
            'short',
            ['TP4' => self::DEAD, 'TP2' => self::SAME],
        ];
        yield 'adaptor: no light reaches the other side, so it gives all it can' => [
            'adaptor',
            'OK11',
            'led_open',
            ['TP4' => self::HIGH],
        ];
        yield 'adaptor: a reference that has fallen' => [
            'adaptor',
            'U12',
            'drifted',
            ['TP4' => self::LOW, 'TP2' => self::SAME],
        ];
        yield 'adaptor: an output capacitor the wrong way round' => [
            'adaptor',
            'C12',
            'reversed',
            ['TP4' => self::LOW, 'TP2' => self::SAME],
        ];
        yield 'inverter: the bulk capacitor has lost its joint' => ['inverter', 'C1', 'open', ['TP2' => self::RIPPLE]];
        yield 'inverter: a shorted output rectifier' => [
            'inverter',
            'D12',
            'short',
            ['TP5' => self::DEAD, 'TP7' => self::DEAD],
        ];
        yield 'industrial: the series capacitor of the half bridge is open' => [
            'industrial',
            'C4',
            'open',
            ['TP9' => self::DEAD, 'TP3' => self::SAME, 'TP5' => self::SAME],
        ];
        yield 'inverter: the 12 V regulator is open' => [
            'inverter',
            'U1',
            'open',
            ['TP7' => self::DEAD, 'TP5' => self::SAME, 'TP9' => self::DEAD],
        ];
        yield 'inverter: an open output rectifier' => [
            'inverter',
            'D12',
            'open',
            ['TP5' => self::DEAD, 'TP7' => self::DEAD, 'TP2' => self::SAME],
        ];
        yield 'inverter: an open divider resistor' => [
            'inverter',
            'R16',
            'open',
            ['TP6' => self::DEAD, 'TP5' => self::HIGH],
        ];
        yield 'television: no command, no main output' => [
            'television',
            'S1',
            'open',
            ['TP5' => self::DEAD, 'TP7' => self::DEAD, 'TP8' => self::DEAD, 'TP4' => self::SAME],
        ];
        yield 'television: the command reaches no light' => [
            'television',
            'OK2',
            'led_open',
            ['TP5' => self::SAME, 'TP6' => self::DEAD, 'TP7' => self::DEAD, 'TP4' => self::SAME],
        ];
        yield 'television: an open pass transistor' => [
            'television',
            'Q1',
            'open',
            ['TP6' => self::DEAD, 'TP7' => self::DEAD, 'TP4' => self::SAME],
        ];
        yield 'television: a dead strip driver leaves the main output' => [
            'television',
            'U6',
            'dead',
            ['TP8' => self::DEAD, 'TP7' => self::SAME],
        ];
        yield 'television: no power-factor stage, plain rectified mains, all the rest works' => [
            'television',
            'PF1',
            'dead',
            ['TP2' => self::LOW, 'TP4' => self::SAME, 'TP7' => self::SAME],
        ];
        yield 'television: standby gone, everything gone but the bulk' => [
            'television',
            'U11',
            'dead',
            ['TP4' => self::DEAD, 'TP5' => self::DEAD, 'TP7' => self::DEAD],
        ];
        yield 'direct feed: the reverse diode is open' => [
            'dc_fed',
            'D1',
            'open',
            ['TP1' => self::SAME, 'TP2' => self::DEAD, 'TP4' => self::DEAD],
        ];
        yield 'direct feed: one converter dead leaves the other' => [
            'dc_fed',
            'U1',
            'dead',
            ['TP4' => self::DEAD, 'TP5' => self::SAME],
        ];
        yield 'direct feed: an open enable resistor stops both' => [
            'dc_fed',
            'R1',
            'open',
            ['TP6' => self::DEAD, 'TP4' => self::DEAD, 'TP5' => self::DEAD, 'TP3' => self::SAME],
        ];
        yield 'direct feed: a shorted enable capacitor stops both' => [
            'dc_fed',
            'C4',
            'short',
            ['TP6' => self::DEAD, 'TP4' => self::DEAD, 'TP5' => self::DEAD],
        ];
        yield 'direct feed: a dried output capacitor' => [
            'dc_fed',
            'C2',
            'dried',
            ['TP4' => self::RIPPLE, 'TP5' => self::SAME],
        ];
        yield 'direct feed: the connector is off' => [
            'dc_fed',
            'J1',
            'open',
            ['TP1' => self::SAME, 'TP2' => self::DEAD],
        ];
    }

    /** @param array<string, string> $becomes */
    #[DataProvider('faults')]
    public function testAFaultDoesWhatATechnicianWouldForetell(
        string $family,
        string $part,
        string $fault,
        array $becomes,
    ): void {
        [$supply, $good] = self::good($family);
        self::assertNotNull($supply->part($part)->fault($fault), "{$part} has no fault {$fault}");
        $seen = (new Behaviour($supply))->live($supply->mode(null), [$part => $fault], null, $good->guide);

        self::assertTrue($seen->settled);
        foreach ($becomes as $point => $word) {
            $quantity = Observation::isAlternating($good->reading($point, 'dc'), $good->reading($point, 'ac'))
                ? 'ac'
                : 'dc';
            $ratio = $seen->reading($point, $quantity) / $good->reading($point, $quantity);
            $text = sprintf('%s at %s: %.3f of the good reading', $word, $point, $ratio);
            match ($word) {
                self::DEAD => self::assertLessThan(0.12, abs($ratio), $text),
                self::LOW => self::assertLessThan(0.93, $ratio, $text),
                self::HIGH => self::assertGreaterThan(1.03, $ratio, $text),
                self::SAME => self::assertEqualsWithDelta(1.0, $ratio, 0.08, $text),
                default => self::assertGreaterThan(
                    1.8 * $good->reading($point, 'ripple'),
                    $seen->reading($point, 'ripple'),
                    "more ripple at {$point}",
                ),
            };
        }
    }

    /** @return iterable<string, array{string, string, string}> family, part, fault */
    public static function violent(): iterable
    {
        yield 'a shorted bulk capacitor' => ['television', 'C1', 'short'];
        yield 'a shorted varistor' => ['inverter', 'RV1', 'short'];
        yield 'a shorted X capacitor' => ['industrial', 'CX1', 'short'];
        yield 'a shorted bridge leg behind the bulk' => ['flyback', 'BR1', 'd1_short'];
    }

    /** Overload makes no steady reading while controllers hunt; the fuse does not wait for that. */
    public function testAShortedBridgeOpensTheFuseWhateverTheControllersDo(): void
    {
        [$supply, $good] = self::good('inverter');
        foreach (['d1_short', 'd2_short', 'd3_short', 'd4_short'] as $leg) {
            $seen = (new Behaviour($supply))->live($supply->mode(null), ['BR1' => $leg], null, $good->guide);
            self::assertTrue($seen->settled, $leg);
            self::assertSame('open', $seen->broken()['F1'] ?? null, $leg);
        }
    }

    /** A short behind the mains bridge opens the fuse at once; a grey or black fuse says so before any meter does. */
    #[DataProvider('violent')]
    public function testAShortOnTheMainsSideOpensTheFuseViolently(string $family, string $part, string $fault): void
    {
        [$supply, $good] = self::good($family);
        $seen = (new Behaviour($supply))->live($supply->mode(null), [$part => $fault], null, $good->guide);

        self::assertArrayHasKey('F1', $seen->broken());
        self::assertSame(Breaking::PartsViolently, $seen->howBroken()['F1']);
        self::assertContains('F1 open', $seen->signs);
    }

    /** @return array{Description, Observation} */
    private static function good(string $family): array
    {
        /** @var array<string, array{Description, Observation}> $known */
        static $known = [];
        if (!isset($known[$family])) {
            $supply = Supplies::drafted($family);
            $known[$family] = [$supply, (new Behaviour($supply))->live($supply->mode(null))];
        }

        return $known[$family];
    }
}

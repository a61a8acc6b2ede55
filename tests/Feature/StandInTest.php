<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\StandIn\Rig;
use App\StandIn\Server;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Clock\MockClock;
use Tests\Support\Supplies;

/** The simulated bench without its sockets: what the instruments answer, and how they hang together at one unit. */
final class StandInTest extends TestCase
{
    private MockClock $clock;

    private Rig $rig;

    private Server $server;

    protected function setUp(): void
    {
        $this->clock = new MockClock('2026-01-01 08:00:00');
        $this->rig = new Rig($this->clock);
        $this->server = new Server($this->rig);
    }

    public function testASettingIsKeptAndOneOutOfRangeIsNot(): void
    {
        self::assertSame('0,"No error"', $this->ask('supply', 'VOLT 24;CURR 1.5;OUTP ON;SYST:ERR?'));
        self::assertSame('+2.400000E+1;+1.500000E+0;1', $this->ask('supply', 'VOLT?;CURR?;OUTP?'));
        self::assertSame('-222,"Data out of range"', $this->ask('supply', 'VOLT 90;SYST:ERR?'));
        self::assertSame('+2.400000E+1', $this->ask('supply', 'SOURCE:VOLTAGE?'));
        self::assertSame('-113,"Undefined header"', $this->ask('supply', 'DANCE;SYST:ERR?'));
        self::assertSame('0,"No error"', $this->ask('supply', 'DANCE;*CLS;SYST:ERR?'));
        self::assertSame('0', $this->ask('supply', '*RST;OUTP?'));
        self::assertSame('1', $this->ask('meter', '*OPC?'));
        self::assertNull($this->server->ask('supply', 'VOLT 5'));
    }

    public function testWithoutAUnitThereIsNothingToRead(): void
    {
        self::assertSame('9.91E37', $this->ask('meter', 'MEAS:VOLT?'));
        self::assertSame('not understood', $this->server->hands('hello'));
    }

    public function testTheMeterReadsWhereTheProbesAre(): void
    {
        $this->place('deck-intercom');
        $this->server->hands('{"probe": {"target": "TP4", "quantity": "dc"}}');
        self::assertEqualsWithDelta(0.0, (float) $this->ask('meter', 'MEAS:VOLT:DC?'), 0.01, 'nothing is plugged in');
        $this->server->hands('{"wall": {"on": true, "volts": 230, "mode": "loaded"}}');
        self::assertEqualsWithDelta(12.0, (float) $this->ask('meter', 'MEAS:VOLT:DC?'), 0.5);
        self::assertSame('9.91E37', $this->ask('meter', 'MEAS:RES?'), 'no ohms on a live unit');
        $this->server->hands('{"probe": {"target": "TP9", "quantity": "dc"}}');
        self::assertSame('9.91E37', $this->ask('meter', 'MEAS:VOLT:DC?'));
    }

    public function testALoadPullsARailDownAndMoreThanItsLimitBreaksIt(): void
    {
        $this->place('dimmer-drive');
        $this->server->hands(
            '{"wall": {"on": true, "volts": 230, "mode": "loaded"}, "probe": {"target": "TP3", "quantity": "dc"}}',
        );
        $volts = function (string $set): float {
            $this->ask('load', "INST:NSEL 1;FUNC CURR;{$set};SYST:ERR?");

            return (float) $this->ask('meter', 'MEAS:VOLT:DC?');
        };
        [$none, $half, $full] = [$volts('CURR 0;INP OFF'), $volts('CURR 0.25;INP ON'), $volts('CURR 0.5')];

        self::assertGreaterThan($half, $none);
        self::assertGreaterThan($full, $half);
        self::assertSame('+5.000000E-1', $this->ask('load', 'INST:NSEL 1;MEAS:CURR?'));
        self::assertEqualsWithDelta($full, (float) $this->ask('load', 'MEAS:VOLT?'), 0.1);
        self::assertEqualsWithDelta($full / 50, (float) $this->ask('load', 'FUNC RES;RES 50;MEAS:CURR?'), 0.05);
        self::assertSame('0', $this->ask('load', '*RST;INP?'));
    }

    /** A unit in the source is not in the wall, whether the source is on or off. */
    public function testTheSourceFeedsTheUnitAlone(): void
    {
        $this->place('deck-intercom');
        $this->server->hands('{"probe": {"target": "TP4", "quantity": "dc"}}');
        $this->ask('source', 'VOLT 230;FREQ 50;CURR 1;OUTP ON;SYST:ERR?');
        $this->server->hands('{"wall": {"on": true, "volts": 230, "mode": "loaded"}}');
        self::assertEqualsWithDelta(12.0, (float) $this->ask('meter', 'MEAS:VOLT:DC?'), 0.5);
        self::assertGreaterThan(10.0, (float) $this->ask('source', 'MEAS:POW?'));
        self::assertGreaterThan(0.05, (float) $this->ask('source', 'MEAS:CURR?'));
        $this->ask('source', 'OUTP OFF;SYST:ERR?');
        self::assertLessThan(0.1, (float) $this->ask('meter', 'MEAS:VOLT:DC?'), 'off is off');
        $this->server->hands('{"wall": {"on": false}}');
        $this->server->hands('{"wall": {"on": true, "volts": 230, "mode": "loaded"}}');
        self::assertEqualsWithDelta(
            12.0,
            (float) $this->ask('meter', 'MEAS:VOLT:DC?'),
            0.5,
            'plugged over into the wall',
        );
    }

    public function testABenchSupplyFeedsAUnitOfDirectVoltage(): void
    {
        $this->place('buoy-lantern');
        $this->server->hands('{"probe": {"target": "TP4", "quantity": "dc"}}');
        $this->ask('supply', 'VOLT 24;CURR 2;OUTP ON;SYST:ERR?');
        self::assertEqualsWithDelta(12.0, (float) $this->ask('meter', 'MEAS:VOLT:DC?'), 0.5);
        self::assertGreaterThan(0.1, (float) $this->ask('supply', 'MEAS:CURR?'));
    }

    public function testTheLoggerScansByItselfAndForgetsNothingInBetween(): void
    {
        $this->place('deck-intercom');
        $this->server->hands(
            '{"sensors": {"101": {"quantity": "dc", "target": "TP4"}, "102": {"quantity": "celsius", "target": ' .
                '"U1"}}, "wall": {"on": true, "volts": 230, "mode": "loaded"}}',
        );
        $this->ask('logger', 'TRIG:TIM 1;ROUT:SCAN (@101,102);SYST:ERR?');
        $this->clock->sleep(600);
        // What happens at the bench leaves the scans before it as they were.
        $this->server->hands('{"wall": {"on": false}}');
        $this->clock->sleep(60);
        self::assertSame('661', $this->ask('logger', 'TRAC:POIN:ACT?'));
        $scan = fn(int $k): array => array_map(floatval(...), explode(',', $this->ask('logger', "TRAC:DATA? {$k},1")));
        self::assertEqualsWithDelta(12.0, $scan(10)[0], 0.5);
        self::assertGreaterThan($scan(10)[1], $scan(590)[1], 'it warms up');
        self::assertLessThan(0.1, $scan(650)[0]);
        self::assertLessThan($scan(601)[1], $scan(660)[1], 'and cools down');
        self::assertCount(20, explode(',', $this->ask('logger', 'TRAC:DATA? 0,10')));
        self::assertCount(2, explode(',', $this->ask('logger', 'MEAS:TEMP? (@101:102)')));
        self::assertSame('0', $this->ask('logger', '*RST;TRAC:POIN:ACT?'));
    }

    public function testTheSameUnitStaysWarmAndAnotherBeginsCold(): void
    {
        $this->place('deck-intercom');
        $this->server->hands('{"wall": {"on": true, "volts": 230, "mode": "loaded"}}');
        $this->clock->sleep(3600);
        $warm = $this->rig->sense('celsius', 'U1', $this->rig->now());
        $this->place('deck-intercom');
        self::assertEqualsWithDelta($warm, $this->rig->sense('celsius', 'U1', $this->rig->now()), 0.2);
        $this->place('tide-recorder');

        self::assertEqualsWithDelta(21.0, $this->rig->sense('celsius', 'U1', $this->rig->now()), 0.5);
    }

    private function place(string $demo): void
    {
        self::assertSame(
            'ok',
            $this->server->hands(
                json_encode(
                    ['unit' => ['description' => Supplies::demoArray($demo), 'faults' => [], 'seed' => 5]],
                    JSON_THROW_ON_ERROR,
                ),
            ),
        );
    }

    private function ask(string $kind, string $line): string
    {
        return (string) $this->server->ask($kind, $line);
    }
}

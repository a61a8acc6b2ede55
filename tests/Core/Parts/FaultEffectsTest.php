<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * What a fault does to the readings, as the trade knows it (common practice unless a source is named).
 * Each case: supply, mode, part, fault, point, quantity, and the share of the good reading it leaves.
 */
final class FaultEffectsTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string, string, string, float, float}> */
    public static function effects(): iterable
    {
        // Nothing arrives.
        yield 'no mains' => ['tuner-feed', 'loaded', 'W1', 'open', 'TP2', 'ac', 0.0, 0.01];
        yield 'fuse open' => ['tuner-feed', 'loaded', 'F1', 'open', 'TP3', 'dc', 0.0, 0.01];
        yield 'switch open' => ['tuner-feed', 'loaded', 'S1', 'open', 'TP4', 'dc', 0.0, 0.01];
        yield 'primary open leaves the mains at the primary' => [
            'tuner-feed',
            'loaded',
            'T1',
            'primary_open',
            'TP1',
            'ac',
            0.98,
            1.02,
        ];
        yield 'primary open kills the secondary' => [
            'tuner-feed',
            'loaded',
            'T1',
            'primary_open',
            'TP2',
            'ac',
            0.0,
            0.01,
        ];
        yield 'secondary open kills the reservoir' => [
            'tuner-feed',
            'loaded',
            'T1',
            'secondary_open',
            'TP3',
            'dc',
            0.0,
            0.05,
        ];
        // Contacts.
        yield 'burnt switch costs a little' => ['tide-recorder', 'loaded', 'S1', 'resistive', 'TP3', 'dc', 0.9, 0.999];
        yield 'connector open kills what it feeds' => ['tide-recorder', 'loaded', 'J2', 'open', 'TP7', 'dc', 0.0, 0.02];
        yield 'connector open unloads what feeds it' => [
            'tide-recorder',
            'loaded',
            'J2',
            'open',
            'TP5',
            'dc',
            1.03,
            1.3,
        ];
        yield 'worn connector drops volts under load' => [
            'tide-recorder',
            'loaded',
            'J2',
            'resistive',
            'TP7',
            'dc',
            0.6,
            0.9,
        ];
        yield 'worn connector is good unloaded' => [
            'tide-recorder',
            'unloaded',
            'J2',
            'resistive',
            'TP7',
            'dc',
            0.98,
            1.0,
        ];
        // Rectifiers.
        yield 'half-wave diode open' => ['tuner-feed', 'loaded', 'D1', 'open', 'TP3', 'dc', 0.0, 0.01];
        yield 'one of two diodes open sags' => ['auction-scale', 'loaded', 'D2', 'open', 'TP3', 'dc', 0.7, 0.95];
        yield 'one of two diodes open doubles the ripple' => [
            'auction-scale',
            'loaded',
            'D2',
            'open',
            'TP3',
            'ripple',
            1.7,
            2.8,
        ];
        // Capacitors.
        yield 'dried reservoir ripples' => ['deck-intercom', 'loaded', 'C1', 'dried', 'TP3', 'ripple', 4.0, 12.0];
        yield 'dried reservoir sags' => ['deck-intercom', 'loaded', 'C1', 'dried', 'TP3', 'dc', 0.75, 0.97];
        yield 'dried reservoir is quiet without a load' => [
            'deck-intercom',
            'unloaded',
            'C1',
            'dried',
            'TP3',
            'dc',
            0.97,
            1.01,
        ];
        yield 'open reservoir leaves bare half waves' => [
            'deck-intercom',
            'loaded',
            'C1',
            'open',
            'TP3',
            'ripple',
            6.0,
            20.0,
        ];
        yield 'leaky reservoir hardly shows' => ['deck-intercom', 'loaded', 'C1', 'leaky', 'TP3', 'dc', 0.9, 1.0];
        yield 'shorted output capacitor' => ['deck-intercom', 'loaded', 'C3', 'short', 'TP4', 'dc', 0.0, 0.1];
        // Regulators.
        yield 'regulator dead' => ['deck-intercom', 'loaded', 'U1', 'open', 'TP4', 'dc', 0.0, 0.01];
        yield 'regulator dead unloads the reservoir' => [
            'deck-intercom',
            'loaded',
            'U1',
            'open',
            'TP3',
            'dc',
            1.1,
            1.5,
        ];
        yield 'regulator shorted through' => ['deck-intercom', 'loaded', 'U1', 'short', 'TP4', 'dc', 1.2, 1.6];
        yield 'regulator common open' => ['deck-intercom', 'loaded', 'U1', 'common_open', 'TP4', 'dc', 1.1, 1.6];
        yield 'regulator low' => ['deck-intercom', 'loaded', 'U1', 'low', 'TP4', 'dc', 0.78, 0.82];
        yield 'regulator weak under load' => ['deck-intercom', 'loaded', 'U1', 'weak', 'TP4', 'dc', 0.05, 0.5];
        yield 'regulator weak unloaded is fine' => ['deck-intercom', 'unloaded', 'U1', 'weak', 'TP4', 'dc', 0.99, 1.01];
        yield 'negative regulator dead leaves the positive rail alone' => [
            'tide-recorder',
            'loaded',
            'U2',
            'open',
            'TP4',
            'dc',
            0.99,
            1.01,
        ];
        // Shunt regulator.
        yield 'zener shorted' => ['tuner-feed', 'loaded', 'Z1', 'short', 'TP4', 'dc', 0.0, 0.05];
        yield 'zener open lets the rail rise' => ['tuner-feed', 'loaded', 'Z1', 'open', 'TP4', 'dc', 1.1, 1.8];
        yield 'zener fallen' => ['tuner-feed', 'loaded', 'Z1', 'drifted', 'TP4', 'dc', 0.7, 0.85];
        yield 'dropper open' => ['tuner-feed', 'loaded', 'R1', 'open', 'TP4', 'dc', 0.0, 0.01];
        yield 'dropper open unloads the reservoir' => ['tuner-feed', 'loaded', 'R1', 'open', 'TP3', 'dc', 1.02, 1.3];
        // Loads.
        yield 'load shorted' => ['deck-intercom', 'loaded', 'RL1', 'short', 'TP4', 'dc', 0.0, 0.1];
        yield 'load not drawing' => ['dimmer-drive', 'loaded', 'RL1', 'open', 'TP3', 'dc', 1.05, 1.4];
        yield 'shorted turns pull everything down' => [
            'auction-scale',
            'loaded',
            'T1',
            'shorted_turns',
            'TP3',
            'dc',
            0.3,
            0.9,
        ];
    }

    #[DataProvider('effects')]
    public function testFaultLeavesThisShareOfTheGoodReading(
        string $name,
        string $mode,
        string $part,
        string $fault,
        string $point,
        string $quantity,
        float $least,
        float $most,
    ): void {
        $good = self::observe($name, $mode, [])->reading($point, $quantity);
        $share = self::observe($name, $mode, [$part => $fault])->reading($point, $quantity) / $good;

        self::assertGreaterThanOrEqual($least - 1e-9, abs($share));
        self::assertLessThanOrEqual($most, abs($share));
    }

    /** @return iterable<string, array{string, string, string, string}> supply, part, fault, fuse */
    public static function fuseBlowers(): iterable
    {
        yield 'bridge leg shorted' => ['tide-recorder', 'BR1', 'd1_short', 'F1'];
        yield 'other bridge leg shorted' => ['tide-recorder', 'BR1', 'd4_short', 'F1'];
        yield 'positive reservoir shorted' => ['tide-recorder', 'C1', 'short', 'F1'];
        yield 'negative reservoir shorted' => ['tide-recorder', 'C2', 'short', 'F1'];
        yield 'shorted turns' => ['tide-recorder', 'T1', 'shorted_turns', 'F1'];
        yield 'diode of a tapped winding shorted' => ['auction-scale', 'D1', 'short', 'F1'];
    }

    /** A hard short takes the fuse with it; the fuse is a consequence. */
    #[DataProvider('fuseBlowers')]
    public function testShortsOpenTheFuse(string $name, string $part, string $fault, string $fuse): void
    {
        $observation = self::observe($name, 'loaded', [$part => $fault]);

        self::assertArrayHasKey($fuse, $observation->broken());
        self::assertContains("{$fuse} open", $observation->signs);
    }

    /** A regulator limits its own current: a short on its output leaves the fuse alone. */
    public function testShortBehindARegulatorKeepsTheFuse(): void
    {
        self::assertSame([], self::observe('tide-recorder', 'loaded', ['C3' => 'short'])->broken());
    }

    /** @param array<string, string> $faults */
    private static function observe(string $name, string $mode, array $faults): Observation
    {
        $supply = Supplies::demo($name);

        return (new Behaviour($supply))->live($supply->mode($mode), $faults);
    }
}

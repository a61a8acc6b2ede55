<?php

declare(strict_types=1);

namespace Tests\Core\Circuit;

use Oculant\Core\Circuit\Branch\ControlledSource;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\ReducedNetwork;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Circuit\SteadyState;
use PHPUnit\Framework\TestCase;

/** Folding devices into the linear part changes the work, not the result; and walks find their way round folds. */
final class HeldDevicesTest extends TestCase
{
    /**
     * The same state reached by different ways of folding: a fresh network against one that has visited many others.
     */
    public function testEveryWayOfFoldingGivesTheSameOperator(): void
    {
        $random = 7;
        $visited = ReducedNetwork::stepping($this->doubleBridge(), 1e-4);
        for ($k = 0; $k < 40; $k++) {
            $regions = [];
            for ($d = 0; $d < count($visited->devices); $d++) {
                $random = ($random * 1103515245 + 12345) % 2147483648;
                $regions[] = $random % 3;
            }
            $here = $visited->operator($regions);
            $fresh = ReducedNetwork::stepping($this->doubleBridge(), 1e-4)->operator($regions);
            foreach ($fresh->response->rows as $at => $value) {
                self::assertEqualsWithDelta($value, $here->response->rows[$at], 1e-6 * abs($value) + 1e-9);
            }
            self::assertSame(count($fresh->response->rows), count($here->response->rows));
        }
    }

    public function testAWarmStartEndsWhereAColdOneDoes(): void
    {
        $cold = SteadyState::of($this->doubleBridge());
        $warm = SteadyState::of($this->doubleBridge(30.0), $cold->warmStart());
        $again = SteadyState::of($this->doubleBridge(30.0));

        self::assertEqualsWithDelta($again->signal('P', '0')->average, $warm->signal('P', '0')->average, 2e-3);
        self::assertEqualsWithDelta($again->signal('Q', '0')->acRms, $warm->signal('Q', '0')->acRms, 2e-3);
    }

    public function testAWarmStartFromAnotherCircuitIsNoHarm(): void
    {
        $other = new Netlist('0', 50.0);
        $other->source('v', 'A', '0', 1.0, 10.0, 0.0);
        $other->capacitor('c1', 'A', '0', 1e-6, 0.1);
        $warm = SteadyState::of($this->doubleBridge(), SteadyState::of($other)->warmStart());

        self::assertEqualsWithDelta(
            SteadyState::of($this->doubleBridge())->signal('P', '0')->average,
            $warm->signal('P', '0')->average,
            2e-3,
        );
    }

    /** Two cross-coupled gains above one: the path from rest folds, and a state is found all the same. */
    public function testAWalkFollowsAFoldedPath(): void
    {
        $netlist = new Netlist('0', 0.0);
        $netlist->source('v', 'IN', '0', 100.0, 0.0, 5.0);
        $netlist->resistor('ra', 'A', '0', 1000.0);
        $netlist->resistor('rb', 'B', '0', 1000.0);
        $netlist->resistor('rin', 'IN', 'A', 10000.0);
        // Each node drives the other through a gain of three, limited by 10 mA.
        $netlist->controlled('ab', '0', 'B', [['A', '0']], [[[3e-3], -0.3e-3], [[0.0], 10e-3]]);
        $netlist->controlled('ba', '0', 'A', [['B', '0']], [[[3e-3], -0.3e-3], [[0.0], 10e-3]]);
        $record = SteadyState::resting($netlist);

        self::assertEqualsWithDelta(
            10.0,
            $record->signal('B', '0')->average,
            0.2,
            'the regenerative pair ends at its limit',
        );
    }

    public function testEntersJudgesByDirectionOnTheEdge(): void
    {
        $source = new ControlledSource('s', [0 => 1.0], [[0 => 1.0]], [[[2.0], -1.0], [[0.0], 5.0]]);

        self::assertTrue($source->enters(ControlledSource::OFF, 1, [1.0], 0), 'rising through nothing it turns on');
        self::assertFalse($source->enters(ControlledSource::OFF, 1, [-1.0], 0));
        self::assertTrue($source->enters(1, 2, [1.0], 0), 'rising into the limit');
        self::assertFalse($source->enters(1, 2, [-1.0], 0));
        self::assertTrue($source->enters(1, ControlledSource::OFF, [-1.0], 0));
    }

    private function doubleBridge(float $load = 40.0): Netlist
    {
        $netlist = new Netlist('0', 50.0);
        $netlist->source('v', 'A', 'B', 2.0, 17.0, 0.0);
        foreach ([['A', 'P'], ['B', 'P'], ['0', 'A'], ['0', 'B'], ['A', 'Q'], ['B', 'Q']] as $k => [$from, $to]) {
            $netlist->junction("d{$k}", $from, $to, SegmentTable::junction(1e-9, 1.8, 0.03));
        }
        $netlist->capacitor('c1', 'P', '0', 2200e-6, 0.05);
        $netlist->capacitor('c2', 'Q', '0', 100e-6, 0.5);
        $netlist->resistor('r1', 'P', '0', $load);
        $netlist->resistor('r2', 'Q', '0', 300.0);

        return $netlist;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\SpiceExport;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ngspice;
use Tests\Support\Supplies;

/** The exported netlist runs in ngspice and agrees with the solver (all faults of all supplies: bench/solver). */
#[Group('slow')]
final class SpiceExportTest extends TestCase
{
    /** @return iterable<string, array{string, string, array<string, string>}> */
    public static function cases(): iterable
    {
        yield 'dual regulated, loaded' => ['tide-recorder', 'loaded', []];
        yield 'dual regulated, one regulator shorted through' => ['tide-recorder', 'unloaded', ['U2' => 'short']];
        yield 'single regulated, a bridge leg open' => ['deck-intercom', 'loaded', ['BR1' => 'd3_open']];
        yield 'two diodes, regulator weak' => ['auction-scale', 'loaded', ['U1' => 'weak']];
        yield 'dual unregulated, loads off' => ['dimmer-drive', 'unloaded', []];
        yield 'zener shunt, zener open' => ['tuner-feed', 'loaded', ['Z1' => 'open']];
    }

    /** @param array<string, string> $faults */
    #[DataProvider('cases')]
    public function testNgspiceAgrees(string $name, string $mode, array $faults): void
    {
        $supply = Supplies::demo($name);
        $ours = (new Behaviour($supply))->live($supply->mode($mode), $faults);
        $phase = (new Behaviour($supply))->run($supply->mode($mode), $faults)->longest();
        $theirs = Ngspice::run(SpiceExport::write($supply, $supply->mode($mode), $phase->parts, $phase->faults));

        self::assertSameSize($supply->points, $theirs);
        foreach ($supply->points as $id => $point) {
            $there = $theirs[strtolower($id)];
            if (abs($there['dc']) < 0.2 * $there['ac']) {
                self::assertEqualsWithDelta(
                    $there['ac'],
                    $ours->reading($id, 'ac'),
                    max(0.03, 0.005 * $there['ac']),
                    "{$id} AC",
                );
                continue;
            }
            self::assertEqualsWithDelta(
                $there['dc'],
                $ours->reading($id, 'dc'),
                max(0.03, 0.005 * abs($there['dc'])),
                "{$id} DC",
            );
            self::assertEqualsWithDelta(
                $there['ripple'],
                $ours->reading($id, 'ripple'),
                0.03 * $there['ripple'] + 0.005,
                "{$id} ripple",
            );
        }
    }
}

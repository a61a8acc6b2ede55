<?php

declare(strict_types=1);

namespace Tests\Core\Drawing;

use Oculant\Core\Drawing\DrawnPart;
use Oculant\Core\Drawing\DrawnPin;
use Oculant\Core\Drawing\Pose;
use Oculant\Core\Drawing\Schematic;
use Oculant\Core\Drawing\Side;
use Oculant\Core\Drawing\Zone;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * How circuits are drawn: IEC 61082-1 (signal flow from left to right, potentials from above to below; from memory)
 * and common practice of service diagrams.
 */
final class SchematicTest extends TestCase
{
    /** @return iterable<string, array{Description}> */
    public static function supplies(): iterable
    {
        foreach (['database/demo/supplies', 'bench/outside/supplies'] as $folder) {
            foreach (glob(dirname(__DIR__, 3) . "/{$folder}/*.json") ?: [] as $file) {
                yield basename($file, '.json') => [self::file($file)];
            }
        }
        foreach (array_keys(Templates::all()) as $family) {
            yield "family {$family}" => [Supplies::drafted($family)];
        }
    }

    #[DataProvider('supplies')]
    public function testEveryPinIsDrawnOnceAndGroundsGetNoWire(Description $supply): void
    {
        $drawn = (new Schematic($supply))->parts();
        self::assertEqualsCanonicalizing(
            array_map(strval(...), array_keys($supply->parts)),
            array_map(static fn(DrawnPart $d): string => $d->part->ref, $drawn),
        );
        $grounds = [$supply->reference, ...array_keys($supply->grounds)];
        foreach ($drawn as $one) {
            self::assertSame(
                $one->part->terminals,
                array_column(array_map(static fn(DrawnPin $p): array => [$p->name, $p->node], $one->pins), 1, 0),
            );
            foreach ($one->pins as $pin) {
                self::assertSame(
                    in_array($pin->node, $grounds, true),
                    $pin->isGround,
                    "{$one->part->ref} {$pin->name}",
                );
            }
        }
    }

    #[DataProvider('supplies')]
    public function testWhatHangsOnALineHangsAboveItsGround(Description $supply): void
    {
        foreach ((new Schematic($supply))->parts() as $one) {
            $grounded = array_values(array_filter($one->pins, static fn(DrawnPin $p): bool => $p->isGround));
            if (count($one->pins) === 2 && count($grounded) === 1 && $one->part->ref !== $supply->source()->ref) {
                self::assertSame(Pose::Across, $one->pose, $one->part->ref);
                self::assertSame(Side::South, $grounded[0]->side, $one->part->ref);
            }
        }
    }

    #[DataProvider('supplies')]
    public function testTheSameCircuitGivesTheSameDrawingInWhateverOrderItWasTyped(Description $supply): void
    {
        $written = $supply->written;
        $written['parts'] = array_reverse($written['parts']);
        $poses = static function (Description $d): array {
            $all = [];
            foreach ((new Schematic($d))->parts() as $one) {
                foreach ($one->pins as $pin) {
                    $all["{$one->part->ref} {$pin->name}"] = "{$one->zone->value} {$pin->side->value}";
                }
            }
            ksort($all);

            return $all;
        };
        self::assertSame($poses($supply), $poses(DescriptionReader::fromArray($written)));
    }

    public function testASwitcherIsDrawnAsItsDiagramWouldBe(): void
    {
        $drawn = $this->sides('wheelhouse-display');
        // Filter in the line, suppression across it, the bulk below the bridge.
        self::assertSame(['a' => 'west', 'b' => 'east'], $drawn['F1']);
        self::assertSame(['a' => 'north', 'b' => 'south'], $drawn['CX1']);
        self::assertSame(['plus' => 'north', 'minus' => 'south'], $drawn['C1']);
        self::assertSame(['ac1' => 'west', 'ac2' => 'west', 'plus' => 'east', 'minus' => 'south'], $drawn['BR1']);
        // Start-up resistor along, auxiliary diode against the stream: it comes back from the transformer.
        self::assertSame(['a' => 'west', 'b' => 'east'], $drawn['R11']);
        self::assertSame(['a' => 'east', 'k' => 'west'], $drawn['D11']);
        self::assertSame(['d' => 'north', 'g' => 'west', 's' => 'south'], $drawn['Q11']);
        // Primary and auxiliary on the mains side, secondary beyond; the coupler leads back.
        self::assertSame(
            ['p1' => 'west', 'p2' => 'west', 's1' => 'east', 's2' => 'east', 'a1' => 'west', 'a2' => 'west'],
            $drawn['T11'],
        );
        self::assertSame(['a' => 'east', 'k' => 'east', 'c' => 'west', 'e' => 'west'], $drawn['OK11']);
        self::assertSame(['a' => 'west', 'k' => 'east'], $drawn['D12']);
        self::assertSame(['k' => 'north', 'a' => 'south', 'ref' => 'west'], $drawn['U12']);
    }

    public function testOnlyWhatHasEndsOnBothSidesStandsInTheBarrier(): void
    {
        $zones = [];
        foreach ((new Schematic(Supplies::demo('wheelhouse-display')))->parts() as $one) {
            $zones[$one->zone->value][] = $one->part->ref;
        }
        self::assertEqualsCanonicalizing(['T11', 'OK11', 'CY1'], $zones[Zone::Barrier->value]);
        self::assertEqualsCanonicalizing(
            ['D12', 'C12', 'RL11', 'R15', 'U12', 'R16', 'R17', 'C13'],
            $zones[Zone::Safe->value],
        );
        foreach ((new Schematic(Supplies::demo('buoy-lantern')))->parts() as $one) {
            self::assertSame(Zone::Safe, $one->zone, 'nothing is hot without mains');
        }
    }

    public function testAPassTransistorLiesInItsLineAndASwitchStandsUpright(): void
    {
        $supply = self::file(dirname(__DIR__, 3) . '/bench/outside/supplies/series-pass.json');
        $pass = array_filter(
            (new Schematic($supply))->parts(),
            static fn(DrawnPart $d): bool => $d->part->kind->name() === 'transistor' && $d->pose === Pose::Along,
        );
        self::assertNotEmpty($pass);
        foreach ($pass as $one) {
            $sides = array_column(array_map(static fn(DrawnPin $p): array => [$p->name, $p->side], $one->pins), 1, 0);
            self::assertSame([Side::West, Side::East, Side::South], [$sides['c'], $sides['e'], $sides['b']]);
        }
    }

    private static function file(string $path): Description
    {
        return DescriptionReader::fromJson((string) file_get_contents($path));
    }

    /** @return array<string, array<string, string>> side by part and pin */
    private function sides(string $demo): array
    {
        $sides = [];
        foreach ((new Schematic(Supplies::demo($demo)))->parts() as $one) {
            foreach ($one->pins as $pin) {
                $sides[$one->part->ref][$pin->name] = $pin->side->value;
            }
        }

        return $sides;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Outside;

use Bench\Outside\OutsideUnit;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;

/** Where no part failed but a hand did: the mistake is made in the netlist that ngspice solves, the description knows nothing of it. */
final class MistakesTest extends TestCase
{
    private const SUPPLY = __DIR__.'/../../database/demo/supplies/buoy-lantern.json';

    public function testTwoConvertersInEachOthersPlaceAreFound(): void
    {
        $suspects = $this->suspects(static function (array $parts): array {
            $ofOther = ['U1' => '5 V', 'U2' => '12 V'];

            return array_map(static fn(array $part): array => isset($ofOther[$part['ref']]) ? ['value' => $ofOther[$part['ref']]] + $part : $part, $parts);
        }, ['worked_on']);

        self::assertSame("U1 and U2 in each other's place", $suspects[0]->title);
        self::assertGreaterThan(0.8, $suspects[0]->probability);
    }

    public function testABridgeBetweenTwoRailsIsFound(): void
    {
        $suspects = $this->suspects(static fn(array $parts): array => [...$parts, self::bridge('OUT1', 'OUT2', '0.1')]);

        self::assertSame('TP4 and TP5 bridged', $suspects[0]->title);
        self::assertGreaterThan(0.8, $suspects[0]->probability);
        // It convicts no part: what lies at its ends may test good.
        self::assertNull($suspects[0]->members[0]->faultOf('U1'));
    }

    public function testWhatOnePartExplainsIsNoMistake(): void
    {
        $suspects = $this->suspects(static fn(array $parts): array => [...$parts, self::bridge('OUT2', '0V', '0.3')], ['worked_on']);

        self::assertSame([], array_filter($suspects[0]->members, static fn(Hypothesis $h): bool => $h->mistake !== null), $suspects[0]->title);
        self::assertSame('C3', $suspects[0]->members[0]->ref, $suspects[0]->title);
    }

    /** @return array<string, mixed> */
    private static function bridge(string $from, string $to, string $ohms): array
    {
        return ['ref' => 'R99', 'kind' => 'resistor', 'value' => $ohms, 'power' => '50', 'terminals' => ['a' => $from, 'b' => $to]];
    }

    /**
     * @param callable(list<array<string, mixed>>): list<array<string, mixed>> $mistake
     * @param list<string>                                                     $conditions
     *
     * @return list<Suspect> after every point was read
     */
    private function suspects(callable $mistake, array $conditions = []): array
    {
        $written = json_decode((string) file_get_contents(self::SUPPLY), true, 512, JSON_THROW_ON_ERROR);
        $supply = DescriptionReader::fromArray($written);
        $unit = new OutsideUnit($this->made($written, $mistake), null, 5);
        $mode = $supply->mode(null)->id;
        $state = new BenchState($mode);
        $state->conditions = $conditions;
        $state->power = PowerState::Live;
        foreach (array_keys($supply->points) as $id) {
            $state->readings[] = new TakenReading("r {$id}", (string) $id, 'dc', $unit->live((string) $id, 'dc', $mode), PowerState::Live, $mode, null, []);
        }

        return (new Workup($supply, $state, new SolvedKnowledge($supply)))->suspects();
    }

    /**
     * @param array<string, mixed>                                             $written
     * @param callable(list<array<string, mixed>>): list<array<string, mixed>> $mistake
     */
    private function made(array $written, callable $mistake): Description
    {
        return DescriptionReader::fromArray(['parts' => $mistake($written['parts'])] + $written);
    }
}

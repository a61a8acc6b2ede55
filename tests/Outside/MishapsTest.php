<?php

declare(strict_types=1);

namespace Tests\Outside;

use Bench\Outside\Harm;
use Bench\Outside\OutsideUnit;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Mishap\HeldDown;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;

/**
 * Where no part failed but a hand did: the mistake is made in the netlist that ngspice solves, the description knows
 * nothing of it.
 */
final class MishapsTest extends TestCase
{
    private const SUPPLY = __DIR__ . '/../../database/demo/supplies/buoy-lantern.json';

    public function testTwoConvertersInEachOthersPlaceAreFound(): void
    {
        $suspects = $this->suspects(
            static function (array $parts): array {
                $ofOther = ['U1' => '5 V', 'U2' => '12 V'];

                return array_map(
                    static fn(array $part): array => isset($ofOther[$part['ref']])
                        ? ['value' => $ofOther[$part['ref']]] + $part
                        : $part,
                    $parts,
                );
            },
            ['worked_on'],
        );

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
        $suspects = $this->suspects(static fn(array $parts): array => [...$parts, self::bridge('OUT2', '0V', '0.3')], [
            'worked_on',
        ]);

        self::assertSame(
            [],
            array_filter($suspects[0]->members, static fn(Hypothesis $h): bool => $h->mishap !== null),
            $suspects[0]->title,
        );
        self::assertSame('C3', $suspects[0]->members[0]->ref, $suspects[0]->title);
    }

    /**
     * A load between two rails and no clamp diodes: the plus rail stands a junction below ground (the signature that
     * data sheets of three-terminal regulators warn of). A regulator that gives nothing shows the same; the load taken
     * off tells them apart.
     */
    public function testARailHeldBelowGroundIsToldFromADeadRegulatorByTakingTheLoadOff(): void
    {
        $written = json_decode(
            (string) file_get_contents(__DIR__ . '/../../bench/outside/supplies/unequal-pair.json'),
            true,
            512,
            JSON_THROW_ON_ERROR,
        );
        $written['parts'] = [
            ...array_values(
                array_filter($written['parts'], static fn(array $p): bool => !in_array($p['ref'], ['D1', 'D2'], true)),
            ),
            [
                'ref' => 'RL3',
                'kind' => 'load',
                'current' => '250 mA',
                'at' => '30 V',
                'terminals' => ['a' => 'V+', 'b' => 'V-'],
            ],
        ];
        $written['stages'] = array_map(
            static fn(array $stage): array => ['parts' => array_values(array_diff($stage['parts'], ['D1', 'D2']))] +
                $stage,
            $written['stages'],
        );
        $supply = DescriptionReader::fromArray($written);
        $unit = new OutsideUnit($supply, new Harm('U1', 'weak', Harm::PARAMETER, [], 1e-5, ['current']), 5);
        $state = $this->read($supply, $unit);
        $knowledge = new SolvedKnowledge($supply);
        $held = static fn(array $suspects): float => array_sum(
            array_map(
                static fn(Suspect $s): float => ($s->members[0] ?? null)?->mishap instanceof HeldDown
                    ? $s->probability
                    : 0.0,
                $suspects,
            ),
        );
        $before = $held((new Workup($supply, $state, $knowledge))->suspects());
        $state->eliminated[] = [
            'entry' => 'off',
            'part' => 'RL3',
            'how' => 'removed',
            'still' => false,
            'isNew' => false,
        ];
        $after = $held((new Workup($supply, $state, $knowledge))->suspects());

        self::assertLessThan(-0.2, $unit->true('TP5', 'dc', $supply->mode(null)->id));
        self::assertGreaterThan(0.05, $before);
        self::assertGreaterThan(0.5, $after);
    }

    /** @return array<string, mixed> */
    private static function bridge(string $from, string $to, string $ohms): array
    {
        return [
            'ref' => 'R99',
            'kind' => 'resistor',
            'value' => $ohms,
            'power' => '50',
            'terminals' => ['a' => $from, 'b' => $to],
        ];
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
        $state = $this->read($supply, $unit);
        $state->conditions = $conditions;

        return (new Workup($supply, $state, new SolvedKnowledge($supply)))->suspects();
    }

    private function read(Description $supply, OutsideUnit $unit): BenchState
    {
        $mode = $supply->mode(null)->id;
        $state = new BenchState($mode);
        $state->power = PowerState::Live;
        $functions = Expectations::of($supply, $supply->mode($mode))->functions;
        foreach ($functions as $id => $function) {
            $state->readings[] = new TakenReading(
                "r {$id}",
                (string) $id,
                $function,
                $unit->live((string) $id, $function, $mode),
                PowerState::Live,
                $mode,
                null,
                [],
            );
        }

        return $state;
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

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Step\Caution;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * A measurement may not break what the owner never broke: 24 V behind 100 ohms, a zener of 13 V, a capacitor for 16 V,
 * and a load that holds it at 12 V.
 */
final class HarmTest extends TestCase
{
    private static function supply(): Description
    {
        return Supplies::of(
            [
                [
                    'ref' => 'W1',
                    'kind' => 'battery',
                    'value' => '24 V',
                    'terminals' => ['plus' => 'IN', 'minus' => '0V'],
                ],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '100',
                    'power' => '5 W',
                    'terminals' => ['a' => 'IN', 'b' => 'A'],
                ],
                [
                    'ref' => 'Z1',
                    'kind' => 'zener',
                    'value' => '13 V',
                    'power' => '5 W',
                    'terminals' => ['a' => '0V', 'k' => 'A'],
                ],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '100u',
                    'voltage' => '16 V',
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '100', 'terminals' => ['a' => 'A', 'b' => '0V']],
            ],
            ['TP1' => ['A', '0V']],
            [['id' => 'loaded', 'name' => 'Loaded'], ['id' => 'unloaded', 'name' => 'Load off', 'absent' => ['RL1']]],
        );
    }

    public function testItIsKnownWhatAModeTakesAlong(): void
    {
        $dictionary = (new SolvedKnowledge(self::supply()))->dictionary(null);

        // Without load and zener 24 V stand on a capacitor for 16.
        self::assertSame([1.0, ['C1']], $dictionary->taken('unloaded', 'Z1:open'));
        self::assertSame([0.0, []], $dictionary->taken('loaded', 'Z1:open'));
        self::assertSame([0.0, []], $dictionary->taken('unloaded', 'R1:open'));
    }

    public function testSuchAMeasurementCountsAsLongAndSaysWhy(): void
    {
        $supply = self::supply();
        $state = new BenchState('loaded');
        $state->power = PowerState::Live;
        $candidates = (new Workup($supply, $state, new SolvedKnowledge($supply)))->candidates();
        $live = static fn(string $mode): array => array_values(
            array_filter(
                $candidates,
                static fn(Candidate $c): bool => $c->energised && $c->mode === $mode && $c->quantity === 'dc',
            ),
        );

        self::assertNotSame([], $live('unloaded'), 'it is still there for whoever wants it');
        self::assertGreaterThan(0.0, $live('unloaded')[0]->takes['C1']);
        self::assertGreaterThan($live('loaded')[0]->hazard, $live('unloaded')[0]->hazard);
        self::assertSame([], $live('loaded')[0]->takes);
        $caution = new Caution($supply, $state);
        self::assertStringContainsString(
            'C1 may not survive',
            (string) $caution->mode(
                new Candidate('TP1', 'dc', 'unloaded', true, 1.0, 1.0, 1.0, [], null, ['C1' => 0.4]),
            ),
        );
        self::assertNull(
            $caution->mode(new Candidate('TP1', 'dc', 'unloaded', true, 1.0, 1.0, 1.0, [], null, ['C1' => 0.01])),
        );
    }
}

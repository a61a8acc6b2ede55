<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\MinimumLoad;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * What a supply must see is asked for before the first power on a bench, where nothing of its equipment is there
 * (common practice).
 */
final class InterlockGateTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>}> */
    public static function joined(): iterable
    {
        yield 'sense leads' => [
            [
                'kind' => 'sense',
                'what' => 'Sense leads joined',
                'how' => 'S+ to +',
                'without' => 'it runs up to its maximum',
            ],
        ];
        yield 'sense leads through a part' => [
            [
                'kind' => 'sense',
                'what' => 'Sense leads joined',
                'how' => 'S+ to +',
                'without' => 'it runs up to its maximum',
                'part' => 'R1',
            ],
        ];
        yield 'a jumper' => [
            [
                'kind' => 'jumper',
                'what' => 'On/off jumper',
                'how' => 'J2',
                'without' => 'nothing comes out',
                'part' => 'R1',
            ],
        ];
    }

    /** @param array<string, mixed> $interlock */
    #[DataProvider('joined')]
    public function testIsAskedForBeforeTheFirstPower(array $interlock): void
    {
        $bench = new Bench(self::with($interlock));
        foreach ([Gate::Limited, Gate::Mains] as $gate) {
            self::assertSame(['look interlock 0'], self::ids($gate, $bench));
        }
        try {
            $bench->add('power', ['power' => 'limited', 'mode' => 'loaded']);
            self::fail('it was fed without');
        } catch (EntryRefused $refused) {
            self::assertStringContainsString($interlock['what'], $refused->getMessage());
        }
        $bench->add('looked', ['what' => 'interlock 0'])->add('power', ['power' => 'limited', 'mode' => 'loaded']);
        self::assertSame(PowerState::Limited, $bench->state()->power);
    }

    public function testAMinimumLoadIsAskedForWithItsSize(): void
    {
        $supply = self::needy('ticks');
        $load = MinimumLoad::missing($supply, $supply->mode('unloaded'));
        self::assertNull(MinimumLoad::missing($supply, $supply->mode('loaded')));
        // By hand: the resistor of the rail's volts over the load's amperes, nearest in E12, with twice the power it
        // burns.
        $part = $supply->part('RL1');
        $ohms = $load?->volts / $load?->amperes;
        self::assertEqualsWithDelta($part->knows('value') ? $part->value('value') : $ohms, $ohms, 0.02 * $ohms);
        self::assertGreaterThanOrEqual(
            ((2 * $load?->volts ** 2) / $ohms) * 0.9,
            MinimumLoad::watts($ohms, (float) $load?->volts),
        );

        $bench = new Bench($supply);
        self::assertStringContainsString(
            $load?->size() ?? '?',
            Gates::missing(Gate::Limited, $supply, $bench->state())[0]->sentence,
        );
        // However it is set up, the same thing is to be said yes to, and it stands among the gates.
        foreach (['loaded', 'unloaded'] as $mode) {
            try {
                (clone $bench)->add('power', ['power' => 'live', 'mode' => $mode]);
                self::fail('it was fed without a word');
            } catch (EntryRefused $refused) {
                self::assertStringContainsString('It needs its load', $refused->getMessage());
            }
        }
        $bench
            ->add('looked', ['what' => 'interlock 0'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('power', ['power' => 'live', 'mode' => 'unloaded']);
        self::assertSame('unloaded', $bench->state()->mode);
        $bench->add('strike', ['entry' => $bench->log[0]->id]);
        $this->expectExceptionMessage('No load at all? It needs its load');
        $bench->add('load_step', ['step' => 'none', 'rails' => ['TP4' => ['dc' => '12']]]);
    }

    /**
     * @return iterable<string, array{string, string, bool}> what it does without, a reading of its rail (share),
     *     whether nothing else is to be expected
     */
    public static function readings(): iterable
    {
        yield 'ticking, low' => ['ticks', '0.4', true];
        yield 'ticking, near its rail' => ['ticks', '1.05', true];
        yield 'ticking does not double it' => ['ticks', '2.2', false];
        yield 'off is off' => ['off', '0.0', true];
        yield 'off does not make its rail' => ['off', '0.6', false];
        yield 'nothing is nothing' => ['nothing', '0.02', true];
    }

    #[DataProvider('readings')]
    public function testTheVerdictExpectsWhatItDoesWithoutAndSaysWhatItNeeds(
        string $does,
        string $share,
        bool $isExpected,
    ): void {
        $supply = self::needy($does);
        $point = array_values(array_filter($supply->points, static fn($p): bool => $p->rail !== null))[0];
        $bench = (new Bench($supply))
            ->add('looked', ['what' => 'interlock 0'])
            ->add('power', ['power' => 'live', 'mode' => 'unloaded'])
            ->add('reading', ['text' => sprintf('%s %.3f dc', $point->id, (float) $share * $point->rail)]);
        $workup = new Workup($supply, $bench->state(), Supplies::knowledge('tuner-feed'));
        $view = $workup->readingView($bench->state()->readings[0]);

        self::assertStringContainsString('It needs its load: ', $view['sentence']);
        self::assertSame($isExpected, $view['good'], $view['sentence']);
        if ($isExpected && $share !== '1.05') {
            $without = new Workup($supply, (new Bench($supply))->state(), Supplies::knowledge('tuner-feed'));
            self::assertEqualsWithDelta(
                $without->suspects()[0]->probability,
                $workup->suspects()[0]->probability,
                1e-9,
                'and nobody is suspected for it',
            );
        }
    }

    private static function needy(string $does): Description
    {
        return self::with([
            'kind' => 'minimum load',
            'what' => 'A load',
            'how' => 'Connect the tuner',
            'without' => 'see there',
            'part' => 'RL1',
            'does' => $does,
        ]);
    }

    /** @param array<string, mixed> $interlock */
    private static function with(array $interlock): Description
    {
        return DescriptionReader::fromArray(['interlocks' => [$interlock]] + Supplies::demo('tuner-feed')->written);
    }

    /** @return list<string> */
    private static function ids(Gate $gate, Bench $bench): array
    {
        return array_map(
            static fn(GateItem $i): string => $i->id,
            Gates::blocking($gate, $bench->supply, $bench->state()),
        );
    }
}

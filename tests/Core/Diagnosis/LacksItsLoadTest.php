<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** A supply that ticks only because nothing loads it (common practice: many older switchers do not run unloaded). */
final class LacksItsLoadTest extends TestCase
{
    public function testAGoodOneTicksWithoutItsLoadAndRunsWithIt(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $behaviour = new Behaviour($supply);

        self::assertContains('ticks', $behaviour->live($supply->mode('unloaded'))->signs);
        self::assertNotContains('ticks', $behaviour->live($supply->mode('loaded'))->signs);
        self::assertEqualsWithDelta(13.8, $behaviour->live($supply->mode('loaded'))->reading('TP5', 'dc'), 0.2);
    }

    public function testASymptomSeenOnTheBenchBelongsToTheWayItWasSetUp(): void
    {
        $bench = new Bench(self::small());
        $bench->add('symptom', ['symptom' => 'dead']);
        self::assertArrayNotHasKey('mode', $bench->state()->symptoms[0], 'what the owner saw is of the unit in use');
        $bench
            ->add('looked', ['what' => 'interlock 0'])
            ->add('power', ['power' => 'live', 'mode' => 'unloaded'])
            ->add('symptom', ['symptom' => 'dead']);
        self::assertSame('unloaded', $bench->state()->symptoms[1]['mode'] ?? null);
    }

    public function testTheStepNamesTheInterlockThatIsMissing(): void
    {
        $supply = self::small();
        $bench = (new Bench($supply))
            ->add('looked', ['what' => 'interlock 0'])
            ->add('power', ['power' => 'live', 'mode' => 'unloaded']);
        foreach (
            array_slice(Supplies::knowledge('tuner-feed')->expectations('unloaded', null)->functions, 0, 2)
            as $point => $function
        ) {
            $window = Supplies::knowledge('tuner-feed')->expectations('unloaded', null)->window((string) $point);
            $bench->add('reading', ['text' => sprintf('%s %.3f %s', $point, $window->nominal, $function)]);
        }
        $seen = [];
        for ($step = 0; $step < 80; $step++) {
            $next = (new Workup($supply, $bench->state(), Supplies::knowledge('tuner-feed')))->next()['next'];
            $seen[] = $next['caution'] . ' ' . $next['detail'];
            if ($next['kind'] === 'state' && $next['power'] === 'unplugged') {
                // The bench stays as it is: what needs the plug out is passed over.
                $bench->add('skip', ['target' => $next['target'], 'quantity' => $next['quantity']]);
                continue;
            }
            if ($next['kind'] !== 'measure' || $next['quantity'] === null) {
                break;
            }
            $good = Supplies::knowledge('tuner-feed')
                ->dictionary(null)
                ->reading((string) $next['mode'], Hypothesis::HEALTHY, "{$next['target']} {$next['quantity']}");
            $bench->add('reading', [
                'text' => is_infinite($good) ? 'OL' : sprintf('%.4f', $good),
                'target' => $next['target'],
                'quantity' => $next['quantity'],
            ]);
        }
        self::assertStringContainsString(
            'it lacks its minimum load: it hunts. Connect the tuner.',
            implode("\n", $seen),
        );
    }

    private static function small(): Description
    {
        $array = Supplies::demoArray('tuner-feed');
        $array['interlocks'] = [
            [
                'kind' => 'minimum load',
                'what' => 'A load.',
                'how' => 'Connect the tuner.',
                'without' => 'it hunts.',
                'part' => 'RL1',
            ],
        ];

        return DescriptionReader::fromArray($array);
    }
}

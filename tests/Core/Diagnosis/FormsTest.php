<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Form;
use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** A fault has the same forms whatever the mains, and what gives way on the way is one for all readings. */
final class FormsTest extends TestCase
{
    /**
     * A fuse parts at one severity and not at the next (its curve, IEC 60127-2): a short of an ohm that took it
     * explains nothing on every rail at once.
     */
    public function testAShortThatTookTheFuseExplainsADeadUnitWithItsOwnOhms(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);
        $states = array_filter(array_map(static fn($form): ?string => $form->state, $dictionary->forms('U1:in_short')));
        self::assertNotSame([], $states);

        $state = new BenchState('loaded');
        $read = static fn(
            string $target,
            string $quantity,
            float $value,
            PowerState $power,
        ): TakenReading => new TakenReading(
            "{$target} {$quantity}",
            $target,
            $quantity,
            $value,
            $power,
            'loaded',
            null,
            [],
        );
        $state->readings = [
            $read('TP3', 'resistance', 1.0, PowerState::Unplugged),
            $read('TP4', 'resistance', 2500.0, PowerState::Unplugged),
            ...array_map(static fn(string $target): TakenReading => $read($target, 'dc', 0.0, PowerState::Live), [
                'TP3',
                'TP4',
                'TP5',
                'TP6',
            ]),
        ];
        $state->tested = [];
        $belief = (new Workup($supply, $state, Supplies::knowledge('tide-recorder')))->suspects();
        $shares = [];
        foreach ($belief as $suspect) {
            foreach ($suspect->parts() as $ref) {
                $shares[$ref] = max($shares[$ref] ?? 0.0, $suspect->probability);
            }
        }
        self::assertGreaterThan(0.05, $shares['U1'], 'an ohm that parts the fuse is among what may be');
    }

    /**
     * What gives way between two severities is told by the row of which it has the state; without it the nearer of the
     * two.
     */
    public function testAFormIsNearestToTheRowWhoseStateItHas(): void
    {
        self::assertSame('worse', (new Form('mild', 'worse', 0, 1.0, 0.0, 0.2, null, 'worse', ['F1']))->nearest());
        self::assertSame('mild', (new Form('mild', 'worse', 0, 1.0, 0.8, 1.0, null, 'mild', ['F1']))->nearest());
        self::assertSame('mild', (new Form('mild', 'worse', 0, 1.0, 0.0, 0.5))->nearest());
        self::assertSame('worse', (new Form('mild', 'worse', 0, 1.0, 0.5, 1.0))->nearest());
    }

    /**
     * A dictionary at another mains may let a fuse stand that parts at nominal: what was learnt of a form is not asked
     * of another.
     */
    public function testReadingsAtAnotherMainsAreWeighedByTheSameForms(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $knowledge = Supplies::knowledge('tide-recorder');
        [$nominal, $low] = [$knowledge->dictionary(null), $knowledge->dictionary(1.02 * $supply->mainsVoltage)];
        $differ = 0;
        foreach (array_keys($nominal->hypotheses) as $id) {
            foreach (array_keys($nominal->forms((string) $id)) as $name) {
                $differ += isset($low->forms((string) $id)[$name]) ? 0 : 1;
                self::assertSame(
                    $low->forms((string) $id) === [],
                    $low->form((string) $id, (string) $name) === null,
                    "{$id} {$name}",
                );
            }
        }
        self::assertGreaterThan(0, $differ, 'some forms do differ, or this shows nothing');
        $state = new BenchState('loaded');
        $state->power = PowerState::Live;
        $state->mainsVolts = 1.02 * $supply->mainsVoltage;
        foreach (['TP3' => 19.5, 'TP4' => 0.0, 'TP6' => -14.9] as $target => $value) {
            $state->readings[] = new TakenReading(
                $target,
                $target,
                'dc',
                $value,
                PowerState::Live,
                'loaded',
                $state->mainsVolts,
                [],
            );
        }
        $next = (new Workup($supply, $state, $knowledge))->next()['next'];

        self::assertNotSame('', $next['sentence']);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use InvalidArgumentException;
use Oculant\Core\Practice\Difficulty;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Incident;
use Oculant\Core\Practice\Player;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Setter;
use Oculant\Core\Practice\Spoken;
use Oculant\Core\Practice\Strategy;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Exercises are repeated by their seed, hurt nobody, and are graded beside the best strategy. */
final class ExerciseTest extends TestCase
{
    private const DEMO = 'tuner-feed';

    public function testASeedRepeatsAnExercise(): void
    {
        $first = self::setter()->set(4);

        self::assertEquals($first->toArray(), self::setter()->set(4)->toArray());
        $others = array_map(static fn(int $seed): array => self::setter()->set($seed)->faults, range(5, 12));
        self::assertGreaterThan(2, count(array_unique($others, SORT_REGULAR)), 'another seed, another fault');
    }

    /** What is easy is what the best strategy finds in few steps. */
    public function testDifficultyIsTheStepsOfTheBestStrategy(): void
    {
        $easy = self::setter()->set(1, Difficulty::Easy);

        self::assertLessThanOrEqual(5, $easy->steps);
        self::assertSame(
            $easy->steps,
            count((new Player($easy, Supplies::knowledge(self::DEMO)))->play(Strategy::NextStep)->steps()),
        );
        self::assertSame(
            [Difficulty::Easy, Difficulty::Middle, Difficulty::Middle, Difficulty::Hard],
            array_map(Difficulty::of(...), [5, 6, 10, 11]),
        );
    }

    /** The tutor's own calibration, on a small sample; bench/practice has the whole. */
    public function testTheBestStrategyIsGradedWellAndWalkingIsNot(): void
    {
        $knowledge = Supplies::knowledge(self::DEMO);
        $figures = [];
        for ($seed = 1; $seed <= 8; $seed++) {
            $exercise = self::setter()->set($seed);
            foreach ([Strategy::NextStep, Strategy::Walking] as $strategy) {
                $figures[$strategy->value][] = Grade::of(
                    (new Player($exercise, $knowledge))->play($strategy),
                    $knowledge,
                )->figure();
            }
        }

        self::assertGreaterThan(95.0, array_sum($figures[Strategy::NextStep->value]) / 8);
        self::assertLessThan(60.0, array_sum($figures[Strategy::Walking->value]) / 8);
    }

    public function testAnExerciseIsWrittenReadAndFollowsItsSchema(): void
    {
        $exercise = self::setter()->set(2);
        $json = (string) json_encode($exercise->toArray());

        self::assertEquals($exercise->faults, Exercise::of((array) json_decode($json, true))->faults);
        self::assertStringNotContainsString(
            (string) json_encode($exercise->faults),
            $json,
            'no eye falls on what is hidden',
        );
        $schema = (string) file_get_contents(dirname(__DIR__, 3) . '/docs/exercise.schema.json');
        self::assertTrue((new Validator())->validate(json_decode($json), $schema)->isValid());
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function notExercises(): iterable
    {
        yield 'a description' => [['format' => 'oculant/supply'], 'no exercise'];
        yield 'another version' => [['version' => 2], 'no exercise'];
        yield 'nothing to read' => [['hidden' => '%%%'], 'base64'];
        yield 'a part that there is not' => [['hidden' => base64_encode('{"Z9":"open"}')], 'does not know'];
        yield 'a way it cannot fail' => [['hidden' => base64_encode('{"C1":"greedy"}')], 'does not know'];
        yield 'a story nobody tells' => [['story' => ['sings']], 'no symptom'];
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('notExercises')]
    public function testWhatIsNoExerciseIsRefused(array $change, string $why): void
    {
        $this->expectException(InvalidArgumentException::class);
        $this->expectExceptionMessage($why);
        Exercise::of($change + self::setter()->set(2)->toArray());
    }

    /** What would have hurt is told, costs, and is no reading. */
    public function testOhmsUnderPowerAreANearMissAndNoReading(): void
    {
        $run = self::shorted();
        $says = self::play($run, 'see to mains', 'power live');
        $before = count($run->steps());

        self::assertStringContainsString('its fuse is gone', self::play($run, 'tp3 ohms'));
        self::assertCount($before, $run->steps());
        self::assertSame(Incident::NEAR_MISS, $run->incidents()[0]->kind);
        self::assertStringContainsString('on', $says);
        self::play($run, 'unplug', 'name C2 short');
        $knowledge = Supplies::knowledge(self::DEMO);
        self::assertSame(12.0, Grade::of($run, $knowledge)->deducted[0]['points']);
    }

    /** What its owner tells of a lamp or a fuse is a symptom at the bench. */
    public function testAStoryMayTellOfALampOrAFuse(): void
    {
        $supply = Supplies::demo('auction-scale');
        $run = new Run(
            new Exercise($supply, [], 1, ['F1 open', 'LED1 dark', 'dead']),
            Supplies::knowledge('auction-scale'),
        );

        self::assertSame(['fuse_open', 'lamp_dark', 'dead'], array_column($run->state()->symptoms, 'symptom'));
    }

    public function testAHandInBeforeDischargeIsANearMiss(): void
    {
        $supply = Supplies::demo('gallery-organ');
        $run = new Run(new Exercise($supply, [], 3, []), Supplies::knowledge('gallery-organ'));
        $spoken = new Spoken($run);
        $spoken->say('see to mains');
        $spoken->say('power live');
        $spoken->say('unplug');

        self::assertStringContainsString('A hand in', $spoken->say('test C1'));
        self::assertSame([], $run->state()->tested);
        $spoken->say('discharge');
        self::assertStringContainsString('C1 by itself is good', $spoken->say('test C1'));
        self::assertCount(1, $run->incidents());
    }

    /** Hints are counted, the deeper the dearer; a detour is named with what would have told more. */
    public function testHintsAndDetoursCost(): void
    {
        $knowledge = Supplies::knowledge(self::DEMO);
        $plain = self::shorted();
        self::play($plain, 'see to mains', 'power live', 'tp4', 'unplug', 'test c2', 'name c2 short');
        $asked = self::shorted();
        self::play($asked, 'see to mains', 'power live', 'hint why', 'tp4', 'unplug', 'test c2', 'name c2 short');
        $round = self::shorted();
        self::play($round, 'see to mains', 'power live', 'tp4', 'tp4', 'unplug', 'test c2', 'name c2 short');

        $figure = static fn(Run $run): float => Grade::of($run, $knowledge)->figure();
        self::assertEqualsWithDelta($figure($plain) - 10.0, $figure($asked), 1e-6);
        self::assertLessThan($figure($plain), $figure($round));
        self::assertMatchesRegularExpression(
            '/^Step 2: TP4 could tell .*would have told/m',
            implode("\n", Grade::of($round, $knowledge)->better),
        );
        $wrong = self::shorted();
        self::play($wrong, 'name R1 open');
        self::assertSame(0.0, Grade::of($wrong, $knowledge)->found);
    }

    private static function shorted(): Run
    {
        return new Run(
            new Exercise(Supplies::demo(self::DEMO), ['C2' => 'short'], 7, ['dead']),
            Supplies::knowledge(self::DEMO),
        );
    }

    private static function play(Run $run, string ...$lines): string
    {
        $spoken = new Spoken($run);

        return implode("\n", array_map($spoken->say(...), $lines));
    }

    private static function setter(): Setter
    {
        return new Setter(Supplies::demo(self::DEMO), Supplies::knowledge(self::DEMO));
    }
}

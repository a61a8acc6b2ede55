<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use InvalidArgumentException;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Hands;
use Oculant\Core\Practice\Player;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Setter;
use Oculant\Core\Practice\Spoken;
use Oculant\Core\Practice\Strategy;
use Oculant\Core\Practice\Twist;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Exercises with more in them than one part that failed by itself. */
final class TwistTest extends TestCase
{
    private const DEMO = 'tuner-feed';

    /** @return iterable<string, array{Twist}> */
    public static function twists(): iterable
    {
        foreach (Twist::cases() as $twist) {
            yield $twist->value => [$twist];
        }
    }

    /** Whatever is hidden the best strategy finds, and the file of it says all of it and follows its schema. */
    #[DataProvider('twists')]
    public function testEachCanBeSolvedAndWrittenDown(Twist $twist): void
    {
        $knowledge = Supplies::knowledge(self::DEMO);
        $exercise = (new Setter(Supplies::demo(self::DEMO), $knowledge))->set(3, twist: $twist);
        match ($twist) {
            Twist::Two => self::assertCount(2, $exercise->faults),
            Twist::Slip => self::assertSame('worked_on', $exercise->story[0]),
            Twist::ComesAndGoes => self::assertSame(['intermittent'], $exercise->story),
            Twist::Differs => self::assertCount(1, array_diff_key($exercise->differs, $exercise->faults)),
        };
        $json = (string) json_encode($exercise->toArray());
        self::assertEquals($exercise->toArray(), Exercise::of((array) json_decode($json, true))->toArray());
        $schema = (string) file_get_contents(dirname(__DIR__, 3) . '/docs/exercise.schema.json');
        self::assertTrue((new Validator())->validate(json_decode($json), $schema)->isValid());

        $run = (new Player($exercise, $knowledge))->play(Strategy::NextStep);
        self::assertSame(1.0, Grade::of($run, $knowledge)->found);
        self::assertGreaterThan(95.0, Grade::of($run, $knowledge)->figure());
    }

    /** One of two that is named is mended, and the unit goes on being wrong. */
    public function testOneOfTwoIsMendedAndTheSearchGoesOn(): void
    {
        $knowledge = Supplies::knowledge(self::DEMO);
        $exercise = new Exercise(Supplies::demo(self::DEMO), ['R1' => 'open', 'Z1' => 'open'], 7, ['weak']);
        $run = new Run($exercise, $knowledge);
        $spoken = new Spoken($run);

        self::assertStringContainsString('something else is wrong as well', $spoken->say('name r1 open'));
        self::assertFalse($run->isOver());
        self::assertSame(['R1' => 'open'], $run->mended());
        $hands = new Hands($run);
        $hands->seeTo(Gate::Limited);
        $hands->power(PowerState::Limited);
        self::assertMatchesRegularExpression('/TP4 1[3-6]\.\d+ V/', $hands->measure('TP4'));
        $half = Grade::of($run, $knowledge);
        self::assertSame(0.5, $half->found);
        self::assertStringContainsString('Z1', $spoken->say('name z1 open'));
        self::assertTrue($run->isOver());
        self::assertSame(1.0, Grade::of($run, $knowledge)->found);
    }

    /** Fuses went and went until somebody put a larger one in: what it should have saved is gone as well. */
    public function testBehindALargerFuseMoreIsGone(): void
    {
        $knowledge = Supplies::knowledge('deck-intercom');
        $exercise = (new Setter(Supplies::demo('deck-intercom'), $knowledge))->set(7, twist: Twist::Slip);
        self::assertSame(['F1' => 10.0], $exercise->differs);
        self::assertSame(['C1' => 'short', 'T1' => 'primary_open'], $exercise->faults);
        self::assertEquals($exercise->differs, Exercise::of($exercise->toArray())->differs);
        $hands = new Hands(new Run($exercise, $knowledge));
        $hands->seeTo(Gate::HandsIn);

        self::assertSame('F1 is intact. It is marked 1.6A.', $hands->look('F1'));
        self::assertSame('1.6A', $hands->run->state()->fuses[0]['fitted']);
        // A new transformer without looking further burns like the old one.
        $hands->run->enter('repair', ['part' => 'T1', 'out' => 'as found', 'in' => 'new']);
        $hands->seeTo(Gate::Mains);
        self::assertStringContainsString('Smoke: no fuse goes, and T1', $hands->power(PowerState::Live));
        $hands->power(PowerState::Unplugged);
        $hands->seeTo(Gate::HandsIn);
        $hands->run->enter('repair', ['part' => 'T1', 'out' => 'as found', 'in' => 'new']);
        $hands->run->enter('repair', ['part' => 'F1', 'out' => 'as found', 'in' => 'T160mA']);
        $hands->seeTo(Gate::Mains);
        self::assertStringNotContainsString('Smoke', $hands->power(PowerState::Live), 'the right fuse goes');
        $hands->power(PowerState::Unplugged);
        $hands->seeTo(Gate::HandsIn);
        self::assertSame('T1 by itself is good.', $hands->test('T1'));
        self::assertSame('F1 by itself is bad.', $hands->test('F1'));
    }

    /** At four starts of ten it works; whoever takes the part out finds it bad all the same. */
    public function testWhatComesAndGoesIsThereAtSomeStartsOnly(): void
    {
        $exercise = new Exercise(Supplies::demo(self::DEMO), ['S1' => 'open'], 11, ['intermittent'], shy: 0.4);
        $unit = $exercise->unit();
        $there = 0;
        for ($start = 0; $start < 200; $start++) {
            $unit->start();
            $there += $unit->live('TP4', 'dc', 'loaded') < 1.0 ? 1 : 0;
            self::assertTrue($unit->isBad('S1'));
        }
        // Binomial, 200 starts at 0.6: 120, standard deviation 6.9.
        self::assertEqualsWithDelta(120, $there, 21);
    }

    public function testAPartThatDiffersIsGoodAndChangesWhatIsRead(): void
    {
        $supply = Supplies::demo(self::DEMO);
        $plain = (new Exercise($supply, [], 5, []))->unit();
        $differs = (new Exercise($supply, [], 5, [], differs: ['C1' => 0.47]))->unit();

        self::assertFalse($differs->isBad('C1'));
        // Ripple goes with one over the capacitance (handbook: I / f C).
        $ratio = $differs->live('TP3', 'ripple', 'loaded') / $plain->live('TP3', 'ripple', 'loaded');
        self::assertEqualsWithDelta(1 / 0.47, $ratio, 0.35);
    }

    /** @return iterable<string, array{mixed}> */
    public static function besides(): iterable
    {
        yield 'no text' => [5];
        yield 'no JSON' => [base64_encode('{')];
        yield 'a share beyond one' => [base64_encode('{"shy": 1.5}')];
        yield 'a share that is a text' => [base64_encode('{"shy": "often"}')];
        yield 'a part that there is not' => [base64_encode('{"differs": {"Q9": 2}}')];
        yield 'a part without a value' => [base64_encode('{"differs": {"S1": 2}}')];
        yield 'a value beyond belief' => [base64_encode('{"differs": {"C1": 1e9}}')];
        yield 'a value that is none' => [base64_encode('{"differs": {"C1": "big"}}')];
    }

    #[DataProvider('besides')]
    public function testWhatIsBesideIsRefusedWhereItIsNothingOfTheKind(mixed $beside): void
    {
        $this->expectException(InvalidArgumentException::class);
        Exercise::of(
            ['beside' => $beside] + (new Exercise(Supplies::demo(self::DEMO), ['R1' => 'open'], 5, []))->toArray(),
        );
    }
}

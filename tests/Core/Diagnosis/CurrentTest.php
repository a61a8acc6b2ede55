<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\TestVerdicts;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** A current through a resistor: watts and volts by Ohm's law, a verdict, and evidence. */
final class CurrentTest extends TestCase
{
    public function testACurrentAnswersWithVoltsWattsAndAVerdict(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        $ohms = $supply->part('R1')->value('value');
        // By hand: what lies across the dropper over its ohms.
        $good = ($seen->reading('TP3', 'dc') - $seen->reading('TP4', 'dc')) / $ohms;
        $verdict = fn(float $amperes): array => $this->views(sprintf('r1 %.4fa', $amperes))[0];

        self::assertSame(VerdictWord::AsExpected->value, $verdict($good)['word']);
        self::assertSame(VerdictWord::Low->value, $verdict(0.6 * $good)['word']);
        $high = $verdict(1.8 * $good);
        self::assertSame(VerdictWord::VeryHigh->value, $high['word']);
        self::assertStringContainsString(sprintf('%.2f V across it', round(1.8 * $good, 4) * $ohms), $high['why']);
        $watts = (1.8 * $good) ** 2 * $ohms;
        self::assertMatchesRegularExpression('/R1 turns [\d.]+ m?W of its/', $high['why']);
        self::assertStringContainsString(
            $watts > $supply->part('R1')->value('power') ? 'too much for it' : 'of its',
            $high['why'],
        );
    }

    /** More current through the dropper speaks for what draws it, not for what starves it. */
    public function testACurrentIsEvidence(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $knowledge = Supplies::knowledge('tuner-feed');
        $watts = $knowledge->dictionary(null)->heat($supply->mode(null)->id, 'healthy', 'R1');
        $bench = self::live();
        $of = static fn(Bench $b, string $ref): float => array_sum(
            array_map(
                static fn(Suspect $s): float => $s->members[0]->ref === $ref ? $s->probability : 0.0,
                array_filter(
                    (new Workup($b->supply, $b->state(), $knowledge))->suspects(),
                    static fn(Suspect $s): bool => $s->members !== [],
                ),
            ),
        );
        $before = $of($bench, 'C1');
        // A reservoir that leaks takes its current ahead of the dropper: twice the good current through it is no such
        // thing, and something behind the dropper is.
        $double = (clone $bench)->add('current', [
            'part' => 'R1',
            'text' => sprintf('%.4fA', 2 * sqrt($watts / $supply->part('R1')->value('value'))),
        ]);

        self::assertLessThan($before, $of($double, 'C1'));
        $behind = static fn(Bench $b): float => $of($b, 'Z1') + $of($b, 'C2') + $of($b, 'RL1');
        self::assertGreaterThan(1.5 * $behind($bench), $behind($double));
    }

    public function testWhatIsNotSolvedIsNotKnown(): void
    {
        $bench = self::live()->add('current', ['part' => 'R1', 'text' => '30mA']);
        $none = FaultDictionary::unsolved([$bench->state()->mode]);
        $view = array_values(
            (new TestVerdicts($bench->supply, $bench->state(), $none, Supplies::knowledge('tuner-feed')))->views(),
        )[0];

        self::assertSame(VerdictWord::Unknown->value, $view['word']);
        self::assertStringContainsString('across it', $view['why']);
    }

    public function testOnlyAResistorUnderPowerCarriesOne(): void
    {
        $understood = FieldText::understand('r1 30mA', Supplies::demo('tuner-feed'));
        self::assertSame(['kind' => 'current', 'payload' => ['part' => 'R1', 'text' => '30mA']], $understood);
        foreach (
            [
                [self::live(), 'C1', '30mA', 'is no resistor'],
                [new Bench(Supplies::demo('tuner-feed')), 'R1', '30mA', 'no current flows'],
                [self::live(), 'R1', '2000A', 'at most'],
                [self::live(), 'R1', 'lots', 'lots'],
            ]
            as [$bench, $part, $text, $says]
        ) {
            try {
                $bench->add('current', ['part' => $part, 'text' => $text]);
                self::fail($says);
            } catch (EntryRefused $refused) {
                self::assertStringContainsString($says, $refused->getMessage());
            }
        }
    }

    /** Warmth the other way round: what makes it so warm, beside its rating. */
    public function testAWarmResistorTellsItsWatts(): void
    {
        $part = Supplies::demo('tuner-feed')->part('R1');
        foreach ([0.1, 0.5, 1.0] as $share) {
            $watts = $share * $part->value('power');
            self::assertEqualsWithDelta($watts, Warmth::watts($part, Warmth::rise($part, $watts)), 1e-6);
        }
        $hot = Warmth::judge($part, Warmth::rise($part, 0.9 * $part->value('power')), 0.1);
        self::assertStringContainsString('no margin', $hot->why);
    }

    /** @return list<array<string, mixed>> */
    private function views(string $text): array
    {
        $bench = self::live();
        $understood = FieldText::understand($text, $bench->supply);
        self::assertNotNull($understood);
        $bench->add($understood['kind'], $understood['payload']);

        return array_values(
            (new TestVerdicts(
                $bench->supply,
                $bench->state(),
                Supplies::knowledge('tuner-feed')->dictionary(null),
                Supplies::knowledge('tuner-feed'),
            ))->views(),
        );
    }

    private static function live(): Bench
    {
        return (new Bench(Supplies::demo('tuner-feed')))->add('power', ['power' => 'live']);
    }
}

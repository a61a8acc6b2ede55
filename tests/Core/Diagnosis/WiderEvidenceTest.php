<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\VerdictWord;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Evidence beside volts and ohms at the listed places: what is typed moves the right suspect. */
final class WiderEvidenceTest extends TestCase
{
    private const DEMO = 'tide-recorder';

    /**
     * @return iterable<string, array{list<string>, string, string, bool}> typed before, typed then, what it is about,
     *     whether suspicion on it rises
     */
    public static function moves(): iterable
    {
        yield 'half the ripple frequency is an open leg' => [['hum'], 'tp3 50Hz', 'BR1 ', true];
        yield 'the full frequency is none' => [['hum'], 'tp3 100Hz', 'BR1 ', false];
        yield 'ripple seen where a line should be' => [[], 'tp4 100Hz', 'U1 ', true];
        yield 'a regulator that should be warm is cold' => [[], 'u2 24C', 'U2 no output', true];
        yield 'a regulator that is warm carries its load' => [['tp6 0'], 'u2 60C', 'U2 no output', false];
        yield 'the difference across a regulator' => [[], 'tp3-tp4 21.7', 'U1 no output', true];
    }

    /** @param list<string> $before */
    #[DataProvider('moves')]
    public function testMovesASuspect(array $before, string $typed, string $about, bool $rises): void
    {
        $bench = $this->energised();
        foreach ($before as $text) {
            $this->type($bench, $text);
        }
        $prior = self::about($bench, $about);
        $this->type($bench, $typed);
        $rises
            ? self::assertGreaterThan(1.5 * $prior, self::about($bench, $about))
            : self::assertLessThan(0.7 * $prior, self::about($bench, $about));
    }

    /**
     * @return iterable<string, array{string, string, bool}> typed with the plug out, what it is about, whether
     *     suspicion on it rises
     */
    public static function deadMoves(): iterable
    {
        yield 'a reservoir that charges is not shorted' => ['c1 climbs', 'C1 shorted', false];
        yield 'one that stays at a few ohms is' => ['c1 stays 0.1', 'C1 shorted', true];
        yield 'one that does not climb' => ['c1 stays', 'C1 shorted', true];
        yield 'a rail that climbs holds no short' => ['tp3 climbs', 'BR1 d1 shorted', false];
        yield 'ohms with the leads swapped' => ['tp3 0R5 swapped', 'C1 shorted', true];
        yield 'ohms from rail to rail' => ['tp3-tp4 0R2', 'U1 shorted', true];
        yield 'diode test of a rail' => ['tp3 0.02 diode', 'C1 shorted', true];
    }

    #[DataProvider('deadMoves')]
    public function testADeadCheckAnywhereMovesASuspect(string $typed, string $about, bool $rises): void
    {
        $bench = new Bench(Supplies::demo(self::DEMO));
        $about = explode(' ', $about)[0];
        $prior = self::shorted($bench, $about);
        $this->type($bench, $typed);
        $rises
            ? self::assertGreaterThan($prior, self::shorted($bench, $about))
            : self::assertLessThan($prior, self::shorted($bench, $about));
    }

    public function testClimbingIsJudged(): void
    {
        $bench = new Bench(Supplies::demo(self::DEMO));
        $this->type($bench, 'c1 climbs');
        self::assertSame(VerdictWord::AsExpected, $this->verdict($bench)->word);
        $bench->add('reading', ['text' => 'c1 stays']);
        self::assertSame(VerdictWord::NotAsExpected, $this->verdict($bench)->word);
        self::assertStringContainsString('no charging capacitor', $this->verdict($bench)->why);
        $this->type($bench, 'r1 climbs');
        self::assertSame(
            VerdictWord::AsExpected,
            $this->verdict($bench)->word,
            'R1 bleeds C1: the pair of nodes climbs',
        );
        $this->type($bench, 'f1 climbs');
        self::assertSame(VerdictWord::NotAsExpected, $this->verdict($bench)->word, 'nothing charges across a fuse');
    }

    public function testFrequencyIsJudgedAgainstAGoodUnit(): void
    {
        $bench = $this->energised();
        $this->type($bench, 'tp3 100Hz');
        self::assertSame(VerdictWord::AsExpected, $this->verdict($bench)->word);
        $this->type($bench, 'tp3 50 hz');
        self::assertSame(VerdictWord::NotAsExpected, $this->verdict($bench)->word);
        self::assertStringContainsString('open leg of the rectifier', $this->verdict($bench)->why);
        $this->type($bench, 'tp3 flat');
        self::assertStringContainsString('No waveform', $this->verdict($bench)->sentence);
    }

    public function testAZenerIsJudgedByItsVoltageUnderCurrent(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        foreach (
            [
                '9.1' => VerdictWord::Fine,
                '6.8' => VerdictWord::Low,
                '0.02' => VerdictWord::Dead,
                'OL' => VerdictWord::NotAsExpected,
                '12' => VerdictWord::High,
            ]
            as $volts => $word
        ) {
            $this->type($bench, "z1 zener {$volts}");
            $views = (new Workup($bench->supply, $bench->state(), Supplies::knowledge('tuner-feed')))->tests()->views();
            self::assertSame($word->value, $views[$bench->last()->id]['word'], (string) $volts);
        }
    }

    public function testAZenerUnderCurrentMovesItsFaults(): void
    {
        $about = static fn(string $typed, string $title): float => (function () use ($typed, $title): float {
            $bench = new Bench(Supplies::demo('tuner-feed'));
            $this->type($bench, $typed);

            return self::about($bench, $title, 'tuner-feed');
        })->call(new self('x'));
        self::assertGreaterThan(
            10 * $about('z1 zener 9.0', 'Z1 voltage fallen'),
            $about('z1 zener 6.8', 'Z1 voltage fallen'),
        );
        self::assertGreaterThan(10 * $about('z1 zener 9.0', 'Z1 shorted'), $about('z1 zener 0.01', 'Z1 shorted'));
        self::assertGreaterThan(10 * $about('z1 zener 9.0', 'Z1 open'), $about('z1 zener OL', 'Z1 open'));
    }

    /** The twin takes mains, load and model out: the same reading then says more. */
    public function testATwinSharpensAReading(): void
    {
        $alone = $this->energised();
        $this->type($alone, 'tp3 24.6');
        $beside = $this->energised();
        $this->type($beside, 'twin tp3 24.4');
        $this->type($beside, 'tp3 24.6');
        $wrong = static fn(Bench $bench): float => 1 - self::about($bench, 'Nothing wrong with it');
        self::assertLessThan($wrong($alone), $wrong($beside), 'a high reading that the twin shows too is no fault');
        $labels = (new Workup($beside->supply, $beside->state(), Supplies::knowledge(self::DEMO)))->course()['labels'];
        self::assertStringContainsString('(twin 24.4 V)', implode(' ', $labels));
    }

    public function testATwinOfAnotherKindIsNotBelieved(): void
    {
        $alone = $this->energised();
        $this->type($alone, 'tp3 21.7');
        $beside = $this->energised();
        $this->type($beside, 'twin tp3 5.1');
        $this->type($beside, 'tp3 21.7');

        self::assertEqualsWithDelta(
            self::about($alone, 'Nothing wrong with it'),
            self::about($beside, 'Nothing wrong with it'),
            1e-9,
        );
    }

    /** @return iterable<string, array{string, string, string}> power, typed, part of the message */
    public static function refusals(): iterable
    {
        yield 'no waveform with the plug out' => ['unplugged', 'tp3 100Hz', 'no waveform to look at'];
        yield 'only DC between points' => ['live', 'tp3-tp4 3 ac', 'only DC is compared'];
        yield 'two grounds' => ['live', 'tp1-tp3 4', 'two sides of the isolation'];
        yield 'ESR of a fuse' => ['unplugged', 'f1 0R4 esr', 'is no capacitor'];
        yield 'climbing while energised' => ['live', 'c1 climbs', 'energised'];
        yield 'a zener voltage of a resistor' => ['unplugged', 'r1 zener 5', 'has no zener voltage'];
        yield 'hotter than anything on a bench' => ['live', 'u1 900C', 'not a temperature'];
        yield 'a negative frequency' => ['live', 'tp3 -50Hz', 'below zero'];
    }

    #[DataProvider('refusals')]
    public function testRefusesInWords(string $power, string $typed, string $says): void
    {
        $bench = new Bench(Supplies::demo(self::DEMO));
        $bench->add('power', ['power' => $power, 'mode' => 'loaded']);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessageMatches('/' . preg_quote($says, '/') . '/');
        $this->type($bench, $typed);
    }

    private function energised(): Bench
    {
        return (new Bench(Supplies::demo(self::DEMO)))->add('power', ['power' => 'live', 'mode' => 'loaded']);
    }

    private function type(Bench $bench, string $text): void
    {
        $understood = FieldText::understand($text, $bench->supply) ?? [
            'kind' => 'reading',
            'payload' => ['text' => $text],
        ];
        $bench->add($understood['kind'], $understood['payload']);
    }

    private function verdict(Bench $bench): \Oculant\Core\Expectation\Verdict
    {
        $state = $bench->state();

        return (new Workup($bench->supply, $state, Supplies::knowledge(self::DEMO)))->verdict(
            $state->readings[count($state->readings) - 1],
        );
    }

    private static function about(Bench $bench, string $title, string $demo = self::DEMO): float
    {
        $suspects = (new Workup($bench->supply, $bench->state(), Supplies::knowledge($demo)))->suspects();
        $found = array_filter(
            $suspects,
            static fn(Suspect $s): bool => str_contains($s->title, $title) ||
                array_filter($s->members, static fn($h): bool => str_starts_with($h->title, $title)) !== [],
        );
        self::assertNotEmpty($found, $title);

        return array_sum(array_map(static fn(Suspect $s): float => $s->probability, $found));
    }

    private static function shorted(Bench $bench, string $ref): float
    {
        $sum = 0.0;
        foreach (
            (new Workup($bench->supply, $bench->state(), Supplies::knowledge(self::DEMO)))->suspects()
            as $suspect
        ) {
            $sum +=
                array_filter(
                    $suspect->members,
                    static fn($h): bool => $h->ref === $ref && str_contains($h->fault, 'short'),
                ) === []
                    ? 0.0
                    : $suspect->probability;
        }

        return $sum;
    }
}

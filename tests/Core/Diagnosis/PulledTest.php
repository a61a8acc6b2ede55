<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;

/** A pin held low, and a supply that starts outside its set: what was done is solved under every fault. */
final class PulledTest extends TestCase
{
    private static ?SolvedKnowledge $knowledge = null;

    /** Base to emitter shorted, a good transistor lets go; one that is shorted through does not (common practice). */
    public function testABaseHeldLowTellsATransistorThatIsShortedFromOneThatIsDriven(): void
    {
        $bench = new Bench(self::switched());
        $bench->add('power', ['power' => 'live']);
        $knowledge = new SolvedKnowledge($bench->supply);
        $odds = static function () use ($bench, $knowledge): float {
            $suspects = (new Workup($bench->supply, $bench->state(), $knowledge))->suspects();

            return self::among($suspects, 'Q1:short') / self::among($suspects, 'R2:open');
        };
        $before = $odds();
        self::say($bench, 'q1 b low: nothing');

        $view = array_values((new Workup($bench->supply, $bench->state(), $knowledge))->tests()->views())[0];
        self::assertSame(VerdictWord::NotAsExpected->value, $view['word']);
        self::assertStringContainsString('falls', $view['why']);
        self::assertGreaterThan(10 * $before, $odds());
    }

    public function testAGoodUnitThatLetsGoIsAsExpected(): void
    {
        $bench = self::live();
        self::say($bench, 'q1.b low stops');

        self::assertSame(
            VerdictWord::AsExpected->value,
            array_values(self::workup($bench)->tests()->views())[0]['word'],
        );
    }

    /** What nobody described is kept, said so, and moves no suspect. */
    public function testAPinByNumberIsKeptWithoutWeight(): void
    {
        $bench = self::live()->add('symptom', ['symptom' => 'dead']);
        $before = self::of($bench, 'F1:open');
        self::say($bench, 'q1 pin 3 low: stops');

        $view = array_values(self::workup($bench)->tests()->views())[0];
        self::assertSame(VerdictWord::Unknown->value, $view['word']);
        self::assertStringContainsString('c, b, e', $view['why']);
        self::assertSame($before, self::of($bench, 'F1:open'));
    }

    /** Dead in its set and alive without: what hangs on it, or what gives way under it, and no open fuse. */
    public function testStartingOutsideTheSetPointsAtWhatHangsOnIt(): void
    {
        $bench = self::live()->add('symptom', ['symptom' => 'dead']);
        [$load, $fuse] = [self::of($bench, 'RL1:short'), self::of($bench, 'F1:open')];
        self::say($bench, 'starts by itself outside the set');

        self::assertGreaterThan(2 * $load, self::of($bench, 'RL1:short'));
        self::assertLessThan($fuse, self::of($bench, 'F1:open'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function refusals(): iterable
    {
        yield 'no such pin' => ['q1 gate low: stops', 'its pins here are c, b, e'];
        yield 'no end' => ['q1 b low', 'And then?'];
        yield 'nothing to be low against' => ['r1 a low: stops', 'jumper'];
    }

    #[DataProvider('refusals')]
    public function testWhatCannotBeReadSaysHowItCan(string $text, string $mend): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($mend);
        self::say(self::live(), $text);
    }

    public function testNothingFollowsOnAnUnpluggedUnit(): void
    {
        $this->expectExceptionMessage('unplugged');
        self::say(new Bench(self::supply()), 'q1 b low: stops');
    }

    private static function say(Bench $bench, string $text): void
    {
        $understood = FieldText::understand($text, $bench->supply);
        self::assertNotNull($understood, $text);
        $bench->add($understood['kind'], $understood['payload']);
    }

    private static function of(Bench $bench, string $hypothesis): float
    {
        return self::among(self::workup($bench)->suspects(), $hypothesis);
    }

    /** @param list<Suspect> $suspects */
    private static function among(array $suspects, string $hypothesis): float
    {
        return array_sum(
            array_map(
                static fn(Suspect $s): float => in_array($hypothesis, array_column($s->members, 'id'), true)
                    ? $s->probability
                    : 0.0,
                $suspects,
            ),
        );
    }

    private static function workup(Bench $bench): Workup
    {
        return new Workup($bench->supply, $bench->state(), (self::$knowledge ??= new SolvedKnowledge(self::supply())));
    }

    private static function live(): Bench
    {
        return (new Bench(self::supply()))->add('power', ['power' => 'live']);
    }

    private static function supply(): Description
    {
        static $supply = null;

        return $supply ??= DescriptionReader::fromJson(
            (string) file_get_contents(dirname(__DIR__, 3) . '/bench/outside/supplies/series-pass.json'),
        );
    }

    /** A lamp's load switched on its low side by a transistor that a resistor drives. */
    private static function switched(): Description
    {
        $part = static fn(string $ref, string $kind, array $of, string ...$terminals): array => [
            'ref' => $ref,
            'kind' => $kind,
            ...$of,
            'terminals' => $terminals,
        ];

        return DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'Deck lamp, switched',
            'revision' => 'A',
            'reference' => '0V',
            'mains' => ['dc' => '12 V', 'tolerance' => '10 %'],
            'parts' => [
                $part('W1', 'mains', [], l: 'IN', n: '0V'),
                $part('F1', 'fuse', ['rating' => 'F2A'], a: 'IN', b: 'ON'),
                $part('R1', 'resistor', ['value' => '470'], a: 'ON', b: 'BASE'),
                $part('R2', 'resistor', ['value' => '10k'], a: 'BASE', b: '0V'),
                $part('Q1', 'transistor', ['gain' => '150'], c: 'COL', b: 'BASE', e: '0V'),
                $part('RL1', 'load', ['current' => '200 mA', 'at' => '12 V'], a: 'ON', b: 'COL'),
            ],
            'stages' => [['id' => 'all', 'name' => 'All', 'parts' => ['W1', 'F1', 'R1', 'R2', 'Q1', 'RL1']]],
            'modes' => [['id' => 'loaded', 'name' => 'Lamp on']],
            'points' => [
                [
                    'id' => 'TP1',
                    'name' => 'across the lamp',
                    'node' => 'ON',
                    'against' => 'COL',
                    'how' => 'its holder',
                    'stage' => 'all',
                    'rail' => '12 V',
                ],
                ['id' => 'TP2', 'name' => 'base', 'node' => 'BASE', 'against' => '0V', 'how' => 'Q1', 'stage' => 'all'],
            ],
            'cautions' => [],
        ]);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Diagnosis\Evidence\FuseEvidence;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Destruction;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * A fuse and a resistor behind it, both overloaded by a shorted reservoir: 230 V through 100 ohms every other half
 * cycle are 1.63 A, and 265 W in 5 W. Limits of IEC 60127-2 for T (from memory): at 2.75 times 0.6 to 10 s, at 4 times
 * 0.15 to 3 s; a wirewound resistor stands ten times its rating for five seconds (data sheets), so this one some
 * seconds.
 */
final class RaceTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>, list<string>, list<string>}> rating; first, raced, luck */
    public static function fuses(): iterable
    {
        yield '3.3 times: the fuse, hardly' => ['T500mA', ['F1'], [], ['R1']];
        yield '2.6 times: the resistor, hardly' => ['T630mA', ['R1'], ['F1'], ['R1']];
        yield '1.6 times is carried' => ['T1A', ['R1'], [], ['R1']];
        yield '16 times: the fuse, whatever else' => ['T100mA', ['F1'], [], ['F1']];
    }

    /**
     * @param list<string> $first what goes
     * @param list<string> $raced fuses that may have been quicker
     * @param list<string> $luck  what goes where the fuse is slow
     */
    #[DataProvider('fuses')]
    public function testWhoIsQuicker(string $rating, array $first, array $raced, array $luck): void
    {
        $behaviour = new Behaviour(($supply = self::set($rating)));
        $usual = $behaviour->live($supply->mode(null), ['C1' => 'short']);
        $slow = $behaviour->live($supply->mode(null), ['C1' => 'short'], isLucky: true);
        $gone = static fn(array $chain): array => array_map(static fn(Destruction $d): string => $d->ref, $chain);

        self::assertSame($first, array_slice($gone($usual->chain), 0, 1));
        self::assertSame($raced, array_map(strval(...), array_keys($usual->raced())));
        self::assertSame($luck, array_slice($gone($slow->chain), 0, 1));
    }

    /** Either way it is weighed: a fuse that is found open speaks for the short, and so does one that held. */
    public function testAFuseThatMayHaveLostStillSpeaksForTheShort(): void
    {
        $knowledge = new SolvedKnowledge(self::set('T630mA'));
        $dictionary = $knowledge->dictionary(null);
        $open = static fn(string $id): float => (new FuseEvidence('F1', 'F1', 'parted'))->likelihood($id, $knowledge);

        self::assertNotNull($dictionary->breaking('C1:short', 'F1') ?? $dictionary->breaking('C1:short@3', 'F1'));
        self::assertGreaterThan(20 * $open('C1:dried'), $open('C1:short'));
        self::assertGreaterThan($open('C1:short'), $open('F1:open'), 'that takes the resistor as often');
        self::assertGreaterThan(0.0, $dictionary->broken('C1:short', 'F1'));
        self::assertGreaterThan($dictionary->broken('C1:short', 'F1'), $dictionary->broken('C1:short', 'R1'));
    }

    private static function set(string $rating): Description
    {
        return Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'F1', 'kind' => 'fuse', 'rating' => $rating, 'terminals' => ['a' => 'L', 'b' => 'A']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '100',
                    'power' => '5 W',
                    'style' => 'wirewound',
                    'terminals' => ['a' => 'A', 'b' => 'B'],
                ],
                ['ref' => 'D1', 'kind' => 'diode', 'current' => '10 A', 'terminals' => ['a' => 'B', 'k' => 'HT']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '47u',
                    'voltage' => '400 V',
                    'terminals' => ['plus' => 'HT', 'minus' => '0V'],
                ],
                [
                    'ref' => 'RL1',
                    'kind' => 'load',
                    'current' => '20 mA',
                    'at' => '270 V',
                    'terminals' => ['a' => 'HT', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['HT', '0V']],
        );
    }
}

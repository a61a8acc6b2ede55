<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\ClockLaw;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\TestCase;

/** The clock of a controller from the two parts that set it: f = 1.72 / (R C) (384x data-sheet family, from memory). */
final class ClockTest extends TestCase
{
    private const HERTZ = 1.72 / (10e3 * 3.3e-9);

    public function testAClockIsJudgedByWhatSetsIt(): void
    {
        $supply = self::supply();
        $window = Expectations::of($supply, $supply->mode('loaded'))->window('CLK', 'hertz');
        // Root sum of squares of 8 % of the controller, 5 % of the resistor and 5 % of the capacitor, each rectangular.
        $sigma = (self::HERTZ * sqrt(0.08 ** 2 + 0.05 ** 2 + 0.05 ** 2)) / sqrt(3);

        self::assertEqualsWithDelta(self::HERTZ, $window->nominal, 0.001 * self::HERTZ);
        self::assertEqualsWithDelta(self::HERTZ - 1.6 * $sigma, $window->low, 0.02 * self::HERTZ);
        self::assertEqualsWithDelta(self::HERTZ + 1.6 * $sigma, $window->high, 0.02 * self::HERTZ);
        foreach (
            [
                [43.25e3, VerdictWord::Low, 'slow if R21 has gone high or C21 has more'],
                [52e3, VerdictWord::AsExpected, 'U11 sets it as 1.72 / (R C)'],
                [66e3, VerdictWord::High, 'fast if C21 has lost capacitance or R21'],
            ]
            as [$hertz, $word, $why]
        ) {
            $verdict = Judge::frequency(
                $hertz,
                $window->nominal,
                $window,
                ClockLaw::words($supply, $supply->point('CLK'), $hertz, $window),
            );
            self::assertSame($word, $verdict->word, (string) $hertz);
            self::assertStringContainsString($why, $verdict->why);
        }
    }

    /** Its faults move it as the law says, and a controller that does not run has none. */
    public function testFaultsMoveTheClock(): void
    {
        $supply = self::supply();
        $behaviour = new Behaviour($supply);
        $hertz = static fn(array $faults): float => $behaviour
            ->live($supply->mode('loaded'), $faults)
            ->reading('CLK', 'hertz');

        self::assertEqualsWithDelta(self::HERTZ / 2, $hertz(['R21' => 'drifted']), 1.0, 'twice the ohms');
        self::assertEqualsWithDelta(2 * self::HERTZ, $hertz(['R21' => 'low']), 1.0, 'half the ohms');
        self::assertSame(0.0, $hertz(['U11' => 'dead']));
        self::assertSame(0.0, $hertz(['R11' => 'open']), 'nothing starts it');
    }

    private static function supply(): Description
    {
        $written = Answers::describe(Templates::named('flyback'), []);
        foreach ($written['parts'] as $k => $part) {
            if ($part['ref'] === 'U11') {
                $written['parts'][$k]['terminals'] += ['ref' => 'VREF', 'rt' => 'RT'];
            }
        }
        $written['parts'][] = [
            'ref' => 'R21',
            'kind' => 'resistor',
            'value' => '10k',
            'power' => '250 mW',
            'terminals' => ['a' => 'VREF', 'b' => 'RT'],
        ];
        $written['parts'][] = [
            'ref' => 'C21',
            'kind' => 'film_capacitor',
            'value' => '3.3n',
            'voltage' => '63 V',
            'tolerance' => '5 %',
            'terminals' => ['a' => 'RT', 'b' => 'HGND'],
        ];
        $written['points'][] = [
            'id' => 'CLK',
            'name' => 'timing pin',
            'node' => 'RT',
            'against' => 'HGND',
            'how' => 'C21, upper end',
        ];

        return DescriptionReader::fromArray($written);
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\SlipFinder;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * What is right in one mode and would be wrong in another (common practice), and the slips that need two grounds or
 * high ohms.
 */
#[Group('slow')]
final class CircumstanceTest extends TestCase
{
    public function testAConstantCurrentOutputStandsAtTheTopOfItsRangeWithNothingOnIt(): void
    {
        $supply = Supplies::drafted('television');
        $verdict = $this->judged($supply, 'unloaded', 'TP8', $this->nominal($supply, 'unloaded', 'TP8'));

        self::assertSame(VerdictWord::FineHere, $verdict->word);
        self::assertStringContainsString('constant-current output with nothing on it', $verdict->sentence);
        self::assertStringContainsString('top of its range', $verdict->why);
    }

    public function testARailThatIsOffInStandbyIsFine(): void
    {
        $supply = Supplies::drafted('television');
        $verdict = $this->judged($supply, 'standby', 'TP7', 0.03);

        self::assertSame(VerdictWord::FineHere, $verdict->word, $verdict->sentence);
        self::assertStringContainsString('off in this mode', $verdict->sentence);
        self::assertNotSame(
            VerdictWord::Fine,
            $this->judged($supply, 'standby', 'TP7', 11.9)->word,
            'on in standby is not fine',
        );
    }

    public function testALightlyLoadedWindingReadsAboveItsRating(): void
    {
        $supply = Supplies::drafted('linear', ['secondary' => '15 V', 'regulated' => '12 V', 'load' => '0.2 A']);
        $verdict = $this->judged($supply, 'unloaded', 'TP2', $this->nominal($supply, 'unloaded', 'TP2'));

        self::assertSame(VerdictWord::FineHere, $verdict->word);
        self::assertStringContainsString('15 V winding that is lightly loaded', $verdict->sentence);
    }

    public function testAReadingThatWandersIsUnstable(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $judge = new Judge($supply, self::expectations($supply, 'loaded'));

        self::assertSame(VerdictWord::Unstable, $judge->live('TP4', 'loaded', 'dc', 11.0, 4.0)->word);
        self::assertStringContainsString(
            '9.00 V to 13.00 V: unstable',
            $judge->live('TP4', 'loaded', 'dc', 11.0, 4.0)->sentence,
        );
        self::assertSame(VerdictWord::Fine, $judge->live('TP4', 'loaded', 'dc', 12.0, 0.05)->word);
    }

    public function testOtherGroundAcrossTheIsolationExplainsNothingAtAll(): void
    {
        $supply = Supplies::drafted('flyback');
        $slips = (new SlipFinder($supply, self::expectations($supply, 'loaded')))->explain('TP5', 'loaded', 'dc', 0.0);

        self::assertContains('other ground', array_column($slips, 'name'));
        self::assertStringContainsString('other side of the isolation', implode(' ', array_column($slips, 'advice')));
    }

    /** The minus of an unregulated pair as "ground": the plus rail then reads the whole span. */
    public function testOtherGroundOnTheSameSideShiftsTheReading(): void
    {
        $parts = [
            ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'FEED', 'n' => '0V']],
            ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'FEED', 'b' => 'MID']],
            ['ref' => 'R2', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'MID', 'b' => '0V']],
        ];
        $array = Supplies::arrayOf($parts, ['TP1' => ['FEED', 'MID']], [['id' => 'on', 'name' => 'On']]);
        $array['mains'] = ['dc' => '24 V', 'tolerance' => '5 %'];
        $array['grounds'] = [
            ['node' => '0V', 'name' => 'feed minus', 'how' => 'terminal'],
            ['node' => 'MID', 'name' => 'artificial ground', 'how' => 'stud'],
        ];
        $supply = \Oculant\Core\Supply\DescriptionReader::fromArray($array);
        $slips = (new SlipFinder($supply, self::expectations($supply, 'on')))->explain('TP1', 'on', 'dc', 24.0);

        self::assertSame('other ground', $slips[0]->name ?? null);
        self::assertEqualsWithDelta(24.0, $slips[0]->wouldRead, 0.1);
    }

    public function testNeighbouringPoint(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $expected = self::expectations($supply, 'loaded');
        $reservoir = $expected['loaded']->window('TP3')->nominal;
        $slips = (new SlipFinder($supply, $expected))->explain('TP4', 'loaded', 'dc', $reservoir);

        self::assertContains('neighbouring point', array_column($slips, 'name'));
        self::assertStringContainsString('TP3', implode(' ', array_column($slips, 'advice')));
    }

    /** A divider of megohms halves under a 300 kohm meter input, and worse (arithmetic of the divider). */
    public function testMeterLoading(): void
    {
        $parts = [
            ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'FEED', 'n' => '0V']],
            ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1M', 'terminals' => ['a' => 'FEED', 'b' => 'START']],
            ['ref' => 'R2', 'kind' => 'resistor', 'value' => '1M', 'terminals' => ['a' => 'START', 'b' => '0V']],
        ];
        $array = Supplies::arrayOf($parts, ['TP1' => ['START', '0V']], [['id' => 'on', 'name' => 'On']]);
        $array['mains'] = ['dc' => '100 V', 'tolerance' => '5 %'];
        $supply = \Oculant\Core\Supply\DescriptionReader::fromArray($array);
        $expected = self::expectations($supply, 'on');
        $parallel = static fn(float ...$ohms): float => 1 /
            array_sum(array_map(static fn(float $r): float => 1 / $r, $ohms));
        $loaded = (100 * $parallel(1e6, 10e6, 300e3)) / (1e6 + $parallel(1e6, 10e6, 300e3));

        self::assertEqualsWithDelta(
            (100 * $parallel(1e6, 10e6)) / (1e6 + $parallel(1e6, 10e6)),
            $expected['on']->window('TP1')->nominal,
            0.2,
            'the usual 10 Mohm counts too',
        );
        $slips = (new SlipFinder($supply, $expected))->explain('TP1', 'on', 'dc', $loaded);
        self::assertSame('meter loading', $slips[0]->name ?? null);
    }

    public function testLeadResistance(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $check = $supply->deadChecks()['F1'];

        self::assertSame(DeadCheck::RESISTANCE, $check->quantity);
        self::assertSame(['lead resistance'], array_column(SlipFinder::explainDead($check, 1.4, 1.0), 'name'));
        self::assertSame([], SlipFinder::explainDead($check, 1.05, 1.0));
        self::assertSame([], SlipFinder::explainDead($check, INF, 1.0));
    }

    private function judged(
        Description $supply,
        string $mode,
        string $point,
        float $value,
    ): \Oculant\Core\Expectation\Verdict {
        return (new Judge($supply, self::expectations($supply, $mode)))->live(
            $point,
            $mode,
            'dc' === self::expectations($supply, $mode)[$mode]->functions[$point] ? 'dc' : 'ac',
            $value,
        );
    }

    private function nominal(Description $supply, string $mode, string $point): float
    {
        return self::expectations($supply, $mode)[$mode]->window($point)->nominal;
    }

    /** @return array<string, Expectations> */
    private static function expectations(Description $supply, string $mode): array
    {
        static $solved = [];

        return $solved[$supply->hash() . $mode] ??= [$mode => Expectations::of($supply, $supply->mode($mode))];
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\Step\Finding;
use Oculant\Core\Diagnosis\Step\Measuring;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Expectation\Expectations;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What is said of a part that is found. */
final class FindingTest extends TestCase
{
    /**
     * A pass element that shorts puts the raw voltage on the capacitor behind it: a new capacitor alone would go the
     * same way (common practice).
     */
    public function testNamesWhatMayHaveTakenTheFoundPartAlong(): void
    {
        $detail = $this->finding(['C3:short' => 0.95, 'U1:short' => 0.03, 'C1:short' => 0.02]);

        self::assertStringContainsString(
            'It may itself have been taken along. Test before power comes back, or the new one goes the same way: U1 ',
            $detail,
        );
        self::assertStringNotContainsString('C1', $detail, 'what leaves it alone is not named');
    }

    public function testIsSilentWhereNothingWorthATestTakesItAlong(): void
    {
        self::assertStringNotContainsString('taken along', $this->finding(['C3:short' => 0.97, 'C1:short' => 0.03]));
        self::assertStringNotContainsString(
            'taken along',
            $this->finding(['C3:short' => 0.9989, 'U1:short' => 0.0011]),
            'one in a thousand is not worth a test',
        );
    }

    /** Common practice: of a fuse the cause is asked for even where none is likely. */
    public function testAFuseIsAConsequenceUntilProvenOtherwise(): void
    {
        self::assertStringContainsString(
            'A fuse is a consequence until proven otherwise',
            $this->finding(['F1:open' => 1.0]),
        );
        self::assertMatchesRegularExpression(
            '/If it goes again: D1 \\S/',
            $this->finding(['F1:open' => 0.999, 'D1:short' => 0.001]),
        );
    }

    public function testWhatTestedGoodIsLookedAtOnceMoreAndNotTakenOutAgain(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->seeTo(Gate::HandsIn)
            ->add('tested', ['part' => 'C3', 'verdict' => 'good']);

        self::assertStringContainsString(
            'although it tested good',
            $this->step(['C3:short' => 0.95, 'U1:short' => 0.05], $bench)['sentence'],
        );
    }

    /** @param non-empty-array<string, float> $suspects probability by fault */
    private function finding(array $suspects): string
    {
        return $this->step($suspects, (new Bench(Supplies::demo('auction-scale')))->seeTo(Gate::HandsIn))['detail'];
    }

    /**
     * @param non-empty-array<string, float> $suspects probability by fault
     *
     * @return array{sentence: string, detail: string}
     */
    private function step(array $suspects, Bench $bench): array
    {
        $supply = Supplies::demo('auction-scale');
        $dictionary = Supplies::knowledge('auction-scale')->dictionary(null);
        $all = [];
        foreach ($suspects as $id => $probability) {
            $all[] = new Suspect(
                $id,
                $dictionary->hypotheses[$id]->title,
                $probability,
                [$dictionary->hypotheses[$id]],
                [],
            );
        }
        $state = $bench->state();
        $expectations = array_map(
            static fn($mode): Expectations => Supplies::knowledge('auction-scale')->expectations($mode->id, null),
            $supply->modes,
        );

        return (new Finding(
            $supply,
            $state,
            $dictionary,
            new Measuring($supply, $state, $expectations, $dictionary),
        ))->of($all[0], $all);
    }
}

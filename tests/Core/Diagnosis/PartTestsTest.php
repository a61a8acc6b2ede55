<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\NextStep;
use Oculant\Core\Diagnosis\PartTests;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Point;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Tests of a part by itself: what they tell, what they cost, what they prove. */
#[Group('slow')]
final class PartTestsTest extends TestCase
{
    /** By hand: one bit between two equals, less the 0.194 bits of a test that errs in 3 of 100. */
    public function testTellsWhatThePencilSays(): void
    {
        $tests = $this->tests(['C1:leaky' => 0.5, 'U2:weak' => 0.5]);

        self::assertEqualsWithDelta(1 - 0.1944, $tests['C1']->bits, 1e-3);
        self::assertSame(['C1:leaky' => 0.5], $tests['C1']->outcomes[1]->shares);
        self::assertSame(['U2:weak' => 0.5], $tests['C1']->outcomes[0]->shares);
    }

    /** Certain of three in four: H(0.75 * 0.97 + 0.25 * 0.03) = H(0.735) = 0.8342, less 0.1944. */
    public function testTellsLessTheMoreIsKnown(): void
    {
        self::assertEqualsWithDelta(
            0.8342 - 0.1944,
            $this->tests(['C1:leaky' => 0.75, 'U2:weak' => 0.25])['C1']->bits,
            1e-3,
        );
        self::assertArrayNotHasKey(
            'C1',
            $this->tests(['C1:leaky' => 0.02, 'U2:weak' => 0.98]),
            'nobody takes that out',
        );
        self::assertSame(
            [],
            $this->tests(['healthy' => 0.6, 'C1:leaky' => 0.25, 'U2:weak' => 0.15]),
            'nor anything from a unit that is more likely well than not',
        );
    }

    public function testAFuseIsPulledSoonerThanALegIsLiftedAndALegSoonerThanAnIntegratedCircuitIsChanged(): void
    {
        $tests = $this->tests(['F1:open' => 0.3, 'C1:leaky' => 0.3, 'T1:primary_open' => 0.4]);

        self::assertLessThan(
            $tests['C1']->minutes * $tests['C1']->hazard,
            $tests['F1']->minutes * $tests['F1']->hazard,
        );
        self::assertLessThan(
            $tests['T1']->minutes * $tests['T1']->hazard,
            $tests['C1']->minutes * $tests['C1']->hazard,
        );
        foreach (PartKinds::all() as $kind) {
            self::assertContains($kind->apart(), Apart::cases(), $kind->name());
        }
    }

    /** A fuse that a short has taken along is as open as one that was tired. */
    public function testAConsequenceThatTestsBadDoesNotClearItsCause(): void
    {
        $supply = Supplies::demo('auction-scale');
        $taken = $this->tookAlong(Supplies::knowledge('auction-scale')->dictionary(null), 'F1');
        self::assertNotNull($taken, 'some short takes the fuse along');
        $bench = (new Bench($supply))->add('symptom', ['symptom' => 'dead']);
        $before = $this->probability($bench, $taken);
        $bench->add('tested', ['part' => 'F1', 'verdict' => 'bad']);

        self::assertGreaterThan($before, $this->probability($bench, $taken));
    }

    public function testIsSkippedLikeAnyOtherStepAndAskedOnce(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('tested', ['part' => 'U2', 'verdict' => 'good'])
            ->add('skip', ['target' => 'c1', 'quantity' => Tested::BY_ITSELF]);
        $tests = (new PartTests($bench->supply, Supplies::knowledge('tide-recorder')->dictionary(null)))->candidates(
            ['C1:leaky' => 0.4, 'U2:weak' => 0.3, 'U1:weak' => 0.3],
            $bench->state(),
            0.0,
        );

        self::assertSame(['U1'], array_column($tests, 'target'));
    }

    public function testWhatIsFoundIsConfirmedByATestAndASecondThoughtFollowsOneThatClears(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'part_dead'])
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.0'])
            ->add('reading', ['text' => 'tp6 0.0'])
            ->add('reading', ['text' => 'tp7 -22.1'])
            ->add('reading', ['text' => 'tp6 0.01'])
            ->add('power', ['power' => 'unplugged'])
            // No short holds the output down.
            ->add('reading', ['text' => 'tp6 40.6 ohm']);
        $next = $this->next($bench);
        self::assertSame(['confirm', 'U2', Tested::BY_ITSELF], [$next['kind'], $next['target'], $next['quantity']]);

        $cleared = clone $bench;
        $cleared->add('tested', ['part' => 'U2', 'verdict' => 'good']);
        $after = $this->next($cleared);
        self::assertNotSame('U2', $after['part'], 'it goes on looking');
        for ($k = 0; $k < 60 && $after['target'] !== null && $after['target'] !== 'U2'; $k++) {
            $cleared->add('skip', ['target' => $after['target'], 'quantity' => $after['quantity']]);
            $after = $this->next($cleared);
        }
        self::assertSame(
            ['confirm', 'Nothing else fits: test U2 once more.'],
            [$after['kind'], $after['sentence']],
            'with nothing else left',
        );
        // Good again: it is out for good. Bad after all: the later test counts.
        $twice = (clone $cleared)->add('tested', ['part' => 'U2', 'verdict' => 'good']);
        self::assertNotSame('U2', $this->next($twice)['target']);
        self::assertLessThan(0.01, $this->probability($twice, 'U2:open'));
        $cleared->add('tested', ['part' => 'U2', 'verdict' => 'bad']);
        self::assertSame(['cause', 'U2'], [$this->next($cleared)['kind'], $this->next($cleared)['part']]);
        $bench->add('tested', ['part' => 'U2', 'verdict' => 'bad']);
        $next = $this->next($bench);
        self::assertSame(['cause', 'U2', 'open'], [$next['kind'], $next['part'], $next['fault']]);
    }

    public function testWhatOnlySolderingSettlesIsAskedAsATest(): void
    {
        $bench = (new Bench(Supplies::demo('gallery-organ')))->add('symptom', ['symptom' => 'hum']);
        foreach (range(1, 60) as $ignored) {
            $next = $this->next($bench);
            if ($next['kind'] === 'gate') {
                $charged = true;
                $bench->seeTo(Gate::HandsIn);
                continue;
            }
            if ($next['kind'] === 'test') {
                break;
            }
            $bench->add('skip', ['target' => $next['target'], 'quantity' => $next['quantity']]);
        }
        self::assertTrue($charged ?? false, 'hands stay out until the capacitors are empty');
        self::assertSame('test', $next['kind']);
        self::assertStringContainsString("Test {$next['part']} by itself", $next['sentence']);
        self::assertNotSame('', $next['detail'], 'and how');
        self::assertEqualsCanonicalizing(['good', 'bad'], array_column($next['outcomes'], 'range'));
    }

    /** No output, output to common, leads: whichever it is, the part that tested bad comes out (common practice). */
    public function testAPartThatTestedBadIsFoundHoweverItFailed(): void
    {
        $written = Supplies::drafted('linear', ['secondary' => '26 V', 'regulated' => '24 V'])->written;
        $supply = DescriptionReader::fromArray(['modes' => array_slice($written['modes'], 0, 1)] + $written);
        $knowledge = new SolvedKnowledge($supply);
        $at = static fn(string $pin): string => (string) array_search(
            $supply->part('U1')->terminals[$pin],
            array_map(static fn(Point $p): string => $p->node, $supply->points),
            true,
        );
        $raw = $knowledge->expectations($supply->mode(null)->id, null)->window($at('in'))->nominal;
        $bench = (new Bench($supply))
            ->add('power', ['power' => 'live'])
            ->add('reading', ['text' => sprintf('%s %.1F', $at('in'), $raw)])
            ->add('reading', ['text' => "{$at('out')} 0"])
            ->add('tested', ['part' => 'U1', 'verdict' => 'bad']);
        $workup = new Workup($supply, $bench->state(), $knowledge);
        self::assertLessThan(0.9, $workup->suspects()[0]->probability);
        self::assertStringStartsWith('Found and confirmed: U1', $workup->next()['next']['sentence']);
    }

    public function testANewFuseThatGoesAgainKeepsThePowerOff(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $bench = (new Bench($supply))
            ->add('symptom', ['symptom' => 'dead'])
            ->seeTo(Gate::HandsIn)
            ->add('fuse', ['part' => 'F1', 'state' => 'parted'])
            ->add('reading', ['text' => 'D1 0.55 diode'])
            ->add('reading', ['text' => 'C1 12k'])
            ->add('cause', ['part' => 'F1', 'fault' => 'open'])
            ->add('repair', ['part' => 'F1', 'out' => 'T315mA', 'in' => 'T315mA']);
        $steps = new NextStep($supply, Supplies::knowledge('tuner-feed'), null);
        self::assertFalse($steps->fuseIsKnownOpen($bench->state()));
        $before = $this->probability($bench, 'F1:open');
        $bench->add('fuse', ['part' => 'F1', 'state' => 'blackened']);

        self::assertTrue($steps->fuseIsKnownOpen($bench->state()));
        self::assertLessThan(
            0.6 * $before,
            $this->probability($bench, 'F1:open'),
            'two tired ones in a row are hardly believed',
        );
    }

    /**
     * @param array<string, float> $plausible
     *
     * @return array<string, \Oculant\Core\Diagnosis\Candidate> by part
     */
    private function tests(array $plausible): array
    {
        $bench = new Bench(Supplies::demo('tide-recorder'));
        $tests = (new PartTests($bench->supply, Supplies::knowledge('tide-recorder')->dictionary(null)))->candidates(
            $plausible,
            $bench->state(),
            0.0,
        );

        return array_combine(array_column($tests, 'target'), $tests);
    }

    /** @return array<string, mixed> */
    private function next(Bench $bench): array
    {
        return (new Workup($bench->supply, $bench->state(), self::knowledge($bench)))->next()['next'];
    }

    private function probability(Bench $bench, string $fault): float
    {
        foreach ((new Workup($bench->supply, $bench->state(), self::knowledge($bench)))->suspects() as $suspect) {
            if (in_array($fault, array_map(static fn(Hypothesis $h): string => $h->id, $suspect->members), true)) {
                return $suspect->probability;
            }
        }

        return 0.0;
    }

    private static function knowledge(Bench $bench): Knowledge
    {
        foreach (['tide-recorder', 'gallery-organ', 'tuner-feed', 'auction-scale'] as $name) {
            if ($bench->supply->title === Supplies::demo($name)->title) {
                return Supplies::knowledge($name);
            }
        }
        throw new \LogicException("No knowledge of {$bench->supply->title}.");
    }

    private function tookAlong(FaultDictionary $dictionary, string $ref): ?string
    {
        foreach ($dictionary->hypotheses as $id => $hypothesis) {
            if ($hypothesis->ref !== $ref && $dictionary->broken((string) $id, $ref) > 0.0) {
                return (string) $id;
            }
        }

        return null;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\RepairReport;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Practice\SimulatedTechnician;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

#[Group('slow')]
final class DiagnosisTest extends TestCase
{
    /**
     * Every fault of the supply that a meter shows, on a unit with spread parts and meter noise, followed step by step
     * until a test of the part confirms it. Bounds: the goal of the engine for the rate of right groups among what an
     * owner would notice, and never a confident wrong answer here.
     */
    #[DataProvider('supplies')]
    public function testFollowingTheNextStepFindsTheFault(string $name): void
    {
        $supply = Supplies::demo($name);
        $technician = new SimulatedTechnician($supply, Supplies::knowledge($name));
        $wrong = $confident = $missed = [];
        $shown = $noticed = 0;
        $faults = Supplies::knowledge($name)->dictionary(null)->hypotheses;
        foreach (array_keys($faults) as $k => $fault) {
            $result = $technician->find($fault, 1000 + $k);
            if (!$result['isShown']) {
                continue;
            }
            $shown++;
            $noticed += $result['isNoticed'] ? 1 : 0;
            if (!$result['right']) {
                if ($result['isNoticed']) {
                    $missed[] = "{$fault}: {$result['top']}";
                }
                $wrong[] = "{$fault}: {$result['top']} after " . implode('; ', $result['readings']);
                if ($result['confident']) {
                    $confident[] = end($wrong);
                }
            }
        }

        self::assertSame([], $confident, 'confidently wrong');
        self::assertLessThanOrEqual(0.03 * $noticed, count($missed), implode("\n", $missed));
        // Every fault has mild degrees now, and beside a sleeping regulator no ohmmeter tells a bleeder of half its
        // value from a good one. What nobody would notice often ends as "nothing wrong with it" once the likelier
        // causes are excluded.
        self::assertGreaterThan(20, $shown);
        self::assertLessThanOrEqual(0.25 * $shown, count($wrong), implode("\n", $wrong));
    }

    /** @return iterable<string, array{string}> */
    public static function supplies(): iterable
    {
        yield 'zener shunt' => ['tuner-feed'];
        yield 'single regulated' => ['deck-intercom'];
        yield 'dual regulated' => ['tide-recorder'];
        yield 'dual unregulated' => ['dimmer-drive'];
    }

    public function testAMissingRailPointsAtItsRegulatorOrFeed(): void
    {
        $bench = $this->missingRail();
        $suspects = $this->workup($bench)->suspects();

        self::assertEqualsCanonicalizing(['U2', 'J2'], [...$suspects[0]->parts(), ...$suspects[1]->parts()]);
        // What is left are shorts at the output, which fold it back (78xx data sheet).
        self::assertGreaterThan(0.7, $suspects[0]->probability + $suspects[1]->probability);
    }

    public function testTheNextReadingSeparatesThem(): void
    {
        $bench = $this->missingRail();
        $next = $this->workup($bench)->next()['next'];

        self::assertSame('TP7', $next['target']);
        self::assertGreaterThanOrEqual(2, count($next['outcomes']));
        $bench->add('reading', ['text' => '-24.7', 'target' => 'TP7', 'quantity' => 'dc']);
        $workup = $this->workup($bench);
        self::assertSame(['U2'], $workup->suspects()[0]->parts());
        // A short at its output folds it back with its input as good as that (78xx data sheet): nothing is found before
        // that is told apart.
        self::assertContains($workup->next()['next']['kind'], ['state', 'measure']);
        self::assertStringNotContainsString('Found', $workup->next()['next']['sentence']);
        self::assertContains(
            "TP7 \u{2212}24.7 V",
            array_column($workup->reasons($workup->suspects()[0])['for'], 'label'),
        );
    }

    public function testNoVoltageInFrontOfTheRegulatorIsTheConnector(): void
    {
        $bench = $this->missingRail()->add('reading', ['text' => '0.01', 'target' => 'TP7', 'quantity' => 'dc']);

        self::assertSame(['J2'], $this->workup($bench)->suspects()[0]->parts());
    }

    /** A working rail proves everything it shares with the dead one (common practice). */
    public function testAWorkingRailProvesWhatItShares(): void
    {
        $workup = $this->workup($this->missingRail());
        $energy = array_column($workup->points->path(), 'energy', 'id');

        self::assertSame('present', $energy['inlet']);
        self::assertSame('present', $energy['transformer']);
        self::assertSame('present', $energy['out1']);
        self::assertSame('absent', $energy['out2']);
        foreach ($workup->suspects() as $suspect) {
            if (array_intersect($suspect->parts(), ['F1', 'S1', 'T1']) !== []) {
                self::assertLessThan(0.02, $suspect->probability, $suspect->title);
            }
        }
    }

    public function testOneSlipDoesNotConvict(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $bench = (new Bench($supply))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp2 18.1 ac'])
            ->add('reading', ['text' => 'tp4 15.0'])
            ->add('reading', ['text' => 'tp6 -15.0'])
            ->add('reading', ['text' => 'tp3 21.7']);
        $workup = $this->workup($bench);

        foreach ($workup->suspects() as $suspect) {
            if (in_array('T1', $suspect->parts(), true)) {
                self::assertLessThan(0.5, $suspect->probability);
            }
        }
        self::assertSame('end to tap instead of end to end', $workup->slips($bench->state()->readings[0])[0]->name);
    }

    public function testUnexplainableReadingsAreNotForcedOntoAPart(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 8.7'])
            ->add('reading', ['text' => 'tp6 -19.5'])
            ->add('reading', ['text' => 'tp3 13.0'])
            ->add('reading', ['text' => 'tp5 -31.0']);
        $suspects = $this->workup($bench)->suspects();
        $unknown = array_values(
            array_filter($suspects, static fn(Suspect $s): bool => $s->id === Hypothesis::UNKNOWN),
        )[0];

        self::assertGreaterThan(0.5, $unknown->probability);
    }

    public function testReplacingThePartPredictsAGoodUnitAndAsksForProof(): void
    {
        $bench = $this->repaired();
        $workup = $this->workup($bench);

        self::assertGreaterThan(0.4, $workup->inference->fixed());
        $next = $workup->next()['next'];
        self::assertSame(
            ['measure', 'TP4', 'resistance'],
            [$next['kind'], $next['target'], $next['quantity']],
            'no output may be shorted',
        );
        $bench->seeTo(Gate::Mains);
        self::assertSame('state', $this->workup($bench)->next()['next']['kind']);
        $bench->add('power', ['power' => 'live', 'mode' => 'loaded']);
        self::assertSame('TP4', $this->workup($bench)->next()['next']['target']);
        $bench->add('reading', ['text' => 'tp4 15.1'])->add('reading', ['text' => 'tp6 -15.0']);
        self::assertSame('state', $this->workup($bench)->next()['next']['kind']);
        $bench->add('power', ['power' => 'unplugged']);
        self::assertSame(
            ['gate', 'prove'],
            [$this->workup($bench)->next()['next']['kind'], $this->workup($bench)->next()['next']['leads']],
            'safety tests come before the door',
        );
        $bench->seeTo(Gate::HandBack);
        self::assertSame('close', $this->workup($bench)->next()['next']['kind']);
        self::assertSame([], $this->workup($bench)->proofs->missingForClose());
    }

    public function testARepairThatDidNotHelpCannotBeClosed(): void
    {
        $bench = $this->repaired()
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.1'])
            ->add('reading', ['text' => 'tp6 0.0'])
            ->add('power', ['power' => 'unplugged']);
        $workup = $this->workup($bench);

        self::assertContains('these do not read right after the repair: TP6', $workup->proofs->missingForClose());
        self::assertNotSame('close', $workup->next()['next']['kind']);
        self::assertNotSame(['U2'], $workup->suspects()[0]->parts());
    }

    /** A fuse is a consequence until proven otherwise (common practice): replacing it alone does not cure a short. */
    public function testAFuseAloneDoesNotCureAShort(): void
    {
        $dictionary = Supplies::knowledge('tide-recorder')->dictionary(null);

        self::assertSame('C1:short', $dictionary->remaining('C1:short', ['F1']));
        self::assertSame('F1:open', $dictionary->remaining('C1:short', ['C1']));
        self::assertSame(Hypothesis::HEALTHY, $dictionary->remaining('C1:short', ['C1', 'F1']));
        self::assertSame(Hypothesis::HEALTHY, $dictionary->remaining('F1:open', ['F1']));
    }

    public function testOpenFuseIsFollowedByDeadChecksNotByPower(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('symptom', ['symptom' => 'fuse_open']);
        $workup = new Workup($bench->supply, $bench->state(), Supplies::knowledge('auction-scale'));

        foreach ($workup->candidates() as $candidate) {
            self::assertFalse($candidate->energised, "{$candidate->target} would need power");
        }
        $shorted = array_values(
            array_filter(
                $workup->suspects(),
                static fn(Suspect $s): bool => in_array('D1', $s->parts(), true) && $s->chain !== [],
            ),
        );
        self::assertStringContainsString('F1 opens', $shorted[0]->chain[0]);
    }

    /** Half-split by hand: with equally likely faults in a row and equal cost, the middle point tells one bit. */
    public function testChoosesTheMiddleOfAChainOfEqualSuspects(): void
    {
        $parts = [
            ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'N0', 'n' => '0V']],
            ['ref' => 'RL', 'kind' => 'load', 'value' => '100', 'terminals' => ['a' => 'N8', 'b' => '0V']],
        ];
        $points = [];
        for ($k = 1; $k <= 8; $k++) {
            $parts[] = ['ref' => "X{$k}", 'kind' => 'joint', 'terminals' => ['a' => 'N' . ($k - 1), 'b' => "N{$k}"]];
            $points["TP{$k}"] = ["N{$k}", '0V'];
        }
        $array = ['mains' => ['dc' => '12 V']] + Supplies::arrayOf($parts, $points);
        $supply = \Oculant\Core\Supply\DescriptionReader::fromArray($array);
        $bench = (new Bench($supply))->add('power', ['power' => 'live'])->add('reading', ['text' => 'tp8 0']);
        $workup = new Workup($supply, $bench->state(), new \Oculant\Core\Diagnosis\SolvedKnowledge($supply));
        $best = $workup->candidates()[0];

        self::assertContains($best->target, ['TP3', 'TP4', 'TP5']);
        self::assertEqualsWithDelta(1.0, $best->bits, 0.1);
    }

    public function testReportHoldsAsFoundCauseWorkAndAsLeft(): void
    {
        $bench = $this->repaired()
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.1'])
            ->add('reading', ['text' => 'tp6 -15.0'])
            ->add('power', ['power' => 'unplugged']);
        $bench->seeTo(Gate::HandBack)->add('close');
        $report = RepairReport::of(
            $bench->supply,
            $bench->state(),
            $this->workup($bench),
            Supplies::knowledge('tide-recorder')->dictionary(null),
        );

        self::assertSame(['TP4', 'TP6'], array_column($report['asFound'], 'target'));
        self::assertSame('dead', $report['asFound'][1]['word']);
        self::assertSame('U2 regulator 7915', $report['cause']['part'] ?? null);
        self::assertSame('fine', $report['asLeft'][1]['word']);
        self::assertSame([], $report['open']);
    }

    public function testResidualChargeIsJudgedByTheTouchLimit(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))
            ->add('reading', ['text' => 'tp3 88 V'])
            ->add('reading', ['text' => 'tp3 2.1 dc']);
        $workup = new Workup($bench->supply, $bench->state(), Supplies::knowledge('tuner-feed'));
        [$charged, $empty] = $bench->state()->readings;

        self::assertStringContainsString('still charged', $workup->verdict($charged)->sentence);
        self::assertTrue($workup->verdict($empty)->word->isGood());
    }

    private function missingRail(): Bench
    {
        return (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'part_dead'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.1'])
            ->add('reading', ['text' => 'tp6 0.0']);
    }

    private function repaired(): Bench
    {
        return $this->missingRail()
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', ['part' => 'U2', 'fault' => 'open'])
            ->add('repair', ['part' => 'U2', 'out' => '7915, dead', 'in' => '7915, new']);
    }

    private function workup(Bench $bench): Workup
    {
        return new Workup($bench->supply, $bench->state(), Supplies::knowledge('tide-recorder'));
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\Candidate;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Practice\SimulatedTechnician;
use Oculant\Core\Practice\SimulatedUnit;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What the technician sees and is told, from booking-in on. */
#[Group('slow')]
final class WorkupTest extends TestCase
{
    public function testANewJobHasANextStepBeforeAnythingIsMeasured(): void
    {
        $workup = $this->workup(new Bench(Supplies::demo('deck-intercom')), 'deck-intercom');
        $next = $workup->next()['next'];

        self::assertContains($next['kind'], ['measure', 'state']);
        self::assertNotEmpty($next['sentence']);
        self::assertNotEmpty($next['outcomes']);
        self::assertStringContainsString('bits', $next['why']);
    }

    public function testALiveStepNamesLeadsFunctionRangeExpectationAndOutcomes(): void
    {
        $bench = (new Bench(Supplies::demo('deck-intercom')))
            ->add('symptom', ['symptom' => 'hum'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $workup = $this->workup($bench, 'deck-intercom');
        $live = array_values(array_filter($workup->candidates(), static fn(Candidate $c): bool => $c->energised));
        self::assertNotSame([], $live);
        $next = $workup->next()['next'];

        self::assertSame('measure', $next['kind']);
        self::assertStringStartsWith('Red on ', $next['sentence']);
        self::assertStringContainsString('black on 0V', $next['sentence']);
        self::assertMatchesRegularExpression(
            '/^(DC volts|AC volts), \d+ V range$|^Oscilloscope/',
            (string) $next['meter'],
        );
        self::assertStringStartsWith('a good unit: ', (string) $next['expect']);
        self::assertEqualsWithDelta(1.0, array_sum(array_column($next['outcomes'], 'probability')), 0.05);
    }

    public function testADeadStepNamesTheTerminals(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('symptom', ['symptom' => 'fuse_open']);
        $next = $this->workup($bench, 'auction-scale')->next()['next'];

        self::assertSame('measure', $next['kind']);
        self::assertMatchesRegularExpression('/red on .+, black on .+\.$/', $next['sentence']);
        self::assertMatchesRegularExpression('/^Ohms, .+ range$|^Diode test$/', (string) $next['meter']);
    }

    /** Live primary and high voltage cost care: hot points come after those on the output side that tell as much. */
    public function testHotPointsAreSuggestedLast(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('symptom', ['symptom' => 'fuse_intact'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $candidates = $this->workup($bench, 'tide-recorder')->candidates();
        $hot = array_values(
            array_filter($candidates, static fn(Candidate $c): bool => $c->target === 'TP1' && $c->energised),
        )[0];

        self::assertSame(4.0, $hot->hazard);
        self::assertNotSame('TP1', $candidates[0]->target);
    }

    public function testAHotStepCarriesItsCaution(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded']);
        foreach (['TP2', 'TP3', 'TP4', 'TP5', 'TP6', 'TP7'] as $point) {
            $bench->add('reading', ['text' => '0.0', 'target' => $point, 'quantity' => $point === 'TP2' ? 'ac' : 'dc']);
        }
        // Everything else is out of reach, so that the mains side is all that is left.
        for (
            $next = $this->workup($bench, 'tide-recorder')->next()['next'];
            $next['target'] !== null && $next['quantity'] . $next['target'] !== 'acTP1';
            $next = $this->workup($bench, 'tide-recorder')->next()['next']
        ) {
            $bench->add('skip', ['target' => $next['target'], 'quantity' => $next['quantity']]);
        }

        self::assertSame('TP1', $next['target']);
        self::assertStringContainsString('mains side', (string) $next['caution']);
    }

    /** Whoever cannot test a part is not asked for it for ever. */
    public function testWhatCannotBeTestedByItselfIsNamedOrExchanged(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('reading', ['text' => 'f1 OL'])
            ->add('skip', ['target' => 'F1', 'quantity' => 'by itself']);
        $asked = [];
        for ($k = 0; $k < 60; $k++) {
            $next = $this->workup($bench, 'tide-recorder')->next()['next'];
            if ($next['target'] === null) {
                break;
            }
            self::assertNotContains($asking = "{$next['target']} {$next['quantity']} {$next['mode']}", $asked);
            $asked[] = $asking;
            $bench->add('skip', ['target' => $next['target'], 'quantity' => $next['quantity']]);
        }
        self::assertNull($next['target'] ?? null);
        self::assertSame('confirm', $next['kind'] ?? '');
        self::assertStringContainsString('put a known good one in its place', $next['detail'] ?? '');
    }

    public function testASkippedMeasurementIsNotSuggestedAgain(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('symptom', ['symptom' => 'part_dead'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp6 0.0'])
            ->add('reading', ['text' => 'tp4 15.0']);
        $first = $this->workup($bench, 'tide-recorder')->next()['next'];
        $bench->add('skip', ['target' => $first['target'], 'quantity' => $first['quantity']]);
        $second = $this->workup($bench, 'tide-recorder')->next()['next'];

        self::assertNotSame([$first['target'], $first['quantity']], [$second['target'], $second['quantity']]);
    }

    public function testAnAlreadyMeasuredPointIsNotSuggested(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.0']);
        foreach ($this->workup($bench, 'tide-recorder')->candidates() as $candidate) {
            self::assertNotSame(['TP4', 'dc', 'loaded'], [$candidate->target, $candidate->quantity, $candidate->mode]);
        }
    }

    public function testLimitedPowerCountsOnlyWithItsVoltageKnown(): void
    {
        $bench = (new Bench(Supplies::demo('dimmer-drive')))
            ->add('power', ['power' => 'limited', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp3 11.0']);
        $before = $this->workup($bench, 'dimmer-drive');
        self::assertStringContainsString(
            'cannot tell on limited power',
            $before->verdict($bench->state()->readings[0])->sentence,
        );

        $bench->add('mains', ['text' => '105'])->add('reading', ['text' => 'tp3 11.0']);
        self::assertSame(
            'fine',
            $this->workup($bench, 'dimmer-drive')->verdict($bench->state()->readings[1])->word->value,
        );
    }

    public function testEverythingGoodPointsAtTheUnitBeingGood(): void
    {
        $bench = (new Bench(Supplies::demo('deck-intercom')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp1 230 ac'])
            ->add('reading', ['text' => 'tp2 15.6 ac'])
            ->add('reading', ['text' => 'tp3 17.8'])
            ->add('reading', ['text' => 'tp3 2.0 ripple'])
            ->add('reading', ['text' => 'tp4 12.0']);
        $suspects = $this->workup($bench, 'deck-intercom')->suspects();
        $dead = array_filter(
            $suspects,
            static fn(Suspect $s): bool => in_array('U1', $s->parts(), true) && $s->members[0]->fault === 'open',
        );

        self::assertLessThan(0.01, reset($dead)->probability);
        $healthy = array_values(
            array_filter($suspects, static fn(Suspect $s): bool => $s->id === Hypothesis::HEALTHY),
        )[0];
        self::assertGreaterThan(0.05, $healthy->probability);
    }

    public function testWaitsForFollowsTheJob(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('power', ['power' => 'live', 'mode' => 'loaded']);
        self::assertStringStartsWith('measuring', $this->workup($bench, 'tuner-feed')->choice->waitsFor());
        $bench
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', ['part' => 'Z1', 'fault' => 'short'])
            ->add('repair', ['part' => 'Z1', 'out' => 'a', 'in' => 'b']);
        self::assertSame('proof at TP4', $this->workup($bench, 'tuner-feed')->choice->waitsFor());
        $bench
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 9.2'])
            ->add('power', ['power' => 'unplugged']);
        self::assertSame('its safety tests', $this->workup($bench, 'tuner-feed')->choice->waitsFor());
        $bench->seeTo(Gate::HandBack);
        self::assertSame('closing', $this->workup($bench, 'tuner-feed')->choice->waitsFor());
        $bench->add('close');
        self::assertSame('hand-back', $this->workup($bench, 'tuner-feed')->choice->waitsFor());
        $bench->add('handback');
        self::assertSame('handed back', $this->workup($bench, 'tuner-feed')->choice->waitsFor());
    }

    public function testARepairWithoutACauseAsksForIt(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 0.05'])
            ->add('reading', ['text' => 'tp3 15.0'])
            ->add('power', ['power' => 'unplugged'])
            ->add('repair', ['part' => 'Z1', 'out' => 'a', 'in' => 'b'])
            ->add('repair', ['part' => 'C2', 'out' => 'a', 'in' => 'b']);

        self::assertSame('cause', $this->workup($bench, 'tuner-feed')->next()['next']['kind']);
    }

    public function testPathIsUnknownUntilSomethingIsMeasured(): void
    {
        $workup = $this->workup(new Bench(Supplies::demo('tide-recorder')), 'tide-recorder');

        self::assertSame(['unknown'], array_values(array_unique(array_column($workup->points->path(), 'energy'))));
        self::assertGreaterThan(0, array_sum(array_column($workup->points->path(), 'suspicion')));
    }

    public function testAReplacedPartIsMarkedAndNoLongerSuspected(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 0.05'])
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', ['part' => 'Z1', 'fault' => 'short'])
            ->add('repair', ['part' => 'Z1', 'out' => 'a', 'in' => 'b']);
        $parts = array_column(
            array_merge(...array_column($this->workup($bench, 'tuner-feed')->points->path(), 'parts')),
            null,
            'ref',
        );

        self::assertTrue($parts['Z1']['replaced']);
        self::assertEqualsWithDelta(0.0, $parts['Z1']['suspicion'], 1e-6);
        self::assertGreaterThan(0.0, $parts['C2']['suspicion']);
    }

    public function testASimulatedUnitIsTheSameForTheSameSeed(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $read = static fn(int $seed): float => (new SimulatedUnit($supply, ['C1' => 'dried'], $seed))->live(
            'TP3',
            'dc',
            'loaded',
        );

        self::assertSame($read(7), $read(7));
        self::assertNotSame($read(7), $read(8));
    }

    public function testARepairedSimulatedUnitIsGood(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $unit = new SimulatedUnit($supply, ['Z1' => 'short'], 3);
        self::assertLessThan(0.5, $unit->live('TP4', 'dc', 'loaded'));
        $unit->repair('Z1');
        self::assertGreaterThan(8.5, $unit->live('TP4', 'dc', 'loaded'));
    }

    public function testABlownFuseStaysBlownUntilItIsReplaced(): void
    {
        $unit = new SimulatedUnit(Supplies::demo('tide-recorder'), ['C1' => 'short'], 6);
        self::assertTrue(is_infinite($unit->dead('F1', 'loaded')));
        $unit->repair('C1');
        self::assertEqualsWithDelta(0.0, $unit->live('TP4', 'dc', 'loaded'), 0.01);
        $unit->repair('F1');
        self::assertEqualsWithDelta(15.0, $unit->live('TP4', 'dc', 'loaded'), 0.7);
    }

    /** @return iterable<string, array{array<string, string>, list<string>}> answers, faults */
    public static function unseen(): iterable
    {
        yield 'a 24 V single rail on 120 V mains' => [
            [
                'secondary' => '27 V',
                'regulated' => '24 V',
                'load' => '0.25 A',
                'mains' => '120 V',
                'frequency' => '60 Hz',
            ],
            ['U1:open', 'C1:dried', 'BR1:d3_open', 'F1:open', 'U1:short'],
        ];
        yield 'a half-wave unregulated rail' => [
            ['rectifier' => 'half_wave', 'secondary' => '18 V', 'load' => '80 mA'],
            ['D1:open', 'C1:dried', 'T1:primary_open', 'S1:open'],
        ];
        yield 'a dual 8 V supply' => [
            ['rails' => 'dual', 'secondary' => '11 V', 'regulated' => '8 V', 'load' => '0.15 A'],
            ['U1:open', 'U2:open', 'C2:dried', 'BR1:d2_short', 'U2:low'],
        ];
    }

    /**
     * Supplies that nobody looked at while the engine was written.
     *
     * @param array<string, string> $answers
     * @param list<string>          $faults
     */
    #[DataProvider('unseen')]
    public function testFindsFaultsOfSuppliesNeverSeenBefore(array $answers, array $faults): void
    {
        $supply = Supplies::drafted('linear', $answers);
        $technician = new SimulatedTechnician($supply, new SolvedKnowledge($supply));
        foreach ($faults as $k => $fault) {
            $result = $technician->find($fault, 500 + $k);
            // A bridge leg behind a regulator that holds: nobody notices, and nothing is taken out of a unit that reads
            // well.
            $seemsWell = !$result['isNoticed'] && $result['top'] === 'Nothing wrong with it';
            self::assertTrue(
                $result['right'] || $seemsWell,
                "{$fault}: {$result['top']} after " . implode('; ', $result['readings']),
            );
        }
    }

    private function workup(Bench $bench, string $name): Workup
    {
        return new Workup($bench->supply, $bench->state(), Supplies::knowledge($name));
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\OwnersPage;
use Oculant\Core\Diagnosis\RepairReport;
use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Not every job is one broken part: what must be there before a unit goes back follows from what it came for. */
final class PurposeTest extends TestCase
{
    private const DEMO = 'tide-recorder';

    public function testAUnitThatWorksIsCheckedAndGoesBack(): void
    {
        $bench = self::bench('check');
        self::assertSame(['measure: TP4, TP6'], Close::missing($bench->supply, $bench->state()));
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged']);
        self::assertSame('gate', self::workup($bench)->next()['next']['kind'], 'safety tests are still to be made');
        $bench->seeTo(Gate::HandBack);
        $workup = self::workup($bench);

        self::assertSame([], $workup->proofs->missingForClose());
        self::assertSame('close', $workup->next()['next']['kind']);
        $page = array_column(self::page($bench), 'text', 'title');
        self::assertSame('It works: check or service.', $page['What it was here for']);
        self::assertSame('Nothing was replaced.', $page['What was done']);
        self::assertSame('All 2 readings are as a good unit\'s.', explode('. ', $page['How it is now'])[0] . '');
        $bench->add('close')->add('handback');
        self::assertNotNull($bench->state()->handedBackAt);
    }

    /** Whoever brings a unit that works brings a unit that works (common practice). */
    public function testWhatComesToBeCheckedIsHeldForGood(): void
    {
        $top = static fn(Bench $bench): string => self::workup($bench)->suspects()[0]->id;

        self::assertSame(Hypothesis::HEALTHY, $top(self::bench('check')));
        self::assertSame(Hypothesis::HEALTHY, $top(self::bench('calibration')));
        self::assertNotSame(Hypothesis::HEALTHY, $top(self::bench('fault')));
    }

    public function testTheFirstStepOfACheckIsARail(): void
    {
        $bench = self::bench('check')->add('power', ['power' => 'live', 'mode' => 'loaded']);
        $next = self::workup($bench)->next()['next'];

        self::assertSame(['measure', 'TP4'], [$next['kind'], $next['target']]);
    }

    public function testWhatACheckFindsWrongIsLookedInto(): void
    {
        $bench = self::bench('check')
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.0'])
            ->add('reading', ['text' => 'tp6 0.02']);
        $workup = self::workup($bench);

        self::assertContains('these do not read right: TP6', $workup->proofs->missingForClose());
        self::assertNotContains($workup->next()['next']['kind'], ['close', 'gate']);
        $this->expectException(EntryRefused::class);
        $bench->add('close');
    }

    public function testNoFaultFoundSaysWhatWasTried(): void
    {
        $bench = self::bench('unknown');
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged'])->seeTo(Gate::HandBack);
        self::assertSame('cause', self::workup($bench)->next()['next']['kind']);
        self::assertContains(
            'name the cause, or say that no fault was found',
            Close::missing($bench->supply, $bench->state()),
        );
        $bench->add('cause', ['kind' => 'none', 'text' => 'two hours warm under load, 20 starts']);

        self::assertSame([], self::workup($bench)->proofs->missingForClose());
        self::assertStringContainsString('No fault found. two hours warm', array_column(self::page($bench), 'text')[0]);
    }

    public function testAnOwnersComplaintThatNothingShowsIsNoCauseOfAPart(): void
    {
        $bench = (new Bench(Supplies::demo(self::DEMO)))->add('symptom', ['symptom' => 'intermittent']);
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged'])->seeTo(Gate::HandBack);
        self::assertContains('name the cause', Close::missing($bench->supply, $bench->state()));
        $bench->add('cause', ['kind' => 'none', 'text' => '40 starts warm and cold']);

        self::assertSame([], self::workup($bench)->proofs->missingForClose(), 'the readings that there are prove it');
    }

    public function testACauseBesideThePartsIsPutRightAndProven(): void
    {
        $bench = (new Bench(Supplies::demo(self::DEMO)))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 15.0'])
            ->add('reading', ['text' => 'tp6 0.02'])
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', [
                'kind' => 'connector',
                'place' => 'plug X3',
                'text' => 'one pin off',
            ]);
        self::assertContains('record what was replaced or made good', Close::missing($bench->supply, $bench->state()));
        $bench->add('work', ['place' => 'plug X3', 'text' => 'put on its own pins']);
        self::assertContains('measure after the repair: TP4, TP6', Close::missing($bench->supply, $bench->state()));
        $bench->seeTo(Gate::Limited)->seeTo(Gate::Mains);
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged'])->seeTo(Gate::HandBack);

        self::assertSame([], self::workup($bench)->proofs->missingForClose());
        self::assertSame('close', self::workup($bench)->next()['next']['kind']);
        $page = array_column(self::page($bench), 'text', 'title');
        self::assertSame('plug X3: a connector, pushed on wrongly or loose. one pin off', $page['What was wrong']);
        self::assertSame('plug X3: put on its own pins.', $page['What was done']);
    }

    /** What was seen before the plug was put right is of a unit that is none any more. */
    public function testWhatWasSeenBeforeTheWorkSpeaksForNoPart(): void
    {
        $bench = (new Bench(Supplies::demo(self::DEMO)))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp6 0.02'])
            ->add('power', ['power' => 'unplugged']);
        $before = self::workup($bench)->suspects()[0];
        $bench->add('cause', ['kind' => 'wiring', 'place' => 'J2', 'text' => 'wire off'])->add('work', [
            'text' => 'soldered on',
        ]);

        self::assertNotSame(Hypothesis::HEALTHY, $before->id);
        self::assertLessThan($before->probability, self::workup($bench)->suspects()[0]->probability);
    }

    /** What was tested before something was put right is tested again (EN 50678: after each repair; from memory). */
    public function testSafetyTestsOfBeforeTheWorkDoNotCount(): void
    {
        $bench = self::bench('check');
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged'])->seeTo(Gate::HandBack);
        self::assertSame([], self::safety($bench));
        $bench->add('work', ['text' => 'earth tag tightened']);

        self::assertNotSame([], self::safety($bench));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> payload, words of the refusal */
    public static function refused(): iterable
    {
        yield 'a cause of no kind' => [['kind' => 'magic'], 'Kind is one of'];
        yield 'nowhere' => [['kind' => 'dirt', 'text' => 'salt'], 'where'];
        yield 'nothing said of it' => [['kind' => 'design', 'place' => 'R3'], 'what was wrong there'];
        yield 'nothing tried' => [['kind' => 'none'], 'what was tried'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refused')]
    public function testACauseIsRefusedWithoutWhatItNeeds(array $payload, string $says): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($says);
        self::bench('check')->add('cause', $payload);
    }

    public function testNothingFoundIsNotSaidOfWhatWasMended(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('name what was wrong');
        self::bench('check')
            ->add('work', ['text' => 'resoldered'])
            ->add('cause', ['kind' => 'none', 'text' => 'nothing']);
    }

    public function testARecapNeedsItsCapacitorsAndNoCause(): void
    {
        $bench = self::bench('recap');
        self::assertSame('recap', self::workup($bench)->next()['next']['leads']);
        self::assertContains('record the capacitors that went in', Close::missing($bench->supply, $bench->state()));
        $bench->seeTo(Gate::HandsIn)->add('repair', ['part' => 'C1', 'out' => '2200u 35V', 'in' => '2200u 35V 105C']);
        $bench->seeTo(Gate::Limited)->seeTo(Gate::Mains);
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged'])->seeTo(Gate::HandBack);

        self::assertSame([], Close::missing($bench->supply, $bench->state()));
    }

    public function testACalibrationNeedsOne(): void
    {
        $bench = self::bench('calibration');
        self::rails($bench);
        $bench->add('power', ['power' => 'unplugged'])->seeTo(Gate::HandBack);

        self::assertSame(['record a calibration'], Close::missing($bench->supply, $bench->state()));
        self::assertSame('calibration', self::workup($bench)->next()['next']['leads']);
    }

    /** What was wrong is what is proven, in the mode it was wrong in. */
    public function testWhatReadWrongIsMeasuredAgain(): void
    {
        $bench = (new Bench(Supplies::demo(self::DEMO)))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp3 9 ripple'])
            ->add('reading', ['text' => 'tp4 15.0'])
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', ['part' => 'C1', 'fault' => 'dried'])
            ->seeTo(Gate::HandsIn)
            ->add('repair', ['part' => 'C1', 'out' => '2200u 35V', 'in' => '2200u 35V 105C']);
        $bench->seeTo(Gate::Limited)->seeTo(Gate::Mains);
        self::rails($bench);
        $again = static fn(): array => self::workup($bench)->proofs->again();
        self::assertCount(1, $again());
        self::assertStringStartsWith('TP3 ripple (', $again()[0]);
        self::assertContains(
            'measure again what was wrong: ' . $again()[0],
            self::workup($bench)->proofs->missingForClose(),
        );
        $next = self::workup($bench)->next()['next'];
        self::assertSame(['measure', 'TP3', 'ripple'], [$next['kind'], $next['target'], $next['quantity']]);
        $bench->add('reading', ['text' => 'tp3 1.1 ripple']);

        self::assertSame([], $again());
    }

    private static function bench(string $purpose): Bench
    {
        return (new Bench(Supplies::demo(self::DEMO)))->add('purpose', ['purpose' => $purpose]);
    }

    private static function rails(Bench $bench): void
    {
        if (!$bench->state()->power->isEnergised()) {
            $bench->add('power', ['power' => 'live', 'mode' => 'loaded']);
        }
        $bench->add('reading', ['text' => 'tp4 15.02'])->add('reading', ['text' => 'tp6 -15.01']);
    }

    private static function workup(Bench $bench): Workup
    {
        return new Workup($bench->supply, $bench->state(), Supplies::knowledge(self::DEMO));
    }

    /** @return list<array{title: string, text: string}> */
    private static function page(Bench $bench): array
    {
        $state = $bench->state();
        $dictionary = Supplies::knowledge(self::DEMO)->dictionary(null);

        return OwnersPage::of(
            $bench->supply,
            $state,
            RepairReport::of($bench->supply, $state, self::workup($bench), $dictionary),
        );
    }

    /** @return list<string> safety tests that are missing */
    private static function safety(Bench $bench): array
    {
        return array_values(
            array_filter(
                self::workup($bench)->proofs->missingForClose(),
                static fn(string $m): bool => str_contains($m, 'not tested as it now stands'),
            ),
        );
    }
}

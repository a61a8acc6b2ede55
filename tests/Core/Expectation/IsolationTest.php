<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Isolation;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\IsolationBarrier;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Tingle or fault: what interference capacitors let through, and what condemns a unit. */
final class IsolationTest extends TestCase
{
    /**
     * I = 2 pi f C V: 4.7 nF at 230 V, 50 Hz pass 0.34 mA (worked example of the trade); 2.2 nF at 120 V, 60 Hz 0.10
     * mA.
     */
    public function testLeakageOfClassYCapacitors(): void
    {
        self::assertEqualsWithDelta(
            0.34e-3,
            (new IsolationBarrier(self::withCapacitor('4n7', '230 V', '50 Hz')))->expectedLeakage(),
            0.005e-3,
        );
        self::assertEqualsWithDelta(
            0.0995e-3,
            (new IsolationBarrier(self::withCapacitor('2n2', '120 V', '60 Hz')))->expectedLeakage(),
            0.001e-3,
        );
        self::assertSame(0.0, (new IsolationBarrier(Supplies::demo('tuner-feed')))->expectedLeakage());
    }

    public function testATingleIsNoFaultAndAFaultIsNoTingle(): void
    {
        $isolation = new Isolation(self::withCapacitor('4n7', '230 V', '50 Hz'));

        self::assertSame(VerdictWord::Fine, $isolation->current(0.33e-3)->word);
        self::assertStringContainsString('no fault', $isolation->current(0.33e-3)->sentence);
        self::assertSame(VerdictWord::VeryHigh, $isolation->current(1.2e-3)->word);
        self::assertStringContainsString('CY1', $isolation->current(1.2e-3)->why);
        $none = new Isolation(Supplies::demo('tuner-feed'));
        self::assertSame(VerdictWord::High, $none->current(0.2e-3)->word, 'nothing explains it');
        self::assertSame(VerdictWord::Fine, $none->current(0.01e-3)->word);
        $large = new Isolation(self::withCapacitor('10n', '230 V', '50 Hz'));
        self::assertSame(VerdictWord::FineHere, $large->current(0.7e-3)->word, 'only with a sound protective earth');
    }

    public function testOneMegohmIsAsked(): void
    {
        $isolation = new Isolation(self::withCapacitor('4n7', '230 V', '50 Hz'));

        self::assertTrue($isolation->resistance(INF)->word->isGood());
        self::assertTrue($isolation->resistance(20e6)->word->isGood());
        self::assertFalse($isolation->resistance(300e3)->word->isGood());
        self::assertStringContainsString('Never patch a transformer', $isolation->resistance(40.0)->why);
    }

    /** Two-legged parts come out before a transformer does. */
    public function testTheEasiestComesOutFirst(): void
    {
        $refs = array_map(
            static fn($part): string => $part->ref,
            (new IsolationBarrier(self::withCapacitor('4n7', '230 V', '50 Hz')))->bridging(),
        );

        self::assertSame(['CY1', 'T1'], $refs);
    }

    public function testALostIsolationCondemnsUntilItIsFoundGood(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $knowledge = Supplies::knowledge('tuner-feed');
        $bench = (new Bench($supply))->add('isolation', ['test' => 'resistance', 'text' => '470']);
        $condemned = new Workup($supply, $bench->state(), $knowledge);

        self::assertNotNull($condemned->tests()->condemned());
        self::assertStringStartsWith('Condemned', $condemned->next()['next']['sentence']);
        self::assertStringContainsString('T1', $condemned->next()['next']['detail']);
        self::assertStringContainsString('isolation', implode(' ', $condemned->proofs->missingForClose()));

        $bench
            ->add('cause', ['part' => 'T1', 'fault' => 'primary_open'])
            ->add('repair', ['part' => 'T1', 'out' => 'old', 'in' => 'new'])
            ->add('isolation', ['test' => 'resistance', 'text' => 'OL']);
        $cured = new Workup($supply, $bench->state(), $knowledge);
        self::assertNull($cured->tests()->condemned());
        self::assertStringNotContainsString('isolation', implode(' ', $cured->proofs->missingForClose()));
    }

    public function testInsulationIsNotMeasuredOnALiveUnit(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('with the plug out');
        (new Bench(Supplies::demo('tuner-feed')))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('isolation', ['test' => 'resistance', 'text' => '20M']);
    }

    public function testABareCurrentAsksForItsUnit(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('"0.3" of what?');
        (new Bench(Supplies::demo('tuner-feed')))->add('isolation', ['test' => 'current', 'text' => '0.3']);
    }

    public function testTheNotebookKeepsIdeasWithWhatCameOfThem(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('idea', [
            'idea' => 'hum comes in through the aerial lead',
            'test' => 'pull it',
            'verdict' => 'open',
        ]);
        $id = array_key_first($bench->state()->ideas);
        $bench->add('idea', ['of' => $id, 'outcome' => 'hum stays', 'verdict' => 'out']);
        $idea = $bench->state()->ideas[$id];

        self::assertCount(1, $bench->state()->ideas);
        self::assertSame(
            ['hum comes in through the aerial lead', 'pull it', 'hum stays', 'out'],
            [$idea['idea'], $idea['test'], $idea['outcome'], $idea['verdict']],
        );
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('Write what came of the test');
        $bench->add('idea', ['idea' => 'it is the moon', 'verdict' => 'out']);
    }

    private static function withCapacitor(string $farads, string $mains, string $frequency): Description
    {
        $array = Supplies::arrayOf(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']],
                [
                    'ref' => 'T1',
                    'kind' => 'transformer',
                    'primary' => $mains,
                    'secondary' => '12 V',
                    'power' => '10 VA',
                    'terminals' => ['p1' => 'L', 'p2' => 'N', 's1' => 'A', 's2' => '0V'],
                ],
                ['ref' => 'CY1', 'kind' => 'y_capacitor', 'value' => $farads, 'terminals' => ['a' => 'N', 'b' => '0V']],
                ['ref' => 'RL1', 'kind' => 'load', 'value' => '100', 'terminals' => ['a' => 'A', 'b' => '0V']],
            ],
            ['TP1' => ['A', '0V']],
        );
        $array['mains'] = ['voltage' => $mains, 'frequency' => $frequency, 'tolerance' => '10 %'];

        return \Oculant\Core\Supply\DescriptionReader::fromArray($array);
    }
}

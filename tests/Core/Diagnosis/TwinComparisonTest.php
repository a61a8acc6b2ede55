<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Diagnosis\TwinComparison;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\Behaviour;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * Two valve channels from one transformer: the fault sits where they part (common practice: compare with the channel
 * that works).
 */
final class TwinComparisonTest extends TestCase
{
    public function testFindsWhereAFaultyUnitPartsFromAGoodOne(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $behaviour = new Behaviour($supply);
        $mode = $supply->mode(null);
        $good = $behaviour->live($mode);
        // Without its regulator the negative reservoir is unloaded and stands higher than the twin's: that is where
        // they part.
        foreach (['U2:open' => 'TP5', 'C1:dried' => 'TP3', 'F1:open' => 'TP1'] as $fault => $expected) {
            [$ref, $name] = explode(':', $fault);
            $bad = $behaviour->live($mode, [$ref => $name]);
            $bench = (new Bench($supply))->add('power', ['power' => 'live', 'mode' => $mode->id]);
            $functions = $this->functions();
            foreach ($functions as $id => $function) {
                $bench->add('reading', [
                    'text' => sprintf('%s %.3f %s', $id, $bad->reading($id, $function), $function),
                ]);
                $bench->add('twin', ['text' => sprintf('%s %.3f %s', $id, $good->reading($id, $function), $function)]);
            }
            $view = TwinComparison::of($supply, $bench->state(), $functions);
            self::assertSame($expected, $view['first'], $fault);
            self::assertStringContainsString($view['first'], $view['sentence']);
        }
    }

    public function testAlikeWithinTheTolerancesOfGoodUnits(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $bench = (new Bench($supply))
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp3 16.9'])
            ->add('twin', ['text' => 'tp3 16.3'])
            ->add('reading', ['text' => 'tp4 9.10'])
            ->add('twin', ['text' => 'tp4 9.25']);
        $view = (new Workup($supply, $bench->state(), Supplies::knowledge('tuner-feed')))->twin();

        self::assertNull($view['first']);
        self::assertStringContainsString('alike', $view['sentence']);
        self::assertSame([null, null, false, false], array_column($view['rows'], 'parts'));

        $bench->add('reading', ['text' => 'tp4 4.2']);
        self::assertStringContainsString(
            'still agree at TP3 and part at TP4',
            (new Workup($supply, $bench->state(), Supplies::knowledge('tuner-feed')))->twin()['sentence'],
        );
    }

    public function testATwinInAnotherModeIsNotCompared(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $bench = (new Bench($supply))
            ->add('power', ['power' => 'live', 'mode' => 'unloaded'])
            ->add('twin', ['text' => 'tp3 20.1'])
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp3 16.9']);

        self::assertStringContainsString(
            'in the same mode',
            (new Workup($supply, $bench->state(), Supplies::knowledge('tuner-feed')))->twin()['sentence'],
        );
    }

    public function testTheOneFieldTakesIt(): void
    {
        self::assertSame(
            ['kind' => 'twin', 'payload' => ['text' => 'tp3 21.4']],
            FieldText::understand('Twin tp3 21.4', Supplies::demo('tuner-feed')),
        );
    }

    public function testATwinIsComparedByVoltages(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('A twin is compared by voltages');
        (new Bench(Supplies::demo('tuner-feed')))->add('twin', ['text' => 'tp3 0.3 ohm']);
    }

    public function testATwinNeedsItsPoint(): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('Say at which test point');
        (new Bench(Supplies::demo('tuner-feed')))->add('twin', ['text' => '12.1']);
    }

    /** @return array<string, string> */
    private function functions(): array
    {
        return Supplies::knowledge('tide-recorder')->expectations(Supplies::demo('tide-recorder')->mode(null)->id, null)
            ->functions;
    }
}

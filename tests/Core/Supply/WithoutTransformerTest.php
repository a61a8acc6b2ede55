<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Sets that hang on the mains without a transformer: what they live on is on the mains side. */
final class WithoutTransformerTest extends TestCase
{
    public function testWhatItFeedsIsAnOutputThoughItIsLive(): void
    {
        self::assertSame(['TP5', 'TP6'], array_keys(self::supply('hot-radio')->outputs()));
        self::assertSame(['TP4'], array_keys(self::supply('dropper')->outputs()));
        // A bulk capacitor is a rail, and only a converter hangs on it.
        $crane = Supplies::demo('landing-crane');
        self::assertNotNull($crane->point('TP3')->rail);
        self::assertArrayNotHasKey('TP3', $crane->outputs());
    }

    /** A new rectifier is not tried against a short that is still there (common practice). */
    public function testItsRailsAreMeasuredBeforeItIsPoweredAgain(): void
    {
        $supply = self::supply('hot-radio');
        $bench = (new Bench($supply))
            ->add('fuse', ['part' => 'F1', 'state' => 'blackened'])
            ->add('reading', ['text' => 'tp6 0.4 ohm']);

        $asked = array_column(Gates::missing(Gate::Limited, $supply, $bench->state()), 'id');

        self::assertContains('check TP5', $asked);
        self::assertContains('check TP6', $asked, 'it was measured, and it is shorted');
    }

    public function testItsLoadTestSaysThatItIsLive(): void
    {
        $supply = self::supply('dropper');
        $test = LoadTest::of($supply, Expectations::of($supply, $supply->mode(null)));

        self::assertSame(['TP4'], $test->live);
        self::assertStringContainsString('isolation transformer', $test->why('TP4'));
        // The zener carries what the load leaves: next to nothing changes (data sheets of zeners).
        self::assertEqualsWithDelta(12.2, $test->steps['none']->expected['TP4']['dc'], 0.3);
    }

    /** I = 2 pi f C V, less what stands across the rest (handbooks on capacitive droppers). */
    public function testACapacitorInTheMainsIsACurrentSource(): void
    {
        $supply = self::supply('dropper');
        $record = (new Behaviour($supply))->run($supply->mode(null))->longest()->record;

        self::assertEqualsWithDelta(2 * M_PI * 50 * 680e-9 * 230, $record->currentSignal('R1')->rms, 0.06 * 0.049);
    }

    /** Heaters in series share the volts that are left by their resistances: Ohm's law. */
    public function testHeatersInSeriesShareTheMains(): void
    {
        $seen = (new Behaviour(self::supply('hot-radio')))->live(self::supply('hot-radio')->mode(null));

        $chain = 50 / 0.15 + 35 / 0.15 + 12.6 / 0.15;
        self::assertEqualsWithDelta((230 * $chain) / ($chain + 680), $seen->reading('TP2', 'ac'), 1.0);
    }

    private static function supply(string $name): Description
    {
        return DescriptionReader::fromJson(
            (string) file_get_contents(__DIR__ . "/../../../bench/outside/supplies/{$name}.json"),
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;
use Tests\Support\Switchers;

/**
 * A good switching supply gives its output, whatever its topology, load, pins and mains. What it gives follows from the
 * divider at its shunt reference: 2.5 V (1 + R8 / R9) (431 data sheet).
 */
final class EverySwitcherSettlesTest extends TestCase
{
    /** @return iterable<string, array{string, float, float}> topology, volts, ohms */
    public static function topologies(): iterable
    {
        foreach (Switchers::TOPOLOGIES as $topology) {
            yield "{$topology}, 12 V 5 A" => [$topology, 12.0, 2.4];
            yield "{$topology}, 5 V 4 A" => [$topology, 5.0, 1.25];
        }
    }

    #[DataProvider('topologies')]
    public function testEveryTopologyGivesItsOutputWithAndWithoutItsLoad(
        string $topology,
        float $volts,
        float $ohms,
    ): void {
        $supply = Switchers::of($topology, $volts, $ohms);
        foreach ($supply->modes as $mode) {
            $seen = (new Behaviour($supply))->live($mode);
            self::assertTrue($seen->settled, $mode->id);
            self::assertSame([], $seen->chain, $mode->id);
            self::assertEqualsWithDelta($volts, $seen->reading('TP3', 'dc'), 0.02 * $volts, $mode->id);
        }
    }

    /** @return iterable<string, array{list<string>, float}> pins drawn, ohms */
    public static function loads(): iterable
    {
        foreach ([[], ['timing'], ['inverting'], ['inverting', 'timing']] as $extras) {
            foreach ([2.6, 4.0, 5.0, 8.0, 20.0, 400.0] as $ohms) {
                yield sprintf('%s, %s ohms', $extras === [] ? 'plain' : implode(' and ', $extras), $ohms) => [
                    $extras,
                    $ohms,
                ];
            }
        }
    }

    /** @param list<string> $extras */
    #[DataProvider('loads')]
    public function testAFlybackSettlesWhateverItsLoadAndHoweverMuchOfItIsDrawn(array $extras, float $ohms): void
    {
        $seen = (new Behaviour(($supply = Switchers::of('flyback', 12.0, $ohms, $extras))))->live(
            $supply->mode('loaded'),
        );
        self::assertTrue($seen->settled);
        self::assertEqualsWithDelta(12.0, $seen->reading('TP3', 'dc'), 0.2);
    }

    public function testDrawingTheOscillatorDoesNotWidenTheOutput(): void
    {
        foreach ([[], ['timing'], ['inverting', 'timing']] as $extras) {
            $supply = Switchers::of('flyback', 12.0, 40.0, $extras);
            $window = Expectations::of($supply, $supply->mode('loaded'))->window('TP3');
            // Reference 2 %, divider 1 % each: a few tenths of a volt.
            self::assertLessThan(0.6, $window->high - $window->low, implode(' ', $extras));
        }
    }

    /**
     * An open switch of a bridge, a capacitor in series with its primary that is open: nothing is transferred (common
     * practice).
     */
    public function testABridgeGivesNothingWithoutEachOfItsSwitches(): void
    {
        foreach (
            [
                ['half bridge', ['Q1', 'Q2', 'C4']],
                ['full bridge', ['Q1', 'Q2', 'Q3', 'Q4']],
                ['two-switch forward', ['Q1', 'Q2']],
            ]
            as [$topology, $refs]
        ) {
            $supply = Switchers::of($topology, 12.0, 2.4);
            foreach ($refs as $ref) {
                self::assertLessThan(
                    1.0,
                    (new Behaviour($supply))->live($supply->mode('loaded'), [$ref => 'open'])->reading('TP3', 'dc'),
                    "{$topology} {$ref}",
                );
            }
        }
    }

    /** @return iterable<string, array{string, string, string}> family, mains, frequency */
    public static function mains(): iterable
    {
        foreach (['flyback', 'industrial', 'television', 'inverter', 'many_rail'] as $family) {
            yield "{$family} at 100 V 60 Hz" => [$family, '100 V', '60 Hz'];
            yield "{$family} at 240 V 50 Hz" => [$family, '240 V', '50 Hz'];
        }
    }

    #[DataProvider('mains')]
    public function testEveryFamilySettlesOnTheMainsOfOtherCountries(
        string $family,
        string $mains,
        string $frequency,
    ): void {
        $supply = Supplies::drafted($family, ['mains' => $mains, 'frequency' => $frequency]);
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        self::assertTrue($seen->settled);
        self::assertSame([], $seen->chain);
    }
}

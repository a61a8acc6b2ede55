<?php

declare(strict_types=1);

namespace Tests\Core\Supply\Template;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Kind\Electrolytic;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Rectifier;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * What the families draft, held against the sizing rules of the handbooks: Terman, Radio Engineers' Handbook, and
 * Langford-Smith, Radio Designer's Handbook (rectifiers and chokes); IEC 60063 (preferred values); the others are
 * common practice. All from memory.
 */
final class HandbookTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function onTransformers(): iterable
    {
        foreach (['linear', 'many_rail', 'heavy', 'choke_input', 'doubler', 'valve', 'zener_shunt'] as $name) {
            yield $name => [$name];
        }
    }

    /** Capacitor input, lightly loaded: 1.41 times the winding less the drops; under load between 1.1 and 1.4 times. */
    public function testACapacitorInputStandsBetweenMeanAndPeak(): void
    {
        foreach (['12 V', '15 V', '24 V'] as $winding) {
            $supply = Supplies::drafted('linear', ['secondary' => $winding, 'load' => '0.5 A']);
            $rms = self::reading($supply, 'secondary, end to end', 'loaded')['ac'];
            $loaded = self::reading($supply, 'reservoir C1', 'loaded')['dc'];
            $unloaded = self::reading($supply, 'reservoir C1', 'unloaded')['dc'];
            $open = self::reading($supply, 'secondary, end to end', 'unloaded')['ac'];

            self::assertEqualsWithDelta($open * M_SQRT2 - 1.4, $unloaded, 0.04 * $unloaded, $winding);
            self::assertGreaterThan(1.1 * $rms - 1.8, $loaded, $winding);
            self::assertLessThan(1.4 * $rms, $loaded, $winding);
        }
    }

    /** The ripple of a reservoir: I / (2 f C) at most, and not much less with the conduction time taken off. */
    public function testReservoirRippleFollowsTheRule(): void
    {
        foreach ([['0.25 A', '1000u'], ['0.5 A', '2200u'], ['1 A', '4700u']] as [$load, $farads]) {
            $supply = Supplies::drafted('linear', ['secondary' => '15 V', 'load' => $load, 'reservoir' => $farads]);
            $amperes = Budget::of($supply, $supply->mode('loaded'))->line('RL1')?->average;
            $rule = $amperes / (2 * 50 * $supply->part('C1')->value('value'));
            $ripple = self::reading($supply, 'reservoir C1', 'loaded')['ripple'];

            self::assertLessThan($rule, $ripple, "{$load}, {$farads}");
            self::assertGreaterThan(0.6 * $rule, $ripple, "{$load}, {$farads}");
        }
    }

    /** Choke input above the critical current: 0.9 of the rms winding voltage; without the bleeder the peak. */
    public function testAChokeInputHoldsTheMeanWhileItConducts(): void
    {
        $supply = Supplies::drafted('choke_input');
        $bleeder = $supply->part('R1')->value('value');
        self::assertGreaterThan(
            $bleeder / (6 * M_PI * 50),
            $supply->part('L1')->value('value'),
            'critical inductance at the bleeder',
        );
        $loaded = self::reading($supply, 'output', 'loaded')['dc'];
        $unloaded = self::reading($supply, 'output', 'unloaded')['dc'];
        $winding = self::reading($supply, 'secondary', 'unloaded')['ac'];

        self::assertEqualsWithDelta(0.9 * $winding - 1.6, $unloaded, 0.05 * $unloaded);
        self::assertGreaterThan($loaded, $unloaded);
        self::assertLessThan(1.15 * $loaded, $unloaded);
        $open = (new Behaviour($supply))->live($supply->mode('unloaded'), ['R1' => 'open']);
        self::assertGreaterThan(
            1.25 * $winding,
            $open->reading((string) self::pointId($supply, 'output'), 'dc'),
            'bleeder gone',
        );
    }

    /** A doubler's middle stands at half, and its output at twice the peak less what the load takes. */
    public function testADoublerStandsAtTwiceThePeak(): void
    {
        $supply = Supplies::drafted('doubler');
        foreach (['loaded' => 0.25, 'unloaded' => 0.03] as $mode => $sag) {
            $peak = M_SQRT2 * self::reading($supply, 'secondary', $mode)['ac'];
            $output = self::reading($supply, 'output', $mode)['dc'];

            self::assertLessThan(2 * $peak, $output);
            self::assertGreaterThan((1 - $sag) * 2 * $peak - 2, $output);
            self::assertEqualsWithDelta(
                $output / 2,
                self::reading($supply, 'middle of the two capacitors', $mode)['dc'],
                0.05 * $output,
            );
        }
    }

    /**
     * A bridge sees the peak once backwards, a centre tap or a doubler twice; the rating must hold at high mains
     * without a load.
     */
    #[DataProvider('onTransformers')]
    public function testRectifiersAndReservoirsHoldAtHighMainsUnloaded(string $family): void
    {
        $supply = Supplies::drafted($family);
        $record = (new Behaviour($supply))->run($supply->mode('unloaded'), [], 1.1 * $supply->mainsVoltage)->longest()
            ->record;
        $checked = 0;
        foreach ($supply->partsIn($supply->mode('unloaded'), null) as $ref => $part) {
            if ($part->kind instanceof Electrolytic) {
                self::assertLessThanOrEqual(
                    $part->value('voltage'),
                    max($record->across((string) $ref)),
                    "{$family} {$ref}",
                );
                self::assertGreaterThan(
                    -0.5,
                    min($record->across((string) $ref)),
                    "{$family} {$ref} the right way round",
                );
                $checked++;
            } elseif ($part->kind instanceof Rectifier && $record->has((string) $ref)) {
                self::assertLessThan($part->value('reverse'), -min($record->across((string) $ref)), "{$family} {$ref}");
                $checked++;
            }
        }
        self::assertGreaterThan(0, $checked);
    }

    /**
     * A slow fuse runs well below its rating, and is not several times larger than the supply needs (common practice).
     */
    #[DataProvider('onTransformers')]
    public function testTheFuseIsNeitherTooSmallNorTooLarge(string $family): void
    {
        $supply = Supplies::drafted($family);
        $behaviour = new Behaviour($supply);
        foreach ($supply->parts as $ref => $part) {
            if (!($part->kind instanceof Fuse)) {
                continue;
            }
            $running = $behaviour->run($supply->mode('loaded'))->longest()->record->currentSignal((string) $ref)->rms;
            self::assertLessThan(0.85 * $part->value('rating'), $running, "{$family} {$ref}");
            self::assertGreaterThan(0.05 * $part->value('rating'), $running, "{$family} {$ref}");
        }
    }

    /**
     * Zener shunt: the series resistor lets the zener keep some current at low mains under load, and no more than its
     * rating at high mains without.
     */
    public function testAZenerShuntStaysInRegulationAndInRating(): void
    {
        $supply = Supplies::drafted('zener_shunt');
        $behaviour = new Behaviour($supply);
        $low = $behaviour
            ->run($supply->mode('loaded'), [], 0.9 * 230)
            ->longest()
            ->record->currentSignal('D1')->average;
        $high = $behaviour
            ->run($supply->mode('unloaded'), [], 1.1 * 230)
            ->longest()
            ->record->currentSignal('D1')->average;

        self::assertLessThan(-2e-3, $low, 'still regulating (current runs from cathode to anode)');
        self::assertLessThan($supply->part('D1')->value('power'), 12.0 * abs($high));
    }

    /** Regulators need two to three volts at the valley of the ripple at low mains (data sheets of the 78xx class). */
    public function testADraftedRegulatorKeepsItsDropoutAtLowMains(): void
    {
        $supply = Supplies::drafted('linear', ['secondary' => '15 V', 'load' => '0.5 A', 'regulated' => '12 V']);
        $seen = (new Behaviour($supply))->live($supply->mode('loaded'), [], 0.9 * 230);
        $reservoir = (string) self::pointId($supply, 'reservoir C1');
        $valley = $seen->reading($reservoir, 'dc') - $seen->reading($reservoir, 'ripple') / 2;

        self::assertGreaterThan(14.0, $valley);
    }

    /**
     * Power factor: a capacitor-input bridge between 0.5 and 0.7, with a boost stage above 0.95 (IEC 61000-3-2 made the
     * difference common).
     */
    public function testPowerFactorStagesMakeTheDifference(): void
    {
        $plain = Supplies::drafted('flyback');
        $boosted = Supplies::drafted('industrial');

        self::assertEqualsWithDelta(0.6, Budget::of($plain, $plain->mode(null))->powerFactor(), 0.12);
        self::assertGreaterThan(0.95, Budget::of($boosted, $boosted->mode(null))->powerFactor());
    }

    public function testEveryFamilyIsCovered(): void
    {
        $here = array_column(iterator_to_array(self::onTransformers()), 0);
        $rest = array_diff(array_keys(Templates::all()), $here);

        self::assertEqualsCanonicalizing(
            ['flyback', 'adaptor', 'industrial', 'television', 'dc_fed', 'inverter'],
            $rest,
            'a new family belongs into one of the two lists',
        );
    }

    /** @return array{dc: float, ac: float, ripple: float} */
    private static function reading(Description $supply, string $point, string $mode): array
    {
        /** @var array<string, Observation> $solved */
        static $solved = [];
        $seen = $solved[$supply->hash() . $mode] ??= (new Behaviour($supply))->live($supply->mode($mode));
        $id = (string) self::pointId($supply, $point);

        return [
            'dc' => $seen->reading($id, 'dc'),
            'ac' => $seen->reading($id, 'ac'),
            'ripple' => $seen->reading($id, 'ripple'),
        ];
    }

    private static function pointId(Description $supply, string $name): string
    {
        foreach ($supply->points as $id => $point) {
            if ($point->name === $name) {
                return (string) $id;
            }
        }
        self::fail("There is no point {$name}");
    }
}

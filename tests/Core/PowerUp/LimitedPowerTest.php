<?php

declare(strict_types=1);

namespace Tests\Core\PowerUp;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Parts\Kind\Lamp;
use Oculant\Core\PowerUp\LampLimiter;
use Oculant\Core\PowerUp\LowVoltageFeed;
use Oculant\Core\PowerUp\MethodChoice;
use Oculant\Core\PowerUp\Ramp;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\SpiceExport;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Ngspice;
use Tests\Support\Supplies;

/** Lamp, ramp and low-voltage feed as the engine has them, beside ngspice with the same part values. */
#[Group('slow')]
final class LimitedPowerTest extends TestCase
{
    /**
     * The lamp as a behavioural source: its resistance follows the mean square of its own voltage, with the thermal
     * delay of a filament.
     *
     * @return iterable<string, array{string, string, float, array<string, string>}>
     */
    public static function lamps(): iterable
    {
        yield 'tide recorder, nothing wrong' => ['tide-recorder', 'unloaded', 15.0, []];
        yield 'tide recorder, reservoir shorted' => ['tide-recorder', 'unloaded', 15.0, ['C1' => 'short']];
        yield 'tide recorder, loaded behind 60 W' => ['tide-recorder', 'loaded', 60.0, []];
        yield 'valves out behind 25 W' => ['gallery-organ', 'unloaded', 25.0, []];
    }

    /** @param array<string, string> $faults */
    #[DataProvider('lamps')]
    public function testTheLampAgreesWithNgspice(string $name, string $mode, float $watts, array $faults): void
    {
        $supply = Supplies::demo($name);
        $altered = $supply->altered($mode, (new PowerMethod(PowerMethod::LAMP, watts: $watts))->alterations($supply));
        $phase = (new Behaviour($altered))->run($altered->mode(null), $faults)->longest();
        $lamp = $phase->record->currentSignal('W1')->rms * $phase->parts['W1']->value('filament');
        $unit = $phase->record->signal('L', 'N')->rms;

        $plain = $phase->parts;
        $plain['W1'] = $plain['W1']->withValues(['filament' => 0.0]);
        $netlist = SpiceExport::write($altered, $altered->mode(null), $plain, $faults);
        $hot = 230.0 ** 2 / $watts;
        $netlist = str_replace(
            "Rw1 n_l xw1 0.5\n",
            sprintf(
                "Rw1 xlamp xw1 0.5\nBlamp xlamp n_l I=V(xlamp,n_l)/max(%1\$.6g, " .
                    "%2\$.6g*pow(sqrt(max(V(square),1e-9))/230, 0.45))\nBsquare 0 square " .
                    "I=V(xlamp,n_l)*V(xlamp,n_l)*1m\nRsquare square 0 1k\nCsquare square 0 200u\n",
                $hot / 12,
                $hot,
            ),
            $netlist,
        );
        $netlist = str_replace(
            ".endc\n",
            "let lamp = v(xlamp)-v(n_l)\nmeas tran lamp_avg AVG lamp\nmeas tran lamp_rms RMS lamp\nmeas tran " .
                "lamp_pp PP lamp\nlet unit = v(n_l)-v(n_n)\nmeas tran unit_avg AVG unit\nmeas tran unit_rms RMS " .
                "unit\nmeas tran unit_pp PP unit\n.endc\n",
            $netlist,
        );
        $theirs = Ngspice::run($netlist);

        self::assertEqualsWithDelta(
            $theirs['lamp']['ac'],
            $lamp,
            0.03 * $theirs['lamp']['ac'] + 1.0,
            'across the lamp',
        );
        self::assertEqualsWithDelta($theirs['unit']['ac'], $unit, 0.03 * $theirs['unit']['ac'] + 1.0, 'at the unit');
    }

    /** Cold a filament has a tenth to a fifteenth of its hot resistance (common practice); lit it has V^2 / P. */
    public function testTheFilamentIsColdAndHot(): void
    {
        self::assertEqualsWithDelta(230 ** 2 / 60, Lamp::filament(230.0, 60.0, 230.0), 1e-6);
        $ratio = Lamp::filament(230.0, 60.0, 230.0) / Lamp::filament(230.0, 60.0, 0.0);
        self::assertGreaterThan(10, $ratio);
        self::assertLessThan(15, $ratio);
    }

    /** Bright and steady is a short; bright, then dim, is capacitors charging (common practice). */
    public function testBrightMeansShortAndDimMeansGood(): void
    {
        $plan =
            LampLimiter::plan(Supplies::demo('tide-recorder'), [
                ['title' => 'C1 shorted', 'faults' => ['C1' => 'short']],
            ]) ?? [];
        [$good, $short] = $plan['rows'];

        self::assertMatchesRegularExpression('/dark|glows dim/', $good['lamp']);
        self::assertStringContainsString('lights up for about', $good['flash']);
        self::assertSame('bright', $short['lamp']);
        self::assertGreaterThan($good['brightness'], $short['brightness']);
        self::assertStringContainsString('LED', $plan['lamp'], 'an LED lamp limits nothing');
    }

    public function testWithoutSuspectsTheUsualShortsAreShown(): void
    {
        $plan = LampLimiter::plan(Supplies::demo('auction-scale'), []) ?? [];

        self::assertGreaterThan(1, count($plan['rows']));
        self::assertNull(LampLimiter::plan(Supplies::demo('buoy-lantern'), []), 'no mains, no lamp');
    }

    /** @return iterable<string, array{string, string, float}> */
    public static function steps(): iterable
    {
        foreach ([46.0, 104.0, 173.0, 230.0] as $volts) {
            yield "tide recorder at {$volts} V" => ['tide-recorder', 'unloaded', $volts];
        }
        yield 'reed organ at 104 V' => ['gallery-organ', 'unloaded', 104.0];
        yield 'dimmer drive, loaded, at 138 V' => ['dimmer-drive', 'loaded', 138.0];
    }

    #[DataProvider('steps')]
    public function testARampStepAgreesWithNgspice(string $name, string $mode, float $volts): void
    {
        $supply = Supplies::demo($name);
        $run = (new Behaviour($supply))->run($supply->mode($mode), [], $volts);
        $netlist = str_replace(
            ".endc\n",
            "let amps = i(vw1)\nmeas tran amps_avg AVG amps\nmeas tran amps_rms RMS amps\nmeas tran amps_pp PP " .
                "amps\n.endc\n",
            SpiceExport::write($supply, $supply->mode($mode), $run->longest()->parts),
        );
        $theirs = Ngspice::run($netlist);
        $ours = $run->longest()->record->currentSignal('W1')->rms;

        self::assertEqualsWithDelta($theirs['amps']['ac'], $ours, 0.03 * $theirs['amps']['ac'] + 1e-4);
        $ramp = Ramp::of($supply, $supply->mode($mode));
        self::assertNotNull($ramp);
        foreach ($ramp->rails as $id) {
            $step = array_values(
                array_filter($ramp->usual->steps, static fn(array $s): bool => abs($s['volts'] - $volts) < 1.0),
            )[0];
            self::assertEqualsWithDelta(
                $theirs[strtolower($id)]['dc'],
                $step['rails'][$id],
                0.01 * abs($theirs[strtolower($id)]['dc']) + 0.03,
                $id,
            );
        }
    }

    /** @return iterable<string, array{string, string, float}> */
    public static function feeds(): iterable
    {
        yield 'one half of the dual regulator at its reservoir' => ['tide-recorder', 'C1', 22.0];
        yield 'the other half' => ['tide-recorder', 'C2', 22.0];
        yield 'zener shunt' => ['tuner-feed', 'C1', 14.0];
        yield 'single regulator' => ['auction-scale', 'C1', 10.0];
    }

    #[DataProvider('feeds')]
    public function testALowVoltageFeedAgreesWithNgspice(string $name, string $at, float $volts): void
    {
        $supply = Supplies::demo($name);
        $altered = $supply->altered(
            $supply->mode(null)->id,
            (new PowerMethod(PowerMethod::BENCH, volts: $volts, limit: 2.0, part: $at))->alterations($supply),
        );
        $run = (new Behaviour($altered))->run($altered->mode(null));
        $theirs = Ngspice::run(SpiceExport::write($altered, $altered->mode(null), $run->longest()->parts));
        $ours = (new Behaviour($altered))->live($altered->mode(null));

        foreach (array_keys($altered->points) as $id) {
            self::assertEqualsWithDelta(
                $theirs[strtolower((string) $id)]['dc'],
                $ours->reading((string) $id, 'dc'),
                max(0.05, 0.01 * abs($theirs[strtolower((string) $id)]['dc'])),
                (string) $id,
            );
        }
    }

    /**
     * 300 k at 300 V becomes 30 k at 30 V (the rule of the trade): the same current, from E24, and it must come out
     * again. A controller that starts at 16.8 V and sips 0.65 mA would get 0.63 mA through it: hence a smaller one.
     */
    public function testTheStartUpResistorIsScaledByTheVoltage(): void
    {
        $plan = LowVoltageFeed::plans(Supplies::demo('net-loft-radio'))[0];

        self::assertSame('R11', $plan['scaled']['part'] ?? null);
        self::assertStringContainsString('in proportion it would be 20 kΩ', $plan['scaled']['sentence'], '20.3 k');
        self::assertSame('13 kΩ', $plan['scaled']['value'], 'two thirds of it, from E24');
        self::assertStringContainsString('put it back before mains', $plan['scaled']['sentence']);
        self::assertStringContainsString('8.1 W', $plan['scaled']['sentence'], '325^2 / 13 k by hand');
        self::assertContains('R11 back to 220 kΩ', $plan['put_back']);
        self::assertMatchesRegularExpression('/comes alive at about (2\d|30)(\.\d)? V/', $plan['wakes']);
        self::assertSame(['TP2', '29.7 to 30.3 V'], [$plan['readings'][1]['point'], $plan['readings'][1]['expected']]);
    }

    /**
     * Ohm's law at the latest start a good controller may make: what its resistor lets through must be more than it
     * sips. Spread of start voltage and start-up current: 384x data-sheet family, from memory.
     *
     * @param array<string, mixed> $with values of U11 in place of those of its family
     */
    #[TestWith([[], 30.0])]
    #[TestWith([['start' => '20V', 'stop' => '10V', 'start_current' => '1mA'], 40.0])]
    #[TestWith([['start_current' => '1mA'], 30.0])]
    public function testTheSettingWakesEvenALateController(array $with, float $atLeast): void
    {
        $written = Answers::describe(Templates::named('flyback'), []);
        foreach ($written['parts'] as $k => $part) {
            if ($part['ref'] === 'U11') {
                $written['parts'][$k] = $with + $part;
            }
        }
        $supply = DescriptionReader::fromArray($written);
        $controller = $supply->part('U11');
        $plan = LowVoltageFeed::plans($supply)[0];
        $ohms = Quantity::parse($plan['scaled']['value'] ?? '', Unit::Ohm)->value * 1.05;
        $volts = $plan['method']['volts'];
        $start = 1.05 * $controller->value('start');

        self::assertGreaterThanOrEqual($atLeast, $volts);
        self::assertLessThanOrEqual(60.0, $volts, 'the touch limit');
        self::assertGreaterThan(1.3 * $controller->value('start_current'), ($volts - $start) / $ohms);
        self::assertStringContainsString('comes alive', $plan['wakes']);
    }

    /** A controller fed by a converter that wants 80 V stays asleep, and is not said to feed itself. */
    public function testWhatCannotBeWokenIsSaid(): void
    {
        $plan = LowVoltageFeed::plans(Supplies::drafted('industrial'))[0];

        self::assertSame('U2 has its supply from U1.', $plan['start']);
        self::assertStringContainsString('does not start below 60 V: U1 rests below 80 V', $plan['wakes']);
    }

    public function testAControllerFedFromTheDrainNeedsNothing(): void
    {
        $plan = LowVoltageFeed::plans(Supplies::drafted('adaptor'))[0];

        self::assertNull($plan['scaled']);
        self::assertStringContainsString('by itself', $plan['start']);
    }

    public function testATransformerIsNeverFedWithDirectCurrent(): void
    {
        foreach (LowVoltageFeed::plans(Supplies::demo('tide-recorder')) as $plan) {
            self::assertStringContainsString('Not into the transformer', $plan['polarity']);
            self::assertContains($plan['method']['part'] ?? '', ['C1', 'C2']);
        }
        self::assertSame(
            [],
            LowVoltageFeed::plans(Supplies::demo('gallery-organ')),
            'no bench supply below the touch limit lifts 360 V',
        );
    }

    public function testWhatConvertsIsWarnedOfAtLowMains(): void
    {
        self::assertStringContainsString(
            'more current, not less',
            Ramp::of(Supplies::demo('wheelhouse-display'))?->view()['warning'] ?? '',
        );
        self::assertNull(Ramp::of(Supplies::demo('tide-recorder'))?->view()['warning'] ?? null);
    }

    /**
     * A controller behind its start-up resistor does nothing at all up to a threshold, and then everything. By hand:
     * 15.2 V and 0.35 mA to 16.8 V and 0.65 mA through 220 k are 92 V to 160 V peak, 65 V to 113 V rms, and the drops.
     */
    public function testTheWakingThresholdIsFound(): void
    {
        $view = Ramp::of(Supplies::demo('wheelhouse-display'))?->view() ?? [];

        self::assertCount(1, $view['events']);
        self::assertSame(1, preg_match('/^About (\d+) V to (\d+) V: U11 starts/', $view['events'][0], $found));
        self::assertEqualsWithDelta(65 + 2, (float) $found[1], 4.0);
        self::assertEqualsWithDelta(113 + 2, (float) $found[2], 4.0);
    }

    /**
     * A relay supply: nothing below its pick-up, then everything (common practice); it pulls in at 0.7 of its coil
     * voltage.
     */
    public function testARelayIsAThreshold(): void
    {
        $ramp = Ramp::of(Supplies::drafted('heavy'));
        self::assertNotNull($ramp);
        self::assertCount(1, $ramp->usual->events);
        self::assertSame('K1 pulls in', $ramp->usual->events[0]['what']);
        $below = array_values(
            array_filter(
                $ramp->usual->steps,
                static fn(array $s): bool => $s['volts'] < $ramp->usual->events[0]['volts'],
            ),
        );
        $above = array_values(
            array_filter(
                $ramp->usual->steps,
                static fn(array $s): bool => $s['volts'] > $ramp->usual->events[0]['volts'],
            ),
        );
        self::assertLessThan(0.1 * $above[0]['amperes'], $below[count($below) - 1]['amperes']);
    }

    /**
     * Coils pull in anywhere from half to four fifths of their voltage (common practice): two good units at the same
     * mains may show all or nothing, and neither is stopped; what neither shows is.
     */
    public function testGoodUnitsWakeEarlyOrLate(): void
    {
        $supply = Supplies::drafted('heavy');
        $ramp = Ramp::of($supply);
        self::assertNotNull($ramp);
        self::assertMatchesRegularExpression('/About \d+ V to \d+ V: K1 pulls in/', $ramp->view()['events'][0]);
        $usual = $ramp->usual->events[0]['volts'];
        // Between a unit that pulls in at half of its coil's voltage and one that waits for four fifths.
        $volts = 0.85 * $usual;
        $awake = $asleep = null;
        foreach ($ramp->usual->steps as $step) {
            if ($step['volts'] < $usual) {
                $asleep = $step;
            } else {
                $awake ??= $step;
            }
        }
        self::assertNotNull($awake);
        self::assertNotNull($asleep);
        $share = $volts / $awake['volts'];
        $bench = (new Bench($supply))->add('power', [
            'power' => 'limited',
            'mode' => $ramp->mode,
            'method' => ['how' => 'variable_transformer', 'volts' => 23],
        ]);
        $judged = static function (array $of, float $share) use ($bench, $ramp, $volts): array {
            $bench->add('ramp', [
                'volts' => (string) round($volts, 1),
                'amperes' => (string) round($of['amperes'] * $share, 4),
                'rails' => array_map(static fn(float $v): string => (string) round($v * $share, 3), $of['rails']),
            ]);
            $steps = $bench->state()->ramp;

            return $ramp->judge($steps[count($steps) - 1]);
        };
        $early = $judged($awake, $share);

        self::assertSame('fine', $early['word'], $early['sentence']);
        self::assertStringContainsString('half to four fifths', $early['why']);
        self::assertSame('fine', $judged($asleep, 1.0)['word']);
        self::assertTrue($judged(['amperes' => 5 * $awake['amperes']] + $awake, $share)['stop']);
    }

    public function testARampStopsAtASuddenRiseAndAtAnOverVoltageAndAtHeat(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $ramp = Ramp::of($supply);
        self::assertNotNull($ramp);
        $bench = (new Bench($supply))->add('power', [
            'power' => 'limited',
            'mode' => 'unloaded',
            'method' => ['how' => 'variable_transformer', 'volts' => 23],
        ]);
        foreach (
            [
                [['volts' => '104', 'amperes' => '14m', 'rails' => ['TP4' => '9.9', 'TP6' => '-9.9']], 'fine', false],
                [['volts' => '104', 'amperes' => '60m'], 'not as expected', false],
                [['volts' => '104', 'amperes' => '240m'], 'stop', true],
                [['volts' => '104', 'amperes' => '1m'], 'not as expected', false],
                [['volts' => '207', 'rails' => ['TP4' => '19.4']], 'stop', true],
                [['volts' => '104', 'celsius' => '85'], 'stop', true],
            ]
            as [$entry, $word, $stop]
        ) {
            $bench->add('ramp', $entry);
            $steps = $bench->state()->ramp;
            $verdict = $ramp->judge($steps[count($steps) - 1]);
            self::assertSame(
                [$word, $stop],
                [$verdict['word'], $verdict['stop']],
                json_encode($entry, JSON_THROW_ON_ERROR) . ' ' . $verdict['sentence'],
            );
        }
    }

    /** @return iterable<string, array{string, array<string, mixed>, float, string}> */
    public static function choices(): iterable
    {
        yield 'transformer, nothing known' => ['tide-recorder', [], 0.0, 'lamp'];
        yield 'transformer, stood for years' => [
            'gallery-organ',
            ['conditions' => ['idle']],
            0.0,
            'variable_transformer',
        ];
        yield 'stood for years, and a short is suspected' => ['gallery-organ', ['conditions' => ['idle']], 0.6, 'lamp'];
        yield 'off-line, nothing known' => ['net-loft-radio', [], 0.0, 'lamp'];
        yield 'off-line, a short is suspected' => ['net-loft-radio', [], 0.6, 'bench'];
        yield 'fed with direct voltage' => ['buoy-lantern', [], 0.0, 'bench'];
    }

    /** @param array{conditions?: list<string>} $known */
    #[DataProvider('choices')]
    public function testTheGentlestWayThatTellsSomethingComesFirst(
        string $name,
        array $known,
        float $short,
        string $first,
    ): void {
        $supply = Supplies::demo($name);
        $state = new BenchState($supply->mode(null)->id);
        $state->conditions = $known['conditions'] ?? [];
        $ranked = (new MethodChoice($supply, $state, $short))->ranked();

        self::assertSame([$first, 'first'], [$ranked[0]['how'], $ranked[0]['rank']]);
        foreach ($ranked as $method) {
            self::assertGreaterThan(20, strlen($method['reason']), 'why, and why not the others');
        }
    }

    public function testASwitcherIsNotHeldOnAVariableTransformer(): void
    {
        $supply = Supplies::demo('net-loft-radio');
        $ranked = array_column((new MethodChoice($supply, new BenchState('loaded'), 0.0))->ranked(), null, 'how');

        self::assertSame('no', $ranked['variable_transformer']['rank']);
        self::assertSame('then', $ranked['isolated']['rank'], 'the unit, for the oscilloscope on the hot side');
    }
}

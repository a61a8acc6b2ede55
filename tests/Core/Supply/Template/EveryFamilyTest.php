<?php

declare(strict_types=1);

namespace Tests\Core\Supply\Template;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Every family drafts a supply that works in every mode, with its modes, interlocks, grounds and points. */
#[Group('slow')]
final class EveryFamilyTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function families(): iterable
    {
        foreach (array_keys(Templates::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('families')]
    public function testEveryModeSettlesWithoutBreakingAnything(string $family): void
    {
        $supply = Supplies::drafted($family);
        $behaviour = new Behaviour($supply);
        foreach ($supply->modes as $id => $mode) {
            $seen = $behaviour->live($mode);
            self::assertTrue($seen->settled, "{$family} {$id}");
            self::assertSame([], $seen->broken(), "{$family} {$id}");
            self::assertFalse(in_array('ticks', $seen->signs, true), "{$family} {$id} hiccups");
        }
    }

    /**
     * A rail stands at its printed voltage: within 8 % where regulated, between 0.75 and 1.6 times where not (common
     * practice).
     */
    #[DataProvider('families')]
    public function testRailsStandWhereTheirNameSays(string $family): void
    {
        $supply = Supplies::drafted($family);
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        $rails = 0;
        foreach ($supply->points as $id => $point) {
            if ($point->rail !== null) {
                $rails++;
                self::assertGreaterThan(0.75, $seen->reading((string) $id, 'dc') / $point->rail, "{$family} {$id}");
                self::assertLessThan(1.6, $seen->reading((string) $id, 'dc') / $point->rail, "{$family} {$id}");
            }
        }
        self::assertGreaterThan(0, $rails);
    }

    #[DataProvider('families')]
    public function testPointsSayWhereToTouchAndBelongToAStage(string $family): void
    {
        $supply = Supplies::drafted($family);
        $staged = array_merge(...array_map(static fn($stage): array => $stage->parts, array_values($supply->stages)));

        self::assertEqualsCanonicalizing(
            array_map(strval(...), array_keys($supply->parts)),
            $staged,
            'every part stands in one stage',
        );
        foreach ($supply->points as $point) {
            self::assertNotSame('', $point->how);
            self::assertArrayHasKey((string) $point->stage, $supply->stages);
        }
    }

    /** Anything rectified straight from the mains is hot; its ground is another one than the output's. */
    public function testHotAndColdGroundsAreApart(): void
    {
        foreach (['flyback', 'adaptor', 'industrial', 'television', 'inverter'] as $family) {
            $supply = Supplies::drafted($family);
            self::assertTrue($supply->isHot('HGND'), $family);
            self::assertFalse($supply->isHot('0V'), $family);
            self::assertStringContainsString('live', $supply->groundName('HGND'));
        }
    }

    public function testSenseLeadsOpenDriveTheOutputUp(): void
    {
        $supply = Supplies::drafted('many_rail');
        $output = $this->rail($supply, '12');
        $closed = (new Behaviour($supply))->live($supply->mode(null));
        $open = (new Behaviour($supply))->live($supply->mode(null), ['J1' => 'open']);

        self::assertEqualsWithDelta(12.0, $closed->reading($output, 'dc'), 0.2);
        self::assertGreaterThan(
            $closed->reading($output, 'dc') + 0.05,
            $open->reading($output, 'dc'),
            'as far as the local resistors let it',
        );
        self::assertSame('sense', $supply->interlocks[0]->kind->value);
    }

    /** A choke-input filter gives about 0.9 of the rms winding voltage, less drops (handbooks; V = 2 sqrt(2) / pi). */
    public function testChokeInputGivesTheMeanOfTheRectifiedVoltage(): void
    {
        $supply = Supplies::drafted('choke_input');
        $seen = (new Behaviour($supply))->live($supply->mode(null));
        $rail = $this->firstRail($supply);
        $winding = $supply->part('T1')->value('secondary');

        self::assertEqualsWithDelta(0.9 * $winding, abs($seen->reading($rail, 'dc')), 0.12 * $winding);
    }

    /** A doubler's output is two peaks (handbooks), less drops and sag. */
    public function testDoublerGivesTwoPeaks(): void
    {
        $supply = Supplies::drafted('doubler');
        $seen = (new Behaviour($supply))->live($supply->mode('unloaded'));

        self::assertEqualsWithDelta(
            2 * M_SQRT2 * $supply->part('T1')->value('secondary'),
            abs($seen->reading($this->firstRail($supply), 'dc')),
            0.35 * 2 * M_SQRT2 * $supply->part('T1')->value('secondary'),
        );
    }

    /**
     * The bulk of a supply with active power-factor correction: plain rectified mains when it is off, boosted when it
     * is on (common practice: 380 to 400 V).
     */
    public function testBulkIsBoostedOnlyWithThePowerFactorStageOn(): void
    {
        $supply = Supplies::drafted('television');
        $behaviour = new Behaviour($supply);

        self::assertEqualsWithDelta(390, $behaviour->live($supply->mode('on'))->reading('TP2', 'dc'), 8);
        self::assertEqualsWithDelta(230 * M_SQRT2, $behaviour->live($supply->mode('standby'))->reading('TP2', 'dc'), 8);
    }

    public function testAnswersThatCannotWorkAreRefusedWithTheirName(): void
    {
        foreach (
            [
                ['many_rail', ['main' => '60 V'], 'main'],
                ['dc_fed', ['feed' => '6 V'], 'first'],
                ['linear', ['secondary' => '8 V', 'regulated' => '12 V'], 'secondary'],
            ]
            as [$family, $answers, $path]
        ) {
            try {
                Supplies::drafted($family, $answers);
                self::fail("{$family} took it");
            } catch (DescriptionRefused $refused) {
                self::assertContains($path, array_column($refused->problems, 'path'));
            }
        }
        $this->expectException(DescriptionRefused::class);
        $this->expectExceptionMessage('There is no template "steam"');
        Templates::named('steam');
    }

    public function testLoadsChangeWhatIsDrafted(): void
    {
        $small = Supplies::drafted('flyback', ['output' => '5 V', 'load' => '1 A']);
        $large = Supplies::drafted('flyback', ['output' => '24 V', 'load' => '3 A']);

        self::assertGreaterThan($small->part('C1')->value('value'), $large->part('C1')->value('value'));
        self::assertEqualsWithDelta(5.0, (new Behaviour($small))->live($small->mode(null))->reading('TP5', 'dc'), 0.2);
        self::assertEqualsWithDelta(24.0, (new Behaviour($large))->live($large->mode(null))->reading('TP5', 'dc'), 0.6);
    }

    private function firstRail(Description $supply): string
    {
        foreach ($supply->points as $id => $point) {
            if ($point->rail !== null) {
                return (string) $id;
            }
        }
        self::fail('no rail');
    }

    private function rail(Description $supply, string $volts): string
    {
        foreach ($supply->points as $id => $point) {
            if ($point->rail !== null && abs($point->rail - (float) $volts) < 0.01) {
                return (string) $id;
            }
        }
        self::fail("no {$volts} V rail");
    }
}

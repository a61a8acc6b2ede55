<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Oculant\Core\Proving\Load\WireGauge;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Safety\RuleSet;
use Oculant\Core\Proving\Soak\SoakPlan;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Rows of standards that are kept as tables, and how far a soak may be set. */
final class TablesTest extends TestCase
{
    /**
     * IEC 60204-1, table 6, installation B1: amperes of copper in PVC by square millimetres (from memory); never above
     * what 700 circular mils to the ampere allow, which decides for the thin ones.
     *
     * @return iterable<string, array{float, float}>
     */
    public static function ducts(): iterable
    {
        foreach (['4' => 24.0, '6' => 31.0, '10' => 44.0, '16' => 59.0] as $area => $amperes) {
            yield "{$area} mm²" => [(float) $area, $amperes];
        }
    }

    #[DataProvider('ducts')]
    public function testWiresInADuct(float $area, float $table): void
    {
        $mils = ($area * 1973.525) / 700;

        self::assertEqualsWithDelta(
            min($table, $mils),
            WireGauge::amperes(2 * sqrt($area / M_PI), WireGauge::DUCT),
            0.01 * $table,
        );
    }

    /**
     * EN 50678 and 50699, IEC 62368-1 and 60065, IEC 60335-1 (from memory): earth in ohms, insulation in ohms, touch
     * and conductor current in amperes.
     *
     * @return iterable<string, array{string, string, string, float}>
     */
    public static function rules(): iterable
    {
        yield 'earth of a repaired unit' => ['repaired', 'earth', 'I', 0.3];
        yield 'insulation, class I' => ['repaired', 'insulation', 'I', 1e6];
        yield 'insulation, class II' => ['repaired', 'insulation', 'II', 2e6];
        yield 'touch current of a repaired unit' => ['repaired', 'touch', 'II', 0.5e-3];
        yield 'conductor current' => ['repaired', 'conductor', 'I', 3.5e-3];
        yield 'earth, audio and video' => ['audio-video', 'earth', 'I', 0.1];
        yield 'reinforced insulation' => ['audio-video', 'insulation', 'II', 4e6];
        yield 'touch current, class II' => ['audio-video', 'touch', 'II', 0.25e-3];
        yield 'earth of a household appliance' => ['household', 'earth', 'I', 0.1];
        yield 'touch current of one, class I' => ['household', 'touch', 'I', 0.75e-3];
        yield 'insulation of one, class II' => ['household', 'insulation', 'II', 2e6];
    }

    #[DataProvider('rules')]
    public function testLimitsOfThePublishedRules(string $set, string $test, string $class, float $limit): void
    {
        self::assertSame($limit, RuleSet::published()[$set]->limits[$test][$class]);
    }

    /** @return iterable<string, array{string, mixed, mixed}> field, taken, refused */
    public static function soaks(): iterable
    {
        yield 'longest stage' => ['hours', 100, 100.1];
        yield 'a stage of no time' => ['hours', 0.01, 0];
        yield 'most of full load' => ['share', 1.2, 1.21];
        yield 'no load' => ['share', 0, -0.01];
        yield 'slowest scan' => ['interval', 60, 60.1];
        yield 'quickest scan' => ['interval', 1, 0.9];
        yield 'no number' => ['hours', '1', 'an hour'];
    }

    #[DataProvider('soaks')]
    public function testHowFarASoakMayBeSet(string $field, mixed $taken, mixed $refused): void
    {
        $plan = static fn(mixed $value): SoakPlan => SoakPlan::of(
            [
                'stages' => [[$field => $value] + ['hours' => 1, 'share' => 0.5]],
                'channels' => [['title' => 'rail', 'quantity' => 'dc', 'target' => 'TP4', 'low' => 11, 'high' => 13]],
            ] + ($field === 'interval' ? ['interval' => $value] : []),
            230.0,
        );
        self::assertCount(1, $plan($taken)->stages);
        try {
            $plan($refused);
            self::fail('it was taken');
        } catch (PlanRefused $said) {
            self::assertStringContainsString($field, $said->field);
        }
    }

    /** Stages follow one another: which one runs, and when each began. */
    public function testStagesOfASoak(): void
    {
        $plan = SoakPlan::of(
            [
                'stages' => [['hours' => 1, 'share' => 0.5], ['hours' => 0.5, 'share' => 1]],
                'channels' => [
                    ['title' => 'rail', 'quantity' => 'dc', 'target' => 'TP4', 'low' => 11, 'high' => 13],
                    ['title' => 'mains', 'quantity' => 'ac', 'target' => 'mains', 'low' => 207, 'high' => 253],
                ],
            ],
            230.0,
        );

        self::assertSame(5400.0, $plan->seconds());
        self::assertSame([0, 0, 1, 1, null], array_map($plan->stageAt(...), [0.0, 3599.9, 3600.0, 5399.9, 5400.0]));
        self::assertSame([0.0, 3600.0], array_map($plan->startOf(...), [0, 1]));
        self::assertSame(1, $plan->mainsChannel());
        self::assertSame(1.0, $plan->interval);
        self::assertTrue($plan->loadOffOnAlarm, 'the safe side unless somebody says otherwise');
    }
}

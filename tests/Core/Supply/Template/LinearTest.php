<?php

declare(strict_types=1);

namespace Tests\Core\Supply\Template;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Supply\DescriptionRefused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class LinearTest extends TestCase
{
    /** @return iterable<string, array{array<string, string>}> */
    public static function answers(): iterable
    {
        foreach (['bridge', 'two_diode', 'half_wave'] as $rectifier) {
            yield "single {$rectifier}, regulated" => [
                [
                    'rails' => 'single',
                    'rectifier' => $rectifier,
                    'secondary' => '16 V',
                    'regulated' => '12 V',
                    'load' => '0.2 A',
                ],
            ];
            yield "single {$rectifier}, unregulated" => [
                ['rails' => 'single', 'rectifier' => $rectifier, 'secondary' => '12 V', 'load' => '0.3 A'],
            ];
        }
        yield 'dual regulated' => [
            ['rails' => 'dual', 'secondary' => '15 V', 'regulated' => '12 V', 'load' => '0.3 A'],
        ];
        yield 'dual unregulated on 120 V 60 Hz' => [
            ['rails' => 'dual', 'secondary' => '24 V', 'load' => '1 A', 'mains' => '120 V', 'frequency' => '60 Hz'],
        ];
    }

    /** @param array<string, string> $answers */
    #[DataProvider('answers')]
    public function testGivesAWorkingSupply(array $answers): void
    {
        $supply = Supplies::drafted('linear', $answers);
        $regulated = (float) ($answers['regulated'] ?? 0);
        foreach ($supply->modes as $mode) {
            $expected = Expectations::of($supply, $mode);
            self::assertSame([], $expected->nominal->broken(), 'a good supply keeps its fuse');
            foreach ($supply->points as $id => $point) {
                if ($point->rail !== null && $regulated > 0) {
                    self::assertEqualsWithDelta($point->rail, $expected->window($id)->nominal, 0.02 * $regulated);
                } elseif ($point->rail !== null) {
                    self::assertGreaterThan(0.8 * abs($point->rail), abs($expected->window($id)->nominal));
                }
            }
        }
    }

    /**
     * A tenth of the peak as ripple: C = I / (2 f dV) (handbook estimate), then up to the next E6 value of IEC 60063.
     */
    public function testComputesTheReservoir(): void
    {
        $supply = Supplies::drafted('linear', ['secondary' => '15 V', 'load' => '0.5 A']);
        $needed = 0.5 / (2 * 50 * 0.1 * 15 * M_SQRT2);

        self::assertSame(PreferredValues::E6->atLeast($needed), $supply->part('C1')->value('value'));
        self::assertGreaterThanOrEqual(15 * M_SQRT2 * 1.15, $supply->part('C1')->value('voltage'));
    }

    public function testRefusesWhatCannotWork(): void
    {
        foreach (
            [
                ['load,rails', ['rails' => 'triple', 'load' => '-1'], 'Choose one of: single, dual'],
                ['secondary', ['secondary' => '8 V', 'regulated' => '12 V'], '2 V more than its output'],
                ['regulated', ['regulated' => '13 V', 'secondary' => '18 V'], 'Fixed regulators come for'],
            ]
            as [$paths, $answers, $message]
        ) {
            try {
                Supplies::drafted('linear', $answers);
                self::fail('The answers were taken.');
            } catch (DescriptionRefused $refused) {
                self::assertSame($paths, implode(',', array_column($refused->problems, 'path')));
                self::assertStringContainsString($message, $refused->getMessage());
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\KnownBy;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What the trade knows of each kind: nothing is left to a default that was meant for another. */
final class ProfileTest extends TestCase
{
    /** @return iterable<string, array{PartKind}> */
    public static function kinds(): iterable
    {
        foreach (PartKinds::all() as $name => $kind) {
            yield $name => [$kind];
        }
    }

    #[DataProvider('kinds')]
    public function testEveryKindSaysWhatIsKnownOfIt(PartKind $kind): void
    {
        $profile = $kind->profile();

        // Cooler than a bench in summer nothing has to be, and glass softens above (common practice).
        self::assertGreaterThanOrEqual(60.0, $profile->celsius);
        self::assertLessThanOrEqual(275.0, $profile->celsius);
        self::assertNotSame('', $profile->limit);
        self::assertGreaterThan(0.0, $profile->warms);
        self::assertMatchesRegularExpression('/^[A-Z]{1,3}$/', $profile->letter);
        self::assertNotSame([], $profile->hot);
        foreach ($profile->pins as $terminal) {
            self::assertContains($terminal, $kind->terminals()->all(), 'a pin of its symbol is a terminal');
        }
        if ($profile->junction !== null) {
            self::assertLessThan($profile->junction[1], $profile->junction[0]);
        }
    }

    public function testNothingStandsForTwoKinds(): void
    {
        $told = [];
        foreach (PartKinds::all() as $name => $kind) {
            foreach (['words', 'prefixes', 'symbols'] as $how) {
                foreach ($kind->profile()->{$how} as $one) {
                    $told["{$how} {$one}"][] = $name;
                }
            }
        }

        self::assertSame([], array_filter($told, static fn(array $kinds): bool => count($kinds) > 1));
    }

    /** Handbooks and data sheets: silicon 0.6 V, Schottky 0.2 V, light-emitting diodes by their colour. */
    public function testJunctionsAreThoseOfTheirMaterial(): void
    {
        $of = static fn(string $kind): ?array => PartKinds::all()[$kind]->profile()->junction;

        self::assertSame([0.45, 0.75], $of('diode'));
        self::assertLessThan($of('diode')[0], $of('schottky')[0]);
        self::assertGreaterThan($of('diode')[1], $of('led')[0]);
        self::assertNull($of('resistor'));
    }

    /** The stripe of an aluminium electrolytic is its minus, the bar of a tantalum its plus (common practice). */
    public function testMarksSayWhichEnd(): void
    {
        self::assertStringContainsString('minus', PartKinds::all()['electrolytic']->profile()->mark);
        self::assertStringContainsString('plus', PartKinds::all()['tantalum']->profile()->mark);
    }

    public function testTimeGetsAtSealsAndContacts(): void
    {
        self::assertSame(Ageing::Sealed, PartKinds::all()['paper_suppressor']->profile()->ages);
        self::assertSame(Ageing::Contact, PartKinds::all()['relay']->profile()->ages);
        self::assertSame(Ageing::Slowly, PartKinds::all()['resistor']->profile()->ages);
    }

    #[DataProvider('written')]
    public function testKindsAreKnownByWhatIsWritten(string $how, string $written, ?string $kind): void
    {
        self::assertSame($kind, KnownBy::{$how}($written)?->name());
    }

    /** @return iterable<string, array{string, string, ?string}> */
    public static function written(): iterable
    {
        $rows = [
            'word' => ['elko' => 'electrolytic', 'y-capacitor' => 'y_capacitor', 'mov' => 'varistor', 'gadget' => null],
            // Type numbers of the trade.
            'type' => [
                '7812' => 'regulator',
                'LM7905' => 'regulator',
                'LM317T' => 'adjustable_regulator',
                '1N5819' => 'schottky',
                '1N4744A' => 'zener',
                '1N4007' => 'diode',
                'BC547' => 'transistor',
                'IRF840' => 'mosfet',
                '4N35' => 'optocoupler',
                'UC3842' => 'pwm_controller',
                'XYZ' => null,
            ],
            'prefix' => ['BR' => 'bridge', 'ZD' => 'zener', 'K' => 'relay', 'QQ' => null],
            // The longest beginning decides: every one of these begins like a plain one as well.
            'symbol' => [
                'C' => 'ceramic_capacitor',
                'C_Polarized_Small' => 'electrolytic',
                'R_Potentiometer' => 'trimmer',
                'R_US' => 'resistor',
                'D_Zener' => 'zener',
                'D_Bridge_+-AA' => 'bridge',
                'LED' => 'led',
                'L' => 'inductor',
                'LM7805_TO220' => 'regulator',
                'LM317_TO-220' => 'adjustable_regulator',
                'Crystal' => null,
            ],
        ];
        foreach ($rows as $how => $names) {
            foreach ($names as $written => $kind) {
                yield "{$how} {$written}" => [$how, (string) $written, $kind];
            }
        }
    }
}

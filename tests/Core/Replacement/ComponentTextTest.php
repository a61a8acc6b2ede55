<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\KnownTypes;
use Oculant\Core\Replacement\UnreadableComponent;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** How people write a part. RKM letters and codes as in IEC 60062. */
final class ComponentTextTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, array<string, float>, array<string, string>}> */
    public static function lines(): iterable
    {
        yield 'with spaces' => [
            '47 uF 400 V 105 C 18 x 31.5 mm',
            'electrolytic',
            'electrolytic',
            ['value' => 47e-6, 'voltage' => 400.0, 'temperature' => 105.0, 'diameter' => 0.018, 'height' => 0.0315],
            [],
        ];
        yield 'everything of a capacitor' => [
            'electrolytic 2200u 35V 5000h 12mohm 1.8A rm7.5 low esr',
            '',
            'electrolytic',
            [
                'value' => 2200e-6,
                'voltage' => 35.0,
                'life' => 5000.0,
                'esr' => 0.012,
                'ripple' => 1.8,
                'pitch' => 0.0075,
            ],
            ['style' => 'low-esr'],
        ];
        yield 'a resistor' => [
            '4k7 0.5W 1% flameproof 50ppm',
            'resistor',
            'resistor',
            ['value' => 4700.0, 'power' => 0.5, 'tolerance' => 0.01, 'tempco' => 50.0],
            ['style' => 'flameproof'],
        ];
        yield 'a letter for the tolerance' => [
            '4k7J',
            'resistor',
            'resistor',
            ['value' => 4700.0, 'tolerance' => 0.05],
            [],
        ];
        yield 'a resistor by its rings' => [
            'yellow violet red gold',
            '',
            'resistor',
            ['value' => 4700.0, 'tolerance' => 0.05],
            [],
        ];
        yield 'rings with dashes' => [
            'brown-black-black-red-brown 0.6W',
            '',
            'resistor',
            ['value' => 10e3, 'tolerance' => 0.01, 'power' => 0.6],
            [],
        ];
        yield 'a shunt' => [
            '0R1 3W 1%',
            'resistor',
            'resistor',
            ['value' => 0.1, 'power' => 3.0, 'tolerance' => 0.01],
            [],
        ];
        yield 'three figures on a capacitor' => [
            'film 104K 250V',
            '',
            'film_capacitor',
            ['value' => 100e-9, 'tolerance' => 0.1, 'voltage' => 250.0],
            [],
        ];
        yield 'a fuse' => ['T2A 250V', 'fuse', 'fuse', ['value' => 2.0, 'voltage' => 250.0], ['speed' => 'T']];
        yield 'a zener' => ['5V1 1.3W', 'zener', 'zener', ['value' => 5.1, 'power' => 1.3], []];
        yield 'a class says what it is' => [
            '100n 275V X2',
            '',
            'x_capacitor',
            ['value' => 100e-9, 'voltage' => 275.0],
            ['class' => 'x2'],
        ];
        yield 'said otherwise than meant' => [
            'film 1u 63V',
            'electrolytic',
            'film_capacitor',
            ['value' => 1e-6, 'voltage' => 63.0],
            [],
        ];
        yield 'sizes in words' => [
            '47u 25 V 31 mm tall 16 mm wide',
            'electrolytic',
            'electrolytic',
            ['value' => 47e-6, 'voltage' => 25.0, 'height' => 0.031, 'diameter' => 0.016],
            [],
        ];
    }

    /**
     * @param array<string, float>  $data
     * @param array<string, string> $words
     */
    #[DataProvider('lines')]
    public function testLines(string $text, string $meant, string $kind, array $data, array $words): void
    {
        $read = ComponentText::read($text, $meant);

        self::assertSame($kind, $read->kind);
        self::assertEqualsWithDelta($data, $read->data, 1e-12);
        self::assertEquals($words, $read->words);
    }

    /** Data sheets of the 1N400x, 7815 and BC547 families, from memory. */
    public function testATypeStandsForItsData(): void
    {
        self::assertSame(
            [1000.0, 1.0],
            [ComponentText::read('1N4007')->data['voltage'], ComponentText::read('1n4007')->data['current']],
        );
        self::assertSame('ultrafast_diode', ComponentText::read('UF4007', 'diode')->kind);
        self::assertSame(
            [15.0, 'in-common-out'],
            [ComponentText::read('7815')->data['value'], ComponentText::read('7815')->words['pinout']],
        );
        self::assertSame(-12.0, ComponentText::read('7912')->data['value']);
        self::assertSame('npn', ComponentText::read('BC547')->words['polarity']);
        self::assertSame(
            60.0,
            ComponentText::read('1N4007 60V', 'diode')->data['voltage'],
            'what is typed goes before what is known',
        );
        self::assertNull(KnownTypes::of('1N4009'));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function unreadable(): iterable
    {
        yield 'nothing' => ['  ', 'resistor', 'Nothing was typed'];
        yield 'a comma' => ['4,7u 25V', 'electrolytic', 'decimal comma'];
        yield 'a word' => ['47u purplish', 'electrolytic', '"purplish" cannot be read'];
        yield 'the wrong unit' => ['47 Hz', 'electrolytic', '"47Hz" cannot be read'];
        yield 'no kind' => ['47u 25V', '', 'does not say what it is'];
        yield 'one ring alone' => ['red', 'resistor', '"red" cannot be read'];
    }

    #[DataProvider('unreadable')]
    public function testWhatCannotBeReadIsQuoted(string $text, string $kind, string $says): void
    {
        $this->expectException(UnreadableComponent::class);
        $this->expectExceptionMessage($says);
        ComponentText::read($text, $kind);
    }

    public function testAPartOfASupplyIsKnownByWhatWasWritten(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $fuse = Component::ofPart($supply->part('F1'));
        $regulator = Component::ofPart($supply->part('U1'));

        self::assertSame('T 250 mA', $fuse->label());
        self::assertSame('2200 µF 35 V', Component::ofPart($supply->part('C1'))->label());
        self::assertSame('in-common-out', $regulator->word('pinout'), 'from its type');
        self::assertEquals($regulator, Component::fromArray($regulator->toArray()));
    }
}

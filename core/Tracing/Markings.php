<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;

/**
 * What a part on a board probably is: by words said of it, by what is printed on it, by the letter before its number
 * (IEC 81346-2 and what boards use; common practice).
 */
final class Markings
{
    /** Words that people say, by kind. */
    private const WORDS = [
        'electrolytic' => ['electrolytic', 'elco', 'elko'],
        'tantalum' => ['tantalum'],
        'film_capacitor' => ['film', 'foil'],
        'ceramic_capacitor' => ['ceramic', 'disc'],
        'x_capacitor' => ['x-cap', 'x1', 'x2', 'xcap'],
        'y_capacitor' => ['y-cap', 'y1', 'y2', 'ycap'],
        'schottky' => ['schottky'],
        'zener' => ['zener'],
        'fast_diode' => ['fast'],
        'mosfet' => ['mosfet', 'fet', 'n-mosfet'],
        'transistor' => ['npn', 'pnp', 'transistor'],
        'thyristor' => ['thyristor', 'scr'],
        'regulator' => ['regulator'],
        'bridge' => ['bridge'],
        'transformer' => ['transformer'],
        'optocoupler' => ['optocoupler', 'opto'],
        'pwm_controller' => ['controller', 'pwm'],
        'integrated_switcher' => ['switcher'],
        'flyback' => ['flyback-transformer'],
        'shunt_reference' => ['reference'],
        'op_amp' => ['opamp', 'op-amp'],
        'inductor' => ['choke', 'coil', 'inductor'],
        'common_mode_choke' => ['common-mode'],
        'varistor' => ['varistor', 'mov'],
        'ntc' => ['ntc', 'thermistor'],
        'led' => ['led'],
        'fuse' => ['fuse'],
        'switch' => ['switch'],
        'relay' => ['relay'],
        'lamp' => ['lamp', 'bulb'],
        'connector' => ['connector', 'plug'],
        'load' => ['load'],
        'potentiometer' => ['potentiometer', 'pot'],
        'trimmer' => ['trimmer'],
        'resistor' => ['resistor'],
        'diode' => ['diode'],
    ];

    /** Printed type numbers. */
    private const TYPES = [
        '/^(ua|lm|l|mc)?7[89]\d\d/i' => 'regulator',
        '/^(lm|tl)?317|^lm337/i' => 'adjustable_regulator',
        '/^(tl|lm|ka)431/i' => 'shunt_reference',
        '/^(1n58[12]\d|sb\d|mbr)/i' => 'schottky',
        '/^(1n47\d\d|bzx|bzv|bzy)/i' => 'zener',
        '/^(1n400\d|1n540\d|by\d)/i' => 'diode',
        '/^(uf\d|fr\d|byv|byw|mur)/i' => 'fast_diode',
        '/^(irf|buz|stp|2sk|spp|spa|fqp)/i' => 'mosfet',
        '/^((bc|bd|bf|bu|2n|2s[abcd]|tip|mj)\d{2}|mje)/i' => 'transistor',
        '/^(pc817|4n\d\d|cny|tlp|sfh|el817)/i' => 'optocoupler',
        '/^(uc384|uc184|3842|3843|3844|3845|tl494|sg3525)/i' => 'pwm_controller',
        '/^(lm358|tl07|tl08|ne5532|741)/i' => 'op_amp',
    ];

    /** By the letters before the number. */
    private const LETTERS = [
        'BR' => 'bridge',
        'BD' => 'bridge',
        'CY' => 'y_capacitor',
        'CX' => 'x_capacitor',
        'RV' => 'varistor',
        'VDR' => 'varistor',
        'RT' => 'ntc',
        'NTC' => 'ntc',
        'TH' => 'ntc',
        'LED' => 'led',
        'ZD' => 'zener',
        'OK' => 'optocoupler',
        'OC' => 'optocoupler',
        'PC' => 'optocoupler',
        'RL' => 'load',
        'SW' => 'switch',
        'TR' => 'transformer',
        'VR' => 'trimmer',
        'R' => 'resistor',
        'C' => 'ceramic_capacitor',
        'D' => 'diode',
        'Z' => 'zener',
        'Q' => 'transistor',
        'F' => 'fuse',
        'L' => 'inductor',
        'T' => 'transformer',
        'S' => 'switch',
        'J' => 'connector',
        'P' => 'connector',
        'K' => 'relay',
    ];

    /** Names of pins that people say, by what a description calls them. */
    public const PINS = [
        '+' => ['plus'],
        '-' => ['minus'],
        'pos' => ['plus'],
        'neg' => ['minus'],
        'anode' => ['a'],
        'cathode' => ['k'],
        'stripe' => ['k', 'minus'],
        '~' => ['ac1'],
        '~1' => ['ac1'],
        '~2' => ['ac2'],
        'drain' => ['d'],
        'gate' => ['g'],
        'source' => ['s'],
        'collector' => ['c'],
        'base' => ['b'],
        'emitter' => ['e'],
        'gnd' => ['gnd', 'common'],
        'ground' => ['gnd', 'common'],
        'input' => ['in'],
        'output' => ['out'],
        'adjust' => ['adj'],
        'pri1' => ['p1'],
        'pri2' => ['p2'],
        'sec1' => ['s1'],
        'sec2' => ['s2'],
        'live' => ['l'],
        'neutral' => ['n'],
    ];

    /**
     * @param list<string> $words after the reference
     *
     * @return array{PartKind, array<string, mixed>}|null the kind, and what of the words is its value or type; null if
     *     nothing tells what it is
     */
    public static function read(string $ref, array $words): ?array
    {
        $kind = null;
        $left = [];
        foreach ($words as $word) {
            $told = self::word($word);
            if ($told !== null) {
                $kind = $told;
            } else {
                $left[] = $word;
            }
            if (in_array(mb_strtolower($word), ['npn', 'pnp'], true)) {
                $left['polarity'] = mb_strtolower($word);
            }
        }
        $typed = null;
        foreach ($left as $word) {
            foreach (self::TYPES as $pattern => $name) {
                if (preg_match($pattern, $word) === 1) {
                    [$typed, $kind] = [$word, $kind ?? $name];
                }
            }
        }
        $kind ??= self::byLetter($ref, $left);
        $found = $kind === null ? null : PartKinds::named($kind);

        return $found === null ? null : [$found, self::values($found, $left, $typed)];
    }

    private static function word(string $word): ?string
    {
        $word = mb_strtolower($word);
        foreach (self::WORDS as $kind => $words) {
            if (in_array($word, $words, true)) {
                return $kind;
            }
        }

        return PartKinds::named(str_replace('-', '_', $word)) === null ? null : str_replace('-', '_', $word);
    }

    /** @param array<int|string, string> $words */
    private static function byLetter(string $ref, array $words): ?string
    {
        $letters = (string) preg_replace('/[^A-Z].*$/', '', strtoupper($ref));
        for ($length = strlen($letters); $length > 0; $length--) {
            $kind = self::LETTERS[substr($letters, 0, $length)] ?? null;
            if (
                $kind === 'ceramic_capacitor' &&
                preg_grep('/^\d+(\.\d+)?\s*(u|µ|uf|µf)\b|^\d{2,}uf?$/iu', $words) !== []
            ) {
                // Microfarads with a polarity are an electrolytic on nearly every board.
                return 'electrolytic';
            }
            if ($kind !== null) {
                return $kind;
            }
        }

        return null;
    }

    /**
     * @param array<int|string, string> $words
     *
     * @return array<string, mixed>
     */
    private static function values(PartKind $kind, array $words, ?string $typed): array
    {
        $written = isset($words['polarity']) ? ['polarity' => $words['polarity']] : [];
        unset($words['polarity']);
        if ($typed !== null) {
            $written['type'] = $typed;
        }
        foreach ($kind->parameters() as $parameter) {
            if ($parameter->unit === null) {
                continue;
            }
            foreach ($words as $k => $word) {
                if ($word !== $typed && !isset($written[$parameter->name]) && Value::fits($word, $parameter)) {
                    $written[$parameter->name] = $word;
                    unset($words[$k]);
                }
            }
        }
        if ($typed !== null && preg_match('/7([89])(\d\d)/', $typed, $digits) === 1 && !isset($written['value'])) {
            $written['value'] = ($digits[1] === '9' ? '-' : '') . (int) $digits[2] . ' V';
        }

        return $written;
    }
}

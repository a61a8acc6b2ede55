<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Parts\Family;

use Oculant\Core\Quantity\ColourCode;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\ToleranceCode;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/**
 * Reads a part from one line as people write it: "47u 400V 105C 5000h 18x31.5 rm7.5", "4k7 0.5W 1% flameproof",
 * "1N4007".
 */
final class ComponentText
{
    /** What people write for a kind; plurals and spaces are taken off before. */
    private const KIND_WORDS = [
        'electrolytic' => 'electrolytic',
        'tantalum' => 'tantalum',
        'film' => 'film_capacitor',
        'foil' => 'film_capacitor',
        'ceramic' => 'ceramic_capacitor',
        'capacitor' => 'capacitor',
        'paper' => 'paper_suppressor',
        'resistor' => 'resistor',
        'fuse' => 'fuse',
        'zener' => 'zener',
        'schottky' => 'schottky',
        'ultrafast' => 'ultrafast_diode',
        'fast' => 'fast_diode',
        'diode' => 'diode',
        'bridge' => 'bridge',
        'regulator' => 'regulator',
        'transistor' => 'transistor',
        'mosfet' => 'mosfet',
        'optocoupler' => 'optocoupler',
        'varistor' => 'varistor',
        'ntc' => 'ntc',
    ];

    private const NUMBER = '[+-]?(?:\d+\.?\d*|\.\d+)';

    private const STYLES = ['flameproof', 'fusible', 'wirewound', 'ordinary', 'low-esr', 'polymer', 'antisurge'];

    /** What a unit at the end of a word stands for, by family; the first that matches. */
    private const BY_UNIT = [
        ['/^(?<v>N)\s?(?:°?C)$/u', Attribute::Temperature],
        ['/^(?<v>N)\s?h(?:ours)?$/', Attribute::Life],
        ['/^(?<v>N\s?[mk]?)V(?:AC|DC)?$/', Attribute::Voltage],
        ['/^(?<v>N\s?[mkM]?)W$/', Attribute::Power],
        ['/^(?<v>N)\s?ppm(?:\/K)?$/', Attribute::Tempco],
        ['/^(?<v>N\s?[nu]?)s$/', Attribute::Recovery],
        ['/^(?:\+\/-|±)?(?<v>N\s?%)$/u', Attribute::Tolerance],
    ];

    /**
     * @param string $kind what it is taken for if the text does not say
     *
     * @throws UnreadableComponent that quotes what means nothing
     */
    public static function read(string $text, string $kind = ''): Component
    {
        [$component, $unread] = self::understand($text, $kind);
        if ($unread !== []) {
            throw UnreadableComponent::words($text, $unread);
        }
        if ($component->kind === '') {
            throw UnreadableComponent::noKind($text);
        }
        if ($component->data === [] && $component->type === '') {
            throw UnreadableComponent::nothing();
        }

        return $component;
    }

    /**
     * What can be understood, and the words that cannot. The kind may stay empty.
     *
     * @return array{Component, list<string>}
     *
     * @throws UnreadableComponent if nothing was typed or numbers have a comma
     */
    public static function understand(string $text, string $kind = ''): array
    {
        if (trim($text) === '') {
            throw UnreadableComponent::nothing();
        }
        if (preg_match('/\d,\d/', $text) === 1) {
            throw UnreadableComponent::decimalComma($text);
        }
        $tokens = self::tokens($text);
        $said = self::kindOf($tokens);
        $kind = $said === '' ? $kind : $said;
        $known = null;
        $data = $words = $unread = [];
        $type = '';
        $rings = array_values(array_filter($tokens, ColourCode::isColour(...)));
        if (count($rings) >= 3) {
            [$kind, $data] = [$kind === '' ? 'resistor' : $kind, self::rings($rings, $text)];
            $tokens = array_values(
                array_filter($tokens, static fn(string $token): bool => !ColourCode::isColour($token)),
            );
        }
        foreach ($tokens as $token) {
            if ($type === '' && ($known = KnownTypes::of($token)) !== null) {
                $type = $known->type;

                continue;
            }
            $found = self::data($token, Family::of($kind)) ?? self::word($token, Family::of($kind));
            if (is_array($found)) {
                $data += $found['data'];
                $words += $found['words'];
            } elseif (
                isset(self::KIND_WORDS[rtrim(strtolower($token), 's')]) ||
                in_array(strtolower($token), Family::kinds(), true)
            ) {
                continue;
            } elseif (
                preg_match('/^(?:[A-Za-z]{1,5}\d|\d[A-Za-z]{1,2}\d)[A-Za-z0-9\-\/]{1,24}$/', $token) === 1 &&
                $type === ''
            ) {
                $type = strtoupper($token);
            } else {
                $unread[] = $token;
            }
        }

        return [
            new Component(
                $kind !== '' && $kind !== 'diode' ? $kind : $known->kind ?? $kind,
                $type,
                $data + ($known->data ?? []),
                $words + ($known->words ?? []),
            ),
            $unread,
        ];
    }

    /**
     * @param list<string> $rings
     *
     * @return array<string, float>
     */
    private static function rings(array $rings, string $text): array
    {
        try {
            $read = ColourCode::read($rings);
        } catch (UnreadableQuantity) {
            throw UnreadableComponent::words($text, $rings);
        }

        return array_filter([
            Attribute::Value->value => $read->ohms,
            Attribute::Tolerance->value => $read->tolerance,
            Attribute::Tempco->value => $read->tempco ?? 0.0,
        ]);
    }

    /** @return list<string> words, a number joined with the unit behind it */
    private static function tokens(string $text): array
    {
        $text = str_replace(["\u{2212}", "\u{00A0}", '×', 'Ω', '℃'], ['-', ' ', 'x', 'ohm', '°C'], trim($text));
        $text = (string) preg_replace('/\blow[ -]?(?:esr|impedance)\b/i', 'low-esr', $text);
        $text = (string) preg_replace(
            '/(\d)\s+(?=(?:[pnuµmkM]?(?:F|V|W|A|s|ohms?|Hz)|mm|°?C|h|hours|%|ppm(?:\/K)?|[pnuµkM])(?:\s|,|;|$))/u',
            '$1',
            $text,
        );
        $text = (string) preg_replace('/(\d(?:\.\d+)?)\s*(?:mm)?\s*x\s*(\d)/i', '$1x$2', $text);
        $text = (string) preg_replace(
            '/(\d(?:\.\d+)?)\s*mm\s+(tall|high|height|wide|diameter|pitch|long)\b/i',
            '$1mm-$2',
            $text,
        );

        $text = (string) preg_replace(
            '/\b(black|brown|red|orange|yellow|green|blue|violet|purple|grey|gray|white|gold|silver|pink)-(?=[a-z])/i',
            '$1 ',
            $text,
        );

        return preg_split('/[\s,;]+/', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }

    /** @param list<string> $tokens */
    private static function kindOf(array $tokens): string
    {
        $kinds = array_flip(Family::kinds());
        foreach ($tokens as $token) {
            $word = rtrim(strtolower($token), 's');
            $kind = isset($kinds[strtolower($token)]) ? strtolower($token) : self::KIND_WORDS[$word] ?? null;
            if ($kind !== null) {
                return $kind;
            }
        }
        foreach ($tokens as $token) {
            $kind = match (true) {
                preg_match('/^x[123]$/i', $token) === 1 => 'x_capacitor',
                preg_match('/^y[1234]$/i', $token) === 1 => 'y_capacitor',
                default => KnownTypes::of($token)?->kind,
            };
            if ($kind !== null) {
                return $kind;
            }
        }

        return '';
    }

    /** @return array{data: array<string, float>, words: array<string, string>}|null */
    private static function data(string $token, Family $family): ?array
    {
        $number = self::NUMBER;
        if (preg_match("/^({$number})x({$number})(?:mm)?$/", $token, $m) === 1) {
            return self::found([
                Attribute::Diameter->value => (float) $m[1] / 1000,
                Attribute::Height->value => (float) $m[2] / 1000,
            ]);
        }
        if (preg_match("/^(?:rm|pitch)({$number})(?:mm)?$/i", $token, $m) === 1) {
            return self::found([Attribute::Pitch->value => (float) $m[1] / 1000]);
        }
        if (preg_match("/^({$number})mm-(\w+)$/i", $token, $m) === 1) {
            $side = match (strtolower($m[2])) {
                'pitch' => Attribute::Pitch,
                'wide', 'diameter' => Attribute::Diameter,
                default => Attribute::Height,
            };

            return self::found([$side->value => (float) $m[1] / 1000]);
        }
        foreach (self::BY_UNIT as [$pattern, $attribute]) {
            if (preg_match(str_replace('N', $number, $pattern), $token, $m) === 1) {
                // The voltage of a zener, a regulator or a varistor is what it goes by; a second one does not occur.
                $to =
                    $attribute === Attribute::Voltage && $family->unit() === Unit::Volt ? Attribute::Value : $attribute;

                return self::found([
                    $to->value => Quantity::parse(
                        $m['v'],
                        $attribute === Attribute::Tolerance ? Unit::Ratio : $attribute->unit($family),
                    )->value,
                ]);
            }
        }

        if (preg_match('/^(\d+)V(\d+)$/', $token, $m) === 1) {
            return self::found([
                ($family->unit() === Unit::Volt ? Attribute::Value : Attribute::Voltage)
                    ->value => (float) "{$m[1]}.{$m[2]}",
            ]);
        }

        return self::coded($token, $family) ??
            (self::farads($token, $family) ?? (self::amperes($token, $family) ?? self::ohms($token, $family)));
    }

    /**
     * IEC 60062: "104K" on a capacitor is 10 and four noughts of picofarads, 10 %; "4k7J" and "4n7J" carry their
     * tolerance as a letter.
     *
     * @return array{data: array<string, float>, words: array<string, string>}|null
     */
    private static function coded(string $token, Family $family): ?array
    {
        // "470" without a letter is as likely 470 of something.
        if (
            $family === Family::Capacitor &&
            preg_match('/^(\d\d)([0-6])([BCDFGJKM])?$/', $token, $m) === 1 &&
            ($m[2] !== '0' || isset($m[3]))
        ) {
            return self::found(
                [Attribute::Value->value => (float) $m[1] * 10 ** (int) $m[2] * 1e-12] + self::letter($m[3] ?? ''),
            );
        }
        if (preg_match('/^(\d+[RkKMpnuµ]\d+)([BCDFGJKM])$/u', $token, $m) !== 1) {
            return null;
        }
        $value = self::farads($m[1], $family) ?? self::ohms($m[1], $family);

        return $value === null ? null : self::found($value['data'] + self::letter($m[2]));
    }

    /** @return array<string, float> */
    private static function letter(string $letter): array
    {
        $tolerance = ToleranceCode::fromLetter($letter);

        return $tolerance === null ? [] : [Attribute::Tolerance->value => $tolerance->ratio()];
    }

    /** @return array{data: array<string, float>, words: array<string, string>}|null */
    private static function farads(string $token, Family $family): ?array
    {
        $isMarked = preg_match('/F$/', $token) === 1 && preg_match('/\d/', $token) === 1;
        $isBare = preg_match('/^\d+\.?\d*[pnuµ]$|^\d+[pnuµ]\d+$/u', $token) === 1;
        if (
            (!$isMarked && !($isBare && in_array($family, [Family::Capacitor, Family::Safety, Family::Other], true))) ||
            preg_match('/^(?:F|FF|UF)\d/', $token) === 1
        ) {
            return null;
        }
        try {
            $value = Quantity::parse($token, Unit::Farad)->value;
        } catch (UnreadableQuantity) {
            return null;
        }

        return self::found([
            (in_array($family, [Family::Capacitor, Family::Safety, Family::Other], true)
                ? Attribute::Value
                : Attribute::Junction
            )->value => $value,
        ]);
    }

    /** @return array{data: array<string, float>, words: array<string, string>}|null */
    private static function amperes(string $token, Family $family): ?array
    {
        if (preg_match('/^(FF|TT|F|T|M)?(' . self::NUMBER . '\s?[mk]?)A(?:rms)?$/', $token, $m) !== 1) {
            return null;
        }
        $attribute = match ($family) {
            Family::Capacitor, Family::Safety => Attribute::Ripple,
            Family::Fuse => Attribute::Value,
            default => Attribute::Current,
        };

        return self::found(
            [$attribute->value => Quantity::parse($m[2], Unit::Ampere)->value],
            $m[1] === '' ? [] : ['speed' => $m[1]],
        );
    }

    /** @return array{data: array<string, float>, words: array<string, string>}|null */
    private static function ohms(string $token, Family $family): ?array
    {
        $isMarked = preg_match('/^\d.*(?:ohms?|R)$/i', $token) === 1 || preg_match('/^\d+R\d+$/', $token) === 1;
        if (
            !$isMarked &&
            !($family === Family::Resistor && preg_match('/^\d+\.?\d*[kKM]?$|^\d+[kKM]\d+$/', $token) === 1)
        ) {
            return null;
        }
        try {
            $value = Quantity::parse($token, Unit::Ohm)->value;
        } catch (UnreadableQuantity) {
            return null;
        }
        $attribute = match ($family) {
            Family::Capacitor, Family::Safety => Attribute::Esr,
            Family::Mosfet => Attribute::On,
            default => Attribute::Value,
        };

        return self::found([$attribute->value => $value]);
    }

    /** @return array{data: array<string, float>, words: array<string, string>}|null */
    private static function word(string $token, Family $family): ?array
    {
        $word = strtolower($token);

        return match (true) {
            in_array($word, self::STYLES, true) => self::found([], ['style' => $word]),
            preg_match('/^[xy][1234]$/', $word) === 1 => self::found([], ['class' => $word]),
            preg_match('/^(?:to|do|sod|sot|dip|dpak|smd)-?\d*[a-z]*$/', $word) === 1 => self::found(
                [],
                ['package' => strtoupper($token)],
            ),
            in_array($word, ['npn', 'pnp'], true) => self::found([], ['polarity' => $word]),
            in_array($word, ['insulated', 'isolated'], true) => self::found([], ['tab' => 'insulated']),
            $family !== Family::Fuse && preg_match('/^(?:[a-z]{1,6}-){2,5}[a-z]{1,6}$/', $word) === 1 => self::found(
                [],
                ['pinout' => $word],
            ),
            $family === Family::Fuse && in_array($word, ['slow', 'time-lag', 'quick', 'fast'], true) => self::found(
                [],
                ['speed' => in_array($word, ['slow', 'time-lag'], true) ? 'T' : 'F'],
            ),
            default => null,
        };
    }

    /**
     * @param array<string, float>  $data
     * @param array<string, string> $words
     *
     * @return array{data: array<string, float>, words: array<string, string>}
     */
    private static function found(array $data, array $words = []): array
    {
        // 47 times a millionth is not quite 0.000047.
        return [
            'data' => array_map(static fn(float $value): float => (float) sprintf('%.9g', $value), $data),
            'words' => $words,
        ];
    }
}

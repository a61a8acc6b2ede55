<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\KnownBy;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;

/**
 * What a part on a board probably is: by words said of it, by what is printed on it, by the letter before its number
 * (IEC 81346-2 and what boards use; common practice).
 */
final class Markings
{
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
     * @param list<string> $words      after the reference
     * @param bool         $byLetter   false where the letter before its number is not to be believed
     *
     * @return array{PartKind, array<string, mixed>}|null the kind, and what of the words is its value or type; null if
     *     nothing tells what it is
     */
    public static function read(string $ref, array $words, bool $byLetter = true): ?array
    {
        $kind = null;
        $left = [];
        foreach ($words as $word) {
            $told = KnownBy::word(mb_strtolower($word))?->name();
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
            $name = KnownBy::type($word)?->name();
            if ($name !== null) {
                [$typed, $kind] = [$word, $kind ?? $name];
            }
        }
        $kind ??= $byLetter ? self::byLetter($ref, $left) : null;
        $found = $kind === null ? null : PartKinds::named($kind);

        return $found === null ? null : [$found, self::values($found, $left, $typed)];
    }

    /** @param array<int|string, string> $words */
    private static function byLetter(string $ref, array $words): ?string
    {
        $letters = (string) preg_replace('/[^A-Z].*$/', '', strtoupper($ref));
        for ($length = strlen($letters); $length > 0; $length--) {
            $kind = KnownBy::prefix(substr($letters, 0, $length))?->name();
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

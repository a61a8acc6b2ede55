<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Import;

use Oculant\Core\Parts\Kind\Regulator;
use Oculant\Core\Parts\KnownBy;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\DescriptionRefused;

/**
 * Drafts a description from a KiCad netlist (components, pins and nets). What cannot be understood is kept as unknown
 * and listed; the rest can be solved.
 */
final class KicadNetlist
{
    /** Terminal by pin number, of what has two ends that are alike. */
    private const OF_TWO = ['1' => 'a', '2' => 'b'];

    private const GROUND = '/^(\/?)(GND|0V|COM|GNDA|GNDD|EARTH)$/i';

    /** @throws DescriptionRefused if the text is no netlist or has no part that is understood */
    public static function read(string $text, string $mains = '230 V'): Imported
    {
        $tree = SymbolicExpression::read($text);
        if (($tree[0] ?? null) !== 'export') {
            throw DescriptionRefused::because([
                [
                    'path' => 'text',
                    'message' => sprintf(
                        'This begins with "%s", not with "export": it is not a KiCad netlist.',
                        is_string($tree[0] ?? null) ? $tree[0] : '?',
                    ),
                ],
            ]);
        }
        $pins = self::pins(SymbolicExpression::all($tree, 'nets')[0] ?? []);
        $parts = $unknown = [];
        foreach (SymbolicExpression::all(SymbolicExpression::all($tree, 'components')[0] ?? [], 'comp') as $component) {
            $part = self::part($component, $pins);
            isset($part['reason']) ? ($unknown[] = $part) : ($parts[] = $part);
        }
        if ($parts === []) {
            throw DescriptionRefused::because([
                [
                    'path' => 'text',
                    'message' => sprintf(
                        'None of its %d parts is understood, so nothing could be solved. Make one from a ' .
                            'template and enter the values from the drawing.',
                        count($unknown),
                    ),
                ],
            ]);
        }

        return self::draft(
            $parts,
            $unknown,
            $pins,
            SymbolicExpression::text(SymbolicExpression::all($tree, 'design')[0] ?? [], 'source'),
            $mains,
        );
    }

    /**
     * @param array<mixed> $nets
     *
     * @return array<string, array<string, array{net: string, function: string}>> by reference and pin
     */
    private static function pins(array $nets): array
    {
        $pins = [];
        foreach (SymbolicExpression::all($nets, 'net') as $net) {
            $name = ltrim(SymbolicExpression::text($net, 'name'), '/');
            $name = $name === '' ? 'N' . SymbolicExpression::text($net, 'code') : $name;
            foreach (SymbolicExpression::all($net, 'node') as $node) {
                $pins[SymbolicExpression::text($node, 'ref')][SymbolicExpression::text($node, 'pin')] = [
                    'net' => preg_replace('/[^A-Za-z0-9_+\-.]/', '_', $name) ?? $name,
                    'function' => SymbolicExpression::text($node, 'pinfunction'),
                ];
            }
        }

        return $pins;
    }

    /**
     * @param array<mixed>                                                      $component
     * @param array<string, array<string, array{net: string, function: string}>> $pins
     *
     * @return array<string, mixed> a part as written, or ref, value and the reason why it is unknown
     */
    private static function part(array $component, array $pins): array
    {
        $ref = SymbolicExpression::text($component, 'ref');
        $value = SymbolicExpression::text($component, 'value');
        $symbol = SymbolicExpression::text(SymbolicExpression::all($component, 'libsource')[0] ?? [], 'part');
        $kind = self::kind($symbol !== '' ? $symbol : $value, $value);
        $own = $pins[$ref] ?? [];
        $lost = static fn(string $reason): array => [
            'ref' => $ref,
            'value' => $value,
            'reason' => $reason,
            'pins' => array_map(static fn(array $pin): string => $pin['net'], $own),
        ];
        if ($kind === null) {
            return $lost($symbol === '' ? 'no symbol that is known here' : "its symbol {$symbol} is not known here");
        }
        $terminals = self::terminals($kind, $own);
        $missing = array_diff(PartKinds::all()[$kind]->terminals()->required, array_keys($terminals));
        if ($missing !== []) {
            return $lost(sprintf('as %s it lacks %s', $kind, implode(', ', $missing)));
        }
        $fields = self::fields($kind, $value);

        return is_string($fields)
            ? $lost($fields)
            : ['ref' => $ref, 'kind' => $kind] + $fields + ['terminals' => $terminals];
    }

    private static function kind(string $symbol, string $value): ?string
    {
        // A regulator of a general symbol says in its value what it is.
        $typed = KnownBy::type($value);

        return ($typed instanceof Regulator ? $typed : KnownBy::symbol($symbol))?->name();
    }

    /**
     * @param array<string, array{net: string, function: string}> $pins
     *
     * @return array<string, string> net by terminal
     */
    private static function terminals(string $kind, array $pins): array
    {
        $map = PartKinds::all()[$kind]->profile()->pins ?: self::OF_TWO;
        $terminals = [];
        foreach ($pins as $number => $pin) {
            $function = strtoupper($pin['function']);
            $terminal = $map[$function] ?? ($map[(string) $number] ?? null);
            if ($terminal !== null && isset($terminals[$terminal]) && $terminal === 'ac1') {
                $terminal = 'ac2';
            }
            if ($terminal !== null) {
                $terminals[$terminal] ??= $pin['net'];
            }
        }

        return $terminals;
    }

    /** @return array<string, string>|string the fields that its value gives, or why it cannot be used */
    private static function fields(string $kind, string $value): array|string
    {
        if ($kind === 'regulator') {
            return preg_match('/(?:[A-Z]*)(7[89])[A-Z]*(\d\d)/i', $value, $m) === 1
                ? ['type' => strtoupper($value), 'value' => ($m[1] === '79' ? '-' : '') . (int) $m[2] . ' V']
                : "\"{$value}\" does not tell its voltage";
        }
        if ($kind === 'transformer') {
            return self::transformer($value);
        }
        foreach (PartKinds::all()[$kind]->parameters() as $parameter) {
            if (!$parameter->required) {
                continue;
            }
            if ($parameter->unit === null) {
                return "its {$parameter->title} is not in the file";
            }
            try {
                // "T500mA": the letter of a fuse says how slow it is.
                Quantity::parse($kind === 'fuse' ? ltrim($value, 'TFtf') : $value, $parameter->unit);
            } catch (UnreadableQuantity) {
                return sprintf('its value "%s" is no %s', $value, $parameter->title);
            }

            return [$parameter->name => $value];
        }

        return $value === '' || $value === '~' ? [] : ['type' => $value];
    }

    /** @return array<string, string>|string from "15V 12VA", "230V/2x15V": the last voltage is the secondary */
    private static function transformer(string $value): array|string
    {
        if (preg_match_all('/(?:\d+x)?\d+(?:\.\d+)?\s?V(?!A)/i', $value, $volts) === 0) {
            return "\"{$value}\" does not tell its secondary voltage";
        }

        return ['secondary' => $volts[0][count($volts[0]) - 1]] +
            (preg_match('/\d+(?:\.\d+)?\s?VA/i', $value, $power) === 1 ? ['power' => $power[0]] : ['power' => '20 VA']);
    }

    /**
     * @param list<array<string, mixed>>                                        $parts
     * @param list<array<string, mixed>>                                        $unknown
     * @param array<string, array<string, array{net: string, function: string}>> $pins
     */
    private static function draft(array $parts, array $unknown, array $pins, string $source, string $mains): Imported
    {
        $nets = [];
        foreach ($pins as $own) {
            foreach ($own as $pin) {
                $nets[$pin['net']] = ($nets[$pin['net']] ?? 0) + 1;
            }
        }
        arsort($nets);
        $names = array_map(strval(...), array_keys($nets));
        $ground =
            current(array_filter($names, static fn(string $net): bool => preg_match(self::GROUND, $net) === 1)) ?:
            $names[0];
        $notes = ["\"{$ground}\" is taken as the ground that readings are made against."];
        $line = current(
            array_filter(
                $names,
                static fn(string $net): bool => preg_match('/^(AC_?)?(L|LINE|LIVE|AC1)$/i', $net) === 1,
            ),
        );
        $neutral = current(
            array_filter(
                $names,
                static fn(string $net): bool => preg_match('/^(AC_?)?(N|NEUT|NEUTRAL|AC2)$/i', $net) === 1,
            ),
        );
        if (is_string($line) && is_string($neutral)) {
            array_unshift($parts, ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => $line, 'n' => $neutral]]);
            $notes[] = "The mains is taken to enter at {$line} and {$neutral}.";
        } else {
            $notes[] =
                'The file does not say where the energy comes in: add one part of kind "mains", terminals l and n.';
        }
        $points = [];
        foreach (
            array_slice(
                array_values(array_filter($names, static fn(string $net): bool => $net !== $ground && $nets[$net] > 2)),
                0,
                12,
            )
            as $k => $net
        ) {
            $points[] = [
                'id' => 'TP' . ($k + 1),
                'name' => $net,
                'node' => $net,
                'against' => $ground,
                'how' => 'see the board',
                'stage' => 'all',
            ];
        }
        $notes[] = sprintf(
            '%d test points were put on the nets that join most parts; say where to touch them.',
            count($points),
        );
        $description = [
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => trim(basename(str_replace('\\', '/', $source), '.kicad_sch')) ?: 'Imported supply',
            'revision' => 'A',
            'reference' => $ground,
            'mains' => ['voltage' => $mains, 'frequency' => '50 Hz', 'tolerance' => '10 %'],
            'parts' => $parts,
            'points' => $points,
            'modes' => [['id' => 'on', 'name' => 'As drawn']],
            'stages' => [['id' => 'all', 'name' => 'Everything', 'parts' => array_column($parts, 'ref')]],
        ];
        if ($unknown !== []) {
            $description['unknown'] = array_map(
                static fn(array $u): array => [
                    'ref' => $u['ref'],
                    'value' => $u['value'] === '' ? '?' : $u['value'],
                    'note' => $u['reason'],
                    'pins' => (object) $u['pins'],
                ],
                $unknown,
            );
        }

        return new Imported(
            $description,
            array_map(
                static fn(array $u): array => [
                    'ref' => (string) $u['ref'],
                    'value' => (string) $u['value'],
                    'reason' => (string) $u['reason'],
                ],
                $unknown,
            ),
            $notes,
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Import;

use Oculant\Core\Supply\DescriptionRefused;

/** Reads nested lists in round brackets, as netlist exports use them: (net (code 1) (name "GND")). */
final class SymbolicExpression
{
    private const DEEPEST = 40;

    /**
     * @return list<mixed> the outermost list: texts and lists of the same
     *
     * @throws DescriptionRefused if the brackets do not match or nothing is there
     */
    public static function read(string $text): array
    {
        preg_match_all('/\(|\)|"((?:[^"\\\\]|\\\\.)*)"|[^\s()"]+/', $text, $tokens, PREG_SET_ORDER);
        $stack = [[]];
        foreach ($tokens as $token) {
            if ($token[0] === '(') {
                $stack[] = [];
                if (count($stack) > self::DEEPEST) {
                    throw self::unreadable('it is nested too deeply');
                }
            } elseif ($token[0] === ')') {
                $closed = array_pop($stack);
                if ($stack === []) {
                    throw self::unreadable('a bracket is closed that was never opened');
                }
                $stack[count($stack) - 1][] = $closed;
            } else {
                $stack[count($stack) - 1][] = isset($token[1]) ? stripcslashes($token[1]) : $token[0];
            }
        }
        if (count($stack) !== 1 || !is_array($stack[0][0] ?? null)) {
            throw self::unreadable(
                count($stack) > 1 ? 'a bracket is never closed: the file may be cut off' : 'it has no brackets at all',
            );
        }

        return $stack[0][0];
    }

    /**
     * All lists in $list that begin with a word.
     *
     * @param array<mixed> $list
     *
     * @return list<list<mixed>>
     */
    public static function all(array $list, string $word): array
    {
        $found = [];
        foreach ($list as $item) {
            if (is_array($item) && ($item[0] ?? null) === $word) {
                $found[] = array_values($item);
            }
        }

        return $found;
    }

    /**
     * The text after a word, as in (value 10k); empty if it is not there.
     *
     * @param array<mixed> $list
     */
    public static function text(array $list, string $word): string
    {
        $value = self::all($list, $word)[0][1] ?? '';

        return is_string($value) ? $value : '';
    }

    private static function unreadable(string $why): DescriptionRefused
    {
        return DescriptionRefused::because([
            [
                'path' => 'text',
                'message' =>
                    'This is not a KiCad netlist: ' .
                    "{$why}. Export it from the schematic editor as a KiCad netlist (.net).",
            ],
        ]);
    }
}

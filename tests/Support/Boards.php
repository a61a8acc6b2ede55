<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Supply\Description;

/** A described supply as somebody would trace it: what stands on the board, and what beeps with what. */
final class Boards
{
    /** Of no board, or known by what the board is joined to. */
    private const ELSEWHERE = ['mains', 'load'];

    /** @return list<string> */
    public static function parts(Description $supply): array
    {
        return array_values(
            array_filter(
                array_map(strval(...), array_keys($supply->parts)),
                static fn(string $ref): bool => !in_array($supply->part($ref)->kind->name(), self::ELSEWHERE, true),
            ),
        );
    }

    /** @return array<string, string> every part by its own name */
    public static function same(Description $supply): array
    {
        $refs = array_map(strval(...), array_keys($supply->parts));

        return array_combine($refs, $refs);
    }

    /** @return array<string, string> references in the opposite order within each letter, from 500 on */
    public static function renamed(Description $supply): array
    {
        $names = [];
        foreach (array_reverse(array_keys($supply->parts)) as $k => $ref) {
            $names[(string) $ref] = preg_replace('/\d.*$/', '', (string) $ref) . (500 + $k);
        }

        return $names;
    }

    /**
     * @param array<string, string>               $names    what each part is called
     * @param array<string, array<string, string>> $counted number by pin of the parts that nobody knows the kind of
     *
     * @return list<string>
     */
    public static function lines(Description $supply, array $names, string $without = '', array $counted = []): array
    {
        $lines = $at = [];
        foreach ($supply->parts as $ref => $part) {
            $ref = (string) $ref;
            if ($ref === $without || in_array($part->kind->name(), self::ELSEWHERE, true)) {
                continue;
            }
            $value = str_replace(' ', '', (string) ($part->written['value'] ?? ''));
            $lines[] = trim(
                isset($counted[$ref]) ? "{$names[$ref]} ?" : "{$names[$ref]} {$part->kind->name()} {$value}",
            );
            foreach ($part->terminals as $pin => $node) {
                $at[$node][] = $names[$ref] . '.' . ($counted[$ref][$pin] ?? $pin);
            }
        }
        foreach ($at as $pins) {
            if (count($pins) > 1) {
                $lines[] = array_shift($pins) . ' with ' . implode(' ', $pins);
            }
        }

        return $lines;
    }
}

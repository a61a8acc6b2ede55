<?php

declare(strict_types=1);

namespace App\Sharing;

/**
 * JSON in the one form that is signed: RFC 8785, names in order, no spaces. Texts, whole numbers and ordinary decimals
 * only, which is all that a shared board holds.
 */
final class Canonical
{
    /** @param mixed $value as json_decode gives it, objects as objects */
    public static function of(mixed $value): string
    {
        if (is_object($value)) {
            $fields = get_object_vars($value);
            uksort($fields, static fn(int|string $a, int|string $b): int => self::order((string) $a, (string) $b));
            $rows = [];
            foreach ($fields as $name => $field) {
                $rows[] = self::scalar((string) $name) . ':' . self::of($field);
            }

            return '{' . implode(',', $rows) . '}';
        }

        return is_array($value) ? '[' . implode(',', array_map(self::of(...), $value)) . ']' : self::scalar($value);
    }

    /** By UTF-16 code units, as RFC 8785 3.2.3 has it. */
    private static function order(string $a, string $b): int
    {
        return mb_convert_encoding($a, 'UTF-16BE', 'UTF-8') <=> mb_convert_encoding($b, 'UTF-16BE', 'UTF-8');
    }

    private static function scalar(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}

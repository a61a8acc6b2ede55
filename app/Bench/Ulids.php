<?php

declare(strict_types=1);

namespace App\Bench;

/** ULIDs that have to stand in an order: 10 characters of time, 16 that count up. */
final class Ulids
{
    private const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

    private const TIME = 10;

    private const REST = 16;

    /** @return string the 16 characters behind the time */
    public static function random(): string
    {
        $text = '';
        for ($k = 0; $k < self::REST; $k++) {
            // The first leaves room to count up from.
            $text .= self::ALPHABET[random_int(0, $k === 0 ? 15 : 31)];
        }

        return $text;
    }

    /** @return string the next one of the same time */
    public static function after(string $ulid): string
    {
        $ulid = strtoupper($ulid);
        for ($k = strlen($ulid) - 1; $k >= self::TIME; $k--) {
            $at = (int) strpos(self::ALPHABET, $ulid[$k]);
            if ($at < 31) {
                $ulid[$k] = self::ALPHABET[$at + 1];

                return $ulid;
            }
            $ulid[$k] = '0';
        }

        return $ulid;
    }
}

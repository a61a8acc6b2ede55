<?php

declare(strict_types=1);

namespace App\Files;

use Oculant\Core\Bench\EntryRefused;

/** What can be told of a picture without decoding it: its kind, its pixels, and whether it is whole. */
final class PictureCheck
{
    /** Decoding takes four bytes a pixel. */
    public const MOST_PIXELS = 40_000_000;

    private const KINDS = [IMAGETYPE_JPEG, IMAGETYPE_PNG, IMAGETYPE_WEBP];

    /**
     * @param string $picture as it came
     * @param string $field   that it came in, for the refusal
     *
     * @return array{int, int} width and height in pixels
     *
     * @throws EntryRefused if it is no picture that is kept, too large, or not whole
     */
    public static function size(string $picture, string $field = 'photo'): array
    {
        $size = @getimagesizefromstring($picture);
        if ($size === false || !in_array($size[2], self::KINDS, true)) {
            throw EntryRefused::because(
                $field,
                'This file cannot be read as a picture. JPEG, PNG and WebP can; take it again or save it as one ' .
                    'of these.',
            );
        }
        if ($size[0] < 1 || $size[1] < 1 || $size[0] * $size[1] > self::MOST_PIXELS) {
            throw EntryRefused::because(
                $field,
                sprintf(
                    'The photograph has %d by %d pixels; up to %d million are taken. Take it at a lower resolution.',
                    $size[0],
                    $size[1],
                    intdiv(self::MOST_PIXELS, 1_000_000),
                ),
            );
        }
        $isWhole = match ($size[2]) {
            IMAGETYPE_JPEG => self::isWholeJpeg($picture),
            IMAGETYPE_PNG => str_contains(substr($picture, -64), "IEND\xAE\x42\x60\x82"),
            default => (unpack('V', substr($picture, 4, 4)) ?: [1 => PHP_INT_MAX])[1] + 8 <= strlen($picture) + 1,
        };
        if (!$isWhole) {
            throw EntryRefused::because(
                $field,
                'The photograph broke off on its way: its end is missing. Send it again, or take it again.',
            );
        }

        return [$size[0], $size[1]];
    }

    /** Walks over the segments to the scan: a thumbnail inside has an end of its own (ITU-T T.81, B.1.1). */
    private static function isWholeJpeg(string $picture): bool
    {
        $at = 2;
        $length = strlen($picture);
        while ($at + 4 <= $length && $picture[$at] === "\xFF") {
            $marker = ord($picture[$at + 1]);
            if ($marker === 0xff) {
                $at++;
                continue;
            }
            if ($marker === 0xda) {
                return str_contains(substr($picture, $at), "\xFF\xD9");
            }
            $at += 2 + (ord($picture[$at + 2]) << 8) + ord($picture[$at + 3]);
        }

        return false;
    }
}

<?php

declare(strict_types=1);

namespace App\Knowledge;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;

/**
 * Which engine computed what is kept: a fingerprint of the code that computes it, so that nobody has to remember to
 * raise a number.
 */
final class Engine
{
    /** Rooms of core/ on which nothing kept depends: they only read it. */
    private const READERS =
        '#/core/((Bench|PowerUp|Practice|Proving|Replacement)/' .
        '|Diagnosis/(?!Dictionary|FaultDictionary|Form\.|Hypothesis|Interpolation|Likelihood|Mishap))#';

    private static ?string $hash = null;

    private static ?string $build = null;

    public static function hash(): string
    {
        return self::$hash ??= self::of(dirname(__DIR__, 2) . '/core');
    }

    /** The same of all code, the sentences too. */
    public static function build(): string
    {
        return self::$build ??= substr(
            md5(self::of(dirname(__DIR__, 2) . '/core', null) . self::of(dirname(__DIR__), null)),
            0,
            12,
        );
    }

    private static function of(string $directory, ?string $readers = self::READERS): string
    {
        $sums = [];
        foreach (
            new RecursiveIteratorIterator(new RecursiveDirectoryIterator($directory, FilesystemIterator::SKIP_DOTS))
            as $file
        ) {
            $path = (string) $file;
            if (str_ends_with($path, '.php') && ($readers === null || preg_match($readers, $path) !== 1)) {
                $sums[substr($path, strlen($directory))] = md5_file($path);
            }
        }
        ksort($sums);

        return substr(md5(json_encode($sums, JSON_THROW_ON_ERROR)), 0, 12);
    }
}

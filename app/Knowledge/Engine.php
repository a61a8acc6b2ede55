<?php

declare(strict_types=1);

namespace App\Knowledge;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;

/** Which engine computed what is kept: a fingerprint of the code that computes it, so that nobody has to remember to raise a number. */
final class Engine
{
    /** Rooms of core/ on which nothing kept depends: they only read it. */
    private const READERS = '#/core/((Bench|PowerUp|Practice|Proving|Replacement)/|Diagnosis/(?!Dictionary|FaultDictionary|Form\.|Hypothesis|Interpolation|Likelihood|Mishap))#';

    private static ?string $hash = null;

    public static function hash(): string
    {
        return self::$hash ??= self::of(dirname(__DIR__, 2).'/core');
    }

    private static function of(string $directory): string
    {
        $sums = [];
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($directory, FilesystemIterator::SKIP_DOTS)) as $file) {
            $path = (string) $file;
            if (str_ends_with($path, '.php') && preg_match(self::READERS, $path) !== 1) {
                $sums[substr($path, strlen($directory))] = md5_file($path);
            }
        }
        ksort($sums);

        return substr(md5(json_encode($sums, JSON_THROW_ON_ERROR)), 0, 12);
    }
}

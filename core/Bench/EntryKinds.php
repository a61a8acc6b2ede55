<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** The registry: one line per kind of log entry. */
final class EntryKinds
{
    /** Kinds that say what was tested and tried beside readings; the report lists them. */
    public const TRIED = [
        'background',
        'fuse',
        'part_test',
        'heat',
        'current',
        'pulled',
        'tested',
        'eliminated',
        'substituted',
        'starts',
        'twin',
        'short',
        'isolation',
        'idea',
        'override',
        'ramp',
        'run',
        'adjusted',
    ];

    /** @return array<string, EntryKind> by name */
    public static function all(): array
    {
        static $kinds = null;

        return $kinds ??= array_column(
            array_map(static fn(EntryKind $kind): array => [$kind->name(), $kind], [
                new Entry\WhatFor(),
                new Entry\Symptom(),
                new Entry\Power(),
                new Entry\MainsMeasured(),
                new Entry\Reading(),
                new Entry\Background(),
                new Entry\Finding(),
                new Entry\FuseLook(),
                new Entry\PartTest(),
                new Entry\Heat(),
                new Entry\Current(),
                new Entry\Pulled(),
                new Entry\Peaks(),
                new Entry\Room(),
                new Entry\Tested(),
                new Entry\Eliminated(),
                new Entry\Substituted(),
                new Entry\Starts(),
                new Entry\Twin(),
                new Entry\ShortStrip(),
                new Entry\IsolationTest(),
                new Entry\Idea(),
                new Entry\Photo(),
                new Entry\Pin(),
                new Entry\Change(),
                new Entry\ChangeClosed(),
                new Entry\Allow(),
                new Entry\Left(),
                new Entry\Looked(),
                new Entry\Override(),
                new Entry\Taken(),
                new Entry\Refitted(),
                new Entry\Ramp(),
                new Entry\Skip(),
                new Entry\Note(),
                new Entry\Described(),
                new Entry\Cause(),
                new Entry\Repair(),
                new Entry\Work(),
                new Entry\Origin(),
                new Entry\Recap(),
                new Entry\Decide(),
                new Entry\Estimate(),
                new Entry\LoadTested(),
                new Entry\RunEvent(),
                new Entry\Calibration(),
                new Entry\Adjusted(),
                new Entry\Safety(),
                new Entry\Condemned(),
                new Entry\Advice(),
                new Entry\Strike(),
                new Entry\Close(),
                new Entry\HandBack(),
            ]),
            1,
            0,
        );
    }

    /** @throws EntryRefused if there is no such kind */
    public static function named(string $name): EntryKind
    {
        return self::all()[$name] ?? throw EntryRefused::unknownKind($name, array_keys(self::all()));
    }
}

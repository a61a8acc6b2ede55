<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** The kind of part that a word, a type number, the letters of a reference or a schematic symbol stand for. */
final class KnownBy
{
    /** @param string $word in lower case, as people say it or as descriptions write it */
    public static function word(string $word): ?PartKind
    {
        return self::first(static fn(Profile $profile): bool => in_array($word, $profile->words, true)) ??
            PartKinds::named(str_replace('-', '_', $word));
    }

    public static function type(string $printed): ?PartKind
    {
        return self::first(
            static fn(Profile $profile): bool => array_filter(
                $profile->types,
                static fn(string $pattern): bool => preg_match($pattern, $printed) === 1,
            ) !== [],
        );
    }

    public static function prefix(string $letters): ?PartKind
    {
        return self::first(static fn(Profile $profile): bool => in_array($letters, $profile->prefixes, true));
    }

    /** By the longest beginning that any kind knows. */
    public static function symbol(string $name): ?PartKind
    {
        $best = null;
        $longest = 0;
        foreach (PartKinds::profiles() as $kind => $profile) {
            foreach ($profile->symbols as $begins) {
                $length = strlen($begins);
                $isMeant = str_ends_with($begins, '$')
                    ? strcasecmp($name, substr($begins, 0, -1)) === 0
                    : strncasecmp($name, $begins, $length) === 0;
                if ($isMeant && $length > $longest) {
                    [$best, $longest] = [$kind, $length];
                }
            }
        }

        return $best === null ? null : PartKinds::all()[$best];
    }

    /** @param callable(Profile): bool $isMeant */
    private static function first(callable $isMeant): ?PartKind
    {
        foreach (PartKinds::profiles() as $kind => $profile) {
            if ($isMeant($profile)) {
                return PartKinds::all()[$kind];
            }
        }

        return null;
    }
}

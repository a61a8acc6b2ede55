<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** What a technician says who looked at a part. */
enum Seen: string
{
    case Bulging = 'bulging';
    case Burnt = 'burnt';
    case Cracked = 'cracked';
    case Arc = 'arc';
    case Reversed = 'reversed';
    case Joint = 'joint';
    case Heat = 'heat';
    case Rework = 'rework';
    case Hot = 'hot';
    case Well = 'well';
    case Other = 'other';

    public function words(): string
    {
        return match ($this) {
            self::Bulging => 'bulging or leaking',
            self::Burnt => 'burnt or dark',
            self::Cracked => 'cracked or a piece missing',
            self::Arc => 'arc or carbon track',
            self::Reversed => 'fitted the wrong way round',
            self::Joint => 'cracked or dull joint',
            self::Heat => 'beside something hot',
            self::Rework => 'worked on before',
            self::Hot => 'hotter than it should be (probe or camera)',
            self::Well => 'looks well',
            self::Other => 'something else',
        };
    }

    /** @return non-empty-array<string, string> words by value */
    public static function options(): array
    {
        return array_column(array_map(static fn(self $s): array => [$s->value, $s->words()], self::cases()), 1, 0);
    }
}

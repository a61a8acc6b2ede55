<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** What a unit does when something is tried on it under power. */
enum Follows: string
{
    case Stops = 'stops';
    case Starts = 'starts';
    case Same = 'same';

    /** How it is said in the field. */
    private const SPOKEN = [
        'stops' => self::Stops,
        'dies' => self::Stops,
        'drops' => self::Stops,
        'falls' => self::Stops,
        'dead' => self::Stops,
        'starts' => self::Starts,
        'runs' => self::Starts,
        'nothing' => self::Same,
        'same' => self::Same,
        'still' => self::Same,
    ];

    public static function spoken(string $word): ?self
    {
        return self::SPOKEN[$word] ?? null;
    }

    public function words(): string
    {
        return match ($this) {
            self::Stops => 'its output falls',
            self::Starts => 'its output comes',
            self::Same => 'nothing changes',
        };
    }

    /** What is to be seen of a unit that ran, or did not, before and does, or does not, then. */
    public static function of(bool $ran, bool $runs): self
    {
        return match (true) {
            $ran === $runs => self::Same,
            $runs => self::Starts,
            default => self::Stops,
        };
    }
}

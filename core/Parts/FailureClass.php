<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/**
 * What kind of failing a fault is, whatever the part: how it answers to being lifted, bridged or relieved of its load.
 */
enum FailureClass
{
    case Open;
    case High;
    case Low;
    case Leaky;
    case Short;
    case Drift;
    case Weak;
    case Reversed;
    case Dead;

    /** @param string $fault name of a fault mode, with the pins or the leg that it is about before its last word */
    public static function of(string $fault): self
    {
        $words = explode('_', $fault);

        return match (true) {
            $fault === 'shorted_turns', $fault === 'leaky_gate' => self::Leaky,
            $fault === 'dried', $fault === 'no_drive', $fault === 'stuck', $fault === 'no_supply' => self::Open,
            $fault === 'drifted', $fault === 'high' => self::High,
            $fault === 'low' => self::Low,
            $fault === 'resistive', str_ends_with($fault, '_resistive') => self::High,
            $fault === 'greedy', $fault === 'gassy', $fault === 'welded', $fault === 'fired' => self::Leaky,
            $fault === 'latched' => self::Dead,
            $fault === 'weak', $fault === 'no_emission' => self::Weak,
            $fault === 'reversed' => self::Reversed,
            default => match (end($words)) {
                'open' => self::Open,
                'short' => self::Short,
                'leaky', 'insulation' => self::Leaky,
                'dead' => self::Dead,
                default => self::Drift,
            },
        };
    }

    /** Whether it joins what should be apart, wholly or over some turns. */
    public static function shorts(string $fault): bool
    {
        return self::of($fault) === self::Short || $fault === 'shorted_turns';
    }

    /** Whether it takes current that nothing should take, so that it goes away with its part. */
    public function burdens(): bool
    {
        return in_array($this, [self::Short, self::Leaky, self::Reversed], true);
    }

    /** Whether its part is as good as not there: taking it out changes nothing. */
    public function isAbsence(): bool
    {
        return $this === self::Open;
    }

    /** Whether it shows only while something asks for current. */
    public function yieldsToLoad(): bool
    {
        return in_array($this, [self::Weak, self::High], true);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** The electrical safety tests that a unit goes through before it leaves. */
enum SafetyTest: string
{
    /** Earth pin of the plug to bare metal. */
    case Earth = 'earth';
    case Insulation = 'insulation';
    /** Through whoever touches it. */
    case Touch = 'touch';
    /** In the protective conductor. */
    case Conductor = 'conductor';
    case Wiring = 'wiring';
    case Fuse = 'fuse';
    case Cord = 'cord';

    public function title(): string
    {
        return match ($this) {
            self::Earth => 'Protective earth, plug to metal',
            self::Insulation => 'Insulation, both mains poles to metal and outputs, 500 V',
            self::Touch => 'Touch current, metal and outputs to earth',
            self::Conductor => 'Protective conductor current',
            self::Wiring => 'Line, neutral and earth at their places; the switch breaks the line',
            self::Fuse => 'Fuse of the rating and speed that is marked',
            self::Cord => 'Cord, plug and cord grip sound',
        };
    }

    /** Null for what is only looked at. */
    public function unit(): ?Unit
    {
        return match ($this) {
            self::Earth, self::Insulation => Unit::Ohm,
            self::Touch, self::Conductor => Unit::Ampere,
            default => null,
        };
    }

    /** Whether the limit is the least (insulation) or the most. */
    public function wantsMore(): bool
    {
        return $this === self::Insulation;
    }

    public function isLive(): bool
    {
        return $this === self::Touch || $this === self::Conductor;
    }

    /** @return list<string> protection classes it is for: I has an earth, II has none */
    public function classes(): array
    {
        return match ($this) {
            self::Earth, self::Conductor => ['I'],
            default => ['I', 'II'],
        };
    }

    /** What follows when it fails: condemned until the part is found, or back to the bench. */
    public function condemns(): bool
    {
        return $this === self::Insulation || $this === self::Touch;
    }

    /** The class that a description suggests: an earth among its nodes makes it class I. */
    public static function classOf(Description $supply): string
    {
        foreach (
            [
                ...array_keys($supply->islands),
                ...array_map(static fn($g): string => $g->name, array_values($supply->grounds)),
            ]
            as $name
        ) {
            if (preg_match('/\b(pe|earth|chassis|case)\b/i', (string) $name) === 1) {
                return 'I';
            }
        }

        return 'II';
    }

    /** @return list<self> what must be measured before a unit leaves; nothing on a direct feed */
    public static function required(Description $supply, string $class): array
    {
        return $supply->frequency > 0
            ? array_values(
                array_filter(
                    [self::Earth, self::Insulation, self::Touch],
                    static fn(self $t): bool => in_array($class, $t->classes(), true),
                ),
            )
            : [];
    }

    public function how(): string
    {
        return match ($this) {
            self::Earth
                => 'Plug out. 200 mA or more from the earth pin to each piece of bare metal, the cord bent while ' .
                'measuring; leads zeroed.',
            self::Insulation
                => 'Plug out, unit switched on, live and neutral joined; 500 V DC to metal, then to each output. ' .
                'Class Y capacitors stay in; wait until they are charged.',
            self::Touch
                => 'On mains through the tester: from each piece of metal not earthed, and each output, to earth, ' .
                'both ways round in the socket.',
            self::Conductor => 'On mains through the tester, both ways round in the socket.',
            self::Wiring => 'Open and look; ohms from the plug\'s line pin to the switch.',
            self::Fuse => 'Read the fuse itself, not the holder.',
            self::Cord => 'Pull, turn and bend it where it goes in.',
        };
    }
}

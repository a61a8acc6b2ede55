<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\Ability\BreaksDown;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** What could be meant by a line that cannot be read: the forms that begin as it does. */
final class NearestForms
{
    private const MOST = 6;

    /** Letters by which a mistyped place may differ from one that there is. */
    private const TYPED = 1;

    public static function of(string $text, Description $supply): string
    {
        $word = (preg_split('/\s+/', trim($text), -1, PREG_SPLIT_NO_EMPTY) ?: [''])[0];
        $ref = Payload::reference($word, $supply);
        if ($ref !== null) {
            return 'Of ' .
                $supply->part($ref)->label() .
                ' write ' .
                self::listed(self::ofPart($supply->part($ref), $supply));
        }
        $target = ReadingText::target($word, $supply);
        if ($target !== null) {
            return "At {$target} write " . self::listed(self::atPlace($target));
        }
        $near = preg_match('/^[a-z]+\d/i', $word) === 1 ? self::near($word, $supply) : [];

        return ($near === [] ? '' : sprintf('There is no %s here; %s? ', $word, implode(', ', $near))) .
            'Write for example 13.9, -15.02, 120mV, OL, 0R4, "37.5 ac", "tp3 13.9", "tp3-tp5 4.1", "100Hz", or ' .
            '"9..13" if it wanders.';
    }

    /** @return list<string> */
    private static function ofPart(Part $part, Description $supply): array
    {
        $ref = mb_strtolower($part->ref);
        // One that has several junctions is not a place by itself.
        $usual = $supply->deadCheck($part->ref)?->quantity;
        $pins = array_keys($part->terminals);

        return array_slice(
            [
                ...$part->kind instanceof Fuse ? ["{$ref} 0R3", "{$ref} blackened", "{$ref} OL"] : [],
                ...$part->kind->name() === 'led' ? ["{$ref} dark", "{$ref} lit"] : [],
                ...$part->kind instanceof StoresCharge
                    ? ["{$ref} esr 0.8", "{$ref} cap 85u lifted", "{$ref} bulging", "{$ref} climbs"]
                    : [],
                ...$part->kind instanceof BreaksDown ? ["{$ref} zener 5.4"] : [],
                ...$part->kind instanceof Consumes ? ["{$ref} out gone"] : [],
                ...match ($usual) {
                    DeadCheck::DIODE => ["{$ref} 0.62 diode", "{$ref} OL swapped"],
                    DeadCheck::RESISTANCE => $part->kind instanceof Fuse ? [] : ["{$ref} 4k7", "{$ref} 4k7 lifted"],
                    default => [],
                },
                ...count($pins) > 2 || $usual === null ? ["{$ref} {$pins[0]}-{$pins[1]} 0R3"] : [],
                ...$usual === null ? [] : ["{$ref} beep"],
                ...$part->kind instanceof Decides && $part->has('fb') ? ["{$ref} fb low: stops"] : [],
                "{$ref} good",
                "{$ref} out still",
                "{$ref} 85C",
                "{$ref} burnt",
            ],
            0,
            self::MOST + 2,
        );
    }

    /** @return list<string> */
    private static function atPlace(string $target): array
    {
        $id = mb_strtolower($target);

        return [
            "{$id} 13.9",
            "{$id} 37.5 ac",
            "{$id} 0.2 ripple",
            "{$id} 4k7",
            "{$id} beep",
            "{$id} 9..13",
            "{$id} 100Hz",
        ];
    }

    /** @param list<string> $forms */
    private static function listed(array $forms): string
    {
        $last = array_pop($forms);

        return implode(', ', array_map(static fn(string $f): string => "\"{$f}\"", $forms)) . " or \"{$last}\".";
    }

    /** @return list<string> places that are spelt nearly so */
    private static function near(string $word, Description $supply): array
    {
        $near = [];
        foreach ([...array_keys($supply->points), ...array_keys($supply->parts)] as $id) {
            if (levenshtein(mb_strtolower((string) $id), mb_strtolower($word)) <= self::TYPED) {
                $near[] = (string) $id;
            }
        }

        return array_slice($near, 0, self::MOST);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Places;
use Oculant\Core\Supply\PointPair;

/**
 * Understands what a technician types: "13.9", "-15.02", "OL", "0R4", "37.5 ac", "tp3 13.9", "120 mV", "f1 0.3 ohm";
 * "9..13" of a reading that wanders, "tp3-tp5 4.1" between two points, "u13 in-out 0R2" between two pins of a part,
 * "c7.plus 12.1" where no test point is described, "tp3 4k7 swapped", "c1 climbs", "c1 beep", "tp3 silent",
 * "tp3 100Hz", "tp3 flat".
 */
final readonly class ReadingText
{
    /**
     * @param string|null $quantity a word of Reading::QUANTITIES, or null if the text does not say
     * @param bool        $isVolts  true if a unit says volts, whatever the function
     * @param float       $swing    from the lowest to the highest if it wanders; $value is then the middle
     */
    private function __construct(
        public ?string $target,
        public ?string $quantity,
        public float $value,
        public bool $isVolts = false,
        public float $swing = 0.0,
    ) {}

    private const WORDS = [
        'ac' => 'ac',
        'vac' => 'ac',
        'dc' => 'dc',
        'vdc' => 'dc',
        'ripple' => 'ripple',
        'pp' => 'ripple',
        'vpp' => 'ripple',
        'ohm' => 'resistance',
        'ohms' => 'resistance',
        'diode' => 'diode',
        'd' => 'diode',
        'esr' => 'esr',
        'hz' => 'hertz',
    ];

    /** Words after the place that stand for a whole reading: quantity and value. */
    private const SEEN = [
        'climbs' => ['climbs', 1.0],
        'flat' => ['hertz', 0.0],
        'nowave' => ['hertz', 0.0],
        'stays' => ['climbs', 0.0],
        'chirps' => ['climbs', 1.0],
        'chirp' => ['climbs', 1.0],
        'beep' => ['beeps', 1.0],
        'beeps' => ['beeps', 1.0],
        'silent' => ['beeps', 0.0],
        'nobeep' => ['beeps', 0.0],
    ];

    private const TURNED = ['rev', 'reverse', 'reversed', 'swapped'];

    /** True of a number that does not say what it counts. */
    public function isBare(): bool
    {
        return $this->quantity === null && !$this->isVolts && is_finite($this->value);
    }

    /** Ohms; a range that ends there or above tells what is open (common practice: 1 Mohm and more). */
    private const OPEN_FROM = 1e6;

    /** @throws EntryRefused if it is not a reading, with an example of one */
    public static function parse(string $text, Description $supply): self
    {
        $words = preg_split('/\s+/', trim(str_replace("\u{2212}", '-', $text)), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $target = count($words) > 2 ? self::pins($words[0], $words[1], $supply) : null;
        if ($target !== null) {
            $words = array_slice($words, 2);
        } elseif (count($words) > 1 && ($named = self::target($words[0], $supply)) !== null) {
            $target = $named;
            array_shift($words);
        }
        if ($target !== null && count($words) > 1 && in_array(mb_strtolower(end($words)), self::TURNED, true)) {
            array_pop($words);
            $turned = $target . DeadCheck::TURNED;
            $target = $supply->deadCheck($turned) === null ? self::target($turned, $supply) : $turned;
        }
        // "stays 12" is twelve ohms: what stays is not charging anything.
        if (count($words) > 1 && mb_strtolower($words[0]) === 'stays') {
            $words = [...array_slice($words, 1), 'ohm'];
        }
        $seen = self::SEEN[mb_strtolower(implode('', $words))] ?? null;
        if ($seen !== null) {
            return new self($target, $seen[0], $seen[1]);
        }
        $quantity = null;
        if (count($words) > 1 && isset(self::WORDS[mb_strtolower(end($words))])) {
            $quantity = self::WORDS[mb_strtolower((string) array_pop($words))];
        }
        $number = implode('', $words);
        if (preg_match('/^[+]?(ol|open|∞)$/iu', $number) === 1) {
            return new self($target, $quantity, INF);
        }
        if (preg_match('/^(?:>|[+]?ol[>@]?|above)(.+)$/iu', $number, $bound) === 1) {
            return self::aboveRange($target, $quantity, $bound[1], $text, $supply);
        }
        if (preg_match('/^(.+?)(?:\.\.|~)(.+)$/', $number, $ends) === 1) {
            return self::wandering($target, $quantity, $ends[1], $ends[2], $text, $supply);
        }
        if ($quantity === 'hertz' || preg_match('/hz$/i', $number) === 1) {
            return self::frequency($target, $number, $text, $supply);
        }
        $looksLikeOhms = $quantity === 'resistance' || preg_match('/\d[RkM]\d|[RkM]$|(?:ohms?|Ω)$/u', $number) === 1;
        try {
            $value = Quantity::parse($number, $looksLikeOhms ? Unit::Ohm : Unit::Volt)->value;
        } catch (UnreadableQuantity) {
            throw EntryRefused::because('text', self::complaint($text, $supply));
        }

        return new self(
            $target,
            $quantity ?? ($looksLikeOhms ? 'resistance' : null),
            $value,
            str_ends_with($number, 'V'),
        );
    }

    /**
     * ">2M", "OL 20M": more than the range shows. On the megohm ranges that is open; on a lower one it is only a lower
     * bound, and the next range tells.
     *
     * @throws EntryRefused
     */
    private static function aboveRange(
        ?string $target,
        ?string $quantity,
        string $range,
        string $text,
        Description $supply,
    ): self {
        try {
            $ohms = Quantity::parse($range, Unit::Ohm)->value;
        } catch (UnreadableQuantity) {
            throw EntryRefused::because('text', self::complaint($text, $supply));
        }
        if ($ohms < self::OPEN_FROM) {
            throw EntryRefused::because(
                'text',
                sprintf(
                    'OL on the %s range only says that there is more than that. Turn to the highest range and ' .
                        'enter what it shows, for example 4M7, or OL.',
                    Quantity::write($ohms, Unit::Ohm),
                ),
            );
        }

        return new self($target, $quantity ?? 'resistance', INF);
    }

    /** @throws EntryRefused */
    private static function wandering(
        ?string $target,
        ?string $quantity,
        string $from,
        string $to,
        string $text,
        Description $supply,
    ): self {
        try {
            $ends = [Quantity::parse($from, Unit::Volt)->value, Quantity::parse($to, Unit::Volt)->value];
        } catch (UnreadableQuantity) {
            throw EntryRefused::because('text', self::complaint($text, $supply));
        }

        return new self($target, $quantity ?? 'dc', array_sum($ends) / 2, true, max($ends) - min($ends));
    }

    /** @throws EntryRefused */
    private static function frequency(?string $target, string $number, string $text, Description $supply): self
    {
        try {
            $hertz = Quantity::parse($number, Unit::Hertz)->value;
        } catch (UnreadableQuantity) {
            throw EntryRefused::because('text', self::complaint($text, $supply));
        }

        return $hertz >= 0.0
            ? new self($target, 'hertz', $hertz)
            : throw EntryRefused::because(
                'text',
                'A frequency cannot be below zero; write "flat" if the scope shows nothing.',
            );
    }

    /** The test point or dead check that a word names, in the description's own spelling. */
    public static function target(string $word, Description $supply): ?string
    {
        foreach ([...array_keys($supply->points), ...array_keys($supply->deadChecks())] as $id) {
            if (strcasecmp((string) $id, $word) === 0) {
                return (string) $id;
            }
        }
        if (preg_match('/^(.+)' . preg_quote(DeadCheck::TURNED, '/') . '$/i', $word, $of) === 1) {
            $place = self::target($of[1], $supply);

            return $place === null ? null : $place . DeadCheck::TURNED;
        }

        $pins = preg_match('/^(.+)\.(\w+-\w+)$/', $word, $of) === 1 ? self::pins($of[1], $of[2], $supply) : null;

        return $pins ?? (Places::named($word, $supply)->id ?? self::pair($word, $supply));
    }

    /** "u13 in-out": from one pin of a part to another. */
    private static function pins(string $word, string $pins, Description $supply): ?string
    {
        $ref = Payload::reference($word, $supply);
        if ($ref === null || preg_match('/^(\w+)-(\w+)$/', mb_strtolower($pins), $ends) !== 1) {
            return null;
        }
        $id = "{$ref}.{$ends[1]}-{$ends[2]}";

        return $supply->deadCheck($id) === null ? null : $id;
    }

    /** "tp3-tp5", "c7.plus-tp5": two places against each other. */
    private static function pair(string $word, Description $supply): ?string
    {
        for ($at = strpos($word, '-'); $at !== false; $at = strpos($word, '-', $at + 1)) {
            [$from, $to] = [self::place(substr($word, 0, $at), $supply), self::place(substr($word, $at + 1), $supply)];
            if ($from !== null && $to !== null && PointPair::ends("{$from}-{$to}", $supply->places()) !== null) {
                return "{$from}-{$to}";
            }
        }

        return null;
    }

    private static function place(string $word, Description $supply): ?string
    {
        foreach (array_keys($supply->points) as $id) {
            if (strcasecmp((string) $id, $word) === 0) {
                return (string) $id;
            }
        }

        return Places::named($word, $supply)?->id;
    }

    private static function complaint(string $text, Description $supply): string
    {
        $hint = preg_match('/\d,\d/', $text) === 1 ? ' Use a point for decimals.' : '';

        return sprintf('Cannot read "%s" as a reading.%s %s', $text, $hint, NearestForms::of($text, $supply));
    }
}

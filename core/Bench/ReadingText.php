<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/**
 * Understands what a technician types: "13.9", "-15.02", "OL", "0R4", "37.5 ac", "tp3 13.9", "120 mV", "f1 0.3 ohm";
 * and "9..13" of a reading that wanders.
 */
final readonly class ReadingText
{
    /**
     * @param string|null $quantity dc, ac, ripple, resistance, diode, or null if the text does not say
     * @param bool        $isVolts  true if a unit says volts, whatever the function
     * @param float       $swing    from the lowest to the highest if it wanders; $value is then the middle
     */
    private function __construct(public ?string $target, public ?string $quantity, public float $value, public bool $isVolts = false, public float $swing = 0.0)
    {
    }

    private const WORDS = [
        'ac' => 'ac', 'vac' => 'ac', 'dc' => 'dc', 'vdc' => 'dc', 'ripple' => 'ripple', 'pp' => 'ripple', 'vpp' => 'ripple',
        'ohm' => 'resistance', 'ohms' => 'resistance', 'diode' => 'diode', 'd' => 'diode', 'esr' => 'esr',
    ];

    /** @throws EntryRefused if it is not a reading, with an example of one */
    public static function parse(string $text, Description $supply): self
    {
        $words = preg_split('/\s+/', trim(str_replace("\u{2212}", '-', $text)), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $target = null;
        if (count($words) > 1 && ($named = self::target($words[0], $supply)) !== null) {
            $target = $named;
            array_shift($words);
        }
        $quantity = null;
        if (count($words) > 1 && isset(self::WORDS[mb_strtolower(end($words))])) {
            $quantity = self::WORDS[mb_strtolower((string) array_pop($words))];
        }
        $number = implode('', $words);
        if (preg_match('/^[+]?(ol|open|∞)$/iu', $number) === 1) {
            return new self($target, $quantity, INF);
        }
        if (preg_match('/^(.+?)(?:\.\.|~)(.+)$/', $number, $ends) === 1) {
            return self::wandering($target, $quantity, $ends[1], $ends[2], $text);
        }
        $looksLikeOhms = $quantity === 'resistance' || preg_match('/\d[RkM]\d|[RkM]$|(?:ohms?|Ω)$/u', $number) === 1;
        try {
            $value = Quantity::parse($number, $looksLikeOhms ? Unit::Ohm : Unit::Volt)->value;
        } catch (UnreadableQuantity) {
            throw EntryRefused::because('text', self::complaint($text));
        }

        return new self($target, $quantity ?? ($looksLikeOhms ? 'resistance' : null), $value, str_ends_with($number, 'V'));
    }

    /** @throws EntryRefused */
    private static function wandering(?string $target, ?string $quantity, string $from, string $to, string $text): self
    {
        try {
            $ends = [Quantity::parse($from, Unit::Volt)->value, Quantity::parse($to, Unit::Volt)->value];
        } catch (UnreadableQuantity) {
            throw EntryRefused::because('text', self::complaint($text));
        }

        return new self($target, $quantity ?? 'dc', array_sum($ends) / 2, true, max($ends) - min($ends));
    }

    /** The test point or dead check that a word names, in the description's own spelling. */
    public static function target(string $word, Description $supply): ?string
    {
        foreach ([...array_keys($supply->points), ...array_keys($supply->deadChecks())] as $id) {
            if (strcasecmp((string) $id, $word) === 0) {
                return (string) $id;
            }
        }

        return null;
    }

    private static function complaint(string $text): string
    {
        $hint = preg_match('/\d,\d/', $text) === 1 ? ' Use a point for decimals.' : '';

        return sprintf('Cannot read "%s" as a reading.%s Write for example 13.9, -15.02, 120mV, OL, 0R4, "37.5 ac", "tp3 13.9", or "9..13" if it wanders.', $text, $hint);
    }
}

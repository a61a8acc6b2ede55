<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/**
 * A value in an SI unit, read and written the way technicians write it: "4k7", "0R1", "2200u", "13.9 V".
 *
 * The letter-for-point notation follows IEC 60062 (R, K, M for resistors; p, n, µ for capacitors).
 */
final readonly class Quantity
{
    private const PREFIXES = [
        'p' => 1e-12,
        'n' => 1e-9,
        'u' => 1e-6,
        'µ' => 1e-6,
        'μ' => 1e-6,
        'm' => 1e-3,
        'k' => 1e3,
        'K' => 1e3,
        'M' => 1e6,
        'G' => 1e9,
    ];

    /** Engineering steps for writing, largest first. */
    private const STEPS = [
        'G' => 1e9,
        'M' => 1e6,
        'k' => 1e3,
        '' => 1.0,
        'm' => 1e-3,
        'µ' => 1e-6,
        'n' => 1e-9,
        'p' => 1e-12,
    ];

    private function __construct(public float $value, public Unit $unit) {}

    public static function of(float $value, Unit $unit): self
    {
        return new self($value, $unit);
    }

    /**
     * @throws UnreadableQuantity if the text is not a number with an optional prefix and the unit asked for, or beyond
     *     anything at a bench
     */
    public static function parse(string $text, Unit $unit): self
    {
        $trimmed = trim(str_replace(["\u{2212}", "\u{00A0}"], ['-', ' '], $text));
        if (preg_match('/\d,\d/', $trimmed) === 1) {
            throw UnreadableQuantity::decimalComma($text);
        }
        if ($unit === Unit::Ratio) {
            return self::parseRatio($trimmed, $text);
        }
        $bare = self::withoutUnit($trimmed, $unit);

        if (preg_match('/^([+-]?\d+)([pnuµμmkKMGR])(\d+)$/u', $bare, $m) === 1) {
            $scale = $m[2] === 'R' ? 1.0 : self::PREFIXES[$m[2]];

            return self::within((float) ($m[1] . '.' . $m[3]) * $scale, $unit, $text);
        }
        if (preg_match('/^([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*([pnuµμmkKMG])?$/u', $bare, $m) === 1) {
            return self::within((float) $m[1] * (isset($m[2]) ? self::PREFIXES[$m[2]] : 1.0), $unit, $text);
        }

        throw UnreadableQuantity::text($text, $unit);
    }

    /**
     * A number as JSON has it, in SI units, or text as technicians write it.
     *
     * @throws UnreadableQuantity as parse()
     */
    public static function read(mixed $given, Unit $unit): self
    {
        return match (true) {
            is_int($given), is_float($given) => self::within((float) $given, $unit, (string) $given),
            default => self::parse(is_string($given) ? $given : '', $unit),
        };
    }

    /** @throws UnreadableQuantity if it is beyond anything that there is */
    private static function within(float $value, Unit $unit, string $text): self
    {
        return abs($value) <= $unit->most() ? new self($value, $unit) : throw UnreadableQuantity::beyond($text, $unit);
    }

    /** Engineering notation with a true minus sign: "13.9 V", "4.7 kΩ", "2200 µF". */
    public function format(int $digits = 3): string
    {
        return self::write($this->value, $this->unit, $digits);
    }

    public static function write(float $value, Unit $unit, int $digits = 3): string
    {
        if ($unit === Unit::Ratio) {
            return self::plain($value * 100, $digits) . ' %';
        }
        $size = abs($value);
        foreach (self::STEPS as $prefix => $scale) {
            // Capacitors stay in microfarads up to 99 999 µF: nobody at a bench says "2.2 millifarads".
            if ($unit === Unit::Farad && $scale >= 1e-3) {
                continue;
            }
            if ($size >= $scale * 0.9995 || $scale === 1e-12) {
                return self::plain($value / $scale, $digits) . ' ' . $prefix . $unit->value;
            }
            if ($size === 0.0) {
                return '0 ' . $unit->value;
            }
        }

        return self::plain($value, $digits) . ' ' . $unit->value;
    }

    /** A voltage as a bench meter would show it: two decimals below 20 V, one below 200 V. */
    public static function volts(float $value): string
    {
        $size = abs($value);
        if ($size < 0.0995 && $size >= 0.0005) {
            return self::sign($value) . number_format($size * 1000, $size < 0.00995 ? 1 : 0, '.', '') . ' mV';
        }
        $decimals = $size < 19.995 ? 2 : ($size < 199.95 ? 1 : 0);
        $text = number_format($size, $decimals, '.', '');

        return ((float) $text === 0.0 ? '' : self::sign($value)) . $text . ' V';
    }

    private static function sign(float $value): string
    {
        return $value < 0 ? "\u{2212}" : '';
    }

    private static function plain(float $value, int $digits): string
    {
        if ($value === 0.0) {
            return '0';
        }
        $decimals = max(0, $digits - 1 - (int) floor(log10(abs($value)) + 1e-9));
        $text = number_format(abs($value), min($decimals, 6), '.', '');

        return self::sign($value) . (str_contains($text, '.') ? rtrim(rtrim($text, '0'), '.') : $text);
    }

    private static function parseRatio(string $trimmed, string $original): self
    {
        if (preg_match('/^\+?-?(?:\+\/-|±)?\s*(\d+\.?\d*|\.\d+)\s*(%?)$/u', $trimmed, $m) === 1) {
            return self::within((float) $m[1] * ($m[2] === '%' ? 0.01 : 1.0), Unit::Ratio, $original);
        }

        throw UnreadableQuantity::text($original, Unit::Ratio);
    }

    private static function withoutUnit(string $text, Unit $unit): string
    {
        foreach ($unit->spellings() as $spelling) {
            if (str_ends_with($text, $spelling) && !($spelling === 'R' && preg_match('/\dR$/', $text) !== 1)) {
                return rtrim(substr($text, 0, -strlen($spelling)));
            }
        }

        return $text;
    }
}

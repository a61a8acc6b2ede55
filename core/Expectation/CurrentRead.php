<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** A current through a resistor beside what a good unit sends through it: I = sqrt(P / R). */
final class CurrentRead
{
    /** Decades by which a clamp and the parts around differ (common practice: a few per cent, and the mains). */
    public const SIGMA = 0.05;

    /** The axis on which currents are compared. */
    public static function decades(Part $part, float $amperes): float
    {
        return log10(max($amperes, self::least($part)));
    }

    /** @param float $watts in the resistor; 0 for less than what is kept of it */
    public static function amperes(Part $part, float $watts): float
    {
        return sqrt($watts / $part->value('value'));
    }

    /** Amperes below which its heat is too little to be kept. */
    private static function least(Part $part): float
    {
        return self::amperes($part, Stress::WARM);
    }

    /** @param float $watts that a good unit turns into heat there */
    public static function judge(Part $part, float $amperes, float $watts): Verdict
    {
        $good = self::amperes($part, $watts);
        $off = (self::decades($part, $amperes) - self::decades($part, $good)) / self::SIGMA;
        $word = match (true) {
            $off > 4.0 => VerdictWord::VeryHigh,
            $off > 2.0 => VerdictWord::High,
            $off < -2.0 => VerdictWord::Low,
            default => VerdictWord::AsExpected,
        };

        return new Verdict(
            $word,
            sprintf('%s through %s: %s.', Quantity::write($amperes, Unit::Ampere), $part->ref, $word->value),
            trim(
                sprintf(
                    '%s across it. A good unit sends %s through it. %s',
                    Quantity::volts($amperes * $part->value('value')),
                    self::expected($part, $watts),
                    WattsRead::ofPart($part, $amperes ** 2 * $part->value('value')),
                ),
            ),
        );
    }

    /** Before the engine has come to this mode: what the current itself says. */
    public static function unsolved(Part $part, float $amperes): Verdict
    {
        return new Verdict(
            VerdictWord::Unknown,
            sprintf(
                '%s through %s: what a good unit sends there is not known yet.',
                Quantity::write($amperes, Unit::Ampere),
                $part->ref,
            ),
            trim(
                sprintf(
                    '%s across it. %s',
                    Quantity::volts($amperes * $part->value('value')),
                    WattsRead::ofPart($part, $amperes ** 2 * $part->value('value')),
                ),
            ),
        );
    }

    public static function expected(Part $part, float $watts): string
    {
        return $watts <= 0.0
            ? 'less than ' . Quantity::write(self::least($part), Unit::Ampere, 2)
            : 'about ' . Quantity::write(self::amperes($part, $watts), Unit::Ampere, 2);
    }
}

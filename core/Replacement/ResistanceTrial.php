<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** Resistors, contacts and thermistors, out of circuit. */
final class ResistanceTrial
{
    /** Ohms below which a part is shorted, whatever it is marked. */
    private const SHORT_OHMS = 2.0;

    /** Ohms of a contact that does its work; a fuse of small rating has its own (common practice). */
    private const CONTACT = 0.2;

    /** What a drifted resistor has at the least beyond its tolerance. */
    private const DRIFT = 0.02;

    public static function thermistor(Part $part, Trial $trial, float $ohms, float $celsius): Judgement
    {
        // R = R25 exp(B (1/T - 1/298.15 K)): the B equation that data sheets give.
        $good = $part->value('value') * exp($part->value('beta') * (1 / ($celsius + 273.15) - 1 / 298.15));
        $spread = 0.3;
        $word = match (true) {
            is_infinite($ohms) || $ohms > 20 * $good => VerdictWord::NotAsExpected,
            $ohms > (1 + $spread) * $good => VerdictWord::High,
            $ohms < (1 - $spread) * $good => VerdictWord::Low,
            default => VerdictWord::Fine,
        };

        return new Judgement(
            new Verdict(
                $word,
                sprintf(
                    '%s %s at %d °C: %s.',
                    $part->ref,
                    $trial->write($ohms),
                    (int) round($celsius),
                    is_infinite($ohms) ? 'open' : $word->value,
                ),
                sprintf(
                    '%s at 25 °C with B = %d K is %s at %d °C; 30 %% either way is usual. Still warm it reads ' .
                        'far lower.',
                    Quantity::write($part->value('value'), Unit::Ohm),
                    (int) $part->value('beta'),
                    Quantity::write($good, Unit::Ohm),
                    (int) round($celsius),
                ),
            ),
            'about ' . Quantity::write($good, Unit::Ohm),
            $word->isGood() ? null : $part->firstFault(...$ohms > $good ? ['open', 'drifted'] : ['short']),
        );
    }

    public static function resistor(Part $part, Trial $trial, float $ohms): Judgement
    {
        $marked = $part->value('value');
        $tolerance = ($part->tolerances['value'] ?? 0.05) + self::DRIFT;
        [$word, $fault] = match (true) {
            is_infinite($ohms) || $ohms > 50 * $marked => [VerdictWord::NotAsExpected, 'open'],
            $ohms < min(self::SHORT_OHMS, 0.1 * $marked) => [VerdictWord::Dead, 'short'],
            $ohms > (1 + $tolerance) * $marked => [VerdictWord::High, 'drifted'],
            $ohms < (1 - $tolerance) * $marked => [VerdictWord::Low, null],
            default => [VerdictWord::Fine, null],
        };
        $off = is_infinite($ohms) ? 'open' : sprintf('%s (%+.1f %%)', $word->value, 100 * ($ohms / $marked - 1));

        return new Judgement(
            new Verdict(
                $word,
                sprintf('%s %s: %s.', $part->ref, $trial->write($ohms), $off),
                sprintf(
                    'Marked %s; a good one stays within %d %%.%s',
                    Quantity::write($marked, Unit::Ohm),
                    (int) round(100 * $tolerance),
                    $word === VerdictWord::Low
                        ? ' A resistor hardly ever falls: subtract the leads, and look what is still in parallel.'
                        : ' Resistors drift upwards, high values and carbon ones most (common practice).',
                ),
            ),
            sprintf(
                '%s to %s',
                Quantity::write((1 - $tolerance) * $marked, Unit::Ohm),
                Quantity::write((1 + $tolerance) * $marked, Unit::Ohm),
            ),
            $fault === null ? null : $part->firstFault($fault),
        );
    }

    public static function contact(Part $part, Trial $trial, float $ohms): Judgement
    {
        $most = $part->kind->name() === 'fuse' ? max(self::CONTACT, (4 * 0.1) / $part->value('rating')) : self::CONTACT;
        $word = match (true) {
            is_infinite($ohms) || $ohms > 100 * $most => VerdictWord::NotAsExpected,
            $ohms > $most => VerdictWord::High,
            default => VerdictWord::Fine,
        };

        return new Judgement(
            new Verdict(
                $word,
                sprintf(
                    '%s %s: %s.',
                    $part->ref,
                    $trial->write($ohms),
                    $word === VerdictWord::NotAsExpected ? 'open' : $word->value,
                ),
                sprintf(
                    'A good one shows less than %s, leads subtracted%s.',
                    Quantity::write($most, Unit::Ohm, 2),
                    $part->kind->name() === 'fuse' ? ' (small fuses drop about 0.1 V at their rating)' : '',
                ),
            ),
            'under ' . Quantity::write($most, Unit::Ohm, 2),
            $word->isGood()
                ? null
                : $part->firstFault(
                    ...$word === VerdictWord::High ? ['worn', 'resistive', 'cracked', 'open'] : ['open', 'cracked'],
                ),
        );
    }
}

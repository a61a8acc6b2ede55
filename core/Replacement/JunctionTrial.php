<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\BreakdownJudge;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\Kind\Transistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** What conducts one way, breaks down at a voltage, or must not conduct at all, out of circuit. */
final class JunctionTrial
{
    /** Below this a junction is a short. */
    private const SHORT_VOLTS = 0.1;

    /** Volts that base and emitter of a Darlington show at most: one junction or two (data sheets). */
    private const TWO_JUNCTIONS = 1.5;

    /** Ohms below which two leads of a part are one. */
    private const SHORT_OHMS = 2.0;

    /**
     * Volts at 1 mA of a varistor are about 1.6 times its AC rating and vary by a tenth (data-sheet families: 275 V AC
     * reads 430 V).
     */
    private const VARISTOR = 1.57;

    private const VARISTOR_SPREAD = 0.1;

    public static function zener(Part $part, float $volts): Judgement
    {
        $verdict = BreakdownJudge::of($part, $volts);

        return new Judgement(
            $verdict,
            'about ' . Quantity::volts($part->value('value')),
            $verdict->word->isGood()
                ? null
                : match (true) {
                    is_infinite($volts) => $part->firstFault('open'),
                    $verdict->word === VerdictWord::Dead => $part->firstFault('short'),
                    default => $part->firstFault('drifted'),
                },
        );
    }

    public static function varistor(Part $part, Trial $trial, float $volts): Judgement
    {
        $nominal = self::VARISTOR * $part->value('value');
        $word = match (true) {
            $volts < (1 - self::VARISTOR_SPREAD) * $nominal => VerdictWord::Low,
            $volts > (1 + self::VARISTOR_SPREAD) * $nominal => VerdictWord::High,
            default => VerdictWord::Fine,
        };

        return new Judgement(
            new Verdict(
                $word,
                sprintf('%s %s at 1 mA: %s.', $part->ref, $trial->write($volts), $word->value),
                sprintf(
                    'A good one for %s AC stands at about %s ± 10 %%; one that has taken many surges sinks, ' .
                        'warms up and goes (data-sheet families).',
                    Quantity::write($part->value('value'), Unit::Volt),
                    Quantity::write($nominal, Unit::Volt),
                ),
            ),
            sprintf(
                '%s to %s',
                Quantity::write(0.9 * $nominal, Unit::Volt),
                Quantity::write(1.1 * $nominal, Unit::Volt),
            ),
            $word === VerdictWord::Low ? $part->firstFault('leaky', 'short') : null,
        );
    }

    public static function junction(Part $part, Trial $trial, float $volts): Judgement
    {
        [$low, $high] = $part->kind->profile()->junction ?? [0.0, 0.0];
        if ($trial->id === 'be' && $part->kind instanceof Transistor && Transistor::isDarlington($part)) {
            $high = self::TWO_JUNCTIONS;
        }
        if ($trial->id === 'reverse') {
            $isGood = is_infinite($volts) || $volts > 1.5;

            return new Judgement(
                new Verdict(
                    $isGood ? VerdictWord::AsExpected : VerdictWord::NotAsExpected,
                    sprintf(
                        '%s %s the other way round: %s.',
                        $part->ref,
                        $trial->write($volts),
                        $isGood ? 'blocks' : 'does not block',
                    ),
                    'A good one blocks: OL. Out of circuit, a reading is leakage or a short.',
                ),
                'OL',
                $isGood ? null : $part->firstFault('short', 'leaky'),
            );
        }
        [$word, $says, $fault] = match (true) {
            is_infinite($volts) => [
                VerdictWord::NotAsExpected,
                'open',
                $part->firstFault(...$trial->id === 'be' ? ['base_open', 'open'] : ['open', 'led_open']),
            ],
            $volts < self::SHORT_VOLTS => [VerdictWord::Dead, 'shorted', $part->firstFault('short')],
            $volts < $low => [VerdictWord::Low, 'low', $part->firstFault('leaky', 'short')],
            $volts > $high => [VerdictWord::High, 'high', $part->firstFault('open')],
            default => [VerdictWord::Fine, 'fine', null],
        };

        return new Judgement(
            new Verdict(
                $word,
                sprintf('%s %s, %s: %s.', $part->ref, $trial->title, $trial->write($volts), $says),
                sprintf(
                    'Out of circuit a good one of this kind shows %s to %s on a diode test (common practice).',
                    Quantity::volts($low),
                    Quantity::volts($high),
                ),
            ),
            Quantity::volts($low) . ' to ' . Quantity::volts($high),
            $fault,
        );
    }

    /** A path that must not conduct out of circuit. */
    public static function blocks(Part $part, Trial $trial, float $ohms): Judgement
    {
        [$word, $fault] = match (true) {
            $ohms < 100 * self::SHORT_OHMS => [
                VerdictWord::NotAsExpected,
                $part->firstFault(...$trial->id === 'gs' ? ['leaky_gate', 'short'] : ['short']),
            ],
            $ohms < 1e6 => [
                VerdictWord::Low,
                $part->firstFault(...$trial->id === 'gs' ? ['leaky_gate'] : ['leaky', 'short']),
            ],
            default => [VerdictWord::AsExpected, null],
        };

        return new Judgement(
            new Verdict(
                $word,
                sprintf(
                    '%s %s, %s: %s.',
                    $part->ref,
                    $trial->title,
                    $trial->write($ohms),
                    $word->isGood() ? 'blocks' : 'does not block',
                ),
                'Out of circuit a good one shows OL or megohms. Short a gate to its source first: a charged one ' .
                    'conducts.',
            ),
            'OL',
            $fault,
        );
    }

    public static function share(Part $part, Trial $trial, float $value, float $good, string $fault): Judgement
    {
        $word = match (true) {
            $value < 0.2 * $good => VerdictWord::VeryLow,
            $value < 0.5 * $good => VerdictWord::Low,
            default => VerdictWord::Fine,
        };
        $write = static fn(float $v): string => $trial->id === 'gain'
            ? (string) (int) round($v)
            : Quantity::write($v, Unit::Ratio);

        return new Judgement(
            new Verdict(
                $word,
                sprintf('%s %s %s: %s.', $part->ref, $trial->title, $write($value), $word->value),
                sprintf('The type has about %s; half of it still works.', $write($good)),
            ),
            'about ' . $write($good),
            $word->isGood() ? null : $part->firstFault($fault),
        );
    }
}

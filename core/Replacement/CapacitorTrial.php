<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\DissipationFactor;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** Capacitance, ESR and leakage of a capacitor, by itself or in circuit. */
final readonly class CapacitorTrial
{
    public function __construct(private Description $supply) {}

    public function judge(Part $part, Trial $trial, float $value, Conditions $conditions): Judgement
    {
        if ($trial->id === 'esr' && $conditions->isLifted && $part->kind->name() === 'electrolytic') {
            return self::esr($part, $trial, $value, $conditions->hertz);
        }
        $verdict = CapacitorJudge::of($this->supply, $part->ref, $trial->id, $conditions->isLifted, $value);
        $good = (new CapacitorMeter($this->supply))->read($part->ref, $trial->id, $conditions->isLifted);

        return new Judgement(
            $verdict,
            'about ' . CapacitorJudge::write($trial->id, $good),
            self::fault($part, $trial->id, $verdict->word, $value),
        );
    }

    private static function esr(Part $part, Trial $trial, float $value, float $hertz): Judgement
    {
        $component = Component::ofPart($part);
        [$farads, $volts] = [$part->value('value'), $part->knows('voltage') ? $part->value('voltage') : 25.0];
        $isLow = in_array($component->word('style'), ['low-esr', 'polymer'], true);
        $most = $part->knows('esr')
            ? 2.0 * $part->value('esr')
            : DissipationFactor::mostEsr($farads, $volts, $hertz, $isLow);
        $word = match (true) {
            $value > 3.0 * $most => VerdictWord::VeryHigh,
            $value > 1.2 * $most => VerdictWord::High,
            default => VerdictWord::Fine,
        };
        $at = Quantity::write($hertz, Unit::Hertz);
        $why = $part->knows('esr')
            ? sprintf(
                'The description states %s; a good one stays within twice that.',
                Quantity::write($part->value('esr'), Unit::Ohm, 2),
            )
            : sprintf(
                'A new one shows at most %s at %s: tan(delta) %.2f at 120 Hz for %s (data-sheet families; IEC ' .
                    '60384-4), of which the oxide\'s share fades with frequency. A good one shows about half.',
                Quantity::write($most, Unit::Ohm, 2),
                $at,
                DissipationFactor::maximum($farads, $volts),
                $component->label(),
            );

        return new Judgement(
            new Verdict(
                $word,
                sprintf('%s ESR %s at %s: %s.', $part->ref, $trial->write($value), $at, $word->value),
                $why,
            ),
            'up to ' . Quantity::write($most, Unit::Ohm, 2),
            self::fault($part, 'esr', $word),
        );
    }

    private static function fault(Part $part, string $quantity, VerdictWord $word, float $value = 0.0): ?string
    {
        if ($word->isGood()) {
            return null;
        }
        $names = match (true) {
            $quantity === 'leakage' => ['leaky', 'short'],
            $quantity === 'esr' => ['dried', 'open'],
            $word === VerdictWord::Dead => ['open', 'dried'],
            $word === VerdictWord::High => is_infinite($value) ? ['short'] : ['leaky', 'short'],
            default => ['dried', 'low', 'open'],
        };

        return $part->firstFault(...$names);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\BreakdownJudge;
use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\DissipationFactor;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Judges one part by what was measured on it: by itself against its kind and marking, in circuit against what the
 * engine computes there.
 */
final readonly class PartJudge
{
    /** Below this a junction is a short. */
    private const SHORT_VOLTS = 0.1;

    private const SHORT_OHMS = 2.0;

    /** Ohms of a contact that does its work; a fuse of small rating has its own (common practice). */
    private const CONTACT = 0.2;

    /**
     * Volts at 1 mA of a varistor are about 1.6 times its AC rating and vary by a tenth (data-sheet families: 275 V AC
     * reads 430 V).
     */
    private const VARISTOR = 1.57;

    private const VARISTOR_SPREAD = 0.1;

    /** What a drifted resistor has at the least beyond its tolerance. */
    private const DRIFT = 0.02;

    public function __construct(private Description $supply) {}

    /** @return list<Trial> the telling ones first */
    public function trials(string $ref): array
    {
        $part = $this->supply->part($ref);
        $kind = $part->kind->name();

        return match (true) {
            $part->kind instanceof StoresCharge => [
                new Trial('capacitance', 'capacitance', Unit::Farad, '"47u"', '', true),
                ...$part->has('plus')
                    ? [new Trial('esr', 'ESR', Unit::Ohm, '"0R12", at the frequency of the meter', '', true, 'hertz')]
                    : [],
                new Trial(
                    'leakage',
                    'leakage at working voltage',
                    Unit::Ampere,
                    '"120u", after some minutes through a resistor',
                    null,
                    true,
                ),
            ],
            $kind === 'zener' => [
                new Trial(
                    'breakdown',
                    'zener voltage under current',
                    Unit::Volt,
                    'a source above it through a resistor: the volts across it',
                    null,
                    true,
                ),
                $this->trial('drop', 'forward drop', Unit::Volt, $ref),
            ],
            $kind === 'transistor' => [
                $this->trial('be', 'base to emitter', Unit::Volt, "{$ref}.be"),
                $this->trial('bc', 'base to collector', Unit::Volt, "{$ref}.bc"),
                $this->trial('ce', 'collector to emitter', Unit::Ohm, "{$ref}.ce"),
                new Trial('gain', 'current gain', Unit::Ratio, '"120" on a transistor tester'),
            ],
            $kind === 'mosfet' => [
                $this->trial('body', 'body diode, source to drain', Unit::Volt, "{$ref}.body"),
                $this->trial('ds', 'drain to source', Unit::Ohm, "{$ref}.ds"),
                $this->trial('gs', 'gate to source', Unit::Ohm, "{$ref}.gs"),
            ],
            $kind === 'optocoupler' => [
                $this->trial('drop', 'its LED', Unit::Volt, $ref),
                $this->trial('ce', 'collector to emitter', Unit::Ohm, "{$ref}.ce"),
                new Trial('transfer', 'transfer ratio at 5 mA', Unit::Ratio, '"80 %"'),
            ],
            $kind === 'ntc' => [
                new Trial('ohms', 'resistance at its temperature', Unit::Ohm, '"10R", cold', wants: 'celsius'),
            ],
            $kind === 'varistor' => [
                $this->trial('ohms', 'resistance', Unit::Ohm, $ref),
                new Trial(
                    'breakdown',
                    'volts at 1 mA',
                    Unit::Volt,
                    'from an insulation tester or a source with a resistor',
                ),
            ],
            $part->kind->profile()->junction !== null => [
                $this->trial('drop', 'forward drop', Unit::Volt, $ref),
                $this->trial('reverse', 'the other way round', Unit::Volt, "{$ref}.reverse"),
            ],
            default => array_map(
                fn(DeadCheck $c): Trial => $this->trial(
                    $c->id,
                    $c->where,
                    $c->quantity === DeadCheck::DIODE ? Unit::Volt : Unit::Ohm,
                    $c->id,
                ),
                $part->kind->deadChecks($part),
            ),
        };
    }

    /** @param float $value in the trial's unit; INF for OL */
    public function judge(string $ref, Trial $trial, float $value, Conditions $conditions): Judgement
    {
        $part = $this->supply->part($ref);
        if ($part->kind instanceof StoresCharge) {
            return $this->capacitor($part, $trial, $value, $conditions);
        }
        if (!$conditions->isLifted && $trial->check !== null) {
            return $this->inCircuit($part, $trial, $value);
        }

        return match (true) {
            $trial->id === 'breakdown' && $part->kind->name() === 'varistor' => self::varistor($part, $trial, $value),
            $trial->id === 'breakdown' => self::zener($part, $value),
            $trial->id === 'gain' => self::share($part, $trial, $value, $part->value('gain'), 'weak'),
            $trial->id === 'transfer' => self::share($part, $trial, $value, $part->value('transfer'), 'weak'),
            $trial->unit === Unit::Volt && $part->kind->profile()->junction !== null => self::junction(
                $part,
                $trial,
                $value,
            ),
            $part->kind->name() === 'ntc' => self::thermistor($part, $trial, $value, $conditions->celsius),
            $part->kind->name() === 'resistor' => self::resistor($part, $trial, $value),
            $part->kind instanceof Contact => self::contact($part, $trial, $value),
            in_array($trial->id, ['ce', 'ds', 'gs', 'ohms'], true) => self::blocks($part, $trial, $value),
            default => $this->inCircuit($part, $trial, $value),
        };
    }

    private function trial(string $id, string $title, Unit $unit, string $check): Trial
    {
        return new Trial(
            $id,
            $title,
            $unit,
            $unit === Unit::Volt ? '"0.62", or OL' : '"4k7", or OL',
            $this->supply->deadCheck($check) === null ? null : $check,
        );
    }

    private function capacitor(Part $part, Trial $trial, float $value, Conditions $conditions): Judgement
    {
        if ($trial->id === 'esr' && $conditions->isLifted && $part->kind->name() === 'electrolytic') {
            return self::esr($part, $trial, $value, $conditions->hertz);
        }
        $verdict = CapacitorJudge::of($this->supply, $part->ref, $trial->id, $conditions->isLifted, $value);
        $good = (new CapacitorMeter($this->supply))->read($part->ref, $trial->id, $conditions->isLifted);

        return new Judgement(
            $verdict,
            'about ' . CapacitorJudge::write($trial->id, $good),
            self::capacitorFault($part, $trial->id, $verdict->word, $value),
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
            self::capacitorFault($part, 'esr', $word),
        );
    }

    private static function capacitorFault(Part $part, string $quantity, VerdictWord $word, float $value = 0.0): ?string
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

        return self::known($part, ...$names);
    }

    /** The engine says what a good unit shows there, and which fault of the part would show what was read. */
    private function inCircuit(Part $part, Trial $trial, float $value): Judgement
    {
        $check = $this->supply->deadCheck($trial->check ?? $trial->id);
        assert($check !== null);
        $meter = new DeadMeter($this->supply);
        $mode = $this->supply->mode(null);
        $good = $meter->read($check, $mode);
        if (is_nan($good)) {
            return new Judgement(
                new Verdict(
                    VerdictWord::CannotTell,
                    "{$trial->write($value)}: cannot tell.",
                    'The engine does not settle there: lift one leg.',
                ),
                '',
                null,
            );
        }
        $verdict = Judge::dead($check, $value, $good);
        $fault = null;
        if (!$verdict->word->isGood()) {
            foreach ($part->kind->faults($part) as $possible) {
                $shown = $meter->read($check, $mode, [$part->ref => $possible->name]);
                if ($fault === null && !is_nan($shown) && Judge::dead($check, $value, $shown)->word->isGood()) {
                    $fault = $possible->name;
                }
            }
        }
        $why =
            $fault === null && !$verdict->word->isGood()
                ? ' No fault of this part by itself would show that: what stands in parallel, or lift one leg.'
                : '';

        return new Judgement(
            new Verdict($verdict->word, "{$part->ref} {$verdict->sentence}", $verdict->why . $why),
            'about ' . $trial->write($good) . ' in circuit',
            $fault,
        );
    }

    private static function zener(Part $part, float $volts): Judgement
    {
        $verdict = BreakdownJudge::of($part, $volts);

        return new Judgement(
            $verdict,
            'about ' . Quantity::volts($part->value('value')),
            $verdict->word->isGood()
                ? null
                : match (true) {
                    is_infinite($volts) => self::known($part, 'open'),
                    $verdict->word === VerdictWord::Dead => self::known($part, 'short'),
                    default => self::known($part, 'drifted'),
                },
        );
    }

    private static function varistor(Part $part, Trial $trial, float $volts): Judgement
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
            $word === VerdictWord::Low ? self::known($part, 'leaky', 'short') : null,
        );
    }

    private static function junction(Part $part, Trial $trial, float $volts): Judgement
    {
        [$low, $high] = $part->kind->profile()->junction ?? [0.0, 0.0];
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
                $isGood ? null : self::known($part, 'short', 'leaky'),
            );
        }
        [$word, $says, $fault] = match (true) {
            is_infinite($volts) => [
                VerdictWord::NotAsExpected,
                'open',
                self::known($part, ...$trial->id === 'be' ? ['base_open', 'open'] : ['open', 'led_open']),
            ],
            $volts < self::SHORT_VOLTS => [VerdictWord::Dead, 'shorted', self::known($part, 'short')],
            $volts < $low => [VerdictWord::Low, 'low', self::known($part, 'leaky', 'short')],
            $volts > $high => [VerdictWord::High, 'high', self::known($part, 'open')],
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

    private static function thermistor(Part $part, Trial $trial, float $ohms, float $celsius): Judgement
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
            $word->isGood() ? null : self::known($part, ...$ohms > $good ? ['open', 'drifted'] : ['short']),
        );
    }

    private static function resistor(Part $part, Trial $trial, float $ohms): Judgement
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
            $fault === null ? null : self::known($part, $fault),
        );
    }

    private static function contact(Part $part, Trial $trial, float $ohms): Judgement
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
                : self::known(
                    $part,
                    ...$word === VerdictWord::High ? ['worn', 'resistive', 'cracked', 'open'] : ['open', 'cracked'],
                ),
        );
    }

    /** A path that must not conduct out of circuit. */
    private static function blocks(Part $part, Trial $trial, float $ohms): Judgement
    {
        [$word, $fault] = match (true) {
            $ohms < 100 * self::SHORT_OHMS => [
                VerdictWord::NotAsExpected,
                self::known($part, ...$trial->id === 'gs' ? ['leaky_gate', 'short'] : ['short']),
            ],
            $ohms < 1e6 => [
                VerdictWord::Low,
                self::known($part, ...$trial->id === 'gs' ? ['leaky_gate'] : ['leaky', 'short']),
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

    private static function share(Part $part, Trial $trial, float $value, float $good, string $fault): Judgement
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
            $word->isGood() ? null : self::known($part, $fault),
        );
    }

    private static function known(Part $part, string ...$names): ?string
    {
        foreach ($names as $name) {
            if ($part->fault($name) !== null) {
                return $name;
            }
        }

        return null;
    }
}

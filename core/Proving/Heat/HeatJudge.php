<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\CapacitorLife;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Judges temperatures of a unit that has run itself warm, at the room it stands in and at the hottest room it has to
 * live in.
 *
 * @phpstan-type HeatRow array{
 *     part: string,
 *     label: string,
 *     celsius: float,
 *     rise: float,
 *     limit: float,
 *     why: string,
 *     worst: float,
 *     word: string,
 *     good: bool,
 *     sentence: string,
 *     engine: string,
 *     life: ?string,
 *     ripple: ?string,
 *     advice: list<string>,
 * }
 */
final readonly class HeatJudge
{
    /** Degrees Celsius of the hottest room, if nobody says (common practice). */
    public const HOTTEST = 40.0;

    public const FINE = 'fine';

    public const MEANT = 'fine, meant to be hot';

    public const THIN = 'in its limit, no margin';

    public const OVER = 'over its limit';

    /** Kelvin below its limit from which a part has margin (common practice). */
    private const MARGIN = 10.0;

    /** Hours a year that life is counted in. */
    private const YEARLY = 4000.0;

    /**
     * @param Budget $now     at the mains it was measured at
     * @param Budget $high    at the highest mains
     * @param float  $hottest room in degrees Celsius that it has to live in
     */
    public function __construct(
        private Description $supply,
        private Budget $now,
        private Budget $high,
        private float $hottest = self::HOTTEST,
    ) {}

    /**
     * @param float $celsius on the outside of the part, come to rest
     * @param float $room    degrees Celsius
     *
     * @return HeatRow
     */
    public function judge(string $ref, float $celsius, float $room): array
    {
        $part = $this->supply->part($ref);
        $limit = HeatLimit::of($part);
        $worst = $this->hottest + ($celsius - $room) * $this->atHighMains($ref);
        $meant = HeatAdvice::meant($part, $celsius - $room, $this->now->line($ref)->watts ?? 0.0);
        $word = match (true) {
            $worst > $limit->celsius => self::OVER,
            $worst > $limit->celsius - self::MARGIN => self::THIN,
            $meant !== null => self::MEANT,
            default => self::FINE,
        };
        $engine = Warmth::judge($part, $celsius - $room, $this->now->line($ref)->watts ?? 0.0);
        $isHot = in_array($word, [self::OVER, self::THIN], true) || $engine->word === VerdictWord::VeryHigh;

        return [
            'part' => $ref,
            'label' => $part->label(),
            'celsius' => $celsius,
            'rise' => $celsius - $room,
            'limit' => $limit->celsius,
            'why' => $limit->why,
            'worst' => $worst,
            'word' => $word,
            'good' => $word !== self::OVER,
            'sentence' => $this->sentence($word, $worst, $limit, $meant),
            'engine' => self::beside($engine),
            'life' => $part->kind->name() === 'electrolytic' ? $this->life($part, $celsius, $room) : null,
            'ripple' => $this->ripple($ref),
            'advice' => $isHot ? $part->kind->profile()->hot : [],
        ];
    }

    /** What the part's heat grows to at the highest mains, as a ratio. */
    private function atHighMains(string $ref): float
    {
        [$now, $high] = [$this->now->line($ref)->watts ?? 0.0, $this->high->line($ref)->watts ?? 0.0];

        return $now > 0.02 ? max(1.0, $high / $now) : 1.0;
    }

    private function sentence(string $word, float $worst, HeatLimit $limit, ?string $meant): string
    {
        $at = sprintf(
            '%s in a room of %s and at the highest mains; it may have %s (%s).',
            Quantity::write($worst, Unit::Celsius),
            Quantity::write($this->hottest, Unit::Celsius),
            Quantity::write($limit->celsius, Unit::Celsius),
            $limit->why,
        );

        return match ($word) {
            self::OVER => "Too hot: {$at}",
            self::THIN => "In its limit, and no margin: {$at}",
            self::MEANT => ucfirst((string) $meant) . ": {$at}",
            default => ucfirst($at),
        };
    }

    private static function beside(Verdict $engine): string
    {
        // What is as it should be needs no second sentence.
        return $engine->word === VerdictWord::AsExpected ? '' : $engine->why;
    }

    /**
     * The case is taken for the surroundings, which counts part of the ripple's own heat twice: rather too short than
     * too long.
     */
    private function life(Part $part, float $celsius, float $room): string
    {
        $class = HeatLimit::written($part) ?? 85.0;
        $ripple = $this->share($part->ref) ?? 1.0;
        $hot = $this->hottest + ($celsius - $room);

        return sprintf(
            '%s, with %s around it in a room of %s',
            CapacitorLife::words(
                CapacitorLife::hours(CapacitorLife::usual($class), $class, $hot, $ripple),
                self::YEARLY,
            ),
            Quantity::write($hot, Unit::Celsius),
            Quantity::write($this->hottest, Unit::Celsius),
        );
    }

    /** @return float|null ripple current over what it is rated for, at the highest mains */
    private function share(string $ref): ?float
    {
        foreach ($this->high->line($ref)->margins ?? [] as $margin) {
            if ($margin->rating->quantity === Rating::RIPPLE) {
                return $margin->share();
            }
        }

        return null;
    }

    private function ripple(string $ref): ?string
    {
        $line = $this->high->line($ref);
        $share = $this->share($ref);

        return match (true) {
            $line === null ||
                $line->ripple < 1e-3 ||
                !in_array($this->supply->part($ref)->kind->name(), ['electrolytic', 'tantalum'], true)
                => null,
            $share === null => Quantity::write($line->ripple, Unit::Ampere) . ' of ripple; its rating is not described',
            default => sprintf(
                '%s of ripple, %d %% of its rating',
                Quantity::write($line->ripple, Unit::Ampere),
                (int) round(100 * $share),
            ),
        };
    }
}

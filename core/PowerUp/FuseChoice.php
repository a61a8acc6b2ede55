<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\FuseChecks;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * The fuse that belongs there, why no other, and what must be checked before a new one goes in (IEC 60127-2, from
 * memory).
 *
 * @phpstan-type CheckName array{
 *     id: string,
 *     where: string,
 * }
 *
 * @phpstan-type FusePlan array{
 *     ref: string,
 *     fit: string,
 *     rating: string,
 *     characteristic: string,
 *     breaking: string,
 *     larger: string,
 *     once: string,
 *     checks: list<CheckName>,
 * }
 */
final readonly class FuseChoice
{
    /** Amperes of IEC 60127 miniature fuses, its R10 series. */
    private const SERIES = [
        0.032,
        0.04,
        0.05,
        0.063,
        0.08,
        0.1,
        0.125,
        0.16,
        0.2,
        0.25,
        0.315,
        0.4,
        0.5,
        0.63,
        0.8,
        1.0,
        1.25,
        1.6,
        2.0,
        2.5,
        3.15,
        4.0,
        5.0,
        6.3,
        8.0,
        10.0,
    ];

    /** Times the steady current from which a fuse lives long, and beyond which it guards little (common practice). */
    private const ROOM = 1.5;

    private const TOO_MUCH = 6.0;

    /**
     * Amperes that a glass fuse of low breaking capacity still interrupts, or ten times its rating (IEC 60127-2, from
     * memory).
     */
    private const LOW_BREAKING = 35.0;

    /** Times its rating at which it must open within minutes (IEC 60127-2, from memory). */
    private const OPENS = 2.1;

    /** @return list<FusePlan> one per fuse */
    public static function of(Description $supply): array
    {
        $rows = [];
        foreach ($supply->parts as $part) {
            if ($part->kind instanceof Fuse) {
                $rows[] = self::row($supply, $part);
            }
        }

        return $rows;
    }

    /** @return FusePlan */
    private static function row(Description $supply, Part $fuse): array
    {
        $rating = $fuse->value('rating');
        $written = is_scalar($fuse->written['rating'] ?? null)
            ? (string) $fuse->written['rating']
            : Quantity::write($rating, Unit::Ampere);
        $amperes = self::steady($supply, $fuse);
        $isHot = $supply->isHot($fuse->node('a'));
        $slow = in_array(Fuse::speed($fuse), ['T', 'TT'], true);
        $fast = in_array(Fuse::speed($fuse), ['F', 'FF'], true);
        $ratio = $rating / max($amperes, 1e-6);
        $checks = array_map(
            static fn(DeadCheck $c): array => ['id' => $c->id, 'where' => $c->where],
            FuseChecks::of($supply),
        );

        return [
            'ref' => $fuse->ref,
            'fit' =>
                $written .
                ($isHot ? ', 250 V' : '') .
                ', ' .
                ($isHot ? 'high breaking capacity (H, 1500 A, sand-filled) or as fitted' : 'as fitted'),
            'rating' => match (true) {
                $amperes <= 0.0 => 'What it carries cannot be computed here: the marking decides.',
                $ratio < self::ROOM => sprintf(
                    'It carries %s of its %s at lowest mains and full load: little room, it will tire. The ' .
                        'marking on the board still decides.',
                    Quantity::write($amperes, Unit::Ampere, 2),
                    Quantity::write($rating, Unit::Ampere),
                ),
                $ratio > self::TOO_MUCH => sprintf(
                    'It carries %s at most, %s would do: compare %s with the marking on the board, somebody may ' .
                        'have put in a larger one.',
                    Quantity::write($amperes, Unit::Ampere, 2),
                    Quantity::write(self::next($amperes), Unit::Ampere),
                    $written,
                ),
                default => sprintf(
                    'It carries %s at lowest mains and full load: %s is right.',
                    Quantity::write($amperes, Unit::Ampere, 2),
                    $written,
                ),
            },
            'characteristic' => match (true) {
                $slow => 'Time-lag (T): it must let the inrush of transformer and capacitors pass. A fast one of the ' .
                    'same value goes at the first switch-on, and then somebody fits a larger one.',
                $fast => 'Fast (F): what it guards cannot wait. A time-lag one of the same value would let it burn.',
                default
                    => 'No characteristic is written here: read the cap of the old one. Ahead of a transformer or ' .
                    'a large capacitor it is nearly always time-lag (T).',
            },
            'breaking' => self::breaking($supply, $isHot, $rating),
            'larger' => sprintf(
                'Never larger: %s opens within minutes only from %s on. Twice the rating lets twice that flow ' .
                    'into the fault, through wires and windings that were made for %s.',
                $written,
                Quantity::write(self::OPENS * $rating, Unit::Ampere, 2),
                Quantity::write($rating, Unit::Ampere),
            ),
            'checks' => $checks,
            'once' => 'Replaced once, after these checks read no short. If it goes again, stop.',
        ];
    }

    private static function breaking(Description $supply, bool $isHot, float $rating): string
    {
        $source = $supply->source();
        if (!$isHot || !($source->kind instanceof Mains)) {
            return 'Behind a transformer or a regulator the fault current is limited anyway: as fitted.';
        }
        $fault = $supply->mainsVoltage / $source->value('impedance');
        $low = max(self::LOW_BREAKING, 10 * $rating);

        return sprintf(
            'The wall can drive %s into a dead short (%s of wiring). A glass fuse of low breaking capacity ' .
                'interrupts %s; beyond that it can burst and go on conducting.',
            Quantity::write($fault, Unit::Ampere, 2),
            Quantity::write($source->value('impedance'), Unit::Ohm),
            Quantity::write($low, Unit::Ampere),
        );
    }

    /** @return float amperes rms, at whichever end of the mains it takes more; 0 if it does not settle */
    private static function steady(Description $supply, Part $fuse): float
    {
        $most = 0.0;
        foreach ([1 - $supply->mainsTolerance, 1 + $supply->mainsTolerance] as $share) {
            try {
                $run = (new Behaviour($supply))->run($supply->mode(null), [], $supply->mainsVoltage * $share);
                $most = max($most, $run->longest()->record->currentSignal($fuse->ref)->rms);
            } catch (CircuitError) {
                continue;
            }
        }

        return $most;
    }

    private static function next(float $amperes): float
    {
        foreach (self::SERIES as $rating) {
            if ($rating >= self::ROOM * $amperes) {
                return $rating;
            }
        }

        return self::SERIES[count(self::SERIES) - 1];
    }
}

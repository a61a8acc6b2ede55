<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/** Rating as printed: "T315mA", "F1A", "2A". */
final class Fuse extends Contact implements Guards, Rated, ShowsSigns
{
    /**
     * Seconds from which on it may hold for a look: the slowest specimen takes four to five times the middle (below),
     * three seconds are a look.
     */
    private const SLOW = 0.6;

    /**
     * Seconds by the multiple of its rating: the middle, on a logarithmic scale, of the limits of IEC 60127-2, sheets 2
     * (F) and 3 (T) (from memory: at 2.75 times 0.05 to 2 s and 0.6 to 10 s, at 4 times 10 to 300 ms and 0.15 to 3 s,
     * at 10 times at most 20 ms, and 20 to 300 ms).
     */
    private const OPENS = [
        'F' => [[2.1, 60.0], [2.75, 0.32], [4.0, 0.055], [10.0, 0.008]],
        'T' => [[2.1, 60.0], [2.75, 2.4], [4.0, 0.67], [10.0, 0.077]],
    ];

    /**
     * Half a cycle: what a reservoir holds has gone through whatever shorted it before the mains has come to the fuse.
     */
    private const AT_LEAST = 0.01;

    /** Steps between them by the letters before it: as T, halfway, as F, and beyond (IEC 60127-1). */
    private const LAG = ['TT' => 1.5, 'T' => 1.0, 'M' => 0.5, '' => 0.5, 'F' => 0.0, 'FF' => -0.5];

    public function name(): string
    {
        return 'fuse';
    }

    public function title(): string
    {
        return 'Fuse';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'its holder and its own rating',
            warms: 300.0,
            letter: 'F',
            hot: [
                'Its clips: springs that have lost their force heat it more than the current.',
                'Is the current what the rating is for?',
            ],
            family: Family::Fuse,
            ages: Ageing::Contact,
            prefixes: ['F'],
            words: ['fuse'],
            symbols: ['Fuse', 'Polyfuse'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [Parameter::main('rating', 'rated current', Unit::Ampere)];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'open',
                3.0,
                'Ohms across the fuse out of its holder; look at how the element parted.',
                looks: [Look::PartedElement, Look::BlackenedGlass],
            ),
        ];
    }

    /** The letters printed before its current: FF, F, M, T, TT (IEC 60127-1); empty if none are known. */
    public static function speed(Part $fuse): string
    {
        $written = $fuse->written['rating'] ?? null;

        return is_string($written) && preg_match('/^(FF|TT|F|T|M)/i', trim($written), $m) === 1
            ? strtoupper($m[1])
            : '';
    }

    /** It is meant to go by its own law; beside its rating only how much it carries. */
    public function ratings(Part $part): array
    {
        return [Rating::rms($part->value('rating'))];
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return [$part->ref . ($fault === 'open' ? ' open' : ' intact')];
    }

    /**
     * Cold resistance drops about 0.1 V at rated current for small glass fuses (data-sheet order of magnitude, from
     * memory).
     */
    protected function goodOhms(Part $part): float
    {
        return 0.1 / $part->value('rating');
    }

    /**
     * Whether and how a fuse opens at a steady current: IEC 60127-2 has it carry 1.5 times its rating for an hour
     * and open at 2.1 times within minutes (from memory); far above that it parts violently.
     *
     * @param float $rms amperes
     *
     * @return array{Breaking, float, bool}|null how, the order of magnitude of seconds, and whether it may as well hold
     *     for as long as anybody looks
     */
    public static function opening(Part $fuse, float $rms): ?array
    {
        $ratio = $rms / $fuse->value('rating');
        if ($ratio < self::OPENS['T'][0][0]) {
            return null;
        }
        $lag = self::LAG[self::speed($fuse)];
        $seconds = max(self::AT_LEAST, self::seconds('T', $ratio) ** $lag * self::seconds('F', $ratio) ** (1 - $lag));

        return [
            match (true) {
                $ratio >= 10 => Breaking::PartsViolently,
                $ratio >= 4 => Breaking::PartsQuickly,
                default => Breaking::PartsSlowly,
            },
            $seconds,
            $seconds >= self::SLOW,
        ];
    }

    /** On straight lines between the standard's currents, both scales logarithmic; beyond them the last one goes on. */
    private static function seconds(string $speed, float $ratio): float
    {
        $rows = self::OPENS[$speed];
        $k = 1;
        while ($k < count($rows) - 1 && $ratio > $rows[$k][0]) {
            $k++;
        }
        [[$low, $long], [$high, $short]] = [$rows[$k - 1], $rows[$k]];

        return $long * ($short / $long) ** (log($ratio / $low) / log($high / $low));
    }
}

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
    /** Seconds from which on it holds long enough to be measured with. */
    public const SLOW = 60.0;

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
     * @return array{Breaking, float}|null how, and the order of magnitude of seconds
     */
    public static function opening(float $rms, float $rating): ?array
    {
        $ratio = $rms / $rating;

        return match (true) {
            $ratio >= 10 => [Breaking::PartsViolently, 0.01],
            $ratio >= 4 => [Breaking::PartsQuickly, 0.3],
            $ratio >= 2.1 => [Breaking::PartsSlowly, self::SLOW],
            default => null,
        };
    }
}

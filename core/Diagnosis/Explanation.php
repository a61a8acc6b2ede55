<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * Whether a bad part explains what was measured on the unit, or is merely bad as well.
 *
 * @phpstan-type Explains array{
 *     word: string,
 *     sentence: string,
 * }
 */
final class Explanation
{
    private const EXPLAINS = 0.25;

    private const MAY = 0.03;

    /** @return Explains while the faults are not worked out */
    public static function notYet(): array
    {
        return [
            'word' => 'unknown',
            'sentence' => 'Whether that explains what was measured on the unit is not worked out yet.',
        ];
    }

    /**
     * @param list<Suspect> $suspects
     *
     * @return Explains word: yes, perhaps or no
     */
    public static function of(array $suspects, string $ref, string $fault): array
    {
        $share = 0.0;
        foreach ($suspects as $suspect) {
            foreach ($suspect->members as $member) {
                if ($member->faultOf($ref) === $fault) {
                    $share = max($share, $suspect->probability);
                }
            }
        }
        $percent = sprintf('%d %%', (int) round(100 * $share));

        return match (true) {
            $share >= self::EXPLAINS => [
                'word' => 'yes',
                'sentence' => "It explains what was measured on the unit ({$percent} of what it could be).",
            ],
            $share >= self::MAY => [
                'word' => 'perhaps',
                'sentence' =>
                    'It may explain what was measured on the unit ' .
                    "({$percent}); other faults explain it better so far.",
            ],
            default => [
                'word' => 'no',
                'sentence' => 'Bad as it may be, it does not explain what was measured on the unit: keep looking.',
            ],
        };
    }
}

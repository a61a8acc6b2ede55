<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Step;

/**
 * The one next thing as the bench shows it.
 *
 *
 * @phpstan-type StepOutcome array{
 *     range: string,
 *     meaning: string,
 *     probability: float,
 * }
 *
 * @phpstan-type Step array{
 *     kind: string,
 *     sentence: string,
 *     detail: string,
 *     target: ?string,
 *     quantity: ?string,
 *     mode: ?string,
 *     power: ?string,
 *     part: ?string,
 *     fault: ?string,
 *     red: ?string,
 *     black: ?string,
 *     meter: ?string,
 *     expect: ?string,
 *     caution: ?string,
 *     why: string,
 *     outcomes: list<StepOutcome>,
 *     // what settles something that a gate asks for
 *     leads: ?string,
 * }
 */
final class StepView
{
    /** @return Step */
    public static function plain(string $kind, string $sentence, string $detail, ?string $caution = null): array
    {
        return ['kind' => $kind, 'sentence' => $sentence, 'detail' => $detail, 'caution' => $caution] + self::blank();
    }

    /** @return Step */
    public static function blank(): array
    {
        return [
            'kind' => '',
            'sentence' => '',
            'detail' => '',
            'target' => null,
            'quantity' => null,
            'mode' => null,
            'power' => null,
            'part' => null,
            'fault' => null,
            'red' => null,
            'black' => null,
            'meter' => null,
            'expect' => null,
            'caution' => null,
            'why' => '',
            'outcomes' => [],
            'leads' => null,
        ];
    }
}

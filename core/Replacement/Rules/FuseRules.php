<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Rules;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Replacement\Row;

/** Fuses: same rating, same characteristic, at least the same voltage and breaking capacity (IEC 60127). */
final class FuseRules implements FitRules
{
    /** Slower the further right. */
    private const SPEED = ['FF' => 0, 'F' => 1, 'M' => 2, 'T' => 3, 'TT' => 4];

    public function rows(Component $candidate, Place $place): array
    {
        [$was, $is] = [$place->original->get(Attribute::Value) ?? 0.0, $candidate->get(Attribute::Value)];
        $rows = [
            new Row(
                'rated current',
                $place->original->write(Attribute::Value),
                $candidate->write(Attribute::Value),
                '',
                ...match (true) {
                    $is === null => [Fit::No, 'Without a rating it is no fuse.'],
                    $is > $was * 1.001 => [
                        Fit::No,
                        'A larger one is for nobody: the wiring and the transformer burn in its place.',
                    ],
                    $is < $was * 0.999 => [
                        Fit::TestOnly,
                        'Smaller: it will part at a switch-on one day. For a test it is the safer side.',
                    ],
                    default => [Fit::Ok, 'The same.'],
                },
            ),
        ];
        [$was, $is] = [
            self::SPEED[strtoupper($place->original->word('speed'))] ?? null,
            self::SPEED[strtoupper($candidate->word('speed'))] ?? null,
        ];
        $rows[] = new Row(
            'characteristic',
            strtoupper($place->original->word('speed')),
            strtoupper($candidate->word('speed')),
            '',
            ...match (true) {
                $is === null => [
                    Fit::Noted,
                    'Read the letter on the cap before it goes in: T is time-lag, F is quick.',
                ],
                $was === null => [
                    Fit::Noted,
                    'The original\'s is not known: transformers and reservoirs usually want T.',
                ],
                $is > $was => [Fit::No, 'Slower than the original: what it protects is gone before it parts.'],
                $is < $was => [Fit::TestOnly, 'Quicker than the original: the inrush will take it.'],
                default => [Fit::Ok, 'The same.'],
            },
        );
        foreach ([Attribute::Voltage, Attribute::Breaking] as $attribute) {
            [$was, $is] = [$place->original->get($attribute), $candidate->get($attribute)];
            $rows[] = new Row(
                $attribute === Attribute::Voltage ? 'rated voltage' : $attribute->title(),
                $place->original->write($attribute),
                $candidate->write($attribute),
                $attribute === Attribute::Voltage ? sprintf('%d V feed', (int) $place->supply->mainsVoltage) : '',
                ...match (true) {
                    $attribute === Attribute::Voltage && $is !== null && $is < $place->supply->mainsVoltage => [
                        Fit::No,
                        'Below the feed: the arc goes on after the wire has gone.',
                    ],
                    $was !== null && $is !== null && $is < $was => [
                        Fit::No,
                        'Less than the original: it may burst instead of opening.',
                    ],
                    $is === null => [
                        Fit::Noted,
                        $attribute === Attribute::Breaking
                            ? 'Not stated: on mains H (ceramic, sand) is the safe choice where the holder had one.'
                            : 'Not stated.',
                    ],
                    default => [Fit::Ok, 'Enough.'],
                },
            );
        }

        return $rows;
    }
}

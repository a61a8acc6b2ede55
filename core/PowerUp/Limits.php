<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

/**
 * The published limits around making safe, each with where it is from; the gates go by those of touch, charge and 20 J.
 *
 * @phpstan-type Limit array{
 *     limit: string,
 *     means: string,
 *     source: string,
 * }
 */
final readonly class Limits
{
    /** @return list<Limit> */
    public static function all(): array
    {
        return [
            [
                'limit' => '60 V DC, 30 V rms, 42.4 V peak',
                'means' => 'above it a part is hazardous live',
                'source' => 'IEC 61010-1, 6.3.1; IEC 62368-1, ES1',
            ],
            [
                'limit' => '45 µC',
                'means' => 'more charge than that is hazardous, from the touch limit up to 15 kV',
                'source' => 'IEC 61010-1, 6.3.1 c, from memory',
            ],
            [
                'limit' => '350 mJ',
                'means' => 'the same above 15 kV: a picture tube is beyond it',
                'source' => 'IEC 61010-1, 6.3.1 c, from memory',
            ],
            [
                'limit' => '20 J',
                'means' => 'burns and welds at any voltage',
                'source' => 'IEC 60950-1, hazardous energy level, from memory',
            ],
            [
                'limit' => '5 s, plug 10 s',
                'means' => 'within that what can be touched must be below the limits after pulling the plug',
                'source' => 'IEC 61010-1, 6.10.3 and 6.6, from memory',
            ],
            [
                'limit' => '10 mA AC, 25 mA DC',
                'means' => 'about from there a hand cannot let go; heart and breathing follow not far above',
                'source' => 'IEC 60479-1, from memory',
            ],
        ];
    }
}

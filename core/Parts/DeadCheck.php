<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** A measurement across a part with the unit unplugged and discharged. */
final readonly class DeadCheck
{
    public const RESISTANCE = 'resistance';

    public const DIODE = 'diode';

    private function __construct(
        public string $id,
        public string $quantity,
        public string $red,
        public string $black,
        public string $where,
    ) {
    }

    /** Resistance across two terminals; red and black are node names. */
    public static function resistance(Part $part, string $red, string $black, string $where, string $suffix = ''): self
    {
        return new self($part->ref.$suffix, self::RESISTANCE, $part->node($red), $part->node($black), $where);
    }

    /** Diode test from anode (red) to cathode (black). */
    public static function diode(Part $part, string $anode, string $cathode, string $where, string $suffix = ''): self
    {
        return new self($part->ref.$suffix, self::DIODE, $part->node($anode), $part->node($cathode), $where);
    }

    public static function rail(string $pointId, string $red, string $black, string $where): self
    {
        return new self($pointId, self::RESISTANCE, $red, $black, $where);
    }
}

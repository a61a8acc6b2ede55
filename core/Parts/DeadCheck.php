<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** A measurement across a part with the unit unplugged and discharged. */
final readonly class DeadCheck
{
    public const RESISTANCE = 'resistance';

    public const DIODE = 'diode';

    /** Series resistance of a capacitor in circuit, on its own meter. */
    public const ESR = 'esr';

    /** Whether ohms climb as on a capacitor that charges: 1 or 0. */
    public const CLIMBS = 'climbs';

    /** Ohms up to which every meter beeps, and from which none does (common practice). */
    public const ALL_BEEP = 20.0;

    public const NONE_BEEPS = 100.0;

    /** Whether the beeper sounds and goes on: 1 or 0. */
    public const BEEPS = 'beeps';

    public const QUANTITIES = [self::RESISTANCE, self::DIODE, self::ESR, self::CLIMBS, self::BEEPS];

    /** Ends the id of a check with its leads swapped. */
    public const TURNED = '.reverse';

    private const WORDS = [
        'a' => 'anode',
        'k' => 'cathode',
        'ac1' => 'AC 1',
        'ac2' => 'AC 2',
        'in' => 'input',
        'out' => 'output',
        'c' => 'collector',
        'b' => 'base',
        'e' => 'emitter',
        'plus' => 'plus',
        'minus' => 'minus',
        'd' => 'drain',
        'g' => 'gate',
        's' => 'source',
        'adj' => 'adjust pin',
        'c1' => 'coil, one end',
        'c2' => 'coil, other end',
        'p1' => 'primary, one end',
        'p2' => 'primary, other end',
        's1' => 'secondary, one end',
        's2' => 'secondary, other end',
        's3' => 'second secondary, one end',
        's4' => 'second secondary, other end',
    ];

    /**
     * @param string $red       node under the red lead
     * @param string $black     node under the black lead
     * @param string $where     what is checked, for people
     * @param string $redLead   where the red lead goes, for people
     * @param string $blackLead where the black lead goes, for people
     */
    private function __construct(
        public string $id,
        public string $quantity,
        public string $red,
        public string $black,
        public string $where,
        public string $redLead,
        public string $blackLead,
    ) {}

    /** Resistance across two terminals. */
    public static function resistance(Part $part, string $red, string $black, string $where, string $suffix = ''): self
    {
        return self::across($part, self::RESISTANCE, $red, $black, $where, $suffix);
    }

    /** Diode test from anode (red) to cathode (black). */
    public static function diode(Part $part, string $anode, string $cathode, string $where, string $suffix = ''): self
    {
        return self::across($part, self::DIODE, $anode, $cathode, $where, $suffix);
    }

    public static function esr(Part $part, string $plus, string $minus): self
    {
        return self::across($part, self::ESR, $plus, $minus, "ESR of {$part->ref}, in circuit", '.esr');
    }

    /** Resistance from a test point to its ground. */
    public static function rail(string $pointId, string $red, string $black, string $name, string $how): self
    {
        return new self($pointId, self::RESISTANCE, $red, $black, "{$name} to {$black}", $how, $black);
    }

    /** From one terminal of a part to another, whatever its kind has in its list. */
    public static function pins(Part $part, string $red, string $black): self
    {
        return self::across(
            $part,
            self::RESISTANCE,
            $red,
            $black,
            sprintf('%s, %s to %s', $part->ref, self::WORDS[$red] ?? $red, self::WORDS[$black] ?? $black),
            ".{$red}-{$black}",
        );
    }

    /** From one test point to another. */
    public static function between(string $id, string $red, string $black, string $redLead, string $blackLead): self
    {
        return new self($id, self::RESISTANCE, $red, $black, "{$redLead} to {$blackLead}", $redLead, $blackLead);
    }

    /** The same place on another function. */
    public function on(string $quantity): self
    {
        return new self($this->id, $quantity, $this->red, $this->black, $this->where, $this->redLead, $this->blackLead);
    }

    /** The same place with the leads swapped. */
    public function turned(): self
    {
        return new self(
            $this->id . self::TURNED,
            $this->quantity,
            $this->black,
            $this->red,
            "{$this->where}, leads swapped",
            $this->blackLead,
            $this->redLead,
        );
    }

    private static function across(
        Part $part,
        string $quantity,
        string $red,
        string $black,
        string $where,
        string $suffix,
    ): self {
        $ends = [$red, $black] === ['a', 'b'] && $quantity === self::RESISTANCE;

        return new self(
            $part->ref . $suffix,
            $quantity,
            $part->node($red),
            $part->node($black),
            $where,
            $ends ? "one end of {$part->ref}" : "{$part->ref} " . (self::WORDS[$red] ?? $red),
            $ends ? 'the other end' : "{$part->ref} " . (self::WORDS[$black] ?? $black),
        );
    }
}

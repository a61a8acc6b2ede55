<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** What can be different for the time being, and must be undone or made permanent before the unit goes back. */
enum ChangeKind: string
{
    /** A clip or a piece of wire across a part or between two points. */
    case Jumper = 'jumper';
    /** A resistor of another value for a test at low voltage. */
    case Scaled = 'scaled';
    /** A mains filter or suppressor out of the way while testing. */
    case Bypass = 'bypass';
    case Lifted = 'lifted';
    /** A part of lower rating or another value, good enough for a test only. */
    case TestPart = 'testpart';
    case WrongFuse = 'wrongfuse';
    case Shield = 'shield';
    case LoadOff = 'loadoff';
    case Interlock = 'interlock';
    /** A part that was never there, between two points: for a test, or for good. */
    case Added = 'added';
    case Other = 'other';

    public function words(): string
    {
        return match ($this) {
            self::Jumper => 'jumper',
            self::Scaled => 'scaled resistor',
            self::Bypass => 'filter bypassed',
            self::Lifted => 'leg lifted',
            self::TestPart => 'test-only part',
            self::WrongFuse => 'wrong fuse',
            self::Shield => 'shield, sleeve or earth strap off',
            self::LoadOff => 'load disconnected',
            self::Interlock => 'interlock defeated or off',
            self::Added => 'part added',
            self::Other => 'other',
        };
    }

    /** The key that opens it, after the key of the ledger. */
    public function key(): string
    {
        return match ($this) {
            self::Jumper => 'j',
            self::Scaled => 'r',
            self::Bypass => 'b',
            self::Lifted => 'l',
            self::TestPart => 't',
            self::WrongFuse => 'f',
            self::Shield => 's',
            self::LoadOff => 'd',
            self::Interlock => 'i',
            self::Added => 'n',
            self::Other => 'o',
        };
    }

    /** True if it means nothing without a part. */
    public function needsPart(): bool
    {
        return in_array(
            $this,
            [self::Scaled, self::Bypass, self::Lifted, self::TestPart, self::WrongFuse, self::LoadOff],
            true,
        );
    }

    /** True if it means nothing without a value: what is fitted instead. */
    public function needsValue(): bool
    {
        return in_array($this, [self::Scaled, self::TestPart, self::WrongFuse, self::Added], true);
    }

    /**
     * Whether a reason is enough to leave it for good. What guards people or the unit is only put right, by a part that
     * passes the rules of its place.
     */
    public function mayStay(): bool
    {
        return match ($this) {
            self::Jumper, self::Lifted, self::LoadOff, self::Added, self::Other => true,
            self::Scaled, self::Bypass, self::TestPart, self::WrongFuse, self::Shield, self::Interlock => false,
        };
    }

    /** How it is put right where no reason is enough. */
    public function mended(): string
    {
        return match ($this) {
            self::WrongFuse => 'fit the right one and record it as a repair',
            self::Scaled, self::TestPart => 'fit what belongs there and record it as a repair',
            self::Bypass => 'put the filter back, or replace the part and record it as a repair',
            self::Shield => 'it goes back to its place',
            self::Interlock => 'it has to work as it was made to',
            default => 'put it back as it was',
        };
    }

    /**
     * How it stands before a gate. Common practice: a resistor scaled for thirty volts burns at 325, a wrong fuse
     * guards nothing; a shield that is off or an interlock that is defeated is a decision at every power-up; nothing at
     * all goes back with the unit.
     */
    public function at(Gate $gate): Standing
    {
        return match ($gate) {
            Gate::HandsIn => Standing::Free,
            Gate::HandBack => Standing::Forbidden,
            Gate::Mains => match ($this) {
                self::Scaled, self::WrongFuse => Standing::Forbidden,
                self::LoadOff => Standing::Free,
                default => Standing::ToAllow,
            },
            Gate::Limited => match ($this) {
                self::Shield, self::Interlock => Standing::ToAllow,
                default => Standing::Free,
            },
        };
    }
}

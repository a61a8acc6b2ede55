<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/**
 * What the trade knows of a kind of part beside its circuit: heat, age, names and marks. Common practice and data
 * sheets, from memory unless a standard is named; what a description says of one part wins.
 */
final readonly class Profile
{
    /** What to look at when one runs hot of which nothing better is known. */
    public const COMPARE = ['Compare what it carries with its rating, and with a twin.'];

    public const HOT_RECTIFIER = [
        'A type as fast as the circuit needs: a slow one in a switching output cooks.',
        'A Schottky type if the reverse voltage allows it, a larger one, or two in parallel with equal tracks.',
        'Lead length and copper around it are its heatsink.',
    ];

    public const HOT_SWITCH = [
        'Drive: too slow or too low a gate voltage heats it first.',
        'Snubber and clamp parts, and what the transformer rings with.',
        'Insulator, clip and grease under its tab.',
    ];

    public const HOT_REGULATOR = [
        'Watts are (input − output) times current: is the input higher than it has to be?',
        'Is the load what it should be?',
        'Insulator, clip and grease under its tab.',
    ];

    public const HOT_WINDING = [
        'Load on each winding, averaged with its peaks.',
        'Is the mains what the tap is for, and is its frequency 50 or 60 Hz?',
        'A shorted turn heats it with no load at all.',
        'Direct current through it: an open bridge leg.',
    ];

    /**
     * @param float                 $celsius  what its outside may have for years
     * @param string                $limit    why
     * @param float                 $warms    seconds in which it warms up by two thirds
     * @param string                $letter   before its number on a board (IEC 81346-2, and what boards use)
     * @param list<string>          $hot      what to look at when it runs hot
     * @param array{float, string}|null $meant kelvin above the room that are nothing to worry about, and why
     * @param int|null              $probed   place in the order in which a thermocouple is worth it in a soak
     * @param Family|null           $family   kinds that are chosen by the same rules; null for what no drawer holds
     * @param array{float, float}|null $junction volts that it shows on a diode test, conducting
     * @param Ageing                $ages     what time does to it
     * @param string                $mark     what shows on its body which way round it goes
     * @param list<string>          $prefixes letters of a reference that by themselves suggest it
     * @param list<string>          $words    what people call it
     * @param list<string>          $types    patterns of the type numbers printed on it
     * @param list<string>          $symbols  how its symbol's name begins in a schematic editor; "$" ends a whole name
     * @param array<int|string, string> $pins terminal by pin number of that symbol, or by the pin's function
     */
    public function __construct(
        public float $celsius,
        public string $limit,
        public float $warms,
        public string $letter,
        public array $hot,
        public ?array $meant = null,
        public ?int $probed = null,
        public ?Family $family = null,
        public ?array $junction = null,
        public Ageing $ages = Ageing::Slowly,
        public string $mark = 'its notch, dot or band',
        public array $prefixes = [],
        public array $words = [],
        public array $types = [],
        public array $symbols = [],
        public array $pins = [],
    ) {}
}

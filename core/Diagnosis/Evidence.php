<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/** One thing known about the unit, in the mode and state of repair in which it was learnt. */
final readonly class Evidence
{
    /**
     * @param string       $label    as the technician knows it: "TP4 0.02 V"
     * @param string       $key      "target quantity", or the sign itself ("F1 open", "dead")
     * @param float|null   $value    volts or ohms, INF for OL; null for a sign
     * @param list<string> $replaced references of parts replaced before
     */
    private function __construct(
        public string $label,
        public string $mode,
        public string $key,
        public ?float $value,
        public array $replaced,
        public ?float $mainsVolts,
        public ?string $part = null,
    ) {
    }

    /** @param list<string> $replaced */
    public static function reading(string $label, string $mode, string $target, string $quantity, float $value, array $replaced = [], ?float $mainsVolts = null): self
    {
        return new self($label, $mode, "{$target} {$quantity}", $value, $replaced, $mainsVolts);
    }

    /** @param list<string> $replaced */
    public static function sign(string $label, string $mode, string $sign, array $replaced = []): self
    {
        return new self($label, $mode, $sign, null, $replaced, null);
    }

    /** Something seen on a part. */
    public static function look(string $label, string $part): self
    {
        return new self($label, '', 'look', null, [], null, $part);
    }
}

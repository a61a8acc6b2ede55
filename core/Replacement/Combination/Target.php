<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Combination;

use Oculant\Core\Parts\Family;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\UnreadableComponent;

/** A value that is to be made of what lies in the drawer: "13R3 50 W", "0R1 0.1 %", "capacitor 33u 450 V". */
final readonly class Target
{
    /** What a value may be off by if nobody says (common practice for loads and fillers-in). */
    private const ALLOWED = 0.05;

    /**
     * @param string     $kind    resistor or capacitor kind
     * @param float      $value   ohms or farads
     * @param float $allowed ratio by which the nominal value may be off; also what worst case and rss are held against
     * @param float      $watts   that the whole carries; 0 if it does not matter
     * @param float      $volts   across the whole; 0 if it does not matter
     * @param float|null $tempco  parts per million per kelvin of the whole at most
     */
    private function __construct(
        public string $kind,
        public float $value,
        public float $allowed,
        public float $watts,
        public float $volts,
        public ?float $tempco,
    ) {}

    /** @throws UnreadableComponent if no value can be read */
    public static function read(string $text): self
    {
        [$component, $unread] = ComponentText::understand(
            $text,
            preg_match('/\d\s*[pnuµ]\d*F?\b|\d\s*[pnuµ]F/u', $text) === 1 ? 'capacitor' : 'resistor',
        );
        if ($unread !== [] || $component->get(Attribute::Value) === null || !Family::combines($component->kind)) {
            throw UnreadableComponent::words($text, $unread === [] ? [$text] : $unread);
        }

        return self::of($component);
    }

    public static function of(Component $component): self
    {
        $volts = $component->get(Attribute::Voltage) ?? 0.0;

        return new self(
            $component->kind,
            $component->get(Attribute::Value) ?? 0.0,
            $component->get(Attribute::Tolerance) ?? self::ALLOWED,
            $component->get(Attribute::Power) ?? 0.0,
            $volts,
            $component->get(Attribute::Tempco),
        );
    }

    public function isResistor(): bool
    {
        return Family::of($this->kind) === Family::Resistor;
    }

    /** Volts across the whole: as stated, or what its power needs. */
    public function across(): float
    {
        return $this->volts > 0.0 || !$this->isResistor() ? $this->volts : sqrt($this->watts * $this->value);
    }

    public function fits(Component $component): bool
    {
        $wanted = Family::of($this->kind);

        return $component->family() === $wanted &&
            ($this->isResistor() || $this->kind === 'capacitor' || $component->kind === $this->kind);
    }

    public function words(): string
    {
        return (new Component(
            $this->kind,
            '',
            array_filter([
                'value' => $this->value,
                'tolerance' => $this->allowed,
                'power' => $this->watts,
                'voltage' => $this->volts,
                'tempco' => $this->tempco,
            ]),
        ))->label();
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/**
 * What an instrument with an output is set to.
 *
 * @phpstan-type SettingToSend array{
 *     on?: bool,
 *     volts?: ?string,
 *     limit?: ?string,
 *     hertz?: ?string,
 *     amperes?: ?string,
 *     ohms?: ?string,
 *     input?: ?int,
 *     part?: ?string,
 *     confirm?: ?string,
 * }
 */
final readonly class Setting
{
    /**
     * @param float      $volts   of a source
     * @param float      $limit   amperes, of a source
     * @param float      $hertz   of an AC source
     * @param float      $amperes of a load at constant current
     * @param float|null $ohms    of a load at constant resistance
     * @param int        $input   channel of a load
     */
    private function __construct(
        public string $kind,
        public bool $on,
        public float $volts = 0.0,
        public float $limit = 0.0,
        public float $hertz = 50.0,
        public float $amperes = 0.0,
        public ?float $ohms = null,
        public int $input = 1,
    ) {}

    public static function off(string $kind): self
    {
        return new self($kind, false);
    }

    public static function load(float $amperes, int $input = 1): self
    {
        return new self('load', $amperes > 0.0, amperes: $amperes, input: $input);
    }

    public static function source(float $volts, float $limit, float $hertz): self
    {
        return new self('source', true, $volts, $limit, $hertz);
    }

    /**
     * @param array<mixed> $given
     *
     * @throws PlanRefused if a setting is missing or beyond what anybody should set from here
     */
    public static function of(string $kind, array $given): self
    {
        if (!($given['on'] ?? true)) {
            return self::off($kind);
        }
        $input = is_numeric($given['input'] ?? null) ? max(1, min(16, (int) $given['input'])) : 1;

        return match ($kind) {
            'supply' => new self(
                $kind,
                true,
                self::number($given, 'volts', Unit::Volt, 80.0),
                self::number($given, 'limit', Unit::Ampere, 20.0),
            ),
            'source' => new self(
                $kind,
                true,
                self::number($given, 'volts', Unit::Volt, 300.0),
                self::number($given, 'limit', Unit::Ampere, 16.0),
                isset($given['hertz']) && $given['hertz'] !== ''
                    ? self::number($given, 'hertz', Unit::Hertz, 70.0)
                    : 50.0,
            ),
            'load' => ($given['ohms'] ?? '') !== ''
                ? new self($kind, true, ohms: self::number($given, 'ohms', Unit::Ohm, 1e5), input: $input)
                : new self($kind, true, amperes: self::number($given, 'amperes', Unit::Ampere, 60.0), input: $input),
            default => throw PlanRefused::because(
                'kind',
                'Only a bench supply, an electronic load and an AC source can be set.',
            ),
        };
    }

    /** What is about to happen, for the one who confirms it. */
    public function sentence(string $name): string
    {
        return match (true) {
            !$this->on => "Switch {$name} off.",
            $this->kind === 'source' => sprintf(
                '%s puts %s, %s on the unit, at most %s. Mains voltage: hands out, the unit where nobody reaches it.',
                $name,
                Quantity::volts($this->volts),
                Quantity::write($this->hertz, Unit::Hertz),
                Quantity::write($this->limit, Unit::Ampere),
            ),
            $this->kind === 'supply' => sprintf(
                '%s puts %s on the unit, at most %s.%s Polarity looked at?',
                $name,
                Quantity::volts($this->volts),
                Quantity::write($this->limit, Unit::Ampere),
                $this->volts > 60.0 ? ' Above 60 V: hazardous to touch.' : '',
            ),
            default => sprintf(
                '%s draws %s at its input %d.',
                $name,
                $this->ohms === null
                    ? 'a constant ' . Quantity::write($this->amperes, Unit::Ampere)
                    : 'through a constant ' . Quantity::write($this->ohms, Unit::Ohm),
                $this->input,
            ),
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind,
            'on' => $this->on,
            'volts' => $this->volts,
            'limit' => $this->limit,
            'hertz' => $this->hertz,
            'amperes' => $this->amperes,
            'ohms' => $this->ohms,
            'input' => $this->input,
        ];
    }

    /** @param array<mixed> $given */
    private static function number(array $given, string $field, Unit $unit, float $most): float
    {
        $text = $given[$field] ?? '';
        try {
            $value = Quantity::read($text, $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw PlanRefused::because($field, $e->getMessage());
        }

        return $value > 0.0 && $value <= $most
            ? $value
            : throw PlanRefused::because(
                $field,
                sprintf(
                    '%s: above 0 and up to %s can be set from here.',
                    Quantity::write($value, $unit),
                    Quantity::write($most, $unit),
                ),
            );
    }
}

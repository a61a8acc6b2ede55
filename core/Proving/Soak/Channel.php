<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Soak;

use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Quantity\Unit;

/**
 * What is watched during a soak: one place, one quantity, its limits and where its readings come from.
 *
 * @phpstan-type SoakChannel array{
 *     title: string,
 *     quantity: string,
 *     target: string,
 *     low: ?float,
 *     high: ?float,
 *     slope: float,
 *     instrument: ?string,
 *     input: int,
 *     unit: string,
 * }
 */
final readonly class Channel
{
    public const QUANTITIES = [
        'dc' => Unit::Volt,
        'ac' => Unit::Volt,
        'celsius' => Unit::Celsius,
        'amperes' => Unit::Ampere,
        'watts' => Unit::Watt,
    ];

    /**
     * @param string      $quantity   key of QUANTITIES
     * @param string      $target     test point or part; "mains" and "room" for what is not in the description
     * @param float       $low        alarm limits, -INF or INF where there is none
     * @param float       $slope      volts per volt of mains, of a rail that follows it; 0 if it does not
     * @param string|null $instrument id; null if it is typed in by hand
     * @param int         $input      number of the instrument's own channel
     */
    public function __construct(
        public string $title,
        public string $quantity,
        public string $target,
        public float $low,
        public float $high,
        public float $slope = 0.0,
        public ?string $instrument = null,
        public int $input = 0,
    ) {}

    /**
     * @param array<mixed> $given
     *
     * @throws PlanRefused
     */
    public static function of(array $given, int $number): self
    {
        $quantity = $given['quantity'] ?? null;
        if (!is_string($quantity) || !isset(self::QUANTITIES[$quantity])) {
            throw PlanRefused::because(
                "channels.{$number}.quantity",
                sprintf('A channel watches one of: %s.', implode(', ', array_keys(self::QUANTITIES))),
            );
        }
        $limit = static fn(string $field, float $otherwise): float => match (true) {
            !isset($given[$field]) || $given[$field] === '' => $otherwise,
            is_numeric($given[$field]) => (float) $given[$field],
            default => throw PlanRefused::because(
                "channels.{$number}.{$field}",
                sprintf(
                    '"%s" is no alarm limit: a plain number in %s is meant, or nothing.',
                    is_scalar($given[$field]) ? (string) $given[$field] : '',
                    self::QUANTITIES[$quantity]->word(),
                ),
            ),
        };
        [$low, $high] = [$limit('low', -INF), $limit('high', INF)];
        if ($low >= $high) {
            throw PlanRefused::because(
                "channels.{$number}.low",
                sprintf('The lower limit %s is not below the upper limit %s.', $low, $high),
            );
        }
        $title = is_string($given['title'] ?? null) ? trim($given['title']) : '';

        return new self(
            mb_substr($title === '' ? 'channel ' . ($number + 1) : $title, 0, 60),
            $quantity,
            is_string($given['target'] ?? null) ? $given['target'] : '',
            $low,
            $high,
            is_numeric($given['slope'] ?? null) ? (float) $given['slope'] : 0.0,
            is_string($given['instrument'] ?? null) && $given['instrument'] !== '' ? $given['instrument'] : null,
            is_numeric($given['input'] ?? null) ? (int) $given['input'] : 0,
        );
    }

    public function unit(): Unit
    {
        return self::QUANTITIES[$this->quantity];
    }

    /**
     * A reading with the mains' drift taken out: what it would be at nominal mains.
     *
     * @param float|null $mains volts now; null if nobody watches it
     */
    public function atNominal(float $value, ?float $mains, float $nominal): float
    {
        return $mains === null ? $value : $value - $this->slope * ($mains - $nominal);
    }

    /** @return array<string, mixed> as of() takes it */
    public function toArray(): array
    {
        return [
            'title' => $this->title,
            'quantity' => $this->quantity,
            'target' => $this->target,
            'low' => is_infinite($this->low) ? null : $this->low,
            'high' => is_infinite($this->high) ? null : $this->high,
            'slope' => $this->slope,
            'instrument' => $this->instrument,
            'input' => $this->input,
        ];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Instrument;

/** What an instrument answered: a number, or the reason why there is none. Nothing is ever made up in between. */
final readonly class Measured
{
    public const VALUE = 'value';

    /** The display would show OL. */
    public const OVERLOAD = 'overload';

    /** The instrument itself says that it has no number. */
    public const NONE = 'none';

    /** @param float $value in the SI unit of what was asked for; INF at overload, NAN for none */
    private function __construct(public string $state, public float $value) {}

    public static function of(float $value): self
    {
        return new self(self::VALUE, $value);
    }

    public static function overload(): self
    {
        return new self(self::OVERLOAD, INF);
    }

    public static function none(): self
    {
        return new self(self::NONE, NAN);
    }

    public function isValue(): bool
    {
        return $this->state === self::VALUE;
    }
}

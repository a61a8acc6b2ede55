<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;

/** What stands between the wall and the unit. */
final readonly class PowerMethod
{
    public const LAMP = 'lamp';

    public const VARIABLE_TRANSFORMER = 'variable_transformer';

    public const BENCH = 'bench';

    public const ISOLATED = 'isolated';

    public const RCD = 'rcd';

    /** Words of older logs, scripts and devices. */
    private const FORMERLY = ['variac' => self::VARIABLE_TRANSFORMER];

    private const AS_MAINS = 0.85;

    public const WORDS = [
        self::LAMP => 'lamp in series',
        self::VARIABLE_TRANSFORMER => 'variable transformer',
        self::BENCH => 'bench supply',
        self::ISOLATED => 'isolation transformer',
        self::RCD => 'mains behind an RCD',
    ];

    /** Which of them limit what can be destroyed. */
    public const LIMITED = [self::LAMP, self::VARIABLE_TRANSFORMER, self::BENCH];

    /**
     * @param float       $watts of a lamp
     * @param float       $volts set, of a variable transformer or bench supply
     * @param float       $limit amperes, of a bench supply
     * @param string|null $part  capacitor that a bench supply is clipped across; null for the feed itself
     */
    public function __construct(
        public string $how,
        public float $watts = 0.0,
        public float $volts = 0.0,
        public float $limit = 0.0,
        public ?string $part = null,
    ) {}

    /** The word in use today for what a payload calls its method. */
    public static function today(string $how): string
    {
        return self::FORMERLY[$how] ?? $how;
    }

    /** @param array<string, mixed> $payload */
    public static function of(array $payload): self
    {
        return new self(
            self::today((string) $payload['how']),
            (float) ($payload['watts'] ?? 0.0),
            (float) ($payload['volts'] ?? 0.0),
            (float) ($payload['limit'] ?? 0.0),
            $payload['part'] ?? null,
        );
    }

    /**
     * The power entry that an AC source amounts to: from 85 % of nominal on it is the mains (common practice), below it
     * is a variable transformer.
     *
     * @return array{power: string, method?: array{how: string, volts: string}} as a power entry takes it
     */
    public static function ofSource(float $volts, Description $supply): array
    {
        return $volts >= self::AS_MAINS * $supply->mainsVoltage
            ? ['power' => PowerState::Live->value]
            : [
                'power' => PowerState::Limited->value,
                'method' => ['how' => self::VARIABLE_TRANSFORMER, 'volts' => Quantity::write($volts, Unit::Volt, 4)],
            ];
    }

    /** "behind a 60 W lamp", "30 V, 0.5 A from a bench supply at C1". */
    public function words(): string
    {
        return match ($this->how) {
            self::LAMP => 'behind a lamp of ' . Quantity::write($this->watts, Unit::Watt),
            self::VARIABLE_TRANSFORMER => Quantity::volts($this->volts) . ' from a variable transformer',
            self::BENCH => Quantity::volts($this->volts) .
                ', at most ' .
                Quantity::write($this->limit, Unit::Ampere) .
                ', from a bench supply' .
                ($this->part === null ? '' : " at {$this->part}"),
            default => self::WORDS[$this->how],
        };
    }

    /** A bench supply in place of the feed of a unit that runs from direct voltage: that is how it is proven, too. */
    public function isOwnFeed(): bool
    {
        return $this->how === self::BENCH && $this->part === null;
    }

    /** Two alike read alike. A variable transformer is only another mains voltage. */
    public function key(): string
    {
        return in_array($this->how, [self::LAMP, self::BENCH], true)
            ? "{$this->how} {$this->watts} {$this->volts} {$this->limit} {$this->part}"
            : '';
    }

    /** @return list<Alteration> */
    public function alterations(Description $supply): array
    {
        $source = $supply->source();
        if ($this->how === self::LAMP) {
            return $source->kind instanceof Mains ? [Alteration::set($source->ref, ['lamp' => $this->watts])] : [];
        }
        if ($this->how !== self::BENCH) {
            return [];
        }
        [$plus, $minus] = array_values(($this->part === null ? $source : $supply->part($this->part))->terminals);

        return [Alteration::feed($source->ref, $plus, $minus, $this->volts, $this->limit)];
    }
}

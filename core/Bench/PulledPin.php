<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** A pin held low with a lead for a moment, under power, and what the unit did. */
final readonly class PulledPin
{
    /** What the circuit around a part is measured against, first what there is. */
    private const LOW = ['gnd', 'common', 'vn', 's', 'e', 'k', 'minus'];

    /**
     * @param string       $pin      terminal of the part, or its number where nobody described it
     * @param list<string> $replaced references of parts replaced before
     */
    public function __construct(
        public string $entry,
        public string $part,
        public string $pin,
        public Follows $follows,
        public string $mode,
        public Context $context,
        public array $replaced,
    ) {}

    /** The terminal that a pin is low against, on its own side of the part; null if there is none. */
    public static function against(Part $part, string $pin): ?string
    {
        // A shunt reference is measured against its anode.
        $order = $part->has('ref') && $part->has('a') ? ['a'] : self::LOW;
        foreach ($part->kind->islands($part) as $island) {
            if (in_array($pin, $island, true)) {
                return array_values(
                    array_intersect($order, array_diff($island, [$pin]), array_keys($part->terminals)),
                )[0] ?? null;
            }
        }

        return null;
    }

    /** The supply as it stood with the pin low; null where the description does not know the pin. */
    public function on(Description $supply): ?Description
    {
        $part = $supply->part($this->part);
        $low = $part->has($this->pin) ? self::against($part, $this->pin) : null;
        if ($low === null || $part->node($this->pin) === $part->node($low)) {
            return null;
        }

        return (new Context([...$this->context->changes, $this->lead()], $this->context->method))->on(
            $supply,
            $this->mode,
        );
    }

    public function words(): string
    {
        return self::said($this->part, $this->pin, $this->follows);
    }

    public static function said(string $part, string $pin, Follows $follows): string
    {
        return "{$part} pin {$pin} low: {$follows->words()}";
    }

    private function lead(): TemporaryChange
    {
        return new TemporaryChange(
            $this->entry,
            ChangeKind::Jumper,
            $this->part,
            null,
            '',
            '',
            '',
            '',
            pin: $this->pin,
        );
    }
}

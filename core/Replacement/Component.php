<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Parts\Body;

use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** A part as it can be bought or lies in a drawer: its kind, its type, what is known of its data. */
final readonly class Component
{
    /** Words that say what no number says. */
    public const WORDS = ['style', 'class', 'speed', 'package', 'pinout', 'polarity', 'tab'];

    /** What descriptions call some attributes. */
    private const ALIASES = ['reverse' => 'voltage', 'rating' => 'value', 'withstands' => 'isolation'];

    /**
     * @param string                $kind  word of the description, for example "electrolytic"
     * @param string                $type  type number or series; empty if it goes by value
     * @param array<string, float>  $data  in SI units (hours for life, degrees for temperature), by Attribute
     * @param array<string, string> $words by WORDS
     */
    public function __construct(
        public string $kind,
        public string $type,
        public array $data,
        public array $words = [],
    ) {}

    /** What is known of a part that stands in a supply. */
    public static function ofPart(Part $part): self
    {
        $data = $words = [];
        foreach ($part->values as $name => $value) {
            $attribute = Attribute::tryFrom(self::ALIASES[$name] ?? (string) $name);
            // A rating that nobody wrote down is no rating of the original.
            if ($attribute !== null && ($attribute === Attribute::Value || isset($part->written[$name]))) {
                $data[$attribute->value] = $value;
            }
        }
        $body = is_array($part->written['body'] ?? null) ? $part->written['body'] : [];
        foreach (Body::SIZES as $name => $unit) {
            if (isset($body[$name])) {
                $data[$name] = Quantity::parse((string) $body[$name], $unit)->value;
            }
        }
        foreach (self::WORDS as $word) {
            $written = $part->written[$word] ?? ($body[$word] ?? null);
            if (is_string($written)) {
                $words[$word] = mb_strtolower($written);
            }
        }
        if (is_string($part->written['tolerance'] ?? null) && isset($part->tolerances['value'])) {
            $data[Attribute::Tolerance->value] = $part->tolerances['value'];
        }
        if ($part->kind instanceof Fuse && Fuse::speed($part) !== '') {
            $words['speed'] = Fuse::speed($part);
        }
        $type = is_scalar($part->written['type'] ?? null) ? (string) $part->written['type'] : '';
        $known = KnownTypes::of($type);

        return new self($part->kind->name(), $type, $data + ($known->data ?? []), $words + ($known->words ?? []));
    }

    /**
     * As a description writes it, without reference and terminals.
     *
     * @return array<string, mixed>
     */
    public function row(): array
    {
        $row = ['kind' => $this->kind] + ($this->type === '' ? [] : ['type' => $this->type]);
        foreach (PartKinds::named($this->kind)?->parameters() ?? [] as $parameter) {
            $value = $this->data[self::ALIASES[$parameter->name] ?? $parameter->name] ?? null;
            if ($value !== null && $parameter->unit !== null) {
                $row[$parameter->name] = Quantity::write($value, $parameter->unit, 6);
            } elseif (isset($this->words[$parameter->name])) {
                $row[$parameter->name] = $this->words[$parameter->name];
            }
        }

        return $row;
    }

    public function family(): Family
    {
        return Family::of($this->kind);
    }

    public function get(Attribute $attribute): ?float
    {
        return $this->data[$attribute->value] ?? null;
    }

    public function word(string $word): string
    {
        return $this->words[$word] ?? '';
    }

    public function with(Attribute $attribute, float $value): self
    {
        return new self($this->kind, $this->type, [$attribute->value => $value] + $this->data, $this->words);
    }

    public function isPolarised(): bool
    {
        return in_array($this->kind, ['electrolytic', 'tantalum'], true);
    }

    /** An attribute as people read it; an empty text if it is not known. */
    public function write(Attribute $attribute): string
    {
        $value = $this->get($attribute);

        return $value === null ? '' : self::written($value, $attribute, $this->family());
    }

    public static function written(float $value, Attribute $attribute, Family $family): string
    {
        $unit = $attribute->unit($family);

        return match (true) {
            $attribute === Attribute::Value && $unit === Unit::Ratio => (string) $value,
            $unit === Unit::Celsius || $unit === Unit::Hour || $unit === Unit::PerMillion => sprintf(
                '%d %s',
                (int) round($value),
                $unit->value,
            ),
            $unit === Unit::Metre => sprintf('%s mm', rtrim(rtrim(number_format($value * 1000, 1, '.', ''), '0'), '.')),
            $attribute === Attribute::Gain => (string) (int) round($value),
            default => Quantity::write($value, $unit),
        };
    }

    /** "47 µF 400 V 105 °C 18 × 31.5 mm", "1N4007", "4.7 kΩ 0.5 W flameproof". */
    public function label(): string
    {
        $order = [
            Attribute::Value,
            Attribute::Tolerance,
            Attribute::Voltage,
            Attribute::Power,
            Attribute::Current,
            Attribute::Temperature,
            Attribute::Life,
        ];
        $shown =
            $this->type !== '' && ($this->family()->unit() === null || KnownTypes::of($this->type) !== null)
                ? []
                : array_filter(array_map($this->write(...), $order));
        $size =
            $this->get(Attribute::Diameter) !== null && $this->get(Attribute::Height) !== null
                ? sprintf('%s × %s', substr($this->write(Attribute::Diameter), 0, -3), $this->write(Attribute::Height))
                : '';
        $speed = $this->kind === 'fuse' ? $this->word('speed') : '';

        return trim(
            implode(
                ' ',
                array_filter([
                    $this->type,
                    $speed,
                    ...$shown,
                    $this->word('class') === '' ? '' : strtoupper($this->word('class')),
                    $this->word('style') === 'ordinary' ? '' : $this->word('style'),
                    $size,
                ]),
            ),
        );
    }

    /** @return array{kind: string, type: string, data: array<string, float>, words: array<string, string>} */
    public function toArray(): array
    {
        return ['kind' => $this->kind, 'type' => $this->type, 'data' => $this->data, 'words' => $this->words];
    }

    /**
     * @param array{kind: string, type: string, data: array<string, float|int>, words: array<string, string>} $stored as
     *     toArray() gave it
     */
    public static function fromArray(array $stored): self
    {
        return new self($stored['kind'], $stored['type'], array_map(floatval(...), $stored['data']), $stored['words']);
    }
}

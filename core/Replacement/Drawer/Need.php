<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Drawer;

use Oculant\Core\Parts\Family;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\UnreadableComponent;

/**
 * What somebody looks for: "at least 47 uF 400 V 105 C, at most 31 mm tall". Without "at least" or "at most" a value is
 * meant as it stands, ratings as the least, sizes and losses as the most.
 */
final readonly class Need
{
    private const LEAST = 'least';

    private const MOST = 'most';

    private const ABOUT = 'about';

    /** A value "as it stands" may differ by this ratio: E24 neighbours are further apart. */
    private const ALIKE = 0.02;

    /** Decades by which something may miss and still be worth a look. */
    private const NEAR = 0.35;

    /**
     * @param list<array{attribute: Attribute, how: string, value: float}> $bounds
     * @param array<string, string>                                        $words
     */
    private function __construct(public string $kind, public string $type, public array $bounds, public array $words) {}

    /** @throws UnreadableComponent that quotes what means nothing */
    public static function read(string $text): self
    {
        $clauses =
            preg_split(
                '/\b(at least|at most|min(?:imum)?|max(?:imum)?|from|up to)\b/i',
                $text,
                -1,
                PREG_SPLIT_DELIM_CAPTURE | PREG_SPLIT_NO_EMPTY,
            ) ?:
            [];
        [$whole] = ComponentText::understand(
            trim(
                (string) preg_replace(
                    '/\b(at least|at most|min(?:imum)?|max(?:imum)?|from|up to|and|with)\b|[<>=≥≤]/iu',
                    ' ',
                    $text,
                ),
            ),
        );
        $kind = $whole->kind;
        $type = '';
        $how = '';
        $bounds = $words = $unread = [];
        foreach ($clauses as $clause) {
            $said = mb_strtolower(trim($clause));
            if (in_array($said, ['at least', 'min', 'minimum', 'from'], true)) {
                $how = self::LEAST;

                continue;
            }
            if (in_array($said, ['at most', 'max', 'maximum', 'up to'], true)) {
                $how = self::MOST;

                continue;
            }
            // What follows a comma or "and" stands by itself again, unless it has its own "at most".
            foreach (preg_split('/,|;|\band\b|\bwith\b/i', $clause, -1, PREG_SPLIT_NO_EMPTY) ?: [] as $k => $part) {
                if (trim($part) === '') {
                    continue;
                }
                $stated = $k === 0 ? $how : '';
                [$component, $left] = ComponentText::understand($part, $kind);
                array_push($unread, ...$left);
                $type = $type === '' ? $component->type : $type;
                $words += $component->words;
                $isFirst = true;
                foreach ($component->type !== '' ? [] : $component->data as $name => $value) {
                    $attribute = Attribute::from($name);
                    // "at least 0.5 W 220k" does not mean any value from 220k up.
                    $stated = $attribute === Attribute::Value && !$isFirst ? '' : $stated;
                    $isFirst = false;
                    $bounds[] = [
                        'attribute' => $attribute,
                        'how' => $stated !== '' ? $stated : self::usual($attribute),
                        'value' => $value,
                    ];
                }
            }
            $how = '';
        }
        if ($unread !== []) {
            throw UnreadableComponent::words($text, $unread);
        }

        return new self($kind, $type, $bounds, $words);
    }

    /**
     * What takes the place of an original: its value up to half as much again, its ratings as the least, its sizes as
     * the most.
     */
    public static function likeOriginal(Component $original, bool $takesMore): self
    {
        $bounds = [];
        foreach ($original->data as $name => $value) {
            $attribute = Attribute::from($name);
            if ($attribute === Attribute::Value && $takesMore) {
                $bounds[] = ['attribute' => $attribute, 'how' => self::LEAST, 'value' => 0.98 * $value];
                $bounds[] = ['attribute' => $attribute, 'how' => self::MOST, 'value' => 1.5 * $value];
            } elseif (
                in_array($attribute, [Attribute::Value, Attribute::Voltage, Attribute::Power, Attribute::Current], true)
            ) {
                $bounds[] = ['attribute' => $attribute, 'how' => self::usual($attribute), 'value' => $value];
            }
        }

        return new self($original->kind, '', $bounds, []);
    }

    /** @return list<string> what speaks against it; empty if it will do */
    public function against(Component $component): array
    {
        $against = [];
        if (
            $this->kind !== '' &&
            $component->kind !== $this->kind &&
            !($this->kind === 'capacitor' && $component->family() === Family::Capacitor) &&
            !($this->kind === 'diode' && $component->family() === Family::Rectifier)
        ) {
            return ["it is a {$component->kind}"];
        }
        if ($this->type !== '' && !str_contains(mb_strtoupper($component->type), $this->type)) {
            return ['another type'];
        }
        foreach ($this->bounds as ['attribute' => $attribute, 'how' => $how, 'value' => $value]) {
            $has = $component->get($attribute);
            if ($has === null) {
                $against[] = "{$attribute->title()} not stated";
            } elseif (!$this->isMet($component, $attribute, $how, $value)) {
                $against[] = sprintf('%s %s', $attribute->title(), $component->write($attribute));
            }
        }
        foreach ($this->words as $word => $wanted) {
            if (strcasecmp($component->word($word), $wanted) !== 0) {
                $against[] = sprintf(
                    '%s %s',
                    $word,
                    $component->word($word) === '' ? 'not stated' : $component->word($word),
                );
            }
        }

        return $against;
    }

    /**
     * How far it goes beyond what is needed, in decades; the smallest fits best.
     *
     * @param bool $onlyMissed how far it misses instead
     */
    public function excess(Component $component, bool $onlyMissed = false): float
    {
        $sum = 0.0;
        foreach ($this->bounds as ['attribute' => $attribute, 'how' => $how, 'value' => $value]) {
            if ($onlyMissed && $this->isMet($component, $attribute, $how, $value)) {
                continue;
            }
            $has = $component->get($attribute);
            $sum += $has === null || $has * $value <= 0.0 ? 1.0 : abs(log10($has / $value));
        }

        return $sum;
    }

    /**
     * @param list<StockLine> $lines
     *
     * @return array{fits: list<StockLine>, near: list<array{line: StockLine, against: list<string>}>} closest first;
     *     near ones fail in one thing
     */
    public function search(array $lines): array
    {
        $fits = $near = [];
        foreach ($lines as $line) {
            $against = $this->against($line->component);
            if ($against === []) {
                $fits[] = $line;
            } elseif (
                count($against) === 1 &&
                count($this->bounds) > 1 &&
                $this->excess($line->component, true) < self::NEAR
            ) {
                $near[] = ['line' => $line, 'against' => $against];
            }
        }
        usort(
            $fits,
            fn(StockLine $a, StockLine $b): int => [$a->available() === 0, $this->excess($a->component)] <=> [
                $b->available() === 0,
                $this->excess($b->component),
            ],
        );
        usort(
            $near,
            fn(array $a, array $b): int => $this->excess($a['line']->component) <=>
                $this->excess($b['line']->component),
        );

        return ['fits' => $fits, 'near' => $near];
    }

    /** "at least 47 µF, at least 400 V, at most 31 mm". */
    public function words(): string
    {
        $words = array_filter([str_replace('_', ' ', $this->kind), $this->type]);
        foreach ($this->bounds as ['attribute' => $attribute, 'how' => $how, 'value' => $value]) {
            $words[] = trim(
                ($how === self::ABOUT ? '' : "at {$how} ") .
                    Component::written($value, $attribute, Family::of($this->kind === '' ? 'capacitor' : $this->kind)) .
                    ($attribute === Attribute::Height ? ' tall' : ''),
            );
        }

        return implode(', ', [...$words, ...array_values($this->words)]);
    }

    private function isMet(Component $component, Attribute $attribute, string $how, float $value): bool
    {
        $has = $component->get($attribute);

        return $has !== null &&
            match ($how) {
                self::LEAST => $has >= $value * 0.999,
                self::MOST => $has <= $value * 1.001,
                default => abs($has / $value - 1) <= self::ALIKE,
            };
    }

    private static function usual(Attribute $attribute): string
    {
        return match (true) {
            $attribute === Attribute::Value => self::ABOUT,
            $attribute->isBetterSmall() => self::MOST,
            default => self::LEAST,
        };
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Drawer;

use Oculant\Core\Parts\Family;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\KnownTypes;
use Oculant\Core\Replacement\UnreadableComponent;
use Oculant\Core\Supply\Import\CsvTable;

/**
 * Reads a list of stock. One column "part" with everything in words ("47u 400V 105C 18x31.5"), or a column per value;
 * or both. Each line that cannot be read keeps its text and says what is wrong; the others go in.
 *
 * @phpstan-type LineProblem array{
 *     line: int,
 *     text: string,
 *     message: string,
 * }
 */
final readonly class StockImport
{
    public const MOST = 20_000;

    private const MOST_PIECES = 1_000_000;

    private const MOST_PRICE = 100_000.0;

    private const TEXTS = ['supplier' => 80, 'location' => 40, 'note' => 200];

    private const COLUMNS = [
        'part',
        'kind',
        'type',
        'quantity',
        'minimum',
        'price',
        'supplier',
        'location',
        'salvaged',
        'note',
    ];

    /**
     * @param list<StockLine>                                          $lines
     * @param list<LineProblem>    $problems the text as it stood
     * @param list<string>                                             $ignored  columns that mean nothing here
     */
    private function __construct(public array $lines, public array $problems, public array $ignored) {}

    /** @return list<string> headings of the columns that are read */
    public static function columns(): array
    {
        return [...self::COLUMNS, ...array_column(Attribute::cases(), 'value'), ...Component::WORDS];
    }

    public static function read(string $csv): self
    {
        $table = CsvTable::read($csv);
        $known = array_values(array_intersect($table->heading, self::columns()));
        if (array_intersect($known, ['part', 'kind', 'type']) === []) {
            return new self(
                [],
                [
                    [
                        'line' => 1,
                        'text' => implode(',', $table->heading),
                        'message' => sprintf(
                            'The first line must name the columns, at least "part" or "kind". Columns: %s.',
                            implode(', ', self::columns()),
                        ),
                    ],
                ],
                [],
            );
        }
        $lines = $problems = $seen = [];
        foreach ($table->rows as $row) {
            try {
                if (count($lines) >= self::MOST) {
                    throw new StockRefused(
                        sprintf('At most %d lines are taken at once: send the rest as a second file.', self::MOST),
                    );
                }
                if ($row['extra'] > 0) {
                    throw new StockRefused(
                        sprintf(
                            '%d cells more than the heading has columns: a decimal comma? Write a point, or put ' .
                                'the cell in quotes.',
                            $row['extra'],
                        ),
                    );
                }
                $line = self::line($row['cells']);
                $twin = $seen[$line->key()] ?? null;
                if ($twin !== null) {
                    throw new StockRefused(
                        sprintf('The same part, supplier and place as line %d: put both counts into one line.', $twin),
                    );
                }
                $seen[$line->key()] = $row['line'];
                $lines[] = $line;
            } catch (StockRefused | UnreadableComponent | UnreadableQuantity $e) {
                $problems[] = ['line' => $row['line'], 'text' => $row['text'], 'message' => $e->getMessage()];
            }
        }

        return new self($lines, $problems, array_values(array_diff(array_filter($table->heading), $known)));
    }

    /**
     * One line from its cells, as a file or a form gives them.
     *
     * @param array<string, string> $cells by column
     *
     * @throws StockRefused|UnreadableComponent|UnreadableQuantity that says what is wrong with which cell
     */
    public static function line(array $cells, string $id = '', int $reserved = 0): StockLine
    {
        foreach ($cells as $column => $cell) {
            if (CsvTable::isFormula($cell)) {
                throw StockRefused::formula((string) $column, $cell);
            }
        }
        $texts = [];
        foreach (self::TEXTS as $column => $most) {
            $texts[$column] = $cells[$column] ?? '';
            if (mb_strlen($texts[$column]) > $most) {
                throw new StockRefused(
                    sprintf('%s: %d characters; at most %d are kept.', $column, mb_strlen($texts[$column]), $most),
                );
            }
        }

        return new StockLine(
            $id,
            self::component($cells),
            self::count($cells, 'quantity', '0'),
            self::count($cells, 'minimum', '0'),
            $reserved,
            self::price($cells['price'] ?? ''),
            $texts['supplier'],
            $texts['location'],
            self::yes($cells['salvaged'] ?? ''),
            $texts['note'],
        );
    }

    /** @param array<string, string> $cells */
    private static function component(array $cells): Component
    {
        $kind = str_replace([' ', '-'], '_', mb_strtolower($cells['kind'] ?? ''));
        if ($kind !== '' && !in_array($kind, Family::kinds(), true)) {
            throw UnreadableComponent::kind($cells['kind'] ?? '');
        }
        $type = trim($cells['type'] ?? '');
        $described =
            ($cells['part'] ?? '') === ''
                ? KnownTypes::of($type)
                : ComponentText::read($cells['part'], $kind !== '' ? $kind : KnownTypes::of($type)->kind ?? '');
        $kind = $kind !== '' ? $kind : $described->kind ?? '';
        if ($kind === '') {
            throw UnreadableComponent::noKind(trim(implode(' ', $cells)));
        }
        $data = $words = [];
        foreach (Attribute::cases() as $attribute) {
            $cell = $cells[$attribute->value] ?? '';
            if ($cell !== '') {
                $data[$attribute->value] = self::quantity($attribute, $cell, Family::of($kind));
            }
        }
        foreach (Component::WORDS as $word) {
            if (($cells[$word] ?? '') !== '') {
                $words[$word] = mb_strtolower(mb_substr($cells[$word], 0, 40));
            }
        }
        $component = new Component(
            $kind,
            mb_strtoupper($type !== '' ? $type : $described->type ?? ''),
            $data + ($described->data ?? []),
            $words + ($described->words ?? []),
        );
        $isKnown =
            $component->family()->unit() === null
                ? $component->data !== []
                : $component->get(Attribute::Value) !== null;
        if ($component->type === '' && !$isKnown) {
            throw new StockRefused('Neither a value nor a type: what is it? For example "47u 400V" or "1N4007".');
        }

        return $component;
    }

    private static function quantity(Attribute $attribute, string $cell, Family $family): float
    {
        $unit = $attribute->unit($family);
        try {
            if (
                in_array($unit, [Unit::Metre, Unit::Celsius, Unit::Hour, Unit::PerMillion], true) &&
                is_numeric($cell)
            ) {
                return (float) $cell * ($unit === Unit::Metre ? 1e-3 : 1.0);
            }
            if ($unit === Unit::Farad && is_numeric($cell) && (float) $cell >= 1.0) {
                throw new StockRefused(
                    sprintf('%1$s: "%2$s" of what? Write "%2$su", "%2$sn" or "%2$sp".', $attribute->value, $cell),
                );
            }
            $value = Quantity::parse($cell, $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw new StockRefused("{$attribute->value}: {$e->getMessage()}", 0, $e);
        }
        if ($value <= 0.0 && $attribute !== Attribute::Value) {
            throw new StockRefused(sprintf('%s: "%s" must be greater than zero.', $attribute->value, $cell));
        }

        return $value;
    }

    /** @param array<string, string> $cells */
    private static function count(array $cells, string $column, string $otherwise): int
    {
        $cell = ($cells[$column] ?? '') === '' ? $otherwise : $cells[$column];

        return preg_match('/^\d{1,7}$/', $cell) === 1 && (int) $cell <= self::MOST_PIECES
            ? (int) $cell
            : throw new StockRefused(
                sprintf(
                    '%s: "%s" is no count of pieces; write a whole number from 0 to %d.',
                    $column,
                    $cell,
                    self::MOST_PIECES,
                ),
            );
    }

    private static function price(string $cell): ?float
    {
        $cell = trim((string) preg_replace('/[€$£]|\s/u', '', $cell));
        if ($cell === '') {
            return null;
        }
        if (preg_match('/^\d+,\d+$/', $cell) === 1) {
            throw new StockRefused(
                sprintf('price: "%s" has a decimal comma. Write "%s".', $cell, str_replace(',', '.', $cell)),
            );
        }

        return is_numeric($cell) && (float) $cell >= 0.0 && (float) $cell <= self::MOST_PRICE
            ? (float) $cell
            : throw new StockRefused(sprintf('price: "%s" is no price of one piece, for example "0.35".', $cell));
    }

    private static function yes(string $cell): bool
    {
        return in_array(mb_strtolower($cell), ['yes', 'y', '1', 'true', 'x', 'salvaged'], true);
    }
}

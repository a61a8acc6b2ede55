<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Family;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Replacement\Drawer\StockRefused;
use Oculant\Core\Replacement\UnreadableComponent;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Import\CsvTable;

/**
 * Capacitors of a board that the description leaves out: lines as they are typed ("C17 47u 25V"), or a parts list (CSV
 * with a heading; columns ref, part or value, voltage and whatever stock lists have). Other parts of the list are left
 * out without a word.
 *
 * @phpstan-import-type LineProblem from StockImport
 *
 * @phpstan-type RecapList array{
 *     listed: array<string, string>,
 *     problems: list<LineProblem>,
 *     left_out: int,
 * }
 */
final class ListReader
{
    private const REFERENCES = ['ref', 'refs', 'reference', 'references', 'designator', 'designators'];

    /**
     * @return RecapList by reference what stands there
     */
    public static function read(string $text, Description $supply): array
    {
        $table = CsvTable::read($text);
        $references = array_values(array_intersect($table->heading, self::REFERENCES))[0] ?? null;
        $rows = $references === null ? self::typed($text) : self::columns($table, $references);
        $listed = $problems = [];
        $leftOut = 0;
        foreach ($rows as ['line' => $line, 'text' => $raw, 'ref' => $ref, 'part' => $part]) {
            try {
                if (preg_match('/^[A-Za-z][A-Za-z0-9+._-]{0,15}$/', $ref) !== 1) {
                    throw new StockRefused(
                        sprintf(
                            '"%s" is no reference. A line is a reference and what stands there: "C17 47u 25V".',
                            $ref,
                        ),
                    );
                }
                $component = ComponentText::read($part, preg_match('/^C/i', $ref) === 1 ? 'electrolytic' : '');
                if ($component->family() !== Family::Capacitor) {
                    $leftOut++;

                    continue;
                }
                $known = Payload::reference($ref, $supply);
                if ($known !== null) {
                    // Its values are those of the description.
                    $leftOut++;

                    continue;
                }
                if (isset($listed[$ref])) {
                    throw new StockRefused(sprintf('%s stands on an earlier line already.', $ref));
                }
                if ($component->get(Attribute::Value) === null) {
                    throw new StockRefused('Without a capacitance nothing can be ordered.');
                }
                $listed[$ref] = $part;
            } catch (StockRefused | UnreadableComponent $e) {
                // What is no capacitor by its reference may stay unread.
                if (preg_match('/^C/i', $ref) !== 1 && $references !== null) {
                    $leftOut++;
                } else {
                    $problems[] = ['line' => $line, 'text' => $raw, 'message' => $e->getMessage()];
                }
            }
        }

        return ['listed' => $listed, 'problems' => $problems, 'left_out' => $leftOut];
    }

    /** @return list<array{line: int, text: string, ref: string, part: string}> */
    private static function typed(string $text): array
    {
        $rows = [];
        foreach (preg_split('/\R/', $text) ?: [] as $k => $line) {
            if (
                trim($line) !== '' &&
                preg_match('/^\s*((?:[A-Za-z]+\d+[A-Za-z]?\s*,\s*)*\S+)\s*(.*)$/', $line, $m) === 1
            ) {
                foreach (explode(',', str_replace(' ', '', $m[1])) as $ref) {
                    $rows[] = ['line' => $k + 1, 'text' => trim($line), 'ref' => $ref, 'part' => trim($m[2], " \t,;:")];
                }
            }
        }

        return $rows;
    }

    /** @return list<array{line: int, text: string, ref: string, part: string}> */
    private static function columns(CsvTable $table, string $references): array
    {
        $known = array_values(
            array_diff(array_intersect($table->heading, StockImport::columns()), [
                'kind',
                'quantity',
                'minimum',
                'price',
                'supplier',
                'location',
                'salvaged',
                'note',
                'type',
            ]),
        );
        $rows = [];
        foreach ($table->rows as $row) {
            $kind = $row['cells']['kind'] ?? '';
            $part = trim(
                $kind .
                    ' ' .
                    implode(
                        ' ',
                        array_filter(array_map(static fn(string $column): string => $row['cells'][$column], $known)),
                    ),
            );
            foreach (preg_split('/[\s,;]+/', $row['cells'][$references], -1, PREG_SPLIT_NO_EMPTY) ?: [] as $ref) {
                $rows[] = ['line' => $row['line'], 'text' => $row['text'], 'ref' => $ref, 'part' => $part];
            }
        }

        return $rows;
    }
}

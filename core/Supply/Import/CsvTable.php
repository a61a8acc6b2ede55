<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Import;

/**
 * A table as spreadsheets write it: a heading, then rows; comma, semicolon or tab, quoted cells may hold line breaks.
 */
final readonly class CsvTable
{
    /** Cells that a spreadsheet runs as a formula begin like this. */
    private const FORMULA = '/^[=@\t\r]|^[+\-](?![\d.\s]*(?:\d|$))/';

    /**
     * @param list<string> $heading lower case
     * @param list<array{line: int, text: string, cells: array<string, string>, extra: int}> $rows cells by column; line
     *     as an editor counts it; extra cells that no column names
     */
    private function __construct(public array $heading, public array $rows) {}

    public static function read(string $csv): self
    {
        $csv = (string) preg_replace('/\R/', "\n", trim($csv, "\u{FEFF} \n\r\t"));
        $first = strstr($csv, "\n", true) ?: $csv;
        $separator =
            substr_count($first, ';') > substr_count($first, ',') ? ';' : (str_contains($first, "\t") ? "\t" : ',');
        $file = fopen('php://temp', 'r+');
        assert($file !== false);
        fwrite($file, $csv);
        rewind($file);
        $heading = [];
        $rows = [];
        $line = 1;
        while (($cells = fgetcsv($file, null, $separator, '"', '')) !== false) {
            $cells = array_map(static fn(?string $cell): string => trim((string) $cell), $cells);
            $here = $line;
            $line += 1 + array_sum(array_map(static fn(string $cell): int => substr_count($cell, "\n"), $cells));
            if ($heading === []) {
                $heading = array_map(mb_strtolower(...), $cells);
            } elseif (implode('', $cells) !== '') {
                $named = array_combine(
                    $heading,
                    array_pad(array_slice($cells, 0, count($heading)), count($heading), ''),
                );
                $rows[] = [
                    'line' => $here,
                    'text' => implode($separator, $cells),
                    'cells' => $named,
                    'extra' => count(
                        array_filter(
                            array_slice($cells, count($heading)),
                            static fn(string $cell): bool => $cell !== '',
                        ),
                    ),
                ];
            }
        }
        fclose($file);

        return new self($heading, $rows);
    }

    public static function isFormula(string $cell): bool
    {
        return preg_match(self::FORMULA, $cell) === 1;
    }

    /**
     * @param list<string>                      $heading
     * @param list<list<string|int|float|null>> $rows
     */
    public static function write(array $heading, array $rows): string
    {
        $file = fopen('php://temp', 'r+');
        assert($file !== false);
        foreach ([$heading, ...$rows] as $row) {
            // An apostrophe keeps a spreadsheet from running what somebody typed into a text (OWASP, CSV injection).
            fputcsv(
                $file,
                array_map(
                    static fn(string|int|float|null $cell): string => self::isFormula((string) $cell)
                        ? "'{$cell}"
                        : (string) $cell,
                    $row,
                ),
                ',',
                '"',
                '',
            );
        }
        rewind($file);
        $csv = (string) stream_get_contents($file);
        fclose($file);

        return $csv;
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Reads the CSV of oculant:diagnose into a bench state, line by line as at a bench: what was measured, and what else a
 * bench can say, each as the log's own entry kind takes it. "replaced" goes past the gates, since nobody works on a
 * file.
 */
final class ReadingsCsv
{
    private const QUANTITIES = [
        'dc_voltage' => 'dc',
        'ac_voltage' => 'ac',
        'ripple_pp' => 'ripple',
        'resistance' => 'resistance',
        'diode' => 'diode',
        'esr' => 'esr',
        'climbs' => DeadCheck::CLIMBS,
        'beeps' => DeadCheck::BEEPS,
    ];

    private const SEEN = ['yes' => 1.0, '1' => 1.0, 'no' => 0.0, '0' => 0.0];

    private const STILL = ['still' => 'yes', 'gone' => 'no'];

    private const WORKS = ['works' => 'yes', 'fails' => 'no'];

    /**
     * Log entry kind, its field for the place and for the answer, what else it holds, and the words that may be
     * answered.
     */
    private const ENTRIES = [
        'test' => ['tested', 'part', 'verdict', [], ['good' => 'good', 'bad' => 'bad']],
        'skip' => ['skip', 'target', 'quantity', [], []],
        'removed' => ['eliminated', 'part', 'still', ['how' => 'removed'], self::STILL],
        'lifted' => ['eliminated', 'part', 'still', ['how' => 'lifted'], self::STILL],
        'disturbed' => ['eliminated', 'part', 'still', ['how' => 'disturbed'], self::STILL],
        'fed' => ['substituted', 'part', 'works', ['what' => 'bench_supply'], self::WORKS],
        'dummy_load' => ['substituted', 'part', 'works', ['what' => 'dummy_load'], self::WORKS],
        'load_unplugged' => ['substituted', 'part', 'works', ['what' => 'unplugged'], self::WORKS],
        'fuse' => ['fuse', 'part', 'state', [], []],
        'alone' => ['part_test', 'part', 'text', ['lifted' => true], []],
        'sees' => ['finding', 'part', 'sees', [], []],
    ];

    /** @throws InvalidArgumentException naming the line that cannot be read */
    public static function into(BenchState $state, Description $supply, string $path): void
    {
        $file = fopen($path, 'r');
        if ($file === false) {
            throw new InvalidArgumentException("Cannot open \"{$path}\".");
        }
        $header = fgetcsv($file, escape: '') ?: [];
        $header = array_map(static fn(?string $h): string => mb_strtolower(trim((string) $h, " \u{FEFF}")), $header);
        foreach (['point', 'quantity', 'value'] as $needed) {
            if (!in_array($needed, $header, true)) {
                throw new InvalidArgumentException(
                    "The first line must name the columns point,mode,quantity,value,unit; \"{$needed}\" is missing.",
                );
            }
        }
        for ($line = 2; ($cells = fgetcsv($file, escape: '')) !== false; $line++) {
            if ($cells !== [null]) {
                self::row(
                    $state,
                    $supply,
                    array_map(
                        trim(...),
                        array_map(
                            strval(...),
                            array_combine(
                                $header,
                                array_pad(array_slice($cells, 0, count($header)), count($header), ''),
                            ),
                        ),
                    ),
                    $line,
                );
            }
        }
        fclose($file);
    }

    /** @param array<string, string> $row */
    private static function row(BenchState $state, Description $supply, array $row, int $line): void
    {
        $mode = ($row['mode'] ?? '') === '' ? $state->mode : $supply->mode($row['mode'])->id;
        if ($row['quantity'] === 'sign') {
            $state->symptoms[] = [
                'entry' => "line {$line}",
                'symptom' => trim($row['point'] . ' ' . $row['value']),
                'text' => '',
                'replaced' => [],
            ];

            return;
        }
        if (isset(self::ENTRIES[$row['quantity']])) {
            self::entry($state, $supply, $row, $line);

            return;
        }
        if ($row['quantity'] === 'replaced') {
            $ref = $supply->part($row['point'])->ref;
            $state->repairs[] = ['entry' => "line {$line}", 'part' => $ref, 'out' => '', 'in' => '', 'at' => ''];

            return;
        }
        $quantity =
            self::QUANTITIES[$row['quantity']] ??
            throw new InvalidArgumentException(
                sprintf(
                    'Line %d: there is no quantity "%s". Known: %s, sign.',
                    $line,
                    $row['quantity'],
                    implode(', ', [...array_keys(self::QUANTITIES), ...array_keys(self::ENTRIES), 'replaced']),
                ),
            );
        $target =
            ReadingText::target($row['point'], $supply) ??
            throw new InvalidArgumentException(
                sprintf(
                    'Line %d: there is no test point or check "%s". Known: %s.',
                    $line,
                    $row['point'],
                    implode(', ', array_keys($supply->points + $supply->deadChecks())),
                ),
            );
        $dead = in_array($quantity, DeadCheck::QUANTITIES, true);
        $check = $supply->deadCheck($target);
        if ($dead && ($check === null || ($check->quantity === DeadCheck::ESR) !== ($quantity === DeadCheck::ESR))) {
            throw new InvalidArgumentException(
                sprintf(
                    'Line %d: %s is checked with %s, not with %s.',
                    $line,
                    $target,
                    $check->quantity ?? 'a voltage',
                    $quantity,
                ),
            );
        }
        if (!$dead && !isset($supply->points[$target])) {
            throw new InvalidArgumentException(sprintf('Line %d: "%s" is not a test point.', $line, $target));
        }
        $unit = $quantity === 'resistance' ? Unit::Ohm : Unit::Volt;
        $value = match (true) {
            in_array($quantity, [DeadCheck::CLIMBS, DeadCheck::BEEPS], true) => self::SEEN[
                mb_strtolower($row['value'])
            ] ??
                throw new InvalidArgumentException(
                    sprintf('Line %d: "%s" is yes or no, not "%s".', $line, $row['quantity'], $row['value']),
                ),
            strcasecmp($row['value'], 'OL') === 0 => INF,
            default => Quantity::parse($row['value'] . ($row['unit'] ?? ''), $unit)->value,
        };
        $state->power = $dead ? PowerState::Unplugged : PowerState::Live;
        $state->mode = $mode;
        $state->readings[] = new TakenReading(
            "line {$line}",
            $target,
            $quantity,
            $value,
            $state->power,
            $mode,
            $state->mainsVolts,
            $state->replaced(),
        );
    }

    /** @param array<string, string> $row */
    private static function entry(BenchState $state, Description $supply, array $row, int $line): void
    {
        [$kind, $place, $answer, $fixed, $words] = self::ENTRIES[$row['quantity']];
        $value =
            $words === []
                ? $row['value']
                : $words[mb_strtolower($row['value'])] ??
                    throw new InvalidArgumentException(
                        sprintf(
                            'Line %d: "%s" of %s is one of: %s.',
                            $line,
                            $row['value'],
                            $row['quantity'],
                            implode(', ', array_keys($words)),
                        ),
                    );
        // Nobody measures a part by itself in a unit that is on.
        $state->power = $kind === 'part_test' ? PowerState::Unplugged : $state->power;
        try {
            $read = EntryKinds::named($kind)->read(
                [$place => $row['point'], $answer => $value] + $fixed,
                $supply,
                $state,
            );
        } catch (EntryRefused $refused) {
            throw new InvalidArgumentException("Line {$line}: {$refused->getMessage()}", previous: $refused);
        }
        EntryKinds::named($kind)->apply(new LogEntry("line {$line}", $kind, $read, '', ''), $state);
    }
}

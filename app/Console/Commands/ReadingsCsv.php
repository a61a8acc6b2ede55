<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** Reads the CSV of oculant:diagnose into a bench state. */
final class ReadingsCsv
{
    private const QUANTITIES = ['dc_voltage' => 'dc', 'ac_voltage' => 'ac', 'ripple_pp' => 'ripple', 'resistance' => 'resistance', 'diode' => 'diode', 'esr' => 'esr'];

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
            if (! in_array($needed, $header, true)) {
                throw new InvalidArgumentException("The first line must name the columns point,mode,quantity,value,unit; \"{$needed}\" is missing.");
            }
        }
        for ($line = 2; ($cells = fgetcsv($file, escape: '')) !== false; $line++) {
            if ($cells !== [null]) {
                self::row($state, $supply, array_map(trim(...), array_map(strval(...), array_combine($header, array_pad(array_slice($cells, 0, count($header)), count($header), '')))), $line);
            }
        }
        fclose($file);
    }

    /** @param array<string, string> $row */
    private static function row(BenchState $state, Description $supply, array $row, int $line): void
    {
        $mode = ($row['mode'] ?? '') === '' ? $state->mode : $supply->mode($row['mode'])->id;
        if ($row['quantity'] === 'sign') {
            $state->symptoms[] = ['entry' => "line {$line}", 'symptom' => trim($row['point'].' '.$row['value']), 'text' => '', 'replaced' => []];

            return;
        }
        $quantity = self::QUANTITIES[$row['quantity']] ?? throw new InvalidArgumentException(sprintf('Line %d: there is no quantity "%s". Known: %s, sign.', $line, $row['quantity'], implode(', ', array_keys(self::QUANTITIES))));
        $target = ReadingText::target($row['point'], $supply) ?? throw new InvalidArgumentException(sprintf('Line %d: there is no test point or check "%s". Known: %s.', $line, $row['point'], implode(', ', array_keys($supply->points + $supply->deadChecks()))));
        $dead = in_array($quantity, DeadCheck::QUANTITIES, true);
        $check = $supply->deadCheck($target);
        if ($dead && ($check === null || ($check->quantity === DeadCheck::ESR) !== ($quantity === DeadCheck::ESR))) {
            throw new InvalidArgumentException(sprintf('Line %d: %s is checked with %s, not with %s.', $line, $target, $check->quantity ?? 'a voltage', $quantity));
        }
        if (! $dead && ! isset($supply->points[$target])) {
            throw new InvalidArgumentException(sprintf('Line %d: "%s" is not a test point.', $line, $target));
        }
        $unit = $quantity === 'resistance' ? Unit::Ohm : Unit::Volt;
        $value = strcasecmp($row['value'], 'OL') === 0 ? INF : Quantity::parse($row['value'].($row['unit'] ?? ''), $unit)->value;
        $state->power = $dead ? PowerState::Unplugged : PowerState::Live;
        $state->mode = $mode;
        $state->readings[] = new TakenReading("line {$line}", $target, $quantity, $value, $state->power, $mode, $state->mainsVolts, []);
    }
}

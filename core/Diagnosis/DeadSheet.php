<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Supply\Description;

/**
 * The dead checks of a supply as one sheet, cheapest first (common practice: fuse and contacts, semiconductors,
 * capacitors, rails).
 *
 * @phpstan-import-type ReadingView from ReadingVerdicts
 *
 * @phpstan-type DeadCheckRow array{
 *     id: string,
 *     quantity: string,
 *     where: string,
 *     red: string,
 *     black: string,
 *     expected: string,
 *     reading: ?ReadingView,
 * }
 */
final class DeadSheet
{
    /**
     * @param callable(TakenReading): ReadingView $view
     *
     * @return list<DeadCheckRow>
     */
    public static function of(
        Description $supply,
        BenchState $state,
        FaultDictionary $dictionary,
        callable $view,
    ): array {
        $rows = [];
        $standing = $state->standing();
        foreach ($supply->deadChecks() as $id => $check) {
            $good = $dictionary->reading($state->mode, Hypothesis::HEALTHY, "{$id} {$check->quantity}");
            [$low, $high] = $dictionary->span($state->mode, Hypothesis::HEALTHY, "{$id} {$check->quantity}");
            $reading = $standing["{$state->mode} {$id} {$check->quantity}"] ?? null;
            $rows[self::rank($supply, (string) $id, $check)][] = [
                'id' => (string) $id,
                'quantity' => $check->quantity,
                'where' => $check->where,
                'red' => $check->redLead,
                'black' => $check->blackLead,
                'expected' => is_nan($good)
                    ? 'not known'
                    : self::expected($check->quantity, $good, $low < $high ? [$low, $high] : null),
                'reading' => $reading === null ? null : $view($reading),
            ];
        }
        ksort($rows);

        return array_merge(...array_values($rows));
    }

    /** @param array{float, float}|null $span what good meters and types may show */
    public static function expected(string $quantity, float $good, ?array $span): string
    {
        return $span === null
            ? 'about ' . Reading::write($quantity, $good)
            : Reading::write($quantity, $span[0]) . ' to ' . Reading::write($quantity, $span[1]);
    }

    private static function rank(Description $supply, string $id, DeadCheck $check): int
    {
        $part = $supply->parts[strstr($id, '.', true) ?: $id] ?? null;

        return match (true) {
            $part === null => 4,
            $part->kind instanceof Contact => 0,
            $check->quantity === DeadCheck::DIODE => 1,
            $check->quantity === DeadCheck::ESR => 3,
            default => 2,
        };
    }
}

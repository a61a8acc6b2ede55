<?php

declare(strict_types=1);

namespace App\Policies;

use Oculant\Core\Bench\TemporaryChange;

/**
 * Which rights on a job its entries need beside writing to its log; the same for what is typed and for what an archive
 * brings.
 */
final class EntryRights
{
    private const HAND_BACK = ['close', 'handback'];

    /**
     * @param array<mixed> $entries with kind and payload, as they came
     *
     * @return list<string> abilities of RepairJobPolicy
     */
    public static function needed(array $entries): array
    {
        $needed = ['log' => true];
        foreach ($entries as $entry) {
            $kind = is_array($entry) ? $entry['kind'] ?? null : null;
            $isForGood = $kind === 'change_closed' && ($entry['payload']['how'] ?? null) === TemporaryChange::PERMANENT;
            if ($isForGood || in_array($kind, self::HAND_BACK, true)) {
                $needed['handBack'] = true;
            }
            if ($kind === 'override') {
                $needed['override'] = true;
            }
        }

        return array_keys($needed);
    }
}

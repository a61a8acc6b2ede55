<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Gating;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Standing;

/** Temporary changes that are open, as they stand at a gate. */
final class OpenChanges
{
    /** @return list<GateItem> */
    public static function items(Gate $gate, BenchState $state): array
    {
        $items = [];
        foreach ($state->openChanges() as $change) {
            $standing = $change->standing($gate);
            if ($standing !== Standing::Free) {
                $isForbidden = $standing === Standing::Forbidden;
                $items[] = new GateItem(
                    "change {$change->id}",
                    ucfirst($change->words()) .
                        ($isForbidden
                            ? ($change->mayStay()
                                ? ' must be undone first, or made permanent with a reason.'
                                : ' must be undone first: ' . $change->kind->mended() . '.')
                            : ' is open: undo it, or allow it for this step.'),
                    'ledger',
                    $change->id,
                    !$isForbidden,
                );
            }
        }

        return $items;
    }
}

<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\StockItem;
use App\Models\User;
use Illuminate\Auth\Access\Response;

final class StockItemPolicy
{
    public function viewAny(User $user): Response
    {
        return $user->can('work')
            ? Response::allow()
            : Response::deny('Your account has no role in this workshop yet. Ask the lead to give you one.');
    }

    /** Another workshop's drawer is as good as not there. */
    public function view(User $user, StockItem $item): Response
    {
        return $user->workshop_id === $item->workshop_id
            ? $this->viewAny($user)
            : Response::denyAsNotFound('There is no such line in your workshop\'s drawer.');
    }

    public function create(User $user): Response
    {
        return $user->can('edit library')
            ? Response::allow()
            : Response::deny(
                'The drawer is filled and corrected by technicians and leads. What you fit is counted down by itself.',
            );
    }

    public function update(User $user, StockItem $item): Response
    {
        $seen = $this->view($user, $item);

        return $seen->denied() ? $seen : $this->create($user);
    }
}

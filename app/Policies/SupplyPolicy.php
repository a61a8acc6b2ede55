<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Supply;
use App\Models\User;
use Illuminate\Auth\Access\Response;

final class SupplyPolicy
{
    public function viewAny(User $user): Response
    {
        return $user->can('work')
            ? Response::allow()
            : Response::deny('Your account has no role in this workshop yet. Ask the lead to give you one.');
    }

    public function view(User $user, Supply $supply): Response
    {
        return $user->workshop_id === $supply->workshop_id
            ? $this->viewAny($user)
            : Response::denyAsNotFound('There is no such supply in your workshop\'s library.');
    }

    public function create(User $user): Response
    {
        return $user->can('edit library')
            ? Response::allow()
            : Response::deny('Descriptions are made and changed by technicians and leads.');
    }

    public function update(User $user, Supply $supply): Response
    {
        $seen = $this->view($user, $supply);

        return $seen->denied() ? $seen : $this->create($user);
    }
}

<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Instrument;
use App\Models\User;
use Illuminate\Auth\Access\Response;

final class InstrumentPolicy
{
    public function viewAny(User $user): Response
    {
        return $user->can('work')
            ? Response::allow()
            : Response::deny('Your account has no role in this workshop yet. Ask the lead to give you one.');
    }

    /** Another workshop's instrument is as good as not there. */
    public function view(User $user, Instrument $instrument): Response
    {
        return $user->workshop_id === $instrument->workshop_id
            ? $this->viewAny($user)
            : Response::denyAsNotFound('There is no such instrument in your workshop.');
    }

    public function create(User $user): Response
    {
        return $user->can('edit library')
            ? Response::allow()
            : Response::deny('Instruments are added and changed by technicians and leads.');
    }

    public function update(User $user, Instrument $instrument): Response
    {
        $seen = $this->view($user, $instrument);

        return $seen->denied() ? $seen : $this->create($user);
    }

    /** Runs set whatever loads they name. */
    public function setAny(User $user): Response
    {
        return $user->can('hand back')
            ? Response::allow()
            : Response::deny('Sources and loads are set by technicians and leads. Ask one of them to stand by.');
    }

    /** What puts volts or amperes on a unit is set by people who may also hand one back. */
    public function set(User $user, Instrument $instrument): Response
    {
        $seen = $this->view($user, $instrument);

        return $seen->denied() ? $seen : $this->setAny($user);
    }
}

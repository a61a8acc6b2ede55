<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Auth\Access\Response;

final class RepairJobPolicy
{
    public function viewAny(User $user): Response
    {
        return $user->can('work')
            ? Response::allow()
            : Response::deny('Your account has no role in this workshop yet. Ask the lead to give you one.');
    }

    /** Another workshop's job is as good as not there. */
    public function view(User $user, RepairJob $job): Response
    {
        // Practice is one's own; a lead may look.
        $isOpen = !$job->isPractice() || $job->user_id === $user->id || $user->can('manage people');

        return $user->workshop_id === $job->workshop_id && $isOpen
            ? $this->viewAny($user)
            : Response::denyAsNotFound('There is no such job in your workshop.');
    }

    public function create(User $user): Response
    {
        return $this->viewAny($user);
    }

    public function log(User $user, RepairJob $job): Response
    {
        $seen = $this->view($user, $job);
        if ($seen->denied()) {
            return $seen;
        }
        if ($job->isPractice()) {
            return $job->user_id === $user->id && $job->practice?->is_over === false
                ? $seen
                : Response::deny('A run is played by whoever began it, until it is over.');
        }
        if ($user->can('work on any job') || $job->user_id === $user->id) {
            return $seen;
        }

        return Response::deny(
            'Apprentices may read other people\'s jobs and write only to their own. Ask a technician to take ' .
                'this entry.',
        );
    }

    public function handBack(User $user, RepairJob $job): Response
    {
        $seen = $this->view($user, $job);

        return $seen->denied() || $user->can('hand back')
            ? $seen
            : Response::deny(
                'Closing, handing back and leaving something changed for good is for technicians and leads.',
            );
    }

    public function override(User $user, RepairJob $job): Response
    {
        $seen = $this->view($user, $job);

        return $seen->denied() || $user->can('override gates')
            ? $seen
            : Response::deny(
                'Only a lead may pass over what a gate asks for. See to what is missing, or ask the lead.',
            );
    }
}

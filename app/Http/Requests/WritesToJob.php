<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\RepairJob;
use App\Models\User;

/** A request that adds something to the job of its address. */
trait WritesToJob
{
    public function job(): RepairJob
    {
        $job = $this->route('job');
        assert($job instanceof RepairJob);

        return $job;
    }

    public function technician(): User
    {
        $user = $this->user();
        assert($user instanceof User);

        return $user;
    }
}

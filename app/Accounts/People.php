<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use App\Models\Workshop;
use Illuminate\Support\Facades\DB;

/** What a lead does to the accounts of the workshop; one lead is always left. */
final readonly class People
{
    public function __construct(private Events $events, private Invitations $invitations) {}

    /** @throws AccountRefused if nobody would lead */
    public function give(User $by, User $whose, string $role): void
    {
        $this->together($by, function () use ($by, $whose, $role): void {
            if ($whose->hasRole($role)) {
                return;
            }
            if ($whose->hasRole(Roles::LEAD)) {
                $this->keepOneLead($whose, 'give another role');
            }
            $whose->syncRoles([$role]);
            $this->events->record($whose->workshop_id, $by, $whose, "made {$whose->name} {$role}");
        });
    }

    /**
     * Whoever left: no sign-in, no session, no token, no link; the log keeps the name.
     *
     * @throws AccountRefused if nobody would lead
     */
    public function close(User $by, User $whose): void
    {
        $this->together($by, function () use ($by, $whose): void {
            if ($whose->closed_at !== null) {
                return;
            }
            if ($whose->hasRole(Roles::LEAD)) {
                $this->keepOneLead($whose, 'close');
            }
            $whose->forceFill(['closed_at' => now(), 'session_epoch' => $whose->session_epoch + 1])->save();
            $whose->tokens()->get()->each->delete();
            $this->invitations->withdrawn($whose);
            $this->events->record($whose->workshop_id, $by, $whose, "closed the account of {$whose->name}");
        });
    }

    public function open(User $by, User $whose): void
    {
        if ($whose->closed_at !== null) {
            $whose->forceFill(['closed_at' => null])->save();
            $this->events->record($whose->workshop_id, $by, $whose, "opened the account of {$whose->name} again");
        }
    }

    public function newPassword(User $whose, string $password): void
    {
        $whose->forceFill(['password' => $password, 'session_epoch' => $whose->session_epoch + 1])->save();
        $whose->tokens()->get()->each->delete();
        $this->invitations->withdrawn($whose);
        $this->events->record($whose->workshop_id, $whose, $whose, 'changed the password');
    }

    /** @throws AccountRefused if it is the last one */
    private function keepOneLead(User $whose, string $toDo): void
    {
        $others = User::role(Roles::LEAD)
            ->where('workshop_id', $whose->workshop_id)
            ->whereNull('closed_at')
            ->whereKeyNot($whose->id)
            ->count();
        if ($others === 0) {
            throw new AccountRefused(
                "{$whose->name} is the only lead left, whom you cannot {$toDo}: make somebody else lead first.",
            );
        }
    }

    /** One lead at a time, so that two do not close each other. */
    private function together(User $by, callable $change): void
    {
        DB::transaction(function () use ($by, $change): void {
            Workshop::query()->whereKey($by->workshop_id)->lockForUpdate()->first();
            $change();
        }, 3);
    }
}

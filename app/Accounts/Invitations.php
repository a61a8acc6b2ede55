<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\Invitation;
use App\Models\User;
use App\Models\Workshop;
use Illuminate\Support\Facades\DB;

/** Links that let somebody in once. What is kept of a link is not the link. */
final readonly class Invitations
{
    /** Hours for which a link holds. */
    private const HOURS = [Invitation::JOIN => 7 * 24, Invitation::RESET => 24, Invitation::SETUP => 48];

    public function __construct(private Events $events, private SecondFactor $factor) {}

    /** @return array{Invitation, string} with the word of its link, which is shown this once */
    public function toJoin(User $by, string $role, string $name): array
    {
        $this->events->record($by->workshop_id, $by, null, "invited {$name} as {$role}");

        return $this->make([
            'purpose' => Invitation::JOIN,
            'workshop_id' => $by->workshop_id,
            'role' => $role,
            'name' => $name,
            'made_by' => $by->id,
        ]);
    }

    /** @return array{Invitation, string} */
    public function toSetPassword(User $by, User $whose): array
    {
        if ($whose->closed_at !== null) {
            throw new AccountRefused("{$whose->name}'s account is closed. Open it first.");
        }
        $this->withdrawn($whose);
        $this->events->record($by->workshop_id, $by, $whose, 'made a link for a new password');

        return $this->make([
            'purpose' => Invitation::RESET,
            'workshop_id' => $by->workshop_id,
            'name' => $whose->name,
            'user_id' => $whose->id,
            'made_by' => $by->id,
        ]);
    }

    /** @return array{Invitation, string} for the first lead of a new workshop */
    public function toBegin(): array
    {
        // Of several, only the last one printed is good.
        Invitation::query()
            ->where('purpose', Invitation::SETUP)
            ->whereNull('used_at')
            ->update(['expires_at' => now()]);

        return $this->make(['purpose' => Invitation::SETUP, 'role' => Roles::LEAD]);
    }

    /** @throws AccountRefused if there is none that is still good */
    public function find(string $word): Invitation
    {
        $found = Invitation::query()
            ->with(['workshop', 'user'])
            ->where('token', self::hash($word))
            ->whereNull('used_at')
            ->where('expires_at', '>', now())
            ->first();

        return $found ??
            throw new AccountRefused(
                'This link is used, withdrawn or too old. Ask the lead of your workshop for another.',
                'link',
            );
    }

    /**
     * @param array{name?: string, email?: string, password: string, workshop?: string} $given
     *
     * @throws AccountRefused if it is no longer good
     */
    public function take(string $word, array $given): User
    {
        return DB::transaction(function () use ($word, $given): User {
            $invitation = $this->find($word);
            // Two hands on one link: the second one waits here, and finds it used.
            $isFirst = Invitation::query()
                ->whereKey($invitation->id)
                ->whereNull('used_at')
                ->update(['used_at' => now()]);
            if ($isFirst !== 1) {
                throw new AccountRefused('This link has just been used.', 'link');
            }

            return match ($invitation->purpose) {
                Invitation::RESET => $this->newPassword($invitation, $given['password']),
                default => $this->joined($invitation, $given),
            };
        }, 3);
    }

    public function withdraw(Invitation $invitation, User $by): void
    {
        $invitation->update(['expires_at' => now()]);
        $this->events->record($by->workshop_id, $by, $invitation->user, "withdrew the link for {$invitation->name}");
    }

    /** Nobody needs the links of an account any more. */
    public function withdrawn(User $user): void
    {
        Invitation::query()
            ->where('user_id', $user->id)
            ->whereNull('used_at')
            ->update(['expires_at' => now()]);
    }

    private function newPassword(Invitation $invitation, string $password): User
    {
        $user = $invitation->user;
        if ($user === null || $user->closed_at !== null) {
            throw new AccountRefused('This account is closed.', 'link');
        }
        $user->forceFill(['password' => $password, 'session_epoch' => $user->session_epoch + 1])->save();
        $user->tokens()->get()->each->delete();
        // Whoever lost the telephone lost the app with it; the lead who made the link knows whom it went to.
        $this->factor->end($user, $user);
        $this->events->record($user->workshop_id, $user, $user, 'set a new password by a link');

        return $user;
    }

    /** @param array{name?: string, email?: string, password: string, workshop?: string} $given */
    private function joined(Invitation $invitation, array $given): User
    {
        $workshop = $invitation->workshop ?? Workshop::query()->create(['name' => trim($given['workshop'] ?? '')]);
        $user = User::query()->create([
            'workshop_id' => $workshop->id,
            'name' => trim($given['name'] ?? ''),
            'email' => $given['email'] ?? '',
            'password' => $given['password'],
        ]);
        $user->assignRole((string) $invitation->role);
        $this->events->record(
            $workshop->id,
            $user,
            $user,
            $invitation->purpose === Invitation::SETUP ? 'began the workshop' : "joined as {$invitation->role}",
        );

        return $user;
    }

    /**
     * @param array<string, mixed> $of
     *
     * @return array{Invitation, string}
     */
    private function make(array $of): array
    {
        $word = rtrim(strtr(base64_encode(random_bytes(24)), '+/', '-_'), '=');
        $invitation = Invitation::query()->create([
            ...$of,
            'token' => self::hash($word),
            'expires_at' => now()->addHours(self::HOURS[$of['purpose']]),
        ]);

        return [$invitation, $word];
    }

    private static function hash(string $word): string
    {
        return hash('sha256', $word);
    }
}

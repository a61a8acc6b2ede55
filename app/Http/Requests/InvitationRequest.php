<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\Invitations;
use App\Accounts\Passwords;
use App\Models\Invitation;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** What somebody who came by a link gives: a name, an address and a password; or only a new password. */
final class InvitationRequest extends FormRequest
{
    private ?Invitation $invitation = null;

    public function invitation(): Invitation
    {
        return $this->invitation ??= app(Invitations::class)->find((string) $this->route('word'));
    }

    protected function prepareForValidation(): void
    {
        $email = $this->input('email');
        if (is_string($email)) {
            $this->merge(['email' => mb_strtolower(trim($email))]);
        }
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $invitation = $this->invitation();
        $known = array_filter(
            [$this->input('name'), $this->input('email'), $invitation->workshop->name ?? $this->input('workshop')],
            is_string(...),
        );
        if ($invitation->user !== null) {
            $known = [$invitation->user->name, $invitation->user->email, ...$known];
        }
        $password = ['password' => ['required', 'string', new Passwords(array_values($known))]];
        if ($invitation->purpose === Invitation::RESET) {
            return $password;
        }

        return [
            ...$invitation->purpose === Invitation::SETUP ? ['workshop' => ['required', 'string', 'max:120']] : [],
            'name' => ['required', 'string', 'max:80'],
            'email' => ['required', 'string', 'email', 'max:190', Rule::unique('users', 'email')],
            ...$password,
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.unique' => 'This address has an account already. Sign in with it, or give another.',
            'workshop.required' => 'Give the workshop its name; it stands on every report.',
            'name.required' => 'Give your name; it stands beside what you write into a log.',
        ];
    }
}

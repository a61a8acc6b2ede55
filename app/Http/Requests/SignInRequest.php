<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/**
 * @phpstan-type SignIn array{
 *     email: string,
 *     password: string,
 *     // of the authenticator app, for those who turned codes on
 *     code?: ?string,
 * }
 */
final class SignInRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'email' => ['required', 'string', 'email', 'max:190'],
            'password' => ['required', 'string', 'max:190'],
            'code' => ['nullable', 'string', 'max:10'],
        ];
    }
}

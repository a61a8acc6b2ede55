<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\Abilities;
use Illuminate\Foundation\Http\FormRequest;

final class TokenRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'abilities' => ['nullable', 'array', 'min:1', 'max:10'],
            'abilities.*' => ['string', 'in:' . implode(',', array_keys(Abilities::ALL))],
            'days' => ['nullable', 'integer', 'min:1', 'max:' . Abilities::MOST_DAYS],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        $all = implode(
            ', ',
            array_map(
                static fn(string $name, string $what): string => "{$name} ({$what})",
                array_keys(Abilities::ALL),
                Abilities::ALL,
            ),
        );

        return [
            'abilities.*.in' => "A token is made for one or more of: {$all}.",
            'days.*' => sprintf('A token holds for 1 to %d days.', Abilities::MOST_DAYS),
        ];
    }

    /** @return list<string> */
    public function abilities(): array
    {
        $given = $this->validated('abilities');

        return is_array($given) ? array_values(array_unique($given)) : Abilities::USUAL;
    }
}

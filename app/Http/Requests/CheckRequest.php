<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** A description to solve as it is typed. Anyone who may see the library may try things out. */
final class CheckRequest extends FormRequest
{
    use ReadsDescription;

    public function authorize(): Response
    {
        return Gate::inspect('viewAny', Supply::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['description' => ['required', 'array'], 'mode' => ['nullable', 'string', 'max:40']];
    }
}

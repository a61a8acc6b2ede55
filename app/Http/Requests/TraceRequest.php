<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** Lines that were typed while a board was traced out. */
final class TraceRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect('viewAny', Supply::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'title' => ['nullable', 'string', 'max:120'],
            'lines' => ['present', 'array', 'max:600'],
            'lines.*' => ['nullable', 'string', 'max:300'],
        ];
    }

    public function title(): string
    {
        return trim((string) $this->validated('title')) ?: 'Traced board';
    }

    /** @return list<string> */
    public function lines(): array
    {
        return array_values(
            array_map(static fn(mixed $line): string => (string) $line, (array) $this->validated('lines')),
        );
    }
}

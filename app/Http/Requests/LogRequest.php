<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

final class LogRequest extends FormRequest
{
    use WritesToJob;

    public function authorize(): Response
    {
        $kinds = array_column(is_array($this->input('entries')) ? $this->input('entries') : [], 'kind');
        $needs = array_intersect($kinds, ['close', 'handback']) === [] ? 'log' : 'handBack';
        $abilities = ['log', $needs, ...(in_array('override', $kinds, true) ? ['override'] : [])];
        foreach ($abilities as $ability) {
            $allowed = Gate::inspect($ability, $this->job());
            if ($allowed->denied()) {
                return $allowed;
            }
        }

        return Response::allow();
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'entries' => ['required', 'array', 'min:1', 'max:200'],
            'entries.*.id' => ['required', 'string', 'ulid'],
            'entries.*.kind' => ['required', 'string', 'max:20'],
            'entries.*.payload' => ['present', 'array'],
            'entries.*.at' => ['required', 'string', 'date', 'max:40'],
        ];
    }

    /** @return list<array{id: string, kind: string, payload: array<mixed>, at: string}> */
    public function entries(): array
    {
        return array_map(static fn(array $e): array => [
            'id' => strtoupper($e['id']), 'kind' => $e['kind'], 'payload' => $e['payload'], 'at' => $e['at'],
        ], array_values($this->validated('entries')));
    }
}

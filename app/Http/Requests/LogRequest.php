<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Rules\NotedAt;
use App\Policies\EntryRights;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/**
 * @phpstan-type EntryToSend array{
 *     id: string,
 *     kind: string,
 *     payload: array<string, mixed>,
 *     // when it was noted, by the client's clock
 *     at: string,
 *     // confirms an entry that was refused because it is old and changes power, ledger, proofs or gates
 *     still_true?: bool,
 * }
 */
final class LogRequest extends FormRequest
{
    use WritesToJob;

    public function authorize(): Response
    {
        foreach (EntryRights::needed(is_array($this->input('entries')) ? $this->input('entries') : []) as $ability) {
            $allowed = Gate::inspect($ability, $this->job());
            if ($allowed->denied()) {
                return $allowed;
            }
        }

        return Response::allow();
    }

    /** @return array<string, list<string|NotedAt>> */
    public function rules(): array
    {
        return [
            // By the same clock as each entry's own time: what lies between is known whatever that clock shows.
            'sent_at' => ['nullable', 'string', 'max:40', new NotedAt()],
            // Whether the answer brings what the bench screen shows with them.
            'bench' => ['nullable', 'boolean'],
            'entries' => ['required', 'array', 'min:1', 'max:200'],
            'entries.*.id' => ['required', 'string', 'ulid'],
            'entries.*.kind' => ['required', 'string', 'max:20'],
            'entries.*.payload' => ['present', 'array'],
            'entries.*.at' => ['required', 'string', 'max:40', new NotedAt()],
            'entries.*.still_true' => ['nullable', 'boolean'],
        ];
    }

    /**
     * @return list<array{id: string, kind: string, payload: array<mixed>, at: string, waited: int, still_true: bool}>
     */
    public function entries(): array
    {
        return array_map(
            fn(array $e): array => [
                'id' => strtoupper($e['id']),
                'kind' => $e['kind'],
                'payload' => $e['payload'],
                'at' => $e['at'],
                'waited' => NotedAt::waited($e['at'], $this->validated('sent_at')),
                'still_true' => (bool) ($e['still_true'] ?? false),
            ],
            array_values($this->validated('entries')),
        );
    }
}

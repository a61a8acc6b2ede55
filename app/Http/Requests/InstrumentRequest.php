<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Instruments\AllowList;
use App\Models\Instrument;
use App\Models\User;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use Oculant\Core\Proving\MeterProfile;

/**
 * An instrument of the workshop. Whether it is a simulated one is nothing that anybody sends.
 *
 * @phpstan-type InstrumentCells array{
 *     // Shapes of instruments, of the tests that prove a unit, and of the runs that the server watches.
 *     name: string,
 *     kind: string,
 *     host?: ?string,
 *     port?: ?int,
 *     timeout_ms?: ?int,
 *     serial?: ?string,
 *     calibrated_until?: ?string,
 *     profile?: ?array<string, mixed>,
 * }
 */
final class InstrumentRequest extends FormRequest
{
    private const TIMEOUT = 3000;

    public function authorize(): Response
    {
        $instrument = $this->route('instrument');

        return $instrument instanceof Instrument
            ? Gate::inspect('update', $instrument)
            : Gate::inspect('create', Instrument::class);
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $user = $this->user();
        assert($user instanceof User);
        $instrument = $this->route('instrument');

        return [
            'name' => [
                'required',
                'string',
                'max:60',
                Rule::unique('instruments')
                    ->where('workshop_id', $user->workshop_id)
                    ->ignore($instrument instanceof Instrument ? $instrument->id : null),
            ],
            'kind' => ['required', Rule::in(array_keys(Instrument::KINDS))],
            'host' => ['nullable', 'string', 'max:45', 'required_with:port'],
            'port' => ['nullable', 'integer', 'required_with:host'],
            'timeout_ms' => ['nullable', 'integer', 'min:100', 'max:10000'],
            'serial' => ['nullable', 'string', 'max:60'],
            'calibrated_until' => ['nullable', 'date', 'after:1990-01-01', 'before:2100-01-01'],
            'profile' => ['nullable', 'array'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'What is it called on the bench? For example "Bench meter 2".',
            'name.unique' => 'There is an instrument of that name already. Give this one another.',
            'kind.in' => 'It is one of: ' . implode(', ', Instrument::KINDS) . '.',
            'host.required_with' => 'An instrument on the network has an address and a port.',
            'port.required_with' => 'An instrument on the network has an address and a port, usually 5025.',
            'timeout_ms.max' => 'More than 10 s nobody waits for a reading.',
        ];
    }

    /** @return array<string, mixed> */
    public function columns(AllowList $allowed): array
    {
        $given = $this->validated();
        if (($given['host'] ?? null) !== null) {
            $user = $this->user();
            assert($user instanceof User);
            $allowed->within($user->workshop?->networks)->mustHold($given['host'], (int) $given['port']);
        }

        return [
            'name' => $given['name'],
            'kind' => $given['kind'],
            'host' => $given['host'] ?? null,
            'port' => $given['port'] ?? null,
            'timeout_ms' => $given['timeout_ms'] ?? self::TIMEOUT,
            'serial' => $given['serial'] ?? '',
            'calibrated_until' => $given['calibrated_until'] ?? null,
            'profile' => MeterProfile::of($given['profile'] ?? [])->toArray(),
        ];
    }
}

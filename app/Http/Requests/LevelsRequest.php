<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** In which mode, and with which part failed in which way, the volts of a circuit are asked for. */
final class LevelsRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect('view', $this->route('job') ?? $this->route('supply'));
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'mode' => ['nullable', 'string', 'max:40'],
            'red' => ['nullable', 'string', 'max:40', 'required_with:black'],
            'black' => ['nullable', 'string', 'max:40', 'required_with:red'],
            'part' => ['nullable', 'string', 'max:40', 'required_with:fault'],
            'fault' => ['nullable', 'string', 'max:40', 'required_with:part'],
        ];
    }

    /**
     * @return array{string, string}|null the nodes of the red and the black lead
     *
     * @throws ValidationException if there is no such node
     */
    public function leads(Description $supply): ?array
    {
        $leads = [];
        foreach (['red', 'black'] as $lead) {
            $node = (string) $this->validated($lead);
            if ($node !== '' && !isset($supply->islands[$node])) {
                throw ValidationException::withMessages([$lead => sprintf('There is no node "%s".', $node)]);
            }
            $leads[] = $node;
        }

        return $leads[0] === '' ? null : $leads;
    }

    /** @throws ValidationException if there is no such mode */
    public function mode(Description $supply): Mode
    {
        $mode = $this->validated('mode') ?? $supply->mode(null)->id;

        return $supply->modes[$mode] ??
            throw ValidationException::withMessages([
                'mode' => sprintf(
                    'There is no mode "%s". Known: %s.',
                    $mode,
                    implode(', ', array_keys($supply->modes)),
                ),
            ]);
    }

    /**
     * @return array<string, string> fault name by reference; empty for a good unit
     *
     * @throws ValidationException if there is no such part, or it has no such fault
     */
    public function faults(Description $supply): array
    {
        $part = $this->validated('part');
        $fault = (string) $this->validated('fault');
        if ($part === null) {
            return [];
        }
        if (!isset($supply->parts[$part])) {
            throw ValidationException::withMessages(['part' => sprintf('There is no part "%s".', $part)]);
        }
        if ($supply->part($part)->fault($fault) === null) {
            throw ValidationException::withMessages(['fault' => sprintf('%s has no fault "%s".', $part, $fault)]);
        }

        return [$part => $fault];
    }
}

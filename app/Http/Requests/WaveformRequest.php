<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Oculant\Core\Supply\Description;

final class WaveformRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect('view', $this->route('supply'));
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'mode' => ['nullable', 'string', 'max:40'],
            'trace' => ['nullable', 'string', 'max:80'],
            'part' => ['nullable', 'string', 'max:40'],
            'fault' => ['nullable', 'string', 'max:40', 'required_with:part'],
        ];
    }

    /** @throws ValidationException if there is no such mode, trace or fault */
    public function of(Description $supply): WaveformQuestion
    {
        $mode = $this->validated('mode') ?? $supply->mode(null)->id;
        $trace = $this->validated('trace') ?? 'volts:' . (string) array_key_first($supply->points);
        $part = $this->validated('part');
        $fault = $this->validated('fault');
        $this->refuseUnless(
            isset($supply->modes[$mode]),
            'mode',
            sprintf('There is no mode "%s". Known: %s.', $mode, implode(', ', array_keys($supply->modes))),
        );
        [$kind, $name] = [...explode(':', $trace, 2), '', ''];
        $known = match ($kind) {
            'volts' => isset($supply->points[$name]) || isset($supply->islands[$name]),
            'part' => isset($supply->parts[$name]),
            default => false,
        };
        $this->refuseUnless(
            $known,
            'trace',
            sprintf(
                'There is no trace "%s". Write "volts:" and a test point or node, or "part:" and a reference.',
                $trace,
            ),
        );
        $this->refuseUnless(
            $part === null || isset($supply->parts[$part]),
            'part',
            sprintf('There is no part "%s".', $part ?? ''),
        );
        $this->refuseUnless(
            $part === null || $supply->part($part)->fault((string) $fault) !== null,
            'fault',
            sprintf('%s has no fault "%s".', $part ?? '', $fault ?? ''),
        );

        return new WaveformQuestion($supply, $mode, $trace, $part, $fault);
    }

    private function refuseUnless(bool $isFine, string $field, string $message): void
    {
        if (!$isFine) {
            throw ValidationException::withMessages([$field => $message]);
        }
    }
}

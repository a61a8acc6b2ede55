<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\Import\Imported;
use Oculant\Core\Supply\Import\KicadNetlist;
use Oculant\Core\Supply\Import\PartsList;

/** Someone else's file: a description as JSON, a KiCad netlist, or a parts list for a circuit that is there already. */
final class ImportRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect('create', Supply::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'format' => ['required', 'in:json,kicad,parts'],
            'text' => ['required', 'string', 'max:' . DescriptionReader::MOST_BYTES],
            'mains' => ['nullable', 'string', 'max:40'],
            'description' => ['required_if:format,parts', 'array'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.max' =>
                'The file is larger than 1 MB. A netlist of a power supply has a few hundred kilobytes at most: ' .
                'is this the right file?',
            'text.required' => 'The file is empty.',
            'format.in' => 'Import takes JSON (oculant/supply), a KiCad netlist, or a parts list as CSV.',
            'description.required_if' =>
                'A parts list has no circuit: open or make the description it belongs to first.',
        ];
    }

    /** @throws DescriptionRefused if it cannot be understood */
    public function toImported(): Imported
    {
        $text = (string) $this->string('text');

        return match ($this->validated('format')) {
            'kicad' => KicadNetlist::read($text, (string) ($this->validated('mains') ?? '230 V')),
            'parts' => PartsList::into((array) json_decode($this->getContent(), true)['description'], $text),
            default => new Imported(DescriptionReader::fromJson($text)->written, [], []),
        };
    }
}

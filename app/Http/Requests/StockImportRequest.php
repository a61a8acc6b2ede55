<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\StockItem;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Replacement\Drawer\StockImport;

final class StockImportRequest extends FormRequest
{
    private const MOST_BYTES = 2_000_000;

    public function authorize(): Response
    {
        return Gate::inspect('create', StockItem::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['csv' => ['required', 'string', 'max:' . self::MOST_BYTES], 'keep' => ['nullable', 'boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'csv.max' => 'The list is larger than 2 MB. Send it in parts: what is there already is not doubled.',
            'csv.required' => 'The list is empty. Its first line names the columns, for example "part,quantity,price".',
        ];
    }

    public function toImport(): StockImport
    {
        return StockImport::read($this->string('csv')->toString());
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\StockItem;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

final class ReservationRequest extends FormRequest
{
    use WritesToJob;

    public function authorize(): Response
    {
        return Gate::inspect('log', $this->job());
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'stock' => ['required', 'string', 'ulid'],
            'part' => ['required', 'string', 'max:40'],
            'quantity' => ['required', 'integer', 'min:1', 'max:10000'],
        ];
    }

    /** Only what lies in the job's own workshop. */
    public function item(): StockItem
    {
        return StockItem::query()
            ->ofWorkshop($this->job()->workshop_id)
            ->findOrFail(strtolower($this->string('stock')->toString()));
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** A description to keep. */
final class SupplyRequest extends FormRequest
{
    use ReadsDescription;

    public function authorize(): Response
    {
        $supply = $this->route('supply');

        return $supply instanceof Supply ? Gate::inspect('update', $supply) : Gate::inspect('create', Supply::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['description' => ['required', 'array']];
    }
}

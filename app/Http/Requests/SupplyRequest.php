<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;

/** A description to keep or to check. */
final class SupplyRequest extends FormRequest
{
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

    /** @throws DescriptionRefused with every problem found */
    public function toDescription(): Description
    {
        // The raw input: an empty text in a description is for the reader to judge, not for the framework to drop.
        $given = json_decode($this->getContent(), true);

        return DescriptionReader::fromArray(is_array($given) && is_array($given['description'] ?? null) ? $given['description'] : []);
    }
}

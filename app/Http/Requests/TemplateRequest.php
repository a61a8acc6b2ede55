<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\LinearTemplate;

final class TemplateRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect('create', Supply::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'title' => ['nullable', 'string', 'max:120'],
            'indicator' => ['boolean'],
        ] + array_fill_keys(['mains', 'frequency', 'rails', 'rectifier', 'secondary', 'regulated', 'reservoir', 'load'], ['nullable', 'string', 'max:40']);
    }

    /** @throws DescriptionRefused with every answer that cannot be used */
    public function toTemplate(): LinearTemplate
    {
        return LinearTemplate::fromAnswers(array_filter($this->validated(), static fn($v): bool => $v !== null && $v !== ''));
    }
}

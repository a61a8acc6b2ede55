<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;

/**
 * The answers to the questions of one family.
 *
 * @phpstan-type TemplateAnswers array{
 *     // The library's shapes.
 *     family: string,
 *     answers?: array<string, mixed>,
 * }
 */
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
            'family' => ['required', 'string', 'max:40'],
            'answers' => ['array'],
            'answers.*' => ['nullable', 'string', 'max:120'],
        ];
    }

    /**
     * @return array<string, mixed> a description
     *
     * @throws DescriptionRefused with every answer that cannot be used
     */
    public function toDescription(): array
    {
        $answers = $this->validated('answers', []);

        return Answers::describe(
            Templates::named($this->validated('family')),
            array_filter(is_array($answers) ? $answers : [], static fn(mixed $v): bool => $v !== null && $v !== ''),
        );
    }
}

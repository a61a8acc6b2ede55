<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\TemplateRequest;
use App\Models\Supply;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Question;
use Oculant\Core\Supply\Template\Template;
use Oculant\Core\Supply\Template\Templates;
use OpenApi\Attributes as OA;

/**
 * Families of supply that are drafted from a few answers.
 *
 * @phpstan-type QuestionAnswer array{
 *     name: string,
 *     title: string,
 *     options: list<string>,
 *     default: ?string,
 *     hint: string,
 *     unit: ?string,
 * }
 *
 * @phpstan-type TemplateAnswer array{
 *     name: string,
 *     title: string,
 *     about: string,
 *     questions: list<QuestionAnswer>,
 * }
 */
final class TemplateController
{
    #[
        OA\Get(
            path: '/templates',
            operationId: 'listTemplates',
            summary: 'The families and what they ask',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Families',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/TemplateAnswer'),
                    ),
                ),
            ],
        ),
    ]
    public function index(): JsonResponse
    {
        Gate::authorize('viewAny', Supply::class);

        return new JsonResponse(
            array_values(
                array_map(
                    static fn(Template $template): array => [
                        'name' => $template->name(),
                        'title' => $template->title(),
                        'about' => $template->about(),
                        'questions' => array_map(
                            static fn(Question $q): array => [
                                'name' => $q->name,
                                'title' => $q->title,
                                'options' => $q->options,
                                'default' => $q->default,
                                'hint' => $q->hint,
                                'unit' => $q->unit?->value,
                            ],
                            Answers::asked($template),
                        ),
                    ],
                    Templates::all(),
                ),
            ),
        );
    }

    #[
        OA\Post(
            path: '/supplies/template',
            operationId: 'fromTemplate',
            summary: 'A complete description from a few answers',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/TemplateAnswers'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A description to edit and keep',
                    content: new OA\JsonContent(type: 'object', additionalProperties: true),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Every answer that cannot be used',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function draft(TemplateRequest $request): JsonResponse
    {
        return new JsonResponse($request->toDescription());
    }
}

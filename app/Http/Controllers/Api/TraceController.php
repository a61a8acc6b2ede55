<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\TraceRequest;
use App\Http\Resources\CircuitView;
use Illuminate\Http\JsonResponse;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Tracing\Draft;
use Oculant\Core\Tracing\Hunches;
use Oculant\Core\Tracing\Traced;
use OpenApi\Attributes as OA;

/** A board without a diagram, as far as it is known from what was seen and beeped out. */
final class TraceController
{
    #[
        OA\Post(
            path: '/supplies/trace',
            operationId: 'traceBoard',
            summary: 'Read lines about a board: what is joined, what contradicts itself, what to try next',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['lines'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string', nullable: true, maxLength: 120),
                        new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The board so far',
                    content: new OA\JsonContent(ref: '#/components/schemas/Traced'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Too many lines, or one that is too long',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function __invoke(TraceRequest $request): JsonResponse
    {
        $traced = new Traced($request->lines());
        $draft = Draft::of($traced, trim((string) $request->validated('title')) ?: 'Traced board');

        return new JsonResponse([
            'description' => $draft,
            'circuit' => CircuitView::of(DescriptionReader::sketch($draft)->description),
            'refused' => array_map(
                static fn(int $line, string $message): array => ['line' => $line, 'message' => $message],
                array_keys($traced->refused),
                $traced->refused,
            ),
            'contradictions' => $traced->contradictions,
            'through' => $traced->through,
            'hunches' => Hunches::of($traced),
        ]);
    }
}

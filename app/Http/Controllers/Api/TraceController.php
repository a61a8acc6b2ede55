<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Bench\Redescribe;
use App\Http\Requests\TraceRequest;
use App\Http\Resources\BenchResource;
use App\Http\Resources\TraceView;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Tracing\Board;
use OpenApi\Attributes as OA;

/** A board without a diagram, as far as it is known from what was seen and beeped out. */
final readonly class TraceController
{
    public function __construct(private Solutions $solutions) {}

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
                    content: new OA\JsonContent(ref: '#/components/schemas/TracedAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Too many lines, or one that is too long',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function supply(TraceRequest $request): JsonResponse
    {
        return new JsonResponse(TraceView::of(new Board($request->lines(), $request->title())));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/trace',
            operationId: 'showJobTrace',
            summary: 'The lines that the board on the bench was traced with; none if it was described otherwise',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The lines',
                    content: new OA\JsonContent(
                        required: ['lines', 'on'],
                        properties: [
                            new OA\Property(
                                property: 'on',
                                description: 'job that it was traced on',
                                type: 'string',
                                nullable: true,
                            ),
                            new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'string')),
                        ],
                    ),
                ),
            ],
        ),
    ]
    public function lines(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);
        $traced = $job->description['traced'] ?? [];

        return new JsonResponse(['on' => $traced['on'] ?? null, 'lines' => $traced['lines'] ?? []]);
    }

    #[
        OA\Post(
            path: '/jobs/{job}/trace',
            operationId: 'traceJob',
            summary: 'The same for the unit on the bench: what its fault makes worth knowing comes first',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
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
                    content: new OA\JsonContent(ref: '#/components/schemas/TracedAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Too many lines, or one that is too long',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function job(TraceRequest $request, RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);
        $file = JobFile::open($this->solutions, $job);

        return new JsonResponse(
            TraceView::of(
                new Board($request->lines(), $request->title(), $job->number),
                $file->mayBeSuspected() ? $file->workup()->worthTracing() : null,
            ),
        );
    }

    #[
        OA\Put(
            path: '/jobs/{job}/description',
            operationId: 'describeJobAnew',
            summary: 'Another description for the job, or what its lines trace; its log must still mean something',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    properties: [
                        new OA\Property(
                            property: 'description',
                            description: 'a whole one, or nothing if it is traced',
                            type: 'object',
                            additionalProperties: true,
                        ),
                        new OA\Property(property: 'title', type: 'string', maxLength: 120),
                        new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'string')),
                        new OA\Property(property: 'why', type: 'string', maxLength: 200),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The bench with it',
                    content: new OA\JsonContent(ref: '#/components/schemas/Bench'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'On power, over, or the log would name what is not there any more',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function describe(Request $request, RepairJob $job, Redescribe $redescribe): JsonResponse
    {
        Gate::authorize('log', $job);
        $user = $request->user();
        assert($user instanceof User);
        $given = $request->validate([
            'description' => ['required_without:lines', 'array'],
            'title' => ['nullable', 'string', 'max:120'],
            'lines' => ['nullable', 'array', 'max:' . DescriptionReader::MOST_LINES],
            'lines.*' => ['nullable', 'string', 'max:300'],
            'why' => ['nullable', 'string', 'max:200'],
        ]);
        // The raw input: an empty text in a description is for the reader to judge, not for the framework to drop.
        $raw = json_decode($request->getContent(), true);
        $new = isset($given['lines'])
            ? (new Board(
                array_values(array_map(strval(...), $given['lines'])),
                trim((string) ($given['title'] ?? '')) ?: $job->unit,
                $job->number,
            ))->description()
            : DescriptionReader::fromArray(is_array($raw) ? (array) ($raw['description'] ?? []) : []);
        $redescribe->job($job, $user, $new, trim((string) ($given['why'] ?? '')));

        return (new BenchResource(JobFile::open($this->solutions, $job->refresh()->load('user'))))->response($request);
    }
}

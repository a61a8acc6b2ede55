<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\CheckRequest;
use App\Http\Requests\LevelsRequest;
use App\Http\Resources\CircuitView;
use App\Http\Resources\Computed;
use App\Models\RepairJob;
use App\Models\Supply;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use OpenApi\Attributes as OA;

/** The circuit of a job, of a supply in the library, or of one that is being typed; and the volts at its nodes. */
final readonly class CircuitController
{
    public function __construct(private Computed $computed) {}

    #[
        OA\Get(
            path: '/jobs/{job}/circuit',
            operationId: 'showJobCircuit',
            summary: 'The circuit on the bench, to be drawn',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Parts with their pins and the way they lie',
                    content: new OA\JsonContent(ref: '#/components/schemas/Circuit'),
                ),
            ],
        ),
    ]
    public function job(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);

        return new JsonResponse(CircuitView::of(DescriptionReader::fromArray($job->description)));
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/circuit',
            operationId: 'showCircuit',
            summary: 'The circuit of a supply, to be drawn',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Parts with their pins and the way they lie',
                    content: new OA\JsonContent(ref: '#/components/schemas/Circuit'),
                ),
            ],
        ),
    ]
    public function supply(Supply $supply): JsonResponse
    {
        Gate::authorize('view', $supply);

        return new JsonResponse(CircuitView::of(DescriptionReader::fromArray($supply->description)));
    }

    #[
        OA\Post(
            path: '/supplies/circuit',
            operationId: 'drawSupply',
            summary: 'The circuit of a description that is being typed, finished or not',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['description'],
                    properties: [new OA\Property(property: 'description', type: 'object', additionalProperties: true)],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Parts with their pins and the way they lie',
                    content: new OA\JsonContent(ref: '#/components/schemas/Circuit'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Too long, or more parts than a description may have',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function draft(CheckRequest $request): JsonResponse
    {
        return new JsonResponse(CircuitView::of($request->toSketch()->description));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/between',
            operationId: 'showBetween',
            summary: 'What a good unit on the bench reads with the red lead on one node and the black on another',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'mode', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'red', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'black', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The reading; null where none holds',
                    content: new OA\JsonContent(
                        required: ['level'],
                        properties: [
                            new OA\Property(
                                property: 'level',
                                nullable: true,
                                allOf: [new OA\Schema(ref: '#/components/schemas/Level')],
                            ),
                        ],
                    ),
                ),
                new OA\Response(
                    response: 422,
                    description: 'There is no such mode or node',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function between(LevelsRequest $request, RepairJob $job): JsonResponse
    {
        $supply = DescriptionReader::fromArray($job->description);
        $mode = $request->mode($supply);
        $leads =
            $request->leads($supply) ??
            throw ValidationException::withMessages(['red' => 'Say where the red and the black lead are.']);

        return new JsonResponse($this->computed->between($supply, $mode->id, ...$leads));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/levels',
            operationId: 'showJobLevels',
            summary: 'Volts at every node of the unit on the bench: good, or with one part failed',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'mode', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'part', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'fault', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Volts by node',
                    content: new OA\JsonContent(ref: '#/components/schemas/Levels'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'There is no such mode or fault',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function jobLevels(LevelsRequest $request, RepairJob $job): JsonResponse
    {
        return $this->levels($request, DescriptionReader::fromArray($job->description));
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/levels',
            operationId: 'showLevels',
            summary: 'Volts at every node of a supply: good, or with one part failed',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'mode', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'part', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'fault', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Volts by node',
                    content: new OA\JsonContent(ref: '#/components/schemas/Levels'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'There is no such mode or fault',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function supplyLevels(LevelsRequest $request, Supply $supply): JsonResponse
    {
        return $this->levels($request, DescriptionReader::fromArray($supply->description));
    }

    private function levels(LevelsRequest $request, Description $supply): JsonResponse
    {
        return new JsonResponse(
            $this->computed->levels($supply, $request->mode($supply)->id, $request->faults($supply)),
        );
    }
}

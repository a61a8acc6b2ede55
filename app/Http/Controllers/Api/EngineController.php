<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\CheckRequest;
use App\Http\Requests\WaveformRequest;
use App\Http\Resources\CheckedView;
use App\Http\Resources\Computed;
use App\Knowledge\Progress;
use App\Knowledge\Solutions;
use App\Models\Supply;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use OpenApi\Attributes as OA;

/**
 * What the engine computes of a description: readings as it is typed, losses, waveforms, and how far the faults are.
 */
final class EngineController
{
    #[
        OA\Post(
            path: '/supplies/check',
            operationId: 'checkSupply',
            summary: 'Read a description and solve one mode without keeping it',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['description'],
                    properties: [
                        new OA\Property(property: 'description', type: 'object', additionalProperties: true),
                        new OA\Property(property: 'mode', type: 'string', nullable: true),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What a good unit reads in that mode',
                    content: new OA\JsonContent(ref: '#/components/schemas/Checked'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Every problem with its path',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function check(CheckRequest $request): JsonResponse
    {
        return new JsonResponse(CheckedView::of($request->toDescription(), $request->validated('mode')));
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/progress',
            operationId: 'solveProgress',
            summary: 'How far the engine is with its faults',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Progress',
                    content: new OA\JsonContent(ref: '#/components/schemas/ProgressAnswer'),
                ),
            ],
        ),
    ]
    public function progress(Supply $supply, Solutions $solutions): JsonResponse
    {
        Gate::authorize('view', $supply);
        $description = DescriptionReader::fromArray($supply->description);
        $solutions->prepare($description);
        $solve = $solutions->of($description)->isWhole() ? null : $solutions->progress($description);

        return new JsonResponse(
            $solve === null
                ? [
                    'state' => 'ready',
                    'done' => 1,
                    'total' => 1,
                    'message' => null,
                    'known' => null,
                    'ahead' => 0,
                    'seconds' => null,
                ]
                : Progress::of($solve),
        );
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/budget',
            operationId: 'showBudget',
            summary: 'Losses, currents and margins of every part, at both ends of the mains',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'mode', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Budget',
                    content: new OA\JsonContent(ref: '#/components/schemas/BudgetAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It does not settle in this mode',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function budget(Request $request, Supply $supply, Computed $computed): JsonResponse
    {
        Gate::authorize('view', $supply);
        $description = DescriptionReader::fromArray($supply->description);
        $mode = $this->mode($request, $description);

        return new JsonResponse($computed->budget($description, $mode));
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/waveforms',
            operationId: 'showWaveforms',
            summary: 'One cycle of a node or a part current, with a fault beside the good unit',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'mode', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'trace', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'part', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'fault', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Waveform',
                    content: new OA\JsonContent(ref: '#/components/schemas/Waveform'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'There is no such trace, mode or fault',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function waveforms(WaveformRequest $request, Supply $supply, Computed $computed): JsonResponse
    {
        $what = $request->of(DescriptionReader::fromArray($supply->description));

        return new JsonResponse(
            $computed->waveform($what->supply, $what->mode, $what->trace, $what->part, $what->fault),
        );
    }

    private function mode(Request $request, Description $description): string
    {
        $mode = $request->filled('mode') ? (string) $request->string('mode') : $description->mode(null)->id;

        return isset($description->modes[$mode])
            ? $mode
            : throw ValidationException::withMessages([
                'mode' => sprintf(
                    'There is no mode "%s". Known: %s.',
                    $mode,
                    implode(', ', array_keys($description->modes)),
                ),
            ]);
    }
}

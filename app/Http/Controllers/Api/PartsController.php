<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Bench\PartsDesk;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Replacement\Recap\ListReader;
use OpenApi\Attributes as OA;

/** Parts of a job: replacing, judging, recapping, and what it costs. Nothing here writes; the log does. */
final class PartsController
{
    public function __construct(private readonly Solutions $solutions, private readonly PartsDesk $desk) {}

    #[
        OA\Get(
            path: '/jobs/{job}/parts/{part}',
            operationId: 'showPart',
            summary: 'What stands there, what the circuit asks of it, what the drawer has for it, why such parts fail',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'part', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'The place',
                    content: new OA\JsonContent(ref: '#/components/schemas/PartPlace'),
                ),
            ],
        ),
    ]
    public function show(RepairJob $job, string $part): JsonResponse
    {
        $file = $this->file($job, $part);

        return new JsonResponse($this->desk->replace($file, $part));
    }

    #[
        OA\Post(
            path: '/jobs/{job}/parts/{part}/compare',
            operationId: 'comparePart',
            summary: 'A candidate beside the original, row by row',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'part', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['text'],
                    properties: [new OA\Property(property: 'text', type: 'string')],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The comparison',
                    content: new OA\JsonContent(ref: '#/components/schemas/ComparisonAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The candidate cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function compare(Request $request, RepairJob $job, string $part): JsonResponse
    {
        $file = $this->file($job, $part);
        $text = $request->validate(
            ['text' => ['required', 'string', 'max:200']],
            ['text.required' => 'What would go in? For example "2200u 50V 105C".'],
        )['text'];

        return new JsonResponse($this->desk->compare($file, $part, $text));
    }

    #[
        OA\Post(
            path: '/jobs/{job}/parts/{part}/judge',
            operationId: 'judgePart',
            summary: 'A measurement of one part, judged',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'part', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['trial', 'text', 'lifted'],
                    properties: [
                        new OA\Property(property: 'trial', type: 'string'),
                        new OA\Property(property: 'text', type: 'string'),
                        new OA\Property(property: 'lifted', type: 'boolean'),
                        new OA\Property(property: 'hertz', type: 'string', nullable: true),
                        new OA\Property(property: 'celsius', type: 'string', nullable: true),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The verdict, and whether it explains the fault',
                    content: new OA\JsonContent(ref: '#/components/schemas/Judgement'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The value cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function judge(Request $request, RepairJob $job, string $part): JsonResponse
    {
        $file = $this->file($job, $part);
        $asked = $request->validate(
            [
                'trial' => ['required', 'string', 'max:40'],
                'text' => ['required', 'string', 'max:40'],
                'lifted' => ['required', 'boolean'],
                'hertz' => ['nullable', 'string', 'max:20'],
                'celsius' => ['nullable', 'string', 'max:20'],
            ],
            ['text.required' => 'What does the meter show?'],
        );

        return new JsonResponse(
            $this->desk->judge($file, $part, [
                'trial' => $asked['trial'],
                'text' => $asked['text'],
                'lifted' => (bool) $asked['lifted'],
                'hertz' => $asked['hertz'] ?? null,
                'celsius' => $asked['celsius'] ?? null,
            ]),
        );
    }

    #[
        OA\Get(
            path: '/jobs/{job}/recap',
            operationId: 'showRecap',
            summary: 'The recap plan with its order list',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'The plan',
                    content: new OA\JsonContent(ref: '#/components/schemas/Recap'),
                ),
            ],
        ),
    ]
    public function recap(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);

        return new JsonResponse($this->desk->recapView(JobFile::open($this->solutions, $job)));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/order.csv',
            operationId: 'exportOrder',
            summary: 'What the recap still needs, as CSV',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'CSV',
                    content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
                ),
            ],
        ),
    ]
    public function order(RepairJob $job): Response
    {
        Gate::authorize('view', $job);

        return new Response($this->desk->order(JobFile::open($this->solutions, $job))->csv(), 200, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => sprintf('attachment; filename="order-%s.csv"', $job->number),
        ]);
    }

    #[
        OA\Post(
            path: '/jobs/{job}/recap/list',
            operationId: 'readRecapList',
            summary: 'Read capacitors of the board from lines or a parts list; keeps nothing',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['text'],
                    properties: [new OA\Property(property: 'text', type: 'string')],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What was read, and what is wrong with the other lines',
                    content: new OA\JsonContent(ref: '#/components/schemas/RecapList'),
                ),
            ],
        ),
    ]
    public function list(Request $request, RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);
        $text = $request->validate(
            ['text' => ['required', 'string', 'max:500000']],
            ['text.required' => 'Type lines like "C17 47u 25V", or paste a parts list with a heading.'],
        )['text'];
        $read = ListReader::read($text, JobFile::open($this->solutions, $job)->supply);

        return new JsonResponse(['listed' => (object) $read['listed']] + $read);
    }

    #[
        OA\Get(
            path: '/jobs/{job}/economics',
            operationId: 'showEconomics',
            summary: 'Repair, swap the module, fit a modern supply, or give up',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'The options, best first',
                    content: new OA\JsonContent(ref: '#/components/schemas/Economics'),
                ),
            ],
        ),
    ]
    public function economics(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);

        return new JsonResponse($this->desk->economics(JobFile::open($this->solutions, $job)));
    }

    private function file(RepairJob $job, string $part): JobFile
    {
        Gate::authorize('view', $job);
        $file = JobFile::open($this->solutions, $job);
        abort_if(
            !isset($file->supply->parts[$part]),
            404,
            sprintf(
                'There is no part "%s" in this supply. It has: %s.',
                $part,
                implode(', ', array_keys($file->supply->parts)),
            ),
        );

        return $file;
    }
}

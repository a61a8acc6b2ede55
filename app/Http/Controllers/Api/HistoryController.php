<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Library\WorkshopHistory;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\DescriptionReader;
use OpenApi\Attributes as OA;

/**
 * @phpstan-type SeenBefore array{
 *     part: string,
 *     fault: string,
 *     title: string,
 *     // in this workshop
 *     times: int,
 *     // in workshops whose key a lead has accepted
 *     elsewhere: int,
 * }
 */
final readonly class HistoryController
{
    public function __construct(private WorkshopHistory $history) {}

    #[
        OA\Get(
            path: '/supplies/{supply}/history',
            operationId: 'showHistory',
            summary: 'Causes that this workshop has found on this board, most often first',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Counts',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/SeenBefore'),
                    ),
                ),
            ],
        ),
    ]
    public function show(Supply $supply): JsonResponse
    {
        Gate::authorize('view', $supply);
        $parts = DescriptionReader::fromArray($supply->description)->parts;
        $rows = [];
        $here = $this->history->of($supply);
        $elsewhere = $this->history->elsewhere($supply);
        foreach (array_keys($here + $elsewhere) as $id) {
            [$ref, $fault] = explode(':', $id, 2);
            $rows[] = [
                'part' => $ref,
                'fault' => $fault,
                'title' => isset($parts[$ref])
                    ? "{$parts[$ref]->label()}, " . ($parts[$ref]->fault($fault)->title ?? $fault)
                    : "{$ref} {$fault}",
                'times' => $here[$id] ?? 0,
                'elsewhere' => $elsewhere[$id] ?? 0,
            ];
        }

        return new JsonResponse($rows);
    }

    #[
        OA\Get(
            path: '/history',
            operationId: 'showWorkshopHistory',
            summary: 'What fails on which board, time to repair, and how often the first repair held',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Boards, busiest first',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/BoardHistory'),
                    ),
                ),
            ],
        ),
    ]
    public function workshop(Request $request): JsonResponse
    {
        Gate::authorize('viewAny', RepairJob::class);
        $user = $request->user();
        assert($user instanceof User);

        return new JsonResponse($this->history->boards($user->workshop_id));
    }

    #[
        OA\Delete(
            path: '/supplies/{supply}/history',
            operationId: 'forgetHistory',
            summary: 'From now on, what was found on this board before no longer moves suspicion',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(response: 204, description: 'Forgotten'),
                new OA\Response(
                    response: 403,
                    description: 'Not allowed',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function forget(Supply $supply): Response
    {
        Gate::authorize('update', $supply);
        $this->history->forget($supply);

        return response()->noContent();
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Requests\SupplyRequest;
use App\Http\Resources\SupplyResource;
use App\Library\Shelf;
use App\Models\Supply;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Supply\DescriptionReader;
use OpenApi\Attributes as OA;

/** The library: browse, keep, change, duplicate. */
final class SupplyController
{
    use KnowsWhoAsks;

    #[
        OA\Get(
            path: '/supplies',
            operationId: 'listSupplies',
            summary: 'The library; `q` finds words in titles, revisions and descriptions',
            parameters: [
                new OA\Parameter(name: 'q', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Supplies without their descriptions',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/SupplyAnswer'),
                    ),
                ),
            ],
        ),
    ]
    public function index(Request $request): AnonymousResourceCollection
    {
        Gate::authorize('viewAny', Supply::class);
        $words = mb_substr((string) $request->string('q'), 0, 100);

        return SupplyResource::collection(
            Supply::query()
                ->ofWorkshop($this->user($request)->workshop_id)
                ->saying($words)
                ->with('latestVersion')
                ->orderBy('title')
                ->orderBy('revision')
                ->limit(500)
                ->get(),
        );
    }

    #[
        OA\Post(
            path: '/supplies',
            operationId: 'keepSupply',
            summary: 'Keep a description',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['description'],
                    properties: [new OA\Property(property: 'description', type: 'object', additionalProperties: true)],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/SupplyAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Every problem with its path',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(SupplyRequest $request, Shelf $shelf): JsonResponse
    {
        $supply = $shelf->keep($this->user($request), $request->toDescription());

        return (new SupplyResource($supply))->response($request)->setStatusCode(201);
    }

    #[
        OA\Get(
            path: '/supplies/{supply}',
            operationId: 'showSupply',
            summary: 'One supply with its description',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The supply',
                    content: new OA\JsonContent(ref: '#/components/schemas/SupplyAnswer'),
                ),
            ],
        ),
    ]
    public function show(Supply $supply): SupplyResource
    {
        Gate::authorize('view', $supply);

        return new SupplyResource($supply);
    }

    #[
        OA\Put(
            path: '/supplies/{supply}',
            operationId: 'changeSupply',
            summary: 'A new version of a description; jobs keep the one they were booked in with',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
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
                    description: 'Changed',
                    content: new OA\JsonContent(ref: '#/components/schemas/SupplyAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Every problem with its path',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(SupplyRequest $request, Supply $supply, Shelf $shelf): SupplyResource
    {
        $shelf->change($this->user($request), $supply, $request->toDescription());

        return new SupplyResource($supply);
    }

    #[
        OA\Post(
            path: '/supplies/{supply}/duplicate',
            operationId: 'duplicateSupply',
            summary: 'A copy of its own, in the same family of revisions',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['revision'],
                    properties: [new OA\Property(property: 'revision', type: 'string')],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'The copy',
                    content: new OA\JsonContent(ref: '#/components/schemas/SupplyAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Every problem with its path',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function duplicate(Request $request, Supply $supply, Shelf $shelf): JsonResponse
    {
        Gate::authorize('update', $supply);
        $revision = $request->validate(
            ['revision' => ['required', 'string', 'max:40']],
            ['revision.required' => 'Name the revision of the copy, for example "B".'],
        )['revision'];
        $copy = $shelf->keep(
            $this->user($request),
            DescriptionReader::fromArray(['revision' => $revision] + $supply->description),
            $supply,
        );

        return (new SupplyResource($copy))->response($request)->setStatusCode(201);
    }
}

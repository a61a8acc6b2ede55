<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\BookIn;
use App\Http\Requests\BookInRequest;
use App\Http\Resources\JobResource;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

final class JobController
{
    /** How many of those that went back are shown. */
    private const HANDED_BACK = 100;

    #[OA\Get(path: '/jobs', operationId: 'listJobs', summary: 'The jobs on the bench', responses: [
        new OA\Response(response: 200, description: 'Jobs of the workshop, open ones first', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Job'))),
    ])]
    public function index(Request $request): AnonymousResourceCollection
    {
        Gate::authorize('viewAny', RepairJob::class);
        $user = $request->user();
        assert($user instanceof User);

        $jobs = RepairJob::query()->ofWorkshop($user->workshop_id)->with(['user', 'supply'])->orderByDesc('id');
        // Every one that is here, however many; whether something is energised must not depend on how long the list may be.
        $here = (clone $jobs)->where(static fn($q) => $q->whereNull('is_handed_back')->orWhere('is_handed_back', false)->orWhere('power', '!=', 'unplugged'))->get();
        $back = (clone $jobs)->whereKeyNot($here->modelKeys())->limit(self::HANDED_BACK)->get();

        return JobResource::collection($here->concat($back));
    }

    #[OA\Post(path: '/jobs', operationId: 'bookIn', summary: 'Book in a unit', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/BookIn')), responses: [
        new OA\Response(response: 201, description: 'Booked in', content: new OA\JsonContent(ref: '#/components/schemas/Job')),
        new OA\Response(response: 422, description: 'Something is missing', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
    ])]
    public function store(BookInRequest $request, BookIn $bookIn): JsonResponse
    {
        $job = $bookIn->unit($request->technician(), $request->supply(), $request->validated());

        return (new JobResource($job))->response($request)->setStatusCode(201);
    }

    #[OA\Get(path: '/jobs/{job}', operationId: 'showJob', summary: 'One job', parameters: [new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], responses: [
        new OA\Response(response: 200, description: 'The job', content: new OA\JsonContent(ref: '#/components/schemas/Job')),
        new OA\Response(response: 404, description: 'Not in your workshop'),
    ])]
    public function show(RepairJob $job): JobResource
    {
        Gate::authorize('view', $job);

        return new JobResource($job->load('user'));
    }
}
